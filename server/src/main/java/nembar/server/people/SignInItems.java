package nembar.server.people;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import nembar.core.directory.Person;
import nembar.core.text.Dates;
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
        Predicate<Person> mine = governance.may(me, SignInActs.OPERATION);
        Map<String, String> locked = signIns.locked();
        Map<String, Instant> waiting = signIns.waiting();
        Stream<DeskItem> byHand =
                items(locked.keySet(), mine, person -> lockedByHand(person, locked));
        Stream<DeskItem> byTries =
                items(
                        waiting.keySet().stream().filter(key -> !locked.containsKey(key)).toList(),
                        mine,
                        person -> waits(person, waiting.get(person.key()), me.zone()));
        return Told.of(Stream.concat(byHand, byTries).toList());
    }

    private Stream<DeskItem> items(
            Collection<String> people, Predicate<Person> mine, Function<Person, DeskItem> item) {
        return people.stream()
                .flatMap(key -> models.directory().person(key).stream())
                .filter(Person::active)
                .filter(mine)
                .map(item);
    }

    private DeskItem lockedByHand(Person person, Map<String, String> by) {
        return item(
                person,
                person.name() + " cannot sign in: the sign-in is locked.",
                "Locked by " + models.directory().personName(by.get(person.key())) + ".");
    }

    private static DeskItem waits(Person person, Instant until, ZoneId zone) {
        return item(
                person,
                "Wrong passwords were tried as "
                        + person.name()
                        + " too often: from where that was done, nobody can sign in as them until "
                        + Dates.MINUTE.format(until.atZone(zone))
                        + ".",
                "");
    }

    private static DeskItem item(Person person, String sentence, String why) {
        return DeskItem.of(
                DeskKind.SIGN_IN_LOCKED,
                Optional.empty(),
                new Subject(Subject.PERSON, person.key()),
                sentence,
                why);
    }
}
