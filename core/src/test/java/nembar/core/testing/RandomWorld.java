package nembar.core.testing;

import static nembar.core.testing.Harbour.NOW;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.Expression;
import nembar.core.condition.Polarity;
import nembar.core.condition.Scope;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;

/** A random design over the {@link Harbour}, and random records; the same seed makes the same. */
public final class RandomWorld {
    private static final List<String> PEOPLE = List.of("ann", "ben", "cas", "eve", "fay", "tug");
    private static final List<String> UNITS = List.of("harbour", "pier", "quay");
    private static final List<String> ACCOUNTS = List.of("home", "red", "blue");
    private static final int RECORDS_OF_A_TYPE = 8;

    /** So many ways in which fields place records: each takes tables of its own. */
    private static final int PLACINGS = 8;

    private final Random random;
    private final Random shapes;
    private final Harbour harbour = new Harbour();
    private final Fleet fleet = new Fleet();

    /** Keys are of shapes of their own, so that what a seed made before is made still. */
    public RandomWorld(long seed) {
        this(new Random(seed), new Random(~seed));
    }

    public RandomWorld(Random random) {
        this(random, random);
    }

    private RandomWorld(Random random, Random shapes) {
        this.random = random;
        this.shapes = shapes;
        harbour.loadsFollow = any(List.of(Parent.Follows.values()));
        harbour.loadsLift = random.nextBoolean();
        for (String type : List.of("trip", "load", "note", "chart")) {
            KeyShape[] all = KeyShape.values();
            harbour.keys.put(type, all[shapes.nextInt(all.length)]);
        }
        Random places = new Random(shapes.nextInt(PLACINGS));
        for (String field : List.of("owner", "team", "unit", "account")) {
            harbour.placed.put(field, placed(field, places));
        }
        Catalogue catalogue = harbour.catalogue();
        for (int i = 0; i < 3 + random.nextInt(3); i++) {
            set(catalogue);
        }
        harbour.roles.add(
                new Role(
                        "role",
                        "Role",
                        "",
                        Role.MeantFor.ANY,
                        harbour.sets.stream().map(PrivilegeSet::key).limit(2).toList(),
                        Set.of()));
        for (int i = 0; i < 3 + random.nextInt(5); i++) {
            harbour.assignments.add(assignment("a" + i));
        }
        for (int i = 0; i < random.nextInt(3); i++) {
            harbour.accountFilters.add(accountFilter("f" + i));
        }
        for (int i = 0; i < random.nextInt(3); i++) {
            harbour.fieldFilters.add(fieldFilter("g" + i));
        }
        for (int i = 0; i < random.nextInt(3); i++) {
            harbour.sharingRules.add(sharingRule("h" + i));
        }
        for (int i = 0; i < random.nextInt(3); i++) {
            harbour.directShares.add(directShare("d" + i));
        }
        catalogue.recordTypes().forEach(this::records);
        nowAndThen();
    }

    /** A record has one unit and one account, and may have several owners and teams. */
    private static PlaceShape placed(String field, Random places) {
        List<PlaceShape> all = new ArrayList<>(List.of(PlaceShape.values()));
        boolean one = field.equals("unit") || field.equals("account");
        all.removeIf(shape -> one && shape.several());
        return all.get(places.nextInt(all.size()));
    }

    /** Now and then somebody is not active, an account held back or over, a function given. */
    private void nowAndThen() {
        if (random.nextInt(4) == 0) {
            harbour.statuses.put(
                    any(PEOPLE), any(List.of(PersonStatus.SUSPENDED, PersonStatus.INVITED)));
        }
        if (random.nextInt(3) == 0) {
            PrivilegeSet more = any(harbour.sets);
            List<Privilege> privileges = new ArrayList<>(more.privileges());
            privileges.add(
                    new Privilege.FunctionPrivilege(
                            random.nextBoolean() ? "forecast" : "survey", "run"));
            harbour.sets.set(
                    harbour.sets.indexOf(more),
                    new PrivilegeSet(more.key(), more.name(), more.purpose(), privileges));
        }
        if (random.nextInt(5) == 0) {
            harbour.pending.add(random.nextBoolean() ? "red" : "blue");
        }
        if (random.nextInt(5) == 0) {
            harbour.ends.put("blue", LocalDate.of(2026, 3, 2).plusDays(random.nextInt(3)));
        }
    }

