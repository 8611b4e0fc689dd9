package nembar.core.directory;

import java.util.List;
import java.util.Set;

/**
 * What one act changes in a directory: elements that come or take the place of those with their
 * key, and those that go. People never go; they are closed.
 */
public record Edits(
        List<Account> accounts,
        List<Unit> units,
        List<Team> teams,
        List<Person> people,
        Set<String> goneAccounts,
        Set<String> goneUnits,
        Set<String> goneTeams) {
    public static final Edits NONE =
            new Edits(List.of(), List.of(), List.of(), List.of(), Set.of(), Set.of(), Set.of());

    public Edits {
        accounts = List.copyOf(accounts);
        units = List.copyOf(units);
        teams = List.copyOf(teams);
        people = List.copyOf(people);
        goneAccounts = Set.copyOf(goneAccounts);
        goneUnits = Set.copyOf(goneUnits);
        goneTeams = Set.copyOf(goneTeams);
    }

    public static Edits ofPeople(List<Person> people) {
        return NONE.withPeople(people);
    }

    public static Edits ofTeams(List<Team> teams) {
        return NONE.withTeams(teams);
    }

    public static Edits ofUnits(List<Unit> units, Set<String> gone) {
        return new Edits(List.of(), units, List.of(), List.of(), Set.of(), gone, Set.of());
    }

    public static Edits ofAccounts(List<Account> accounts, Set<String> gone) {
        return new Edits(accounts, List.of(), List.of(), List.of(), gone, Set.of(), Set.of());
    }

    public static Edits withoutTeam(String team) {
        return new Edits(
                List.of(), List.of(), List.of(), List.of(), Set.of(), Set.of(), Set.of(team));
    }

    public Edits withPeople(List<Person> other) {
        return new Edits(accounts, units, teams, other, goneAccounts, goneUnits, goneTeams);
    }

    public Edits withTeams(List<Team> other) {
        return new Edits(accounts, units, other, people, goneAccounts, goneUnits, goneTeams);
    }

    public Edits withAccounts(List<Account> other) {
        return new Edits(other, units, teams, people, goneAccounts, goneUnits, goneTeams);
    }

    public boolean none() {
        return equals(NONE);
    }
}
