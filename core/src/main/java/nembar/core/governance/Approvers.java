package nembar.core.governance;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Area;
import nembar.core.directory.Person;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Wording;

/** Who could lift what stands against a change; worked out only where something does. */
final class Approvers {
    private final AccessModel nembar;
    private final Instant at;
    private List<Authority> everybody;

    /**
     * @param nembar the published model of Nembar itself
     */
    Approvers(AccessModel nembar, Instant at) {
        this.nembar = nembar;
        this.at = at;
    }

    /** Worked out only where somebody else's approval is needed. */
    private List<Authority> everybody() {
        if (everybody == null) {
            everybody = Authority.ofAll(nembar, at);
        }
        return everybody;
    }

    /** Keys of all active people who may. */
    Set<String> whoever(Predicate<Authority> may) {
        return keys(everybody().stream().filter(may));
    }

    /** Keys of those who guard the area. */
    Set<String> stewards(AccessModel model, Area area) {
        return whoever(one -> one.stewards(model, area, at));
    }

    private static Set<String> keys(Stream<Authority> some) {
        return some.map(Authority::key).collect(Collectors.toSet());
    }

    /** No raising: whoever gains is within what the author may change. */
    Optional<Objection> beyond(Authority own, Collection<Persona> gaining) {
        List<Persona> beyond = gaining.stream().filter(one -> !changes(own, one)).toList();
        if (beyond.isEmpty()) {
            return Optional.empty();
        }
        List<Person> people = beyond.stream().map(Persona::person).distinct().toList();
        return Optional.of(
                new Objection(
                        Rule.NO_RAISING,
                        "It would add to the access of "
                                + Wording.some(people.stream().map(Person::name).toList())
                                + ", whom the author may not change.",
                        people.stream().map(Person::key).toList(),
                        whoever(who -> beyond.stream().allMatch(one -> changes(who, one)))));
    }

    private static boolean changes(Authority who, Persona persona) {
        return who.onPerson("change", persona.person(), persona.account());
    }

    /**
     * No raising: what adds to the access of somebody who has a hand in it needs somebody else, as
     * long as there is somebody.
     */
    List<Objection> ownAccess(Author author, Collection<Persona> gaining) {
        Map<String, Person> gained = new TreeMap<>();
        gaining.stream()
                .map(Persona::person)
                .filter(one -> author.own().contains(one.key()))
                .forEach(one -> gained.put(one.key(), one));
        if (gained.isEmpty()) {
            return List.of();
        }
        List<Authority> administrators = Authority.givingEverything(everybody());
        Optional<String> only = Authority.only(administrators).map(Authority::key);
        return gained.values().stream()
                .filter(one -> !acts(author, one) || !only.equals(Optional.of(one.key())))
                .map(
                        one ->
                                new Objection(
                                        Rule.NO_RAISING,
                                        "It would add to "
                                                + (acts(author, one)
                                                        ? "the author's own access"
                                                        : one.name()
                                                                + "'s access, who has a hand in"
                                                                + " it")
                                                + ", which needs the approval of somebody else.",
                                        List.of(one.key()),
                                        keys(
                                                administrators.stream()
                                                        .filter(
                                                                who ->
                                                                        !who.key()
                                                                                .equals(
                                                                                        one
                                                                                                .key())))))
                .toList();
    }

    private static boolean acts(Author author, Person person) {
        return author.acting().key().equals(person.key());
    }
}