    public AccessModel model() {
        return harbour.model();
    }

    /** The design's parts, to be added to before the model is made again. */
    public Harbour harbour() {
        return harbour;
    }

    public Fleet fleet() {
        return fleet;
    }

    /** Every person, with each account they may act for. */
    public static List<Standpoint> standpoints(AccessModel model) {
        List<Standpoint> all = new ArrayList<>();
        model.directory()
                .people()
                .forEach(
                        person ->
                                person.accounts()
                                        .forEach(
                                                account ->
                                                        all.add(
                                                                Standpoint.of(person, NOW)
                                                                        .actingFor(account))));
        return all;
    }

    public Assignment assignment(String key) {
        Assignment.Gives gives =
                random.nextInt(3) == 0
                        ? new Assignment.Gives.OfRole("role")
                        : new Assignment.Gives.OfSet(any(harbour.sets).key());
        Optional<Instant> from =
                random.nextInt(6) == 0
                        ? Optional.of(NOW.plus(Duration.ofDays(random.nextInt(5) - 2)))
                        : Optional.empty();
        Optional<Instant> until =
                random.nextInt(6) == 0
                        ? Optional.of(NOW.plus(Duration.ofDays(4 + random.nextInt(2))))
                        : Optional.empty();
        return new Assignment(
                key,
                audience(false),
                gives,
                bounds(),
                new Times(from, until, hours()),
                "",
                Optional.empty(),
                Optional.empty());
    }

    public AccountFilter accountFilter(String key) {
        return new AccountFilter(
                key,
                key,
                audience(true),
                accountScope(),
                random.nextBoolean() ? Set.of() : Set.of("trip"),
                random.nextInt(3) == 0
                        ? condition("trip", Polarity.OPENS).filter(one -> narrow(one.expression()))
                        : Optional.empty());
    }

    /** Whether the condition speaks only of what every type with an account has. */
    private static boolean narrow(Expression expression) {
        return expression.properties().stream()
                .allMatch(
                        name ->
                                name.startsWith("user.")
                                        || Set.of("id", "owner", "account").contains(name));
    }

    private Optional<Condition> condition(String type, Polarity standing) {
        Scope scope = model().scopeOf(model().catalogue().recordType(type).orElseThrow());
        return Optional.of(Condition.of(new RandomCondition(random, scope, UNITS).next(standing)));
    }

    private Optional<Condition> sometimes(String type, Polarity standing) {
        return random.nextInt(3) == 0 ? condition(type, standing) : Optional.empty();
    }

    private Optional<WeeklyHours> hours() {
        if (random.nextInt(6) > 0) {
            return Optional.empty();
        }
        Set<DayOfWeek> days = EnumSet.of(any(List.of(DayOfWeek.values())), DayOfWeek.TUESDAY);
        LocalTime from = LocalTime.of(10 + random.nextInt(4), 0);
        LocalTime to = random.nextBoolean() ? LocalTime.MIDNIGHT : from.plusHours(2);
        return Optional.of(new WeeklyHours(List.of(new WeeklyHours.Span(days, from, to))));
    }

    public SharingRule sharingRule(String key) {
        boolean trips = random.nextInt(3) > 0;
        boolean owned = random.nextInt(3) == 0;
        return new SharingRule(
                key,
                key,
                trips ? "trip" : "load",
                owned ? Optional.empty() : condition(trips ? "trip" : "load", Polarity.OPENS),
                owned ? Optional.of(audience(true)) : Optional.empty(),
                audience(true),
                opening(trips),
                new Times(Optional.empty(), Optional.empty(), hours()),
                "");
    }

    public DirectShare directShare(String key) {
        boolean trips = random.nextBoolean();
        String type = trips ? "trip" : "load";
        return new DirectShare(
                key,
                type,
                harbour.shape(type).key(type, random.nextInt(RECORDS_OF_A_TYPE)),
                audience(true),
                opening(trips),
                random.nextInt(4) == 0
                        ? Optional.of(NOW.plus(Duration.ofDays(random.nextInt(3) - 1)))
                        : Optional.empty(),
                "",
                Optional.empty());
    }

