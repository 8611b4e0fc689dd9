package nembar.core.review;

import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;

/**
 * Who is asked about a right: never whoever holds it, and only somebody active. Where the one who
 * should be asked cannot be, the next above them is, and whoever stands in at last.
 */
public final class Reviewers {
    /** Who should be asked. */
    public enum Asked {
        /** The person above in the reporting line. */
        MANAGERS,
        /** Whoever leads a team that the person is in. */
        TEAM_LEADS,
        /** The stewards of the guarded area that the right leads into. */
        STEWARDS,
        /** The ones who are named, in turn. */
        NAMED
    }

    private final AccessModel model;
    private final Instant at;
    private final Rights rights;
    private final Asked asked;
    private final List<String> named;
    private final List<String> standIns;

    /**
     * @param named keys of those who are asked, where they are named
     * @param standIns keys of those who are asked where nobody else is, the first who may be
     */
    public Reviewers(Moment moment, Asked asked, List<String> named, Collection<String> standIns) {
        this.model = moment.model();
        this.at = moment.at();
        this.rights = new Rights(moment);
        this.asked = asked;
        this.named = List.copyOf(named);
        this.standIns = List.copyOf(standIns);
    }

    /** Key of whoever is asked; empty where there is nobody who may be. */
    public Optional<String> of(Right right) {
        Person holder = model.directory().person(right.person()).orElseThrow();
        Stream<String> first =
                switch (asked) {
                    case MANAGERS -> above(holder);
                    case TEAM_LEADS -> leads(holder);
                    case STEWARDS -> stewards(right);
                    case NAMED -> inTurn(holder);
                };
        return Stream.of(first, standIns.stream(), above(holder))
                .flatMap(some -> some)
                .filter(key -> mayBeAsked(key, holder))
                .findFirst();
    }

    /** Whether somebody may be asked about another's rights. */
    public boolean mayBeAsked(String key, Person holder) {
        return !key.equals(holder.key())
                && model.directory().person(key).filter(Person::active).isPresent();
    }

    /** Whoever is above somebody, the nearest first. */
    private Stream<String> above(Person person) {
        Set<String> seen = new HashSet<>(Set.of(person.key()));
        return Stream.iterate(
                        person.manager(),
                        one -> one.isPresent() && seen.add(one.get()),
                        one -> one.flatMap(model.directory()::person).flatMap(Person::manager))
                .map(Optional::get);
    }

    private Stream<String> leads(Person person) {
        return model.directory().teamsOf(person.key()).stream()
                .flatMap(key -> model.directory().team(key).stream())
                .map(Team::leads)
                .flatMap(Set::stream);
    }

    /** Those of the guarded areas that the right leads into; else of any that has some. */
    private Stream<String> stewards(Right right) {
        Element element = model.element(right.kind(), right.element()).orElseThrow();
        Set<String> areas = new TreeSet<>();
        rights.privileges(element)
                .flatMap(one -> type(one).stream())
                .flatMap(key -> model.catalogue().recordType(key).stream())
                .map(RecordType::area)
                .forEach(areas::add);
        return areas.stream()
                .flatMap(key -> model.catalogue().area(key).stream())
                .map(Area::stewards)
                .flatMap(Optional::stream)
                .flatMap(audience -> model.peopleIn(audience, at).stream());
    }

    private static Optional<String> type(Privilege privilege) {
        if (privilege instanceof RecordPrivilege one) {
            return Optional.of(one.recordType());
        }
        return privilege instanceof FieldPrivilege one
                ? Optional.of(one.recordType())
                : Optional.empty();
    }

    /** Each is asked about others; nobody's rights are put to two. */
    private Stream<String> inTurn(Person person) {
        int first = named.isEmpty() ? 0 : Math.floorMod(person.key().hashCode(), named.size());
        return Stream.concat(
                named.subList(first, named.size()).stream(), named.subList(0, first).stream());
    }
}
