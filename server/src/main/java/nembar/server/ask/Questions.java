package nembar.server.ask;

import java.util.List;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
import nembar.core.model.Standpoint;
import nembar.core.text.Nearest;
import nembar.core.words.Telling;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Instants;
import nembar.server.http.NotFound;
import org.springframework.stereotype.Service;

/** Understands questions, and sees that whoever asks may ask them. */
@Service
public class Questions {
    private final AskedMoments moments;
    private final Governance governance;

    Questions(AskedMoments moments, Governance governance) {
        this.moments = moments;
        this.governance = governance;
    }

    /** The slots of a question as they come from the address. */
    record Slots(
            String person,
            String application,
            String account,
            boolean asIfActive,
            String at,
            String draft) {}

    Question understand(Person asking, Slots slots) {
        if (slots.person() == null || slots.person().isBlank()) {
            throw new BadRequest("person", "Fill in whom the question is about.");
        }
        if (slots.application() == null || slots.application().isBlank()) {
            throw new BadRequest("application", "Fill in which application it is about.");
        }
        Moment moment =
                moments.of(asking, slots.application(), slots.draft(), Instants.at(slots.at()));
        AccessModel model = moment.model();
        Person person = person(asking, model.directory(), slots.person());
        governance.requireOnPerson(asking, "view", person);
        Optional<String> account = account(person, model.directory(), slots.account());
        PersonAccess access =
                slots.asIfActive()
                        ? new PersonAccess(
                                model, new Standpoint(person, account, moment.at(), true))
                        : moment.access(seat(model, person, account));
        boolean drafted = slots.draft() != null && !slots.draft().isBlank();
        return new Question(
                access,
                new Telling(model, access.who()),
                drafted
                        ? Optional.of(governance.disclosureAsPublished(asking, slots.application()))
                        : Optional.empty());
    }

    private static Seat seat(AccessModel model, Person person, Optional<String> account) {
        return model.seats().of(person.key()).stream()
                .filter(one -> one.account().equals(account))
                .findFirst()
                .orElseThrow();
    }

    private Person person(Person asking, Directory directory, String key) {
        return directory
                .person(key)
                .or(() -> directory.personByEmail(key))
                .orElseThrow(
                        () -> {
                            List<String> known =
                                    directory.people().stream()
                                            .filter(governance.mayView(asking))
                                            .map(Person::key)
                                            .toList();
                            return new NotFound(
                                    "person",
                                    Nearest.sentence("Nobody here is `" + key + "`", key, known));
                        });
    }

    /**
     * The account for which somebody is asked about: their first, unless one of theirs is named.
     *
     * @param asked key of the account; empty or null for their first
     * @throws BadRequest where they do not belong to it
     */
    public static Optional<String> account(Person person, Directory directory, String asked) {
        if (asked == null || asked.isBlank()) {
            return person.accounts().stream().findFirst();
        }
        if (!person.accounts().contains(asked)) {
            String name = directory.account(asked).map(one -> one.name()).orElse("`" + asked + "`");
            throw new BadRequest(
                    "account",
                    person.name()
                            + " does not belong to "
                            + name
                            + ". Choose one of their own accounts.");
        }
        return Optional.of(asked);
    }
}
