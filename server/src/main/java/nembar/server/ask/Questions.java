package nembar.server.ask;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Nearest;
import nembar.core.words.Telling;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Instants;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** Understands questions, and sees that whoever asks may ask them. */
@Service
class Questions {
    private final Models models;
    private final Governance governance;
    private final Clock clock;

    Questions(Models models, Governance governance, Clock clock) {
        this.models = models;
        this.governance = governance;
        this.clock = clock;
    }

    /** The slots of a question as they come from the address. */
    record Slots(
            String person, String application, String account, boolean asIfActive, String at) {}

    Question understand(Person asking, Slots slots) {
        if (slots.person() == null || slots.person().isBlank()) {
            throw new BadRequest("person", "Fill in whom the question is about.");
        }
        if (slots.application() == null || slots.application().isBlank()) {
            throw new BadRequest("application", "Fill in which application it is about.");
        }
        governance.requireOnApplication(asking, "view", slots.application());
        Instant at = Instants.at(slots.at(), clock);
        AccessModel model = models.model(slots.application(), at);
        Person person = person(asking, model.directory(), slots.person());
        governance.requireOnPerson(asking, "view", person);
        Standpoint who =
                new Standpoint(
                        person,
                        account(person, model.directory(), slots.account()),
                        at,
                        slots.asIfActive());
        return new Question(new PersonAccess(model, who), new Telling(model, who));
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

    private static Optional<String> account(Person person, Directory directory, String asked) {
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
