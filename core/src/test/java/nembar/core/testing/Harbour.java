package nembar.core.testing;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Parent;
import nembar.core.condition.Condition;
import nembar.core.condition.ValueType;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.Route;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;

/**
 * A harbour of a few people and four record types, whose design each test fills for itself. Ann
 * manages Ben, who manages Cas; Ann sits in the harbour, Ben on the pier below it, Cas on the quay.
 * Eve is external, of two accounts.
 */
public final class Harbour {
    public static final Instant NOW = Instant.parse("2026-03-03T12:00:00Z");

    public final List<PrivilegeSet> sets = new ArrayList<>();
    public final List<Role> roles = new ArrayList<>();
    public final List<Assignment> assignments = new ArrayList<>();
    public final List<AccountFilter> accountFilters = new ArrayList<>();
    public final List<FieldFilter> fieldFilters = new ArrayList<>();
    public final List<SharingRule> sharingRules = new ArrayList<>();
    public final List<DirectShare> directShares = new ArrayList<>();
    public final List<Delegation> delegations = new ArrayList<>();
    public final List<Expectation> expectations = new ArrayList<>();
    public final List<SeatPool> seatPools = new ArrayList<>();
    public Optional<Condition> pilots = Optional.of(Condition.ofText("user.grade > 3"));
    public ZoneId zone = ZoneId.of("UTC");
    public Parent.Follows loadsFollow = Parent.Follows.NONE;
    public boolean loadsLift;
    public final Map<String, KeyShape> keys = new HashMap<>();

    /** How the fields that place records name people, teams, units and accounts. */
    public final Map<String, PlaceShape> placed = new HashMap<>();

    public final Map<String, PersonStatus> statuses = new HashMap<>();
    public final Set<String> pending = new HashSet<>();
    public final Map<String, LocalDate> ends = new HashMap<>();

    public AccessModel model() {
        return AccessModel.of(
                new Application("harbour", "Harbour", zone), catalogue(), directory(), design());
    }

    public Design design() {
        return Design.of(
                sets,
                roles,
                assignments,
                sharingRules,
                directShares,
                accountFilters,
                fieldFilters,
                delegations,
                expectations,
                seatPools);
    }

    public Directory directory() {
        return new Directory(
                List.of(
                        new Attribute("grade", "Grade", ValueType.NUMBER, List.of()),
                        new Attribute("skills", "Skills", ValueType.LIST, List.of()),
                        new Attribute("badge", "Badge", ValueType.TEXT, List.of())),
                List.of(
                        new Account("home", "Home", true, Set.of()),
                        account("red", "Red Line", "fuel"),
                        account("blue", "Blue Line", "grain")),
                List.of(
                        new Unit("harbour", "Harbour", Optional.empty()),
                        new Unit("pier", "Pier", Optional.of("harbour")),
                        new Unit("quay", "Quay", Optional.of("harbour"))),
                List.of(
                        new Team("cranes", "Cranes", Set.of("ben"), Set.of("cas")),
                        new Team("pilots", "Pilots", Set.of(), Set.of("ann"), pilots)),
                List.of(
                        staff("ann", "harbour", null),
                        staff("ben", "pier", "ann"),
                        staff("cas", "quay", "ben"),
                        external("eve", "red", "blue"),
                        external("fay", "red"),
                        service("tug")));
    }

    public Catalogue catalogue() {
        return new HarbourCatalogue(keys, placed, loadsFollow, loadsLift).catalogue();
    }

    /** What the keys of a type are. */
    public KeyShape shape(String type) {
        return HarbourCatalogue.shape(keys, type);
    }

    /** Puts privileges into a set of their own and gives it to an audience. */
    public Harbour give(Audience audience, Privilege... privileges) {
        return give(audience, Bounds.NONE, privileges);
    }

    public Harbour give(Audience audience, Bounds bounds, Privilege... privileges) {
        return give(audience, bounds, Optional.empty(), Optional.empty(), privileges);
    }

    public Harbour give(
            Audience audience,
            Bounds bounds,
            Optional<Instant> from,
            Optional<Instant> until,
            Privilege... privileges) {
        String key = "set" + sets.size();
        sets.add(new PrivilegeSet(key, "Set " + sets.size(), "", Arrays.asList(privileges)));
        assignments.add(
                new Assignment(
                        "give" + assignments.size(),
                        audience,
                        new Assignment.Gives.OfSet(key),
                        bounds,
                        Times.between(from, until),
                        "",
                        Optional.empty(),
                        Optional.empty()));
        return this;
    }

