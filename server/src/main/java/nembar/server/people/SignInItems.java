package nembar.server.people;

import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import nembar.core.directory.Person;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.session.SignIns;
import org.springframework.stereotype.Component;

/** Puts locked sign-ins on the Desk of those who may unlock them. */
@Component
class SignInItems implements DeskSource {
    private final SignIns signIns;
    private final Models models;
    private final Governance governance;

    SignInItems(SignIns signIns, Models models, Governance governance) {
        this.signIns = signIns;
        this.models = models;
        this.governance = governance;
    }

    @Override
    public Told told(Person me) {
        Map<String, String> locked = signIns.locked();
        Predicate<Person> mine = governance.may(me, SignInActs.OPERATION);
        return Told.of(
                locked.keySet().stream()
                        .flatMap(key -> models.directory().person(key).stream())
                        .filter(Person::active)
                        .filter(mine)
                        .map(
                                person ->
                                        DeskItem.of(
                                                DeskKind.SIGN_IN_LOCKED,
                                                Optional.empty(),
                                                new Subject(Subject.PERSON, person.key()),
                                                person.name()
                                                        + " cannot sign in: the sign-in is locked.",
                                                "Locked by "
                                                        + models.directory()
                                                                .personName(
                                                                        locked.get(person.key()))
                                                        + "."))
                        .toList());
    }
}
