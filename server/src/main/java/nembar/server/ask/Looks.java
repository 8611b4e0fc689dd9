package nembar.server.ask;

import java.time.Duration;
import java.util.List;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/** Who may look through whom at the records of an application; that somebody did is kept. */
@Service
class Looks {
    /** Turning pages is one look. */
    private static final Duration ONE_LOOK = Duration.ofHours(1);

    private static final int REASON_AT_MOST = 500;

    private final Acts acts;
    private final Governance governance;
    private final boolean reasonAsked;

    /**
     * @param reasonAsked whether nobody may look without having said why
     */
    Looks(
            Acts acts,
            Governance governance,
            @Value("${nembar.look-through.reason}") boolean reasonAsked) {
        this.acts = acts;
        this.governance = governance;
        this.reasonAsked = reasonAsked;
    }

    /**
     * Sees that whoever asks may look through the person at records of the type, and keeps that
     * they did, once an hour.
     */
    void require(Question question, Person asking, RecordType type) {
        Person person = question.access().who().person();
        governance.requireOnPerson(asking, "look_through", person);
        governance.requireSteward(asking, question.model(), type);
        governance
                .againstLooking(asking, person, question.model(), type)
                .ifPresent(
                        why -> {
                            throw new Refused(
                                    why,
                                    List.of(
                                            "Looking through somebody takes what giving them all"
                                                    + " they reach there would take."));
                        });
        if (reasonWanted(asking, person, question.model().application())) {
            throw new Refused(
                    "Say first why you look through " + person.name() + ".",
                    List.of("Here nobody looks through somebody without a reason, which is kept."));
        }
        if (!reasonAsked) {
            acts.noteOnce(
                    asking.key(),
                    "person",
                    person.key(),
                    words(question.model().application()),
                    ONE_LOOK);
        }
    }

    /** Whether they have to say why before they look; it then holds for an hour. */
    boolean reasonWanted(Person asking, Person person, Application application) {
        return reasonAsked
                && !acts.noted(
                        asking.key(), "person", person.key(), words(application) + ": ", ONE_LOOK);
    }

    /** Keeps why somebody looks. */
    void say(Person asking, Question question, String reason) {
        Person person = question.access().who().person();
        governance.requireOnPerson(asking, "look_through", person);
        if (reason == null || reason.isBlank() || reason.length() > REASON_AT_MOST) {
            throw new BadRequest(
                    "reason", "Say why in 1 to " + REASON_AT_MOST + " characters; it is kept.");
        }
        acts.note(
                asking.key(),
                "person",
                person.key(),
                words(question.model().application()) + ": " + reason.strip());
    }

    private static String words(Application application) {
        return "looked through in " + application.name();
    }
}