    public static Audience to(String person) {
        return Audience.anyOf(new Audience.OnePerson(person));
    }

    public static Privilege may(String type, String operation, Reach reach) {
        return new Privilege.RecordPrivilege(type, operation, reach);
    }

    public static Privilege field(
            String type, String field, Privilege.FieldPrivilege.Use use, Reach reach) {
        return new Privilege.FieldPrivilege(type, Set.of(field), use, reach);
    }

    /** As {@link #may}, only where the condition holds. */
    public static Privilege may(String type, String operation, Reach reach, String condition) {
        return new Privilege.RecordPrivilege(
                type, operation, reach, Optional.of(Condition.ofText(condition)));
    }

    /** A record: type, key, then field and value in turn. */
    public static GovernedRecord record(String type, String id, String... fields) {
        Map<String, Object> values = new HashMap<>();
        values.put("id", id);
        for (int i = 0; i < fields.length; i += 2) {
            values.put(fields[i], fields[i + 1]);
        }
        return new GovernedRecord(type, values);
    }

    public PersonAccess access(String person) {
        AccessModel model = model();
        return new PersonAccess(
                model, Standpoint.of(model.directory().person(person).orElseThrow(), NOW));
    }

    public PersonAccess access(String person, String account) {
        AccessModel model = model();
        return new PersonAccess(
                model,
                Standpoint.of(model.directory().person(person).orElseThrow(), NOW)
                        .actingFor(account));
    }

    private Account account(String key, String name, String tag) {
        return new Account(
                key,
                name,
                false,
                Set.of(tag),
                pending.contains(key),
                Optional.ofNullable(ends.get(key)));
    }

    private PersonStatus status(String key) {
        return statuses.getOrDefault(key, PersonStatus.ACTIVE);
    }

    private Person staff(String key, String unit, String manager) {
        return new Person(
                key,
                PersonKind.STAFF,
                key + "@home.example",
                Character.toUpperCase(key.charAt(0)) + key.substring(1),
                "",
                List.of("home"),
                Optional.of(unit),
                Optional.ofNullable(manager),
                ZoneId.of("UTC"),
                status(key),
                attributes(key));
    }

    /** Ann's grade is 5 and Ben's 2; Cas has none, and no badge. */
    private static Map<String, Object> attributes(String key) {
        return switch (key) {
            case "ann" -> Map.of("grade", new BigDecimal(5), "skills", List.of("x"), "badge", "a");
            case "ben" -> Map.of("grade", new BigDecimal(2), "skills", List.of("x", "y"));
            default -> Map.of();
        };
    }

    private Person external(String key, String... accounts) {
        return new Person(
                key,
                PersonKind.EXTERNAL,
                key + "@outside.example",
                Character.toUpperCase(key.charAt(0)) + key.substring(1),
                "",
                List.of(accounts),
                Optional.empty(),
                Optional.empty(),
                ZoneId.of("UTC"),
                status(key));
    }

    private Person service(String key) {
        return new Person(
                key,
                PersonKind.SERVICE,
                key + "@home.example",
                "Tug",
                "",
                List.of("home"),
                Optional.empty(),
                Optional.empty(),
                ZoneId.of("UTC"),
                status(key));
    }

    /** The model with nothing in its design but what this route is made of, and no filters. */
    public static AccessModel withOnly(AccessModel model, Route route) {
        List<Element> kept = new ArrayList<>();
        kept.addAll(model.design().sets());
        kept.addAll(model.design().roles());
        if (route instanceof Route.ByAssignment by) {
            kept.add(by.holding().assignment());
        } else if (route instanceof Route.BySharing by) {
            kept.add(by.rule());
            kept.addAll(model.design().assignments());
        } else if (route instanceof Route.ByShare by) {
            kept.add(by.share());
            kept.addAll(model.design().assignments());
        } else {
            return model;
        }
        return AccessModel.of(
                model.application(), model.catalogue(), model.directory(), Design.of(kept));
    }

    /** Whether the route's condition asks for a function, which another assignment may give. */
    public static boolean speaksOfOthers(Route.ByAssignment by) {
        return by.privilege().condition().map(Condition::text).orElse("").contains("has(");
    }
}
