package nembar.server.profile;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import nembar.core.command.ChangeSet;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.Refused;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.session.Acting;
import nembar.server.session.Me;
import nembar.server.session.Passwords;
import nembar.server.session.SecondFactor;
import nembar.server.session.Sessions;
import nembar.server.session.SignInLog;
import nembar.server.session.SignIns;
import nembar.server.sources.Sources;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What people see and change of themselves. */
@RestController
@RequestMapping("/api/own")
class OwnController {
    private static final Set<String> DATE_STYLES = Set.of("monthFirst", "iso");
    private static final Set<String> PLACES = Set.of("/desk", "/people", "/ask/what-can", "/own");
    private static final String PENDING_FACTOR = "nembar.factor";

    private final Models models;
    private final Submissions submissions;
    private final Sources sources;
    private final SignIns signIns;
    private final SignInLog signInLog;
    private final Sessions sessions;
    private final Passwords passwords;
    private final SecondFactor secondFactor;
    private final Acting acting;
    private final Acts acts;
    private final Me me;

    OwnController(
            Models models,
            Submissions submissions,
            Sources sources,
            SignIns signIns,
            SignInLog signInLog,
            Sessions sessions,
            Passwords passwords,
            SecondFactor secondFactor,
            Acting acting,
            Acts acts,
            Me me) {
        this.models = models;
        this.submissions = submissions;
        this.sources = sources;
        this.signIns = signIns;
        this.signInLog = signInLog;
        this.sessions = sessions;
        this.passwords = passwords;
        this.secondFactor = secondFactor;
        this.acting = acting;
        this.acts = acts;
        this.me = me;
    }

    /**
     * Oneself.
     *
     * @param nameOwned name of the source that has the say of the name; empty for none
     */
    record OwnPage(
            String name,
            String givenName,
            String familyName,
            String email,
            String timeZone,
            String startPlace,
            String dateStyle,
            List<Named> accounts,
            boolean secondFactor,
            boolean secondFactorPossible,
            String nameOwned,
            List<Sessions.Live> sessions,
            String thisSession,
            List<SignInLog.Try> tries) {}

    /**
     * @param dateStyle empty, monthFirst or iso
     */
    record OwnEdit(
            @NotNull String givenName,
            String familyName,
            String timeZone,
            String startPlace,
            String dateStyle) {}

    record NewPassword(@NotNull String now, @NotNull String password) {}

    record OwnProof(String password, String code) {}

    @GetMapping
    @Operation(operationId = "own")
    OwnPage page(HttpServletRequest request) {
        Person person = me.person();
        SignIns.State state = signIns.stateOf(person);
        return new OwnPage(
                person.name(),
                person.givenName(),
                person.familyName(),
                person.email(),
                person.zone().getId(),
                acting.startPlace(person).orElse(""),
                acting.dateStyle(person),
                person.accounts().stream()
                        .map(key -> new Named(key, models.directory().accountName(key)))
                        .toList(),
                state.secondFactor(),
                secondFactor.possible(),
                nameOwner(person),
                sessions.of(person.key()),
                Sessions.idOf(request.getSession(false)),
                signInLog.triesOf(person.key(), 10));
    }

    private String nameOwner(Person person) {
        return sources.originOf(Sources.PERSON, person.key())
                .flatMap(one -> sources.find(one.source()))
                .filter(one -> one.owns().contains("givenName"))
                .map(Sources.Source::name)
                .orElse("");
    }

