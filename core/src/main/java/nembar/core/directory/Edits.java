package nembar.core.directory;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * What one act changes in a directory: elements that come or take the place of those with their
 * key, and those that go. People never go; they are closed.
 *
 * @param attributes what is declared to be known of people; empty where that stays
 */
public record Edits(
        List<Account> accounts,
        List<Unit> units,
        List<Team> teams,
        List<Person> people,
        Set<String> goneAccounts,
        Set<String> goneUnits,
        Set<String> goneTeams,
        Optional<List<Attribute>> attributes) {
    public static final Edits NONE =
            new Edits(
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    Set.of(),
                    Set.of(),
                    Set.of(),
                    Optional.empty());

    public Edits {
        accounts = List.copyOf(accounts);
        units = List.copyOf(units);
        teams = List.copyOf(teams);
        people = List.copyOf(people);
        goneAccounts = Set.copyOf(goneAccounts);
        goneUnits = Set.copyOf(goneUnits);
        goneTeams = Set.copyOf(goneTeams);
        attributes = attributes.map(List::copyOf);
    }

    public static Edits ofPeople(List<Person> people) {
        return NONE.withPeople(people);
    }

    public static Edits ofTeams(List<Team> teams) {
        return NONE.withTeams(teams);
    }

    public static Edits ofUnits(List<Unit> units, Set<String> gone) {
        return new Edits(
                List.of(), units, List.of(), List.of(), Set.of(), gone, Set.of(), Optional.empty());
    }

    public static Edits ofAccounts(List<Account> accounts, Set<String> gone) {
        return new Edits(
                accounts,
                List.of(),
                List.of(),
                List.of(),
                gone,
                Set.of(),
                Set.of(),
                Optional.empty());
    }

    public static Edits withoutTeam(String team) {
        return new Edits(
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                Set.of(),
                Set.of(),
                Set.of(team),
                Optional.empty());
    }

    public Edits withPeople(List<Person> other) {
        return new Edits(
                accounts, units, teams, other, goneAccounts, goneUnits, goneTeams, attributes);
    }

    public Edits withTeams(List<Team> other) {
        return new Edits(
                accounts, units, other, people, goneAccounts, goneUnits, goneTeams, attributes);
    }

    public Edits withAccounts(List<Account> other) {
        return new Edits(
                other, units, teams, people, goneAccounts, goneUnits, goneTeams, attributes);
    }

    /** What the directory declares to be known of people, in place of what it did. */
    public Edits withAttributes(List<Attribute> other) {
        return new Edits(
                accounts,
                units,
                teams,
                people,
                goneAccounts,
                goneUnits,
                goneTeams,
                Optional.of(other));
    }

    /** Both together; of what both change, the other's. */
    public Edits and(Edits other) {
        return new Edits(
                joined(accounts, other.accounts, Account::key),
                joined(units, other.units, Unit::key),
                joined(teams, other.teams, Team::key),
                joined(people, other.people, Person::key),
                union(goneAccounts, other.goneAccounts),
                union(goneUnits, other.goneUnits),
                union(goneTeams, other.goneTeams),
                other.attributes.or(() -> attributes));
    }

    private static <T> List<T> joined(List<T> one, List<T> other, Function<T, String> key) {
        Map<String, T> joined = new LinkedHashMap<>();
        one.forEach(each -> joined.put(key.apply(each), each));
        other.forEach(each -> joined.put(key.apply(each), each));
        return List.copyOf(joined.values());
    }

    private static Set<String> union(Set<String> one, Set<String> other) {
        Set<String> union = new HashSet<>(one);
        union.addAll(other);
        return union;
    }

    public boolean none() {
        return equals(NONE);
    }
}
