package nembar.core.directory;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import nembar.core.condition.Binding;
import nembar.core.condition.Condition;
import nembar.core.condition.Evaluator;
import nembar.core.condition.Row;

/**
 * All people, accounts, units and teams, with the look-ups the decision needs
 * (docs/access-model.md, section 2). Immutable. Look-ups of sets of people cost one pass when first
 * asked and are kept.
 */
public final class Directory {
    /** Where nobody is known. */
    public static final Directory EMPTY =
            new Directory(List.of(), List.of(), List.of(), List.of(), List.of());

    private final List<Attribute> attributes;
    private final List<Account> accounts;
    private final List<Unit> units;
    private final List<Team> teams;
    private final List<Person> people;

    private final Map<String, Account> accountByKey;
    private final Map<String, Unit> unitByKey;
    private final Map<String, Team> teamByKey;
    private final Map<String, Person> personByKey;
    private final Map<String, Person> personByEmail;
    private final Map<String, String> personNames;
    private final Map<String, String> accountNames;
    private final Map<String, String> unitNames;
    private final Map<String, String> teamNames;
    private final Map<String, List<String>> unitsUnder = new LinkedHashMap<>();
    private final Map<String, List<String>> reportsOf = new LinkedHashMap<>();
    private final Map<String, List<String>> peopleOfUnit = new LinkedHashMap<>();

    private final Map<String, SortedSet<String>> branchCache = new ConcurrentHashMap<>();
    private final Map<String, SortedSet<String>> lineCache = new ConcurrentHashMap<>();
    private final Map<Set<String>, SortedSet<String>> seatedCache = new ConcurrentHashMap<>();
    private final Map<String, SortedSet<String>> membersCache = new ConcurrentHashMap<>();
    private volatile Map<String, SortedSet<String>> teamsOfPerson;

    /** Keeps the first of elements with the same key; the model's check reports the others. */
    public Directory(
            List<Attribute> attributes,
            List<Account> accounts,
            List<Unit> units,
            List<Team> teams,
            List<Person> people) {
        this.attributes = List.copyOf(attributes);
        this.accounts = List.copyOf(accounts);
        this.units = List.copyOf(units);
        this.teams = List.copyOf(teams);
        this.people = List.copyOf(people);
        accountByKey = byKey(accounts, Account::key);
        unitByKey = byKey(units, Unit::key);
        teamByKey = byKey(teams, Team::key);
        personByKey = byKey(people, Person::key);
        personByEmail = byKey(people, person -> person.email().toLowerCase(Locale.ROOT));
        personNames = names(personByKey, Person::name);
        accountNames = names(accountByKey, Account::name);
        unitNames = names(unitByKey, Unit::name);
        teamNames = names(teamByKey, Team::name);
        for (Unit unit : units) {
            unit.parent().ifPresent(parent -> add(unitsUnder, parent, unit.key()));
        }
        for (Person person : people) {
            person.manager().ifPresent(manager -> add(reportsOf, manager, person.key()));
            person.unit().ifPresent(unit -> add(peopleOfUnit, unit, person.key()));
        }
    }

    /** Where nothing is known of people besides what everybody has. */
    public Directory(
            List<Account> accounts, List<Unit> units, List<Team> teams, List<Person> people) {
        this(List.of(), accounts, units, teams, people);
    }

    public static Directory empty() {
        return new Directory(List.of(), List.of(), List.of(), List.of());
    }

    /** The directory as it is after the edits; references are not checked. */
    public Directory with(Edits edits) {
        return new Directory(
                edits.attributes().orElse(attributes),
                edited(accountByKey, edits.accounts(), Account::key, edits.goneAccounts()),
                edited(unitByKey, edits.units(), Unit::key, edits.goneUnits()),
                edited(teamByKey, edits.teams(), Team::key, edits.goneTeams()),
                edited(personByKey, edits.people(), Person::key, Set.of()));
    }

    private static <T> List<T> edited(
            Map<String, T> now, List<T> put, Function<T, String> key, Set<String> gone) {
        Map<String, T> next = new LinkedHashMap<>(now);
        put.forEach(one -> next.put(key.apply(one), one));
        next.keySet().removeAll(gone);
        return List.copyOf(next.values());
    }

    public List<Attribute> attributes() {
        return attributes;
    }

    public List<Account> accounts() {
        return accounts;
    }

    /** The company itself; empty where no account is said to be it. */
    public Optional<Account> ownAccount() {
        return accounts.stream().filter(Account::own).findFirst();
    }

    public List<Unit> units() {
        return units;
    }

    public List<Team> teams() {
        return teams;
    }

    public List<Person> people() {
        return people;
    }

    public Optional<Account> account(String key) {
        return Optional.ofNullable(accountByKey.get(key));
    }

    public Optional<Unit> unit(String key) {
        return Optional.ofNullable(unitByKey.get(key));
    }

    public Optional<Team> team(String key) {
        return Optional.ofNullable(teamByKey.get(key));
    }

    public Optional<Person> person(String key) {
        return Optional.ofNullable(personByKey.get(key));
    }

    /** The person with this e-mail address, compared without case. */
    public Optional<Person> personByEmail(String email) {
        return Optional.ofNullable(personByEmail.get(email.toLowerCase(Locale.ROOT)));
    }