    @PutMapping
    @Operation(operationId = "changeOwn")
    ResponseEntity<Void> change(@Valid @RequestBody OwnEdit edit) {
        Person now = me.person();
        String given = Texts.name("givenName", edit.givenName(), true);
        String family = Texts.name("familyName", edit.familyName(), false);
        ZoneId zone = Texts.zone("timeZone", edit.timeZone());
        String place = Objects.requireNonNullElse(edit.startPlace(), "");
        if (!place.isEmpty() && !PLACES.contains(place)) {
            throw new BadRequest("startPlace", "There is no such place to begin at.");
        }
        String style = Objects.requireNonNullElse(edit.dateStyle(), "");
        if (!style.isEmpty() && !DATE_STYLES.contains(style)) {
            throw new BadRequest("dateStyle", "Dates are not written so: choose another way.");
        }
        boolean renamed = !given.equals(now.givenName()) || !family.equals(now.familyName());
        if (renamed && !nameOwner(now).isEmpty()) {
            throw new Refused(
                    nameOwner(now) + " has the say of your name.",
                    List.of("It has to be changed there."));
        }
        if (renamed || !zone.equals(now.zone())) {
            String words = renamed ? "changed their own name" : "changed their own time zone";
            submissions.submit(
                    Submission.execute(now),
                    Command.by(now, words)
                            .changing(
                                    all ->
                                            ChangeSet.of(
                                                    Edits.ofPeople(
                                                            List.of(
                                                                    said(
                                                                            all.directory()
                                                                                    .person(
                                                                                            now
                                                                                                    .key())
                                                                                    .orElseThrow(),
                                                                            given,
                                                                            family,
                                                                            zone)))))
                            .within(() -> acts.note(now.key(), "person", now.key(), words)));
        }
        acting.prefer(now, place, style);
        return ResponseEntity.noContent().build();
    }

    /** The person as they are when it is their turn, with what they say of themselves. */
    private static Person said(Person now, String given, String family, ZoneId zone) {
        return now.withName(given, family).withZone(zone);
    }

    /** Sets a new password; every other session of oneself ends. */
    @PutMapping("/password")
    @Operation(operationId = "changePassword")
    ResponseEntity<Void> password(
            @Valid @RequestBody NewPassword wanted, HttpServletRequest request) {
        Person person = me.person();
        prove(person, wanted.now(), "now");
        passwords.check(wanted.password(), person);
        signIns.setPassword(person.key(), wanted.password());
        acts.note(person.key(), "person", person.key(), "changed their own password");
        sessions.endOthers(person.key(), Sessions.idOf(request.getSession(false)));
        return ResponseEntity.noContent().build();
    }

    private void prove(Person person, String password, String path) {
        if (password == null || !signIns.provedBy(person.key(), password)) {
            throw new BadRequest(path, "That is not your password.");
        }
    }

    /** Begins with a second factor: a new secret, good once a code of it has been typed. */
    @PostMapping("/second-factor")
    @Operation(operationId = "newSecondFactor")
    SecondFactor.Offer offer(@RequestBody OwnProof proof, HttpServletRequest request) {
        Person person = me.person();
        prove(person, proof.password(), "password");
        SecondFactor.Offer offer = secondFactor.offer(person);
        request.getSession().setAttribute(PENDING_FACTOR, offer.secret());
        return offer;
    }

    @PutMapping("/second-factor")
    @Operation(operationId = "confirmSecondFactor")
    ResponseEntity<Void> confirm(@RequestBody OwnProof proof, HttpSession session) {
        Person person = me.person();
        Object pending = session.getAttribute(PENDING_FACTOR);
        if (pending == null) {
            throw new BadRequest("code", "Begin again: the secret was not kept.");
        }
        secondFactor.confirm(
                person, (String) pending, Objects.requireNonNullElse(proof.code(), ""));
        session.removeAttribute(PENDING_FACTOR);
        acts.note(person.key(), "person", person.key(), "set up a second factor");
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/second-factor/end")
    @Operation(operationId = "endSecondFactor")
    ResponseEntity<Void> end(@RequestBody OwnProof proof) {
        Person person = me.person();
        prove(person, proof.password(), "password");
        secondFactor.end(person, Objects.requireNonNullElse(proof.code(), ""));
        acts.note(person.key(), "person", person.key(), "took their second factor away");
        return ResponseEntity.noContent().build();
    }

    /** Ends one of one's own sessions, wherever it is. */
    @DeleteMapping("/sessions/{id}")
    @Operation(operationId = "endSession")
    ResponseEntity<Void> endSession(@PathVariable String id) {
        sessions.endOne(me.person().key(), id);
        return ResponseEntity.noContent().build();
    }

    /** Ends all of one's sessions but this one. */
    @DeleteMapping("/sessions")
    @Operation(operationId = "endOtherSessions")
    ResponseEntity<Void> endOthers(HttpServletRequest request) {
        sessions.endOthers(me.person().key(), Sessions.idOf(request.getSession(false)));
        return ResponseEntity.noContent().build();
    }
}
