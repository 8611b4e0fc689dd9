package nembar.core.decision;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.coverage.Relatives;
import nembar.core.decision.FieldCoverage.FieldGrant;
import nembar.core.decision.FunctionAccess.FunctionGrant;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldFilter.Effect;
import nembar.core.design.Privilege;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;

/**
 * All that one person may do, seen from one standpoint (docs/access-model.md, section 4). Nothing
 * is read or counted here: the answers are sets of records as symbols, so the same object serves
 * one record or a million. Not safe for use by several threads at once.
 */
public final class PersonAccess {
    private final AccessModel model;
    private final Standpoint who;
    private final Placing placing;
    private final List<Holding> holdings;
    private final Map<String, List<HeldPrivilege>> privilegesByType = new HashMap<>();
    private final Map<String, Coverage> known = new HashMap<>();

    private record HeldPrivilege(Holding holding, Privilege privilege) {}

    public PersonAccess(AccessModel model, Standpoint who) {
        this.model = model;
        this.who = who;
        this.placing = new Placing(model.directory(), who);
        this.holdings = who.active() ? holdingsInForce() : List.of();
        for (Holding holding : holdings) {
            for (Privilege privilege : holding.set().privileges()) {
                subject(privilege)
                        .ifPresent(
                                type ->
                                        privilegesByType
                                                .computeIfAbsent(type, any -> new ArrayList<>())
                                                .add(new HeldPrivilege(holding, privilege)));
            }
        }
    }

    public AccessModel model() {
        return model;
    }

    public Standpoint who() {
        return who;
    }

    /** The privilege sets in the person's hands, by assignments in force. */
    public List<Holding> holdings() {
        return holdings;
    }

    /**
     * May the person do this operation on this record? Steps 1 to 4 of section 4, in that order.
     *
     * @param record for create, the record as it would be
     */
    public Decision decide(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        if (!who.active()) {
            return Decision.notActive();
        }
        Coverage coverage = coverage(type, operation);
        List<Grant> grants =
                coverage.grants().stream()
                        .filter(grant -> grant.records().contains(record, type, relatives))
                        .toList();
        List<Cut> cuts =
                coverage.cuts().stream()
                        .filter(cut -> !cut.letsThrough().contains(record, type, relatives))
                        .toList();
        return new Decision(!grants.isEmpty() && cuts.isEmpty(), true, grants, cuts);
    }

    /** The records on which the person may do the operation. */
    public Coverage coverage(RecordType type, Operation operation) {
        Coverage fromAbove = coverageFromAbove(type, operation);
        if (!operation.equals(Operation.VIEW)) {
            return fromAbove;
        }
        String key = type.key() + " lifted";
        Coverage found = known.get(key);
        if (found == null) {
            List<Grant> grants = new ArrayList<>(fromAbove.grants());
            grants.addAll(lifts(type));
            found = new Coverage(type, operation, grants, fromAbove.withheld(), fromAbove.cuts());
            known.put(key, found);
        }
        return found;
    }

    /** What the person has of the field, on the records of its type. */
    public FieldCoverage field(RecordType type, Field field) {
        Coverage view = coverage(type, Operation.VIEW);
        RecordSet viewed = view.records();
        RecordSet changed = coverage(type, Operation.CHANGE).records();
        List<FieldGrant> grants = List.of();
        if (field.guarded()) {
            grants = fieldGrants(type, field);
            viewed = RecordSet.allOf(view.withoutLifts().records(), covered(grants.stream()));
            changed =
                    RecordSet.allOf(
                            changed,
                            covered(
                                    grants.stream()
                                            .filter(
                                                    grant ->
                                                            grant.privilege().use()
                                                                    == Privilege.FieldPrivilege.Use
                                                                            .CHANGE)));
        }
        RecordSet masked = viewed;
        List<FieldFilter> filters = filtersOn(type, field);
        for (FieldFilter filter : filters) {
            changed = RecordSet.NOTHING;
            if (!(filter.effect() instanceof Effect.Freeze)) {
                viewed = RecordSet.NOTHING;
            }
            if (filter.effect() instanceof Effect.Hide) {
                masked = RecordSet.NOTHING;
            }
        }
        return new FieldCoverage(type, field, masked, viewed, changed, grants, filters);
    }

