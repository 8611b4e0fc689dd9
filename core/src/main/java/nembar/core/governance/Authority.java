package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;

/** What one person may give, change and decide in Nembar, by its own design. */
final class Authority {
    private static final String PERSON = "person";

    private final AccessModel nembar;
    private final Person person;
    private final List<PersonAccess> accesses;

    /**
     * @param nembar the published model of Nembar itself
     */
    Authority(AccessModel nembar, Person person, Instant at) {
        this.nembar = nembar;
        this.person = nembar.directory().person(person.key()).orElse(person);
        this.accesses =
                nembar.personas().of(this.person.key()).stream()
                        .map(persona -> new Standpoint(this.person, persona.account(), at, false))
                        .map(who -> new PersonAccess(nembar, who))
                        .toList();
    }

    String key() {
        return person.key();
    }

    boolean active() {
        return accesses.stream().anyMatch(PersonAccess::active);
    }

    /** Whether they may do the operation on the person, at every account of theirs. */
    boolean onPerson(String operation, Person whom) {
        return GovernedPeople.records(whom).stream()
                .allMatch(record -> may(PERSON, operation, record));
    }

    /** Whether it may be done to the person at one of their accounts. */
    boolean onPerson(String operation, Person whom, Optional<String> account) {
        return may(PERSON, operation, GovernedPeople.record(whom, account));
    }

    /** Whether they may do the operation on an element of an application's design. */
    boolean onElement(String operation, String application, Element element) {
        return may(
                typeOf(element),
                operation,
                new GovernedRecord(typeOf(element), values(application, element)));
    }

    /** Whether they may give everything to everybody, without bounds. */
    boolean givesEverything() {
        return accesses.stream().anyMatch(access -> givesEverything(nembar, access));
    }

    static boolean givesEverything(AccessModel nembar, PersonAccess access) {
        return access.active()
                && List.of(
                                records(nembar, access, "role", "give"),
                                records(nembar, access, "privilege_set", "give"),
                                records(nembar, access, PERSON, "change"))
                        .stream()
                        .allMatch(RecordSet.EVERYTHING::equals);
    }

    /** Whether they may publish drafts at all. */
    boolean publishes() {
        return accesses.stream()
                .anyMatch(
                        access ->
                                !records(nembar, access, "draft", "publish")
                                        .equals(RecordSet.NOTHING));
    }

    /** Whether an assignment is of something they may give, within bounds no wider than theirs. */
    boolean gives(String application, Element roleOrSet, Bounds bounds) {
        RecordType type = nembar.catalogue().recordType(typeOf(roleOrSet)).orElseThrow();
        Operation give = type.operation("give").orElseThrow();
        GovernedRecord record = new GovernedRecord(type.key(), values(application, roleOrSet));
        return accesses.stream()
                .filter(PersonAccess::active)
                .flatMap(access -> access.holdingsFor(type, give, record, Relatives.NONE).stream())
                .anyMatch(own -> within(bounds, own.assignment().bounds()));
    }

    /** Whether they are a steward of the area. */
    boolean stewards(AccessModel model, Area area, Instant at) {
        return active()
                && model.directory()
                        .person(person.key())
                        .filter(
                                known ->
                                        model.personas().of(known.key()).stream()
                                                .anyMatch(
                                                        persona ->
                                                                model.has(
                                                                        area.stewards()
                                                                                .orElseThrow(),
                                                                        new Standpoint(
                                                                                known,
                                                                                persona.account(),
                                                                                at,
                                                                                false))))
                        .isPresent();
    }

    private static RecordSet records(
            AccessModel nembar, PersonAccess access, String typeKey, String operation) {
        return nembar.catalogue()
                .recordType(typeKey)
                .flatMap(
                        type -> type.operation(operation).map(known -> access.records(type, known)))
                .orElse(RecordSet.NOTHING);
    }

    private boolean may(String typeKey, String operation, GovernedRecord record) {
        RecordType type = nembar.catalogue().recordType(typeKey).orElseThrow();
        Operation known = type.operation(operation).orElseThrow();
        return accesses.stream()
                .anyMatch(access -> access.allows(type, known, record, Relatives.NONE));
    }

    private static String typeOf(Element element) {
        return element.kind().name().toLowerCase(java.util.Locale.ROOT);
    }

    private static Map<String, Object> values(String application, Element element) {
        return Map.of(
                "id",
                application + "/" + element.key(),
                "application",
                application,
                "name",
                element.key());
    }

    /** Whether the given bounds let nothing through that one's own do not. */
    private boolean within(Bounds given, Bounds own) {
        boolean accounts =
                own.accounts().isEmpty()
                        || given.accounts().isPresent()
                                && keys(own.accounts().get())
                                        .containsAll(keys(given.accounts().get()));
        boolean units =
                own.units().isEmpty()
                        || given.units().isPresent()
                                && keys(own.units().get()).containsAll(keys(given.units().get()));
        return accounts && units;
    }

    private Set<String> keys(AccountScope scope) {
        Set<String> keys = new TreeSet<>(scope.listed());
        if (scope.actedFor()) {
            keys.addAll(person.accounts());
        }
        nembar.directory().accounts().stream()
                .filter(account -> account.tags().stream().anyMatch(scope.tagged()::contains))
                .forEach(account -> keys.add(account.key()));
        return keys;
    }

    private Set<String> keys(Bounds.UnitScope scope) {
        Directory directory = nembar.directory();
        Set<String> keys = new TreeSet<>(scope.listed());
        if (scope.below()) {
            scope.listed().forEach(unit -> keys.addAll(directory.unitAndBelow(unit)));
        }
        return keys;
    }

    /** The authority of everybody active. */
    static List<Authority> ofAll(AccessModel nembar, Instant at) {
        List<Authority> all = new ArrayList<>();
        for (Person person : nembar.directory().people()) {
            if (person.active()) {
                all.add(new Authority(nembar, person, at));
            }
        }
        return all;
    }

    /** Whoever among these may give everything to everybody. */
    static List<Authority> givingEverything(List<Authority> all) {
        return all.stream().filter(Authority::givesEverything).toList();
    }

    /** The only one, where there is only one. */
    static Optional<Authority> only(List<Authority> some) {
        return some.size() == 1 ? Optional.of(some.get(0)) : Optional.empty();
    }
}