    private Opening opening(boolean trips) {
        Map<String, Set<String>> below = new HashMap<>();
        if (trips && random.nextBoolean()) {
            below.put("load", Set.of(any(List.of("view", "change", "create"))));
        }
        if (random.nextInt(3) == 0) {
            below.put("note", Set.of(any(List.of("view", "delete"))));
        }
        return new Opening(Set.of(any(List.of("view", "change", "delete"))), below);
    }

    /** Some changes that can be made to the design, one after the other. */
    public List<Change> changes() {
        List<Change> changes = new ArrayList<>();
        AccessModel model = model();
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            Change change = change(model.design(), "new" + i);
            try {
                model = Changes.apply(model, List.of(change));
                changes.add(change);
            } catch (ModelRefused impossible) {
                // A role that is still given, say: another change will do.
                continue;
            }
        }
        return changes;
    }

    private Change change(Design design, String key) {
        List<Element> there = design.elements();
        Element old = there.get(random.nextInt(there.size()));
        return switch (random.nextInt(7)) {
            case 0 -> Change.Put.of(assignment(key));
            case 1 -> Change.Put.of(accountFilter(key));
            case 2 -> Change.Put.of(fieldFilter(key));
            case 3 -> Change.Put.of(sharingRule(key));
            case 4 -> new Change.Put(directShare(key), OptionalInt.of(0));
            case 5 -> Change.Put.of(privilegeSet(catalogueOf(), any(design.sets()).key()));
            default -> Change.Remove.of(old);
        };
    }

    private Catalogue catalogueOf() {
        return harbour.catalogue();
    }

    /** Somebody who acts for somebody else with some of the sets. */
    public Delegation delegation(String key) {
        String principal = any(PEOPLE);
        String delegate = any(PEOPLE.stream().filter(one -> !one.equals(principal)).toList());
        return new Delegation(
                key, principal, delegate, List.of(any(harbour.sets).key()), Times.ALWAYS, "");
    }

    public FieldFilter fieldFilter(String key) {
        FieldFilter.Effect effect =
                any(
                        List.of(
                                new FieldFilter.Effect.Hide(),
                                new FieldFilter.Effect.Mask(MaskStyle.FULL),
                                new FieldFilter.Effect.Freeze()));
        return new FieldFilter(
                key,
                key,
                audience(true),
                "trip",
                Set.of(random.nextBoolean() ? "price" : "name"),
                effect,
                sometimes("trip", Polarity.RESTRICTS));
    }

    private void set(Catalogue catalogue) {
        harbour.sets.add(privilegeSet(catalogue, "s" + harbour.sets.size()));
    }

    private PrivilegeSet privilegeSet(Catalogue catalogue, String key) {
        List<Privilege> privileges = new ArrayList<>();
        for (int i = 0; i < 2 + random.nextInt(4); i++) {
            RecordType type = any(catalogue.recordTypes());
            List<Reach> sayable =
                    EnumSet.allOf(Reach.class).stream()
                            .filter(reach -> reach.unsaidOn(type).isEmpty())
                            .toList();
            List<Field> guarded = type.fields().stream().filter(Field::guarded).toList();
            if (!guarded.isEmpty() && random.nextInt(3) == 0) {
                privileges.add(
                        new Privilege.FieldPrivilege(
                                type.key(),
                                Set.of(any(guarded).key()),
                                any(List.of(Privilege.FieldPrivilege.Use.values())),
                                any(sayable),
                                sometimes(type.key(), Polarity.OPENS)));
            } else if (random.nextInt(8) == 0) {
                privileges.add(
                        new Privilege.FunctionPrivilege(
                                "tide", random.nextBoolean() ? "look" : "set"));
            } else {
                Operation operation = any(type.operations());
                privileges.add(
                        new Privilege.RecordPrivilege(
                                type.key(),
                                operation.key(),
                                any(sayable),
                                sometimes(type.key(), Polarity.OPENS)));
            }
        }
        return new PrivilegeSet(key, key, "", privileges);
    }

    private Audience audience(boolean holdersToo) {
        List<Audience.Part> parts = new ArrayList<>(List.of(part(holdersToo)));
        if (random.nextBoolean()) {
            parts.add(part(holdersToo));
        }
        List<Audience.Part> except = random.nextInt(4) == 0 ? List.of(part(holdersToo)) : List.of();
        return new Audience(parts, except);
    }

    private Audience.Part part(boolean holdersToo) {
        return switch (random.nextInt(holdersToo ? 8 : 7)) {
            case 0 -> new Audience.OnePerson(any(PEOPLE));
            case 1 -> new Audience.OneTeam(random.nextBoolean() ? "cranes" : "pilots");
            case 2 -> new Audience.OneUnit(any(UNITS), random.nextBoolean());
            case 3 -> new Audience.AllStaff();
            case 4 -> new Audience.AllExternals();
            case 5 -> new Audience.ExternalsOf(any(ACCOUNTS));
            case 6 -> new Audience.ExternalsTagged(random.nextBoolean() ? "fuel" : "grain");
            default -> new Audience.HoldersOf("role");
        };
    }

    private Bounds bounds() {
        return new Bounds(
                random.nextInt(3) == 0 ? Optional.of(accountScope()) : Optional.empty(),
                random.nextInt(3) == 0
                        ? Optional.of(
                                new Bounds.UnitScope(Set.of(any(UNITS)), random.nextBoolean()))
                        : Optional.empty());
    }

    private AccountScope accountScope() {
        Set<String> listed = new TreeSet<>();
        Set<String> tagged = new TreeSet<>();
        if (random.nextBoolean()) {
            listed.add(any(ACCOUNTS));
        }
        if (random.nextInt(3) == 0) {
            tagged.add("grain");
        }
        boolean actedFor = listed.isEmpty() && tagged.isEmpty() || random.nextInt(3) == 0;
        return new AccountScope(actedFor, listed, tagged);
    }

    private void records(RecordType type) {
        for (int i = 0; i < RECORDS_OF_A_TYPE; i++) {
            Map<String, Object> values = new HashMap<>();
            for (Field field : type.fields()) {
                Object value = value(field.key());
                if (value != null && field.link().isPresent()) {
                    value = several(value, value(field.key()));
                }
                if (value != null) {
                    values.put(field.key(), value);
                }
            }
            values.put("id", harbour.shape(type.key()).key(type.key(), i));
            fleet.add(new GovernedRecord(type.key(), values));
        }
    }

    /** One or two of them. */
    private List<String> several(Object value, Object other) {
        boolean two = other != null && !other.equals(value) && shapes.nextBoolean();
        return Stream.of(value, two ? other : value)
                .distinct()
                .map(Object::toString)
                .sorted()
                .toList();
    }

    /** Mostly something, sometimes nothing: missing values are half of what can go wrong. */
    private Object value(String field) {
        if (random.nextInt(7) == 0) {
            return null;
        }
        return switch (field) {
            case "owner" -> any(PEOPLE);
            case "team" -> random.nextBoolean() ? "cranes" : "pilots";
            case "name" -> any(RandomCondition.TEXTS);
            case "crew" -> (long) random.nextInt(9) - 3;
            case "fare" -> new BigDecimal(any(List.of("0", "1.00", "2.50", "-3", "100")));
            case "due" -> LocalDate.of(2026, 3, 1).plusDays(random.nextInt(5));
            case "leaves" ->
                    Instant.parse("2026-03-01T12:00:00Z").plusSeconds(random.nextInt(5) * 43_200L);
            case "hazard" -> random.nextBoolean();
            case "permits" -> any(List.of(List.of(), List.of("x"), List.of("y", "cranes")));
            case "state" -> any(List.of("planned", "sailing", "closed"));
            case "unit" -> any(UNITS);
            case "account" -> any(ACCOUNTS);
            case "trip", "load" ->
                    harbour.shape(field).key(field, random.nextInt(RECORDS_OF_A_TYPE));
            default -> field + random.nextInt(9);
        };
    }

    private <T> T any(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }
}
