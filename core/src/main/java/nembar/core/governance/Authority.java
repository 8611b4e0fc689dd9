package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.coverage.Relatives;
import nembar.core.decision.PersonAccess;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.design.Element;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;

/** What one person may give, change and decide in Nembar, by its own design. */
final class Authority {
    private static final String PERSON = "person";

    private final AccessModel nembar;
    private final Person person;
    private final PersonAccess access;

    /**
     * @param nembar the published model of Nembar itself
     */
    Authority(AccessModel nembar, Person person, Instant at) {
        this.nembar = nembar;
        this.person = nembar.directory().person(person.key()).orElse(person);
        this.access = new PersonAccess(nembar, Standpoint.of(this.person, at));
    }

    String key() {
        return person.key();
    }

    boolean active() {
        return access.active();
    }

    /** Whether they may do the operation on the person. */
    boolean onPerson(String operation, Person whom) {
        Map<String, Object> values = new HashMap<>();
        values.put("key", whom.key());
        whom.unit().ifPresent(unit -> values.put("unit", unit));
        whom.accounts().stream().findFirst().ifPresent(account -> values.put("account", account));
        whom.manager().ifPresent(manager -> values.put("manager", manager));
        values.put("kind", whom.kind().name().toLowerCase(java.util.Locale.ROOT));
        values.put("status", whom.status().name().toLowerCase(java.util.Locale.ROOT));
        values.put("full_name", whom.name());
        values.put("email", whom.email());
        return may(PERSON, operation, values);
    }

    /** Whether they may do the operation on an element of an application's design. */
    boolean onElement(String operation, String application, Element element) {
        return may(typeOf(element), operation, values(application, element));
    }

    /** Whether they may give everything to everybody, without bounds. */
    boolean givesEverything() {
        RecordSet roles = records("role", "give");
        RecordSet sets = records("privilege_set", "give");
        RecordSet people = records(PERSON, "change");
        return List.of(roles, sets, people).stream().allMatch(RecordSet.EVERYTHING::equals);
    }

    /** Whether they may publish drafts at all. */
    boolean publishes() {
        return !records("draft", "publish").equals(RecordSet.NOTHING);
    }

    /** Whether an assignment is of something they may give, within bounds no wider than theirs. */
    boolean gives(String application, Element roleOrSet, Bounds bounds) {
        RecordType type = nembar.catalogue().recordType(typeOf(roleOrSet)).orElseThrow();
        Operation give = type.operation("give").orElseThrow();
        GovernedRecord record = new GovernedRecord(type.key(), values(application, roleOrSet));
        return access.holdingsFor(type, give, record, Relatives.NONE).stream()
                .anyMatch(own -> within(bounds, own.assignment().bounds()));
    }

    /** Whether they are a steward of the area. */
    boolean stewards(AccessModel model, Area area, Instant at) {
        return active()
                && model.directory()
                        .person(person.key())
                        .filter(
                                known ->
                                        model.seats().of(known.key()).stream()
                                                .anyMatch(
                                                        seat ->
                                                                model.has(
                                                                        area.stewards()
                                                                                .orElseThrow(),
                                                                        new Standpoint(
                                                                                known,
                                                                                seat.account(),
                                                                                at,
                                                                                false))))
                        .isPresent();
    }

    private RecordSet records(String typeKey, String operation) {
        return nembar.catalogue()
                .recordType(typeKey)
                .flatMap(
                        type -> type.operation(operation).map(known -> access.records(type, known)))
                .orElse(RecordSet.NOTHING);
    }

    private boolean may(String typeKey, String operation, Map<String, Object> values) {
        RecordType type = nembar.catalogue().recordType(typeKey).orElseThrow();
        return access.allows(
                type,
                type.operation(operation).orElseThrow(),
                new GovernedRecord(typeKey, values),
                Relatives.NONE);
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