    /** The person's level of the function. */
    public FunctionAccess function(Function function) {
        List<String> levels = function.levels();
        List<FunctionGrant> grants =
                holdings.stream()
                        .flatMap(
                                holding ->
                                        holding.set().privileges().stream()
                                                .filter(
                                                        Privilege.FunctionPrivilege.class
                                                                ::isInstance)
                                                .map(Privilege.FunctionPrivilege.class::cast)
                                                .filter(
                                                        privilege ->
                                                                privilege
                                                                        .function()
                                                                        .equals(function.key()))
                                                .map(
                                                        privilege ->
                                                                new FunctionGrant(
                                                                        holding, privilege)))
                        .sorted(
                                (one, other) ->
                                        levels.indexOf(other.privilege().level())
                                                - levels.indexOf(one.privilege().level()))
                        .toList();
        List<Function.Need> unmet = function.needs().stream().filter(need -> !meets(need)).toList();
        String level =
                grants.isEmpty() || !unmet.isEmpty()
                        ? Function.NONE
                        : grants.get(0).privilege().level();
        return new FunctionAccess(function, level, grants, grants.isEmpty() ? List.of() : unmet);
    }

    /** The records of the type that one privilege of one assignment covers, before any filter. */
    RecordSet covers(Holding holding, Reach reach, RecordType type) {
        return RecordSet.allOf(
                placing.within(reach, type), placing.within(holding.assignment().bounds(), type));
    }

    RecordSet reachOf(Reach reach, RecordType type) {
        return placing.within(reach, type);
    }

    /**
     * Whether a reach counts for the person on this type: externals have, on record types without
     * an account field, only the reach own.
     */
    boolean counts(Reach reach, RecordType type) {
        return !who.person().external()
                || type.places().account().isPresent()
                || reach == Reach.OWN;
    }

    /** Grants by assignment and by parent, with the filters; the base that lifts come on top of. */
    private Coverage coverageFromAbove(RecordType type, Operation operation) {
        String key = type.key() + " " + operation.key();
        Coverage found = known.get(key);
        if (found != null) {
            return found;
        }
        List<Grant> grants = new ArrayList<>();
        List<Grant> withheld = new ArrayList<>();
        for (HeldPrivilege held : privilegesByType.getOrDefault(type.key(), List.of())) {
            if (held.privilege() instanceof Privilege.RecordPrivilege privilege
                    && privilege.reach() != Reach.NONE
                    && type.operation(privilege.operation())
                            .filter(given -> given.carries(operation))
                            .isPresent()) {
                Grant grant =
                        new Grant(
                                new Route.ByAssignment(held.holding(), privilege),
                                covers(held.holding(), privilege.reach(), type));
                (counts(privilege.reach(), type) ? grants : withheld).add(grant);
            }
        }
        follow(type, operation).ifPresent(grants::add);
        Coverage coverage = new Coverage(type, operation, grants, withheld, cuts(type));
        known.put(key, coverage);
        return coverage;
    }

    /** What comes down from the parent, which must itself not be there by a lift. */
    private Optional<Grant> follow(RecordType type, Operation operation) {
        if (type.parent().isEmpty()) {
            return Optional.empty();
        }
        Parent link = type.parent().get();
        Optional<Operation> onParent =
                switch (link.follows()) {
                    case NONE -> Optional.empty();
                    case VIEW ->
                            operation.equals(Operation.VIEW)
                                    ? Optional.of(Operation.VIEW)
                                    : Optional.empty();
                    case ALL ->
                            switch (operation.key()) {
                                case "view" -> Optional.of(Operation.VIEW);
                                case "change", "create", "delete" -> Optional.of(Operation.CHANGE);
                                default -> Optional.empty();
                            };
                };
        RecordType parent = model.catalogue().parentOf(type).orElseThrow();
        return onParent.map(given -> coverageFromAbove(parent, given))
                .filter(coverage -> !coverage.records().equals(RecordSet.NOTHING))
                .map(
                        coverage ->
                                new Grant(
                                        new Route.ByParent(parent, coverage),
                                        RecordSet.parentIn(
                                                parent, link.through(), coverage.records())));
    }

