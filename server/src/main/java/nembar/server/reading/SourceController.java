package nembar.server.reading;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Person;
import nembar.server.governance.Governance;
import nembar.server.governance.PeoplePermissions;
import nembar.server.http.Address;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.model.Models;
import nembar.server.reading.SourceImport.Run;
import nembar.server.session.Me;
import nembar.server.session.Tokens;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Source;
import nembar.server.tokens.TokenShapes;
import nembar.server.tokens.TokenShapes.NewToken;
import nembar.server.tokens.TokenShapes.Renewal;
import nembar.server.tokens.TokenShapes.TokenEdit;
import nembar.server.tokens.TokenShapes.TokenShown;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Sources of people over HTTP: those that push by SCIM, and those that are read. */
@RestController
@RequestMapping("/api/sources")
class SourceController {
    private static final List<String> SCIM_OWNS =
            List.of("accounts", "email", "familyName", "givenName", "kind", "manager", "unit");

    private final Sources sources;
    private final Tokens tokens;
    private final TokenShapes shapes;
    private final SourceImport imports;
    private final Address address;
    private final PeoplePermissions peoplePermissions;
    private final Models models;
    private final Governance governance;
    private final Me me;

    SourceController(
            Sources sources,
            Tokens tokens,
            TokenShapes shapes,
            SourceImport imports,
            Address address,
            PeoplePermissions peoplePermissions,
            Models models,
            Governance governance,
            Me me) {
        this.sources = sources;
        this.tokens = tokens;
        this.shapes = shapes;
        this.imports = imports;
        this.address = address;
        this.peoplePermissions = peoplePermissions;
        this.models = models;
        this.governance = governance;
        this.me = me;
    }

    /**
     * A source, as it is shown.
     *
     * @param address where it has to be reached, for one that pushes
     * @param ldap how it is reached, for a directory
     * @param table what is read, for an application
     * @param keeper name of whoever answers for it: it may do no more than they may
     * @param mine whether that is whoever asks
     * @param rights what it was given the right to
     * @param invite whether those it makes active are invited first
     */
    record SourceSheet(
            String id,
            @OneOf(words = {"scim", "ldap", "application"}) String kind,
            String name,
            String address,
            Optional<LdapSettings> ldap,
            Optional<UserTable> table,
            boolean invite,
            String madeBy,
            String keeper,
            boolean mine,
            Set<String> rights,
            int people,
            int teams,
            List<TokenShown> tokens,
            Optional<Instant> lastRun,
            String lastRunWords) {}

    record SourceEdit(
            @NotNull @OneOf(words = {"scim", "ldap", "application"}) String kind,
            @NotNull String name,
            Boolean invite,
            LdapSettings ldap,
            UserTable table,
            List<String> rights) {}

    /**
     * @param password of the directory's binding; used for this run and kept nowhere
     */
    record RunEdit(String password) {}

    @GetMapping
    @Operation(operationId = "sources")
    List<SourceSheet> all() {
        requireAdministrator();
        return sources.all().stream().map(this::sheet).toList();
    }

    private SourceSheet sheet(Source source) {
        boolean scim = source.kind().equals(Sources.SCIM);
        return new SourceSheet(
                source.id(),
                source.kind(),
                source.name(),
                scim ? address.get() + "/scim/v2" : "",
                source.kind().equals(Sources.LDAP)
                        ? Optional.of(SourceImport.settings(source))
                        : Optional.empty(),
                source.kind().equals(Sources.APPLICATION)
                        ? Optional.of(SourceImport.userTable(source))
                        : Optional.empty(),
                Boolean.TRUE.equals(source.settings().get("invite")),
                models.directory().personName(source.madeBy()),
                models.directory().personName(source.keeper()),
                source.keeper().equals(me.person().key()),
                source.rights(),
                sources.of(Sources.PERSON, source.id()).size(),
                sources.of(Sources.TEAM, source.id()).size(),
                shapes.of(tokens.ofSource(source.id())),
                source.lastRunAt(),
                source.lastRun());
    }

    @PostMapping
    @Operation(operationId = "newSource")
    SourceSheet create(@Valid @RequestBody SourceEdit edit) {
        Person person = requireAdministrator();
        String kind = edit.kind();
        if (!List.of(Sources.SCIM, Sources.LDAP, Sources.APPLICATION).contains(kind)) {
            throw new BadRequest("kind", "A source is scim, ldap or application.");
        }
        return sheet(
                sources.create(
                        kind, name(edit), withRights(settings(kind, edit), edit), person.key()));
    }

