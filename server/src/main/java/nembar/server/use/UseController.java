package nembar.server.use;

import io.swagger.v3.oas.annotations.Operation;
import java.io.ByteArrayInputStream;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.design.Role;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.use.RoleTrim;
import nembar.core.use.Use;
import nembar.core.words.PrivilegeWords;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.session.Me;
import nembar.server.use.UseTelling.UseTold;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What people used of an application (docs/use.md). */
@RestController
@RequestMapping("/api/applications/{application}")
class UseController {
    private static final int SHOWN = 20;

    private final UseStore store;
    private final UseTelling telling;
    private final Models models;
    private final Moments moments;
    private final Governance governance;
    private final Clock clock;
    private final Me me;

    UseController(
            UseStore store,
            UseTelling telling,
            Models models,
            Moments moments,
            Governance governance,
            Clock clock,
            Me me) {
        this.store = store;
        this.telling = telling;
        this.models = models;
        this.moments = moments;
        this.governance = governance;
        this.clock = clock;
        this.me = me;
    }

    /** Use that an application told at once. */
    record ToldBefore(String name, Instant at, String by, long lines, long counted) {}

    /**
     * What is known of an application's use.
     *
     * @param since the first day of which any is known; left out where none is
     * @param tells whether that is long enough to say what is not used
     * @param days after how many days without use something is said not to be used
     * @param keptDays how long it is kept
     * @param told what the application told, the last first
     */
    record UseShown(
            Optional<LocalDate> since,
            boolean tells,
            int days,
            int keptDays,
            List<ToldBefore> told) {}

    /** Something that somebody used, and the last day on which they did. */
    record LastUse(String what, String operation, LocalDate last) {}

    /**
     * What somebody used of an application.
     *
     * @param since the first day of which any use is known; left out where none is
     * @param tells whether that is long enough to say what they do not use
     */
    record PersonUse(Optional<LocalDate> since, boolean tells, int days, List<LastUse> used) {}

    /** A privilege of a role that none of its holders used lately. */
    record UnusedPrivilege(String set, List<String> words) {}

    /**
     * How a role would be cut down to what is used of it.
     *
     * @param changes of a draft; none where nothing is to be cut, or nothing would be left
     */
    record RoleTrimShown(
            Optional<LocalDate> since,
            boolean tells,
            int days,
            int holders,
            List<UnusedPrivilege> unused,
            List<ChangePart> changes) {}

    @GetMapping("/use")
    @Operation(operationId = "use")
    UseShown use(@PathVariable String application) {
        governance.requireOnApplication(me.person(), "view", application);
        AccessModel model = models.model(application);
        Directory directory = models.directory();
        Use known = new Use(store.since(application), Map.of());
        return new UseShown(
                known.since(),
                known.tells(today(model)),
                Use.DAYS,
                UseStore.KEPT_DAYS,
                store.toldOf(application, SHOWN).stream()
                        .map(
                                row ->
                                        new ToldBefore(
                                                row.which.name(),
                                                row.toldAt,
                                                directory.personName(row.toldBy),
                                                row.lines,
                                                row.counted))
                        .toList());
    }

    /** Takes in a file in which use is told; a large one is sent by the application itself. */
    @PostMapping(value = "/use/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(operationId = "tellUse")
    UseTold file(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "csv") String format,
            @RequestBody(required = false) byte[] bytes) {
        governance.requireOnApplication(me.person(), "change", application);
        return telling.take(
                me.person(),
                application,
                name,
                UseLines.Format.of(format),
                new ByteArrayInputStream(bytes == null ? new byte[0] : bytes));
    }

    /** What somebody used, and when last. */
    @GetMapping("/use/people/{person}")
    @Operation(operationId = "useOfPerson")
    PersonUse ofPerson(@PathVariable String application, @PathVariable String person) {
        governance.requireOnApplication(me.person(), "view", application);
        AccessModel model = models.model(application);
        Person who =
                models.directory()
                        .person(person)
                        .orElseThrow(() -> new NotFound("person", "There is no such person."));
        governance.requireOnPerson(me.person(), "view", who);
        Use use = store.of(application, List.of(person));
        return new PersonUse(
                use.since(),
                use.tells(today(model)),
                Use.DAYS,
                use.last().getOrDefault(person, Map.of()).entrySet().stream()
                        .map(
                                one ->
                                        new LastUse(
                                                one.getKey().what(),
                                                one.getKey().operation(),
                                                one.getValue()))
                        .toList());
    }

    /** How a role would be cut down to what its holders used. */
    @GetMapping("/roles/{role}/trim")
    @Operation(operationId = "roleTrim")
    RoleTrimShown trim(@PathVariable String application, @PathVariable String role) {
        governance.requireOnApplication(me.person(), "view", application);
        Moment moment = moments.now(application);
        Role found =
                moment.model()
                        .design()
                        .role(role)
                        .orElseThrow(() -> new NotFound("role", "There is no such role."));
        Use use = store.of(application);
        boolean tells = use.tells(today(moment.model()));
        RoleTrim trim = RoleTrim.of(moment, found, use);
        return new RoleTrimShown(
                use.since(),
                tells,
                Use.DAYS,
                trim.holders(),
                trim.unused().stream()
                        .map(
                                one ->
                                        new UnusedPrivilege(
                                                one.set(),
                                                PrivilegeWords.of(one.privilege(), moment.model())))
                        .toList(),
                tells ? DocumentChanges.write(trim.changes()) : List.of());
    }

    private LocalDate today(AccessModel model) {
        return model.application().day(clock.instant());
    }
}
