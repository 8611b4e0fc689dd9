package nembar.core.testing;

import static nembar.core.testing.Harbour.NOW;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;

/** A random design over the {@link Harbour}, and random records; the same seed makes the same. */
public final class RandomWorld {
    private static final List<String> PEOPLE = List.of("ann", "ben", "cas", "eve", "fay");
    private static final List<String> UNITS = List.of("harbour", "pier", "quay");
    private static final List<String> ACCOUNTS = List.of("home", "red", "blue");
    private static final int RECORDS_OF_A_TYPE = 24;

    private final Random random;
    private final Harbour harbour = new Harbour();
    private final Fleet fleet = new Fleet();

    public RandomWorld(long seed) {
        random = new Random(seed);
        harbour.loadsFollow = any(List.of(Parent.Follows.values()));
        harbour.loadsLift = random.nextBoolean();
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
        catalogue.recordTypes().forEach(this::records);
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
                from,
                until,
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
                random.nextBoolean() ? Set.of() : Set.of("trip"));
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
                effect);
    }

    private void set(Catalogue catalogue) {
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
                                any(sayable)));
            } else {
                Operation operation = any(type.operations());
                privileges.add(
                        new Privilege.RecordPrivilege(type.key(), operation.key(), any(sayable)));
            }
        }
        String key = "s" + harbour.sets.size();
        harbour.sets.add(new PrivilegeSet(key, key, "", privileges));
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
            case 1 -> new Audience.OneTeam("cranes");
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
                String value = value(field.key());
                if (value != null) {
                    values.put(field.key(), value);
                }
            }
            values.put("id", type.key() + i);
            fleet.add(new GovernedRecord(type.key(), values));
        }
    }

    /** Mostly something, sometimes nothing: missing values are half of what can go wrong. */
    private String value(String field) {
        if (random.nextInt(7) == 0) {
            return null;
        }
        return switch (field) {
            case "owner" -> any(PEOPLE);
            case "team" -> "cranes";
            case "unit" -> any(UNITS);
            case "account" -> any(ACCOUNTS);
            case "trip", "load" -> field + random.nextInt(RECORDS_OF_A_TYPE);
            default -> field + random.nextInt(9);
        };
    }

    private <T> T any(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }
}