    @PutMapping("/{id}")
    @Operation(operationId = "changeSource")
    SourceSheet change(@PathVariable String id, @Valid @RequestBody SourceEdit edit) {
        requireAdministrator();
        Source now = sources.known(id);
        return sheet(sources.change(id, name(edit), withRights(settings(now.kind(), edit), edit)));
    }

    private static String name(SourceEdit edit) {
        if (edit.name().isBlank()) {
            throw new BadRequest("name", "Give the source a name.");
        }
        return edit.name().strip();
    }

    private Map<String, Object> settings(String kind, SourceEdit edit) {
        if (kind.equals(Sources.LDAP)) {
            if (edit.ldap() == null) {
                throw new BadRequest("ldap", "Say how the directory is reached.");
            }
            edit.ldap().check();
            return edit.ldap().kept();
        }
        if (kind.equals(Sources.APPLICATION)) {
            if (edit.table() == null) {
                throw new BadRequest("table", "Say which table has who signs in.");
            }
            models.model(edit.table().application());
            governance.requireOnApplication(me.person(), "change", edit.table().application());
            edit.table().check();
            return edit.table().kept();
        }
        Map<String, Object> settings = new LinkedHashMap<>();
        settings.put("invite", Boolean.TRUE.equals(edit.invite()));
        settings.put("owns", SCIM_OWNS);
        return settings;
    }

    private static Map<String, Object> withRights(Map<String, Object> settings, SourceEdit edit) {
        List<String> rights = edit.rights() == null ? Sources.RIGHTS : edit.rights();
        if (!Sources.RIGHTS.containsAll(rights)) {
            throw new BadRequest("rights", "Rights are " + String.join(", ", Sources.RIGHTS) + ".");
        }
        settings.put("rights", rights);
        return settings;
    }

    /** Answers for a source from now on: it may do no more than whoever asks may. */
    @PutMapping("/{id}/keeper")
    @Operation(operationId = "keepSource")
    SourceSheet keep(@PathVariable String id) {
        Person person = requireAdministrator();
        sources.known(id);
        return sheet(sources.keep(id, person.key()));
    }

    /** Forgets a source; its people and teams stay. */
    @DeleteMapping("/{id}")
    @Operation(operationId = "removeSource")
    ResponseEntity<Void> remove(@PathVariable String id) {
        requireAdministrator();
        sources.known(id);
        sources.remove(id);
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/{id}/tokens")
    @Operation(operationId = "newToken")
    NewToken token(@PathVariable String id, @Valid @RequestBody TokenEdit edit) {
        Person person = requireAdministrator();
        Source source = sources.known(id);
        if (!source.kind().equals(Sources.SCIM)) {
            throw new BadRequest("source", "Only a source that pushes has tokens.");
        }
        Tokens.Token of = Tokens.Token.ofSource(id, person.key());
        return new NewToken(
                tokens.issue(
                        of, TokenShapes.label(edit), shapes.end(edit.lastDay(), person.zone())));
    }

    /** Makes another value for a token; the old one is good for a week at most from now on. */
    @PostMapping("/{id}/tokens/{token}/renew")
    @Operation(operationId = "renewToken")
    NewToken renew(
            @PathVariable String id, @PathVariable String token, @RequestBody Renewal renewal) {
        Person person = requireAdministrator();
        return new NewToken(
                tokens.renew(
                        TokenShapes.known(tokens.ofSource(id), token),
                        Tokens.Token.ofSource(id, person.key()),
                        shapes.end(renewal.lastDay(), person.zone())));
    }

    @DeleteMapping("/{id}/tokens/{token}")
    @Operation(operationId = "revokeToken")
    ResponseEntity<Void> revoke(@PathVariable String id, @PathVariable String token) {
        requireAdministrator();
        tokens.revoke(TokenShapes.known(tokens.ofSource(id), token).id());
        return ResponseEntity.noContent().build();
    }

    /** Reads a directory, or a table of an application: only looks, or makes it so. */
    @PostMapping("/{id}/run")
    @Operation(operationId = "runSource")
    Run run(
            @PathVariable String id,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody RunEdit edit) {
        Person person = requireAdministrator();
        Source source = sources.known(id);
        if (source.kind().equals(Sources.SCIM)) {
            throw new BadRequest("source", "It is not read: it pushes.");
        }
        return imports.run(person, source, edit.password(), preview);
    }

    private Person requireAdministrator() {
        Person person = me.person();
        peoplePermissions.requireSources(person);
        return person;
    }
}
