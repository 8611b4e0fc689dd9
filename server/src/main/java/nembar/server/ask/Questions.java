package nembar.server.ask;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.answers.Newcomer;
import nembar.core.decision.PersonAccess;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.Role.MeantFor;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Nearest;
import nembar.core.words.Explanation;
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

    /**
     * The slots of a question as they come from the address.
     *
     * @param newcomer who is meant where no person is named
     */
    record Slots(
            String person,
            String application,
            String account,
            boolean asIfActive,
            String at,
            String draft,
            Newcomer newcomer) {}

    Question understand(Person asking, Slots slots) {
        boolean nobody = slots.person() == null || slots.person().isBlank();
        if (nobody && !slots.newcomer().some()) {
            throw new BadRequest("person", "Fill in whom the question is about.");
        }
        if (slots.application() == null || slots.application().isBlank()) {
            throw new BadRequest("application", "Fill in which application it is about.");
        }
        Moment moment =
                moments.of(asking, slots.application(), slots.draft(), Instants.at(slots.at()));
        PersonAccess access =
                nobody ? newcomer(moment, slots.newcomer()) : somebody(asking, moment, slots);
        governance.requireOnPerson(asking, "view", access.who().person());
        boolean drafted = slots.draft() != null && !slots.draft().isBlank();
        return new Question(
                access,
                new Explanation(access.model(), access.who()),
                drafted
                        ? Optional.of(governance.disclosureAsPublished(asking, slots.application()))
                        : Optional.empty());
    }

    private PersonAccess somebody(Person asking, Moment moment, Slots slots) {
        AccessModel model = moment.model();
        Person person = person(asking, model.directory(), slots.person());
        // Before their accounts: whether somebody belongs to one is not for everybody to know.
        governance.requireOnPerson(asking, "view", person);
        Optional<String> account = account(person, model.directory(), slots.account());
        return slots.asIfActive()
                ? new PersonAccess(model, new Standpoint(person, account, moment.at(), true))
                : moment.access(model.personas().at(person.key(), account).orElseThrow());
    }

    private static PersonAccess newcomer(Moment moment, Newcomer newcomer) {
        AccessModel model = moment.model();
        Directory directory = model.directory();
        newcomer.unit().ifPresent(key -> known("unit", key, directory.unitNames().keySet()));
        newcomer.team().ifPresent(key -> known("team", key, directory.teamNames().keySet()));
        newcomer.account()
                .ifPresent(key -> known("account", key, directory.accountNames().keySet()));
        Optional<Role> role = newcomer.role().map(key -> role(model, key));
        newcomer.set()
                .ifPresent(
                        key ->
                                known(
                                        "set",
                                        key,
                                        model.design().sets().stream()
                                                .map(PrivilegeSet::key)
                                                .toList()));
        boolean outside = newcomer.account().isPresent();
        boolean externals = role.map(Role::meantFor).equals(Optional.of(MeantFor.EXTERNAL));
        if (externals && !outside) {
            throw new BadRequest(
                    "account",
                    role.get().name() + " is meant for externals. Say which account they act for.");
        }
        return newcomer.access(model, moment.at());
    }

    private static Role role(AccessModel model, String key) {
        known("role", key, model.design().roles().stream().map(Role::key).toList());
        return model.design().role(key).orElseThrow();
    }

    private static void known(String what, String key, Collection<String> known) {
        if (!known.contains(key)) {
            throw new NotFound(
                    what,
                    Nearest.sentence(
                            "There is no " + what + " `" + key + "`", key, List.copyOf(known)));
        }
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