    private List<Grant> lifts(RecordType type) {
        List<Grant> lifts = new ArrayList<>();
        for (RecordType child : model.catalogue().childrenOf(type)) {
            Parent link = child.parent().orElseThrow();
            Coverage ofChild = coverage(child, Operation.VIEW);
            if (link.lifts() && !ofChild.records().equals(RecordSet.NOTHING)) {
                lifts.add(
                        new Grant(
                                new Route.ByChild(child, ofChild),
                                RecordSet.childIn(child, link.through(), ofChild.records())));
            }
        }
        return lifts;
    }

    private List<Cut> cuts(RecordType type) {
        List<Cut> cuts = new ArrayList<>();
        if (who.person().external() && type.places().account().isPresent()) {
            cuts.add(
                    new Cut(Optional.empty(), placing.ofAccounts(AccountScope.ofActedFor(), type)));
        }
        for (AccountFilter filter : model.design().accountFilters()) {
            if (filter.binds(type) && model.has(filter.audience(), who)) {
                cuts.add(new Cut(Optional.of(filter), placing.ofAccounts(filter.accounts(), type)));
            }
        }
        return cuts;
    }

    private List<FieldGrant> fieldGrants(RecordType type, Field field) {
        List<FieldGrant> grants = new ArrayList<>();
        for (HeldPrivilege held : privilegesByType.getOrDefault(type.key(), List.of())) {
            if (held.privilege() instanceof Privilege.FieldPrivilege privilege
                    && privilege.fields().contains(field.key())
                    && counts(privilege.reach(), type)) {
                grants.add(
                        new FieldGrant(
                                held.holding(),
                                privilege,
                                covers(held.holding(), privilege.reach(), type)));
            }
        }
        return grants;
    }

    private static RecordSet covered(Stream<FieldGrant> grants) {
        return RecordSet.anyOf(grants.map(FieldGrant::records).toList());
    }

    private List<FieldFilter> filtersOn(RecordType type, Field field) {
        return model.design().fieldFilters().stream()
                .filter(filter -> filter.recordType().equals(type.key()))
                .filter(filter -> filter.fields().contains(field.key()))
                .filter(filter -> model.has(filter.audience(), who))
                .toList();
    }

    private boolean meets(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            Function function = model.catalogue().function(of.function()).orElseThrow();
            return function(function).atLeast(of.level());
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        RecordType type = model.catalogue().recordType(of.recordType()).orElseThrow();
        Operation operation = type.operation(of.operation()).orElseThrow();
        return !coverage(type, operation).grants().isEmpty();
    }

    private List<Holding> holdingsInForce() {
        List<Holding> held = new ArrayList<>();
        for (Assignment assignment : model.design().assignments()) {
            if (assignment.inForce(who.at())) {
                held.addAll(holdingsBy(assignment));
            }
        }
        return held;
    }

    /** What the assignment gives the person while in force; empty where its audience lacks them. */
    List<Holding> holdingsBy(Assignment assignment) {
        return model.partOf(assignment.audience(), who).stream()
                .flatMap(
                        part ->
                                model.design().setsOf(assignment.gives()).stream()
                                        .map(
                                                set ->
                                                        new Holding(
                                                                part,
                                                                assignment,
                                                                roleOf(assignment),
                                                                set)))
                .toList();
    }

    private Optional<Role> roleOf(Assignment assignment) {
        return assignment.gives() instanceof Assignment.Gives.OfRole of
                ? model.design().role(of.role())
                : Optional.empty();
    }

    private static Optional<String> subject(Privilege privilege) {
        if (privilege instanceof Privilege.RecordPrivilege of) {
            return Optional.of(of.recordType());
        }
        return privilege instanceof Privilege.FieldPrivilege of
                ? Optional.of(of.recordType())
                : Optional.empty();
    }
}
