package nembar.server.tokens;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.server.governance.Governance;
import nembar.server.governance.PeoplePermissions;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.session.Me;
import nembar.server.session.Tokens;
import nembar.server.session.Tokens.Issued;
import nembar.server.session.Tokens.Token;
import nembar.server.sources.Sources;
import nembar.server.tokens.TokenShapes.NewToken;
import nembar.server.tokens.TokenShapes.Renewal;
import nembar.server.tokens.TokenShapes.TokenEdit;
import nembar.server.tokens.TokenShapes.TokenShown;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The tokens of a service: docs/people.md. */
@RestController
@RequestMapping("/api/people/{key}/tokens")
class ServiceTokenController {
    private final Tokens tokens;
    private final TokenShapes shapes;
    private final Sources sources;
    private final Models models;
    private final Governance governance;
    private final PeoplePermissions peoplePermissions;
    private final Acts acts;
    private final Me me;

    ServiceTokenController(
            Tokens tokens,
            TokenShapes shapes,
            Sources sources,
            Models models,
            Governance governance,
            PeoplePermissions peoplePermissions,
            Acts acts,
            Me me) {
        this.tokens = tokens;
        this.shapes = shapes;
        this.sources = sources;
        this.models = models;
        this.governance = governance;
        this.peoplePermissions = peoplePermissions;
        this.acts = acts;
        this.me = me;
    }

    @GetMapping
    @Operation(operationId = "serviceTokens")
    List<TokenShown> all(@PathVariable String key) {
        return shapes.of(tokens.ofService(service(key).key()));
    }

    /** Makes a token; its value is in the answer, and nowhere else. */
    @PostMapping
    @Operation(operationId = "newServiceToken")
    @Transactional
    NewToken issue(@PathVariable String key, @Valid @RequestBody TokenEdit edit) {
        Person service = service(key);
        Person by = me.person();
        requireKeeper(by, service);
        String label = TokenShapes.label(edit);
        Optional<String> source =
                Optional.ofNullable(edit.source()).filter(one -> !one.isBlank()).map(this::pushing);
        String value =
                tokens.issue(
                        new Token(Optional.of(service.key()), source, by.key()),
                        label,
                        shapes.end(edit.lastDay(), by.zone()));
        acts.note(by.key(), "person", service.key(), "made a token: " + label);
        return new NewToken(value);
    }

    /** Makes another value for a token; the old one is good for a week at most from now on. */
    @PostMapping("/{token}/renew")
    @Operation(operationId = "renewServiceToken")
    @Transactional
    NewToken renew(
            @PathVariable String key, @PathVariable String token, @RequestBody Renewal renewal) {
        Person service = service(key);
        Person by = me.person();
        requireKeeper(by, service);
        Issued old = TokenShapes.known(tokens.ofService(service.key()), token);
        Token of = new Token(old.of().service(), old.of().source(), by.key());
        String value = tokens.renew(old, of, shapes.end(renewal.lastDay(), by.zone()));
        acts.note(by.key(), "person", service.key(), "renewed a token: " + old.label());
        return new NewToken(value);
    }

    private void requireKeeper(Person by, Person service) {
        if (!governance.mayGiveAllInNembar(by, service)) {
            throw new Refused(
                    "You may not make a token for " + service.name() + ".",
                    List.of(
                            "Whoever keeps a token may give all that the service holds in Nembar:"
                                    + " that is more than you may give."));
        }
    }

    /** A source that pushes; those who look after sources give it a token. */
    private String pushing(String source) {
        peoplePermissions.requireSources(me.person());
        if (!sources.known(source).kind().equals(Sources.SCIM)) {
            throw new BadRequest("source", "Only a source that pushes has tokens.");
        }
        return source;
    }

    @DeleteMapping("/{token}")
    @Operation(operationId = "revokeServiceToken")
    @Transactional
    ResponseEntity<Void> revoke(@PathVariable String key, @PathVariable String token) {
        Person service = service(key);
        Issued known = TokenShapes.known(tokens.ofService(service.key()), token);
        tokens.revoke(known.id());
        acts.note(me.person().key(), "person", service.key(), "ended a token: " + known.label());
        return ResponseEntity.noContent().build();
    }

    private Person service(String key) {
        Person person =
                models.directory()
                        .person(key)
                        .orElseThrow(() -> new NotFound("key", "There is nobody `" + key + "`."));
        governance.requireOnPerson(me.person(), "change", person);
        if (person.kind() != PersonKind.SERVICE) {
            throw new BadRequest("key", "Only a service comes in by a token.");
        }
        return person;
    }
}