    /** Names of all people, by key. */
    public Map<String, String> personNames() {
        return personNames;
    }

    public Map<String, String> accountNames() {
        return accountNames;
    }

    /** Name of an account; its key where there is none of it. */
    public String accountName(String key) {
        return accountNames.getOrDefault(key, key);
    }

    /** Names of the accounts that a person belongs to. */
    public List<String> accountNames(Person person) {
        return person.accounts().stream().map(this::accountName).toList();
    }

    /** Name of a unit; its key where there is none of it. */
    public String unitName(String key) {
        return unitNames.getOrDefault(key, key);
    }

    /** Name of the unit that a person sits in; empty where they sit in none. */
    public String unitName(Person person) {
        return person.unit().map(this::unitName).orElse("");
    }

    /** Name of a team; its key where there is none of it. */
    public String teamName(String key) {
        return teamNames.getOrDefault(key, key);
    }

    /** Name of a person; their key where there is nobody of it. */
    public String personName(String key) {
        return personNames().getOrDefault(key, key);
    }

    /** What tells people of one name apart: the unit of staff, whom an external acts for. */
    public String unitOrAccount(Person person, Optional<String> account) {
        return person.external() ? account.map(this::accountName).orElse("") : unitName(person);
    }

    public Map<String, String> unitNames() {
        return unitNames;
    }

    public Map<String, String> teamNames() {
        return teamNames;
    }

    /** Keys of the teams that have the person as a member or lead. */
    public SortedSet<String> teamsOf(String person) {
        Map<String, SortedSet<String>> known = teamsOfPerson;
        if (known == null) {
            Map<String, SortedSet<String>> counted = new LinkedHashMap<>();
            for (Team team : teams) {
                for (String member : membersOf(team)) {
                    counted.computeIfAbsent(member, any -> new TreeSet<>()).add(team.key());
                }
            }
            teamsOfPerson = counted;
            known = counted;
        }
        return Collections.unmodifiableSortedSet(
                known.getOrDefault(person, Collections.emptySortedSet()));
    }

    /** Keys of the unit and every unit below it. */
    public SortedSet<String> unitAndBelow(String unit) {
        return branchCache.computeIfAbsent(unit, root -> closure(root, unitsUnder));
    }

    /** Keys of the person and everyone below them in the reporting line. */
    public SortedSet<String> personAndReports(String person) {
        return lineCache.computeIfAbsent(person, root -> closure(root, reportsOf));
    }

    /** Keys of the people who sit in one of these units themselves. */
    public SortedSet<String> peopleIn(Set<String> unitKeys) {
        return seatedCache.computeIfAbsent(
                Set.copyOf(unitKeys),
                keys -> {
                    TreeSet<String> seated = new TreeSet<>();
                    keys.forEach(unit -> seated.addAll(peopleOfUnit.getOrDefault(unit, List.of())));
                    return Collections.unmodifiableSortedSet(seated);
                });
    }

    /** Keys of the members of any of these teams. */
    public SortedSet<String> membersOf(Set<String> teamKeys) {
        TreeSet<String> members = new TreeSet<>();
        for (String key : teamKeys) {
            team(key).ifPresent(team -> members.addAll(membersOf(team)));
        }
        return Collections.unmodifiableSortedSet(members);
    }

    /** Keys of a team's people: those listed, and those who meet its condition. */
    private SortedSet<String> membersOf(Team team) {
        return membersCache.computeIfAbsent(
                team.key(),
                key -> {
                    TreeSet<String> members = new TreeSet<>(team.members());
                    team.who()
                            .ifPresent(
                                    who ->
                                            people.stream()
                                                    .filter(person -> meets(person, who))
                                                    .forEach(one -> members.add(one.key())));
                    return Collections.unmodifiableSortedSet(members);
                });
    }

    private boolean meets(Person person, Condition who) {
        PersonValues values =
                new PersonValues(
                        this,
                        person,
                        Optional.empty(),
                        Instant.EPOCH,
                        ZoneOffset.UTC,
                        false,
                        (function, level) -> false);
        return Evaluator.holds(Binding.bind(who.expression(), values), Row.EMPTY);
    }

    private static SortedSet<String> closure(String root, Map<String, List<String>> below) {
        TreeSet<String> seen = new TreeSet<>(Set.of(root));
        Deque<String> open = new ArrayDeque<>(List.of(root));
        while (!open.isEmpty()) {
            for (String next : below.getOrDefault(open.pop(), List.of())) {
                if (seen.add(next)) {
                    open.push(next);
                }
            }
        }
        return Collections.unmodifiableSortedSet(seen);
    }

    private static void add(Map<String, List<String>> index, String key, String value) {
        index.computeIfAbsent(key, any -> new ArrayList<>()).add(value);
    }

    private static <T> Map<String, String> names(
            Map<String, T> elements, Function<T, String> name) {
        Map<String, String> names = new LinkedHashMap<>();
        elements.forEach((key, element) -> names.put(key, name.apply(element)));
        return Collections.unmodifiableMap(names);
    }

    private static <T> Map<String, T> byKey(Collection<T> elements, Function<T, String> key) {
        Map<String, T> index = new LinkedHashMap<>();
        elements.forEach(element -> index.putIfAbsent(key.apply(element), element));
        return index;
    }
}
