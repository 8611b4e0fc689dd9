package nembar.core.decision;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Binding;
import nembar.core.condition.Condition;
import nembar.core.condition.Expression;
import nembar.core.decision.FieldCoverage.FieldGrant;
import nembar.core.decision.FunctionAccess.FunctionGrant;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldFilter.Effect;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.directory.PersonValues;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;

/**
 * All that one person may do, seen from one standpoint (docs/access-model.md, section 4). Nothing
 * is read or counted here: the answers are sets of records as symbols, so the same object serves
 * one record or a million. Safe for use by several threads at once.
 */
public final class PersonAccess implements Access {
    private final AccessModel model;
    private final Standpoint who;
    private final boolean external;
    private final PersonValues values;
    private final ReachRecords reaches;
    private final List<Holding> holdings;
    private final Optional<Delegated> delegated;
    private final List<PersonAccess> cutToo;
    private final boolean timeless;
    private final Sharing sharing;
    private final Map<String, List<HeldPrivilege>> privilegesByType = new HashMap<>();
    private final Map<String, Coverage> known = new ConcurrentHashMap<>();
    private final Map<String, Map<String, RecordSet>> covered = new ConcurrentHashMap<>();

    private record HeldPrivilege(Holding holding, Privilege privilege) {}

    /**
     * What somebody's acting for another is made of. Both accesses are cut by the delegate's
     * filters too, on every record type: also on parents that are followed and children that lift.
     *
     * @param principal the principal's own access, kept in as an external's where either is one
     * @param listed what the listed sets alone would give at the principal's place
     * @param delegate the delegate at each of their own accounts
     */
    private record Delegated(
            PersonAccess principal, PersonAccess listed, List<PersonAccess> delegate) {
        /** A delegate who could not act for themselves acts for nobody. */
        boolean active() {
            return delegate.stream().anyMatch(PersonAccess::active);
        }
    }

    /**
     * How an access is to be worked out.
     *
     * @param external whether to keep the person in as externals are
     * @param sets holdings to look at instead of the person's own, and nothing besides them
     * @param cutToo others whose account filters cut as well
     * @param timeless whether what depends on the instant in conditions stays open
     */
    private record How(
            boolean external,
            Optional<List<Holding>> sets,
            List<PersonAccess> cutToo,
            boolean timeless) {}

    public PersonAccess(AccessModel model, Standpoint who) {
        this(model, who, own(who, false));
    }

    /**
     * The access for comparing: what is in force is that of the standpoint's instant, and {@code
     * now()} and {@code today()} stay open in conditions, so that sets are equal only where they
     * are at every instant. Such sets can be compared, and neither counted nor asked for a record.
     */
    public static PersonAccess timeless(AccessModel model, Standpoint who) {
        return new PersonAccess(model, who, own(who, true));
    }

    private static How own(Standpoint who, boolean timeless) {
        return new How(who.person().external(), Optional.empty(), List.of(), timeless);
    }

    private PersonAccess(AccessModel model, Standpoint who, How how) {
        this.model = model;
        this.who = who;
        this.external = how.external();
        this.cutToo = how.cutToo();
        this.timeless = how.timeless();
        Optional<List<Holding>> sets = how.sets();
        this.reaches = new ReachRecords(model.directory(), who);
        this.values =
                new PersonValues(
                        model.directory(),
                        who.person(),
                        who.account(),
                        who.at(),
                        model.application().zone(),
                        timeless,
                        this::has);
        this.sharing = new Sharing(model, who, this::bound, sets.isEmpty());
        this.delegated = who.through().map(delegation -> delegated(delegation));
        this.holdings =
                delegated
                        .map(by -> by.listed().holdings())
                        .or(() -> sets)
                        .orElseGet(() -> model.active(who) ? holdingsInForce() : List.of());
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
     * Step 1 of the decision: the person and the account acted for are active; under a delegation,
     * the delegate is too, and the delegation is in force.
     */
    public boolean active() {
        return model.active(who)
                && delegated
                        .map(
                                by ->
                                        by.active()
                                                && model.inForce(
                                                        who.through().orElseThrow().times(),
                                                        who.at()))
                        .orElse(true);
    }

    /**
     * May the person do this operation on this record? Steps 1 to 4 of section 4, in that order.
     *
     * @param record for create, the record as it would be
     */
    public Decision decide(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        if (!active()) {
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

    /**
     * May the person change this record into that one? Both states must be covered; where the first
     * is, the answer is that on the second.
     */
    public Decision decideChange(
            RecordType type, GovernedRecord before, GovernedRecord after, Relatives relatives) {
        Decision first = decide(type, Operation.CHANGE, before, relatives);
        return first.allowed() ? decide(type, Operation.CHANGE, after, relatives) : first;
    }

    /** The answer of {@link #decide} alone, without its reasons. */
    public boolean allows(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        return active() && records(type, operation).contains(record, type, relatives);
    }

    /** The records on which the person may do the operation; worked out once. */
    @Override
    public RecordSet records(RecordType type, Operation operation) {
        Map<String, RecordSet> ofType = covered.get(type.key());
        if (ofType == null) {
            ofType = new ConcurrentHashMap<>();
            covered.put(type.key(), ofType);
        }
        RecordSet found = ofType.get(operation.key());
        if (found == null) {
            found = coverage(type, operation).records();
            ofType.put(operation.key(), found);
        }
        return found;
    }

    /** The records on which the person may do the operation, with what makes it so. */
    public Coverage coverage(RecordType type, Operation operation) {
        String key = type.key() + " whole " + operation.key();
        Coverage found = known.get(key);
        if (found == null) {
            found =
                    delegated.isPresent()
                            ? throughDelegation(type, operation)
                            : withLifts(type, operation);
            known.put(key, found);
        }
        return found;
    }

    /** What the person has of the field, on the records of its type. */
    @Override
    public FieldCoverage field(RecordType type, Field field) {
        FieldCoverage base = unfiltered(type, field);
        RecordSet masked = base.masked();
        RecordSet viewed = base.viewed();
        RecordSet changed = base.changed();
        List<FieldFilter> filters = new ArrayList<>();
        for (PersonAccess filtered : filteredFor()) {
            for (FieldFilter filter : filtered.filtersOn(type, field)) {
                RecordSet spared = filtered.spared(filter, type);
                filters.add(filter);
                changed = RecordSet.allOf(changed, spared);
                if (!(filter.effect() instanceof Effect.Freeze)) {
                    viewed = RecordSet.allOf(viewed, spared);
                }
                if (filter.effect() instanceof Effect.Hide) {
                    masked = RecordSet.allOf(masked, spared);
                }
            }
        }
        return new FieldCoverage(
                type,
                field,
                masked,
                viewed,
                changed,
                base.grants(),
                filters.stream().distinct().toList());
    }

    @Override
    public boolean asItsRecord(RecordType type, Field field) {
        return !field.guarded()
                && filteredFor().stream().allMatch(one -> one.filtersOn(type, field).isEmpty());
    }

    @Override
    public String level(Function function) {
        return function(function).level();
    }

    /** The person's level of the function, with what makes it so. */
    public FunctionAccess function(Function function) {
        if (delegated.isPresent()) {
            if (!active()) {
                return new FunctionAccess(function, Function.NONE, List.of(), List.of());
            }
            FunctionAccess own = delegated.get().principal().function(function);
            FunctionAccess listed = delegated.get().listed().function(function);
            return own.atLeast(listed.level()) ? listed : own;
        }
        List<String> levels = function.levels();
        List<FunctionGrant> grants = new ArrayList<>();
        for (Holding holding : holdings) {
            for (Privilege privilege : holding.set().privileges()) {
                if (privilege instanceof FunctionPrivilege of
                        && of.function().equals(function.key())) {
                    grants.add(new FunctionGrant(holding, of));
                }
            }
        }
        grants.sort(
                (one, other) ->
                        levels.indexOf(other.privilege().level())
                                - levels.indexOf(one.privilege().level()));
        List<Function.Need> unmet = function.needs().stream().filter(need -> !meets(need)).toList();
        String level =
                grants.isEmpty() || !unmet.isEmpty()
                        ? Function.NONE
                        : grants.get(0).privilege().level();
        return new FunctionAccess(function, level, grants, grants.isEmpty() ? List.of() : unmet);
    }

    /** The records of the type within a privilege's reach, its condition and the bounds. */
    private RecordSet covers(
            Holding holding, Reach reach, Optional<Condition> condition, RecordType type) {
        return RecordSet.allOf(
                reaches.within(reach, type),
                meeting(condition, type),
                reaches.within(holding.assignment().bounds(), type));
    }

    RecordSet reachOf(Reach reach, RecordType type) {
        return reaches.within(reach, type);
    }

    RecordSet within(Assignment assignment, RecordType type) {
        return reaches.within(assignment.bounds(), type);
    }

    /** The records that meet the condition, seen from the person; all where there is none. */
    public RecordSet meeting(Optional<Condition> condition, RecordType type) {
        return condition.map(one -> bound(one, type)).orElse(RecordSet.EVERYTHING);
    }

    /**
     * Whether a reach counts for the person on this type: externals have, on record types without
     * an account field, only the reach own.
     */
    boolean counts(Reach reach, RecordType type) {
        return !external || type.places().account().isPresent() || reach == Reach.OWN;
    }

    private RecordSet bound(Condition condition, RecordType type) {
        return RecordSet.where(
                Binding.bind(condition.expression(), values), condition.words(model.scopeOf(type)));
    }

    private boolean has(String function, String level) {
        return model.catalogue()
                .function(function)
                .map(known -> function(known).atLeast(level))
                .orElse(false);
    }

    private Delegated delegated(Delegation delegation) {
        Standpoint own = who.inOwnRight();
        Person delegate = model.directory().person(delegation.delegate()).orElseThrow();
        boolean either = who.person().external() || delegate.external();
        List<Optional<String>> accounts =
                delegate.accounts().isEmpty()
                        ? List.of(Optional.empty())
                        : delegate.accounts().stream().map(Optional::of).toList();
        List<PersonAccess> personas =
                accounts.stream()
                        .map(
                                account ->
                                        new Standpoint(
                                                delegate, account, who.at(), who.asIfActive()))
                        .map(
                                persona ->
                                        new PersonAccess(
                                                model,
                                                persona,
                                                new How(
                                                        false,
                                                        Optional.empty(),
                                                        List.of(),
                                                        timeless)))
                        .toList();
        List<Holding> sets =
                delegation.sets().stream()
                        .flatMap(key -> model.design().set(key).stream())
                        .map(set -> Holding.listed(delegation, set))
                        .toList();
        return new Delegated(
                new PersonAccess(model, own, new How(either, Optional.empty(), personas, timeless)),
                new PersonAccess(
                        model, own, new How(either, Optional.of(sets), personas, timeless)),
                personas);
    }

    /** What both the principal's own access and the listed sets allow, cut by both's filters. */
    private Coverage throughDelegation(RecordType type, Operation operation) {
        Delegated by = delegated.orElseThrow();
        Coverage own = by.principal().coverage(type, operation);
        if (!active()) {
            return new Coverage(type, operation, List.of(), List.of(), own.cuts());
        }
        RecordSet listed = by.listed().records(type, operation);
        List<Grant> grants =
                own.grants().stream()
                        .map(
                                grant ->
                                        new Grant(
                                                grant.route(),
                                                RecordSet.allOf(grant.records(), listed)))
                        .filter(grant -> !grant.records().equals(RecordSet.NOTHING))
                        .toList();
        return new Coverage(type, operation, grants, own.withheld(), own.cuts());
    }

    private Coverage withLifts(RecordType type, Operation operation) {
        Coverage fromAbove = coverageFromAbove(type, operation);
        if (!operation.equals(Operation.VIEW)) {
            return fromAbove;
        }
        List<Grant> grants = new ArrayList<>(fromAbove.grants());
        grants.addAll(lifts(type));
        return new Coverage(type, operation, grants, fromAbove.withheld(), fromAbove.cuts());
    }

    /** Grants by assignment, share and parent, with the filters; lifts come on top of it. */
    private Coverage coverageFromAbove(RecordType type, Operation operation) {
        String key = type.key() + " from above " + operation.key();
        Coverage found = known.get(key);
        if (found != null) {
            return found;
        }
        List<Grant> grants = new ArrayList<>();
        List<Grant> withheld = new ArrayList<>();
        for (HeldPrivilege held : privilegesByType.getOrDefault(type.key(), List.of())) {
            if (held.privilege() instanceof RecordPrivilege privilege
                    && gives(privilege, type, operation)) {
                Grant grant =
                        new Grant(
                                new Route.ByAssignment(held.holding(), privilege),
                                covers(
                                        held.holding(),
                                        privilege.reach(),
                                        privilege.condition(),
                                        type));
                (counts(privilege.reach(), type) ? grants : withheld).add(grant);
            }
        }
        grants.addAll(sharing.grants(type, operation));
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
            if (link.lifts()) {
                Coverage ofChild = coverage(child, Operation.VIEW);
                RecordSet lifted = RecordSet.childIn(child, link.through(), ofChild.records());
                if (!lifted.equals(RecordSet.NOTHING)) {
                    lifts.add(new Grant(new Route.ByChild(child, ofChild), lifted));
                }
            }
        }
        return lifts;
    }

    private List<Cut> cuts(RecordType type) {
        List<Cut> cuts = new ArrayList<>();
        if (external && type.places().account().isPresent()) {
            cuts.add(
                    new Cut(Optional.empty(), reaches.ofAccounts(AccountScope.ofActedFor(), type)));
        }
        for (AccountFilter filter : model.design().accountFilters()) {
            if (filter.binds(type)) {
                letThrough(filter, type)
                        .ifPresent(records -> cuts.add(new Cut(Optional.of(filter), records)));
                Optional<RecordSet> theirs =
                        cutToo.stream()
                                .flatMap(other -> other.letThrough(filter, type).stream())
                                .reduce(RecordSet::anyOf);
                theirs.map(records -> new Cut(Optional.of(filter), records))
                        .filter(cut -> !cuts.contains(cut))
                        .ifPresent(cuts::add);
            }
        }
        return cuts;
    }

    /** What the filter lets through; empty where it does not apply to the person. */
    private Optional<RecordSet> letThrough(AccountFilter filter, RecordType type) {
        return model.has(filter.audience(), who)
                ? Optional.of(
                        RecordSet.allOf(
                                reaches.ofAccounts(filter.accounts(), type),
                                meeting(filter.condition(), type)))
                : Optional.empty();
    }

    /** What the person has of the field before any field filter. */
    private FieldCoverage unfiltered(RecordType type, Field field) {
        if (delegated.isPresent()) {
            FieldCoverage own = delegated.get().principal().unfiltered(type, field);
            FieldCoverage listed = delegated.get().listed().unfiltered(type, field);
            RecordSet viewable = records(type, Operation.VIEW);
            RecordSet viewed = RecordSet.allOf(own.viewed(), listed.viewed(), viewable);
            RecordSet changeable = records(type, Operation.CHANGE);
            RecordSet changed = RecordSet.allOf(own.changed(), listed.changed(), changeable);
            return new FieldCoverage(type, field, viewed, viewed, changed, own.grants(), List.of());
        }
        RecordSet viewed = records(type, Operation.VIEW);
        RecordSet changed = records(type, Operation.CHANGE);
        List<FieldGrant> grants = List.of();
        if (field.guarded()) {
            grants = fieldGrants(type, field);
            viewed =
                    RecordSet.allOf(
                            coverage(type, Operation.VIEW).withoutLifts().records(),
                            covered(grants.stream()));
            changed =
                    RecordSet.allOf(
                            changed,
                            covered(
                                    grants.stream()
                                            .filter(
                                                    grant ->
                                                            grant.privilege().use()
                                                                    == FieldPrivilege.Use.CHANGE)));
        }
        return new FieldCoverage(type, field, viewed, viewed, changed, grants, List.of());
    }

    private List<FieldGrant> fieldGrants(RecordType type, Field field) {
        List<FieldGrant> grants = new ArrayList<>();
        for (HeldPrivilege held : privilegesByType.getOrDefault(type.key(), List.of())) {
            if (held.privilege() instanceof FieldPrivilege privilege
                    && privilege.fields().contains(field.key())
                    && counts(privilege.reach(), type)) {
                grants.add(
                        new FieldGrant(
                                held.holding(),
                                privilege,
                                covers(
                                        held.holding(),
                                        privilege.reach(),
                                        privilege.condition(),
                                        type)));
            }
        }
        return grants;
    }

    private static RecordSet covered(Stream<FieldGrant> grants) {
        return RecordSet.anyOf(grants.map(FieldGrant::records).toList());
    }

    /** Whose field filters apply: the person's, or those of principal and delegate. */
    private List<PersonAccess> filteredFor() {
        List<PersonAccess> filtered = new ArrayList<>();
        filtered.add(delegated.map(Delegated::principal).orElse(this));
        delegated.ifPresent(by -> filtered.addAll(by.delegate()));
        return filtered;
    }

    private List<FieldFilter> filtersOn(RecordType type, Field field) {
        List<FieldFilter> filters = new ArrayList<>();
        for (FieldFilter filter : model.design().fieldFilters()) {
            if (filter.recordType().equals(type.key())
                    && filter.fields().contains(field.key())
                    && model.has(filter.audience(), who)) {
                filters.add(filter);
            }
        }
        return filters;
    }

    /** The records to which a filter does not apply: those on which its condition is false. */
    private RecordSet spared(FieldFilter filter, RecordType type) {
        return filter.condition()
                .map(condition -> Condition.of(Expression.not(condition.expression())))
                .map(not -> bound(not, type))
                .orElse(RecordSet.NOTHING);
    }

    private boolean meets(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            return has(of.function(), of.level());
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        RecordType type = model.catalogue().recordType(of.recordType()).orElseThrow();
        Operation operation = type.operation(of.operation()).orElseThrow();
        return privilegesByType.getOrDefault(type.key(), List.of()).stream()
                .map(HeldPrivilege::privilege)
                .filter(RecordPrivilege.class::isInstance)
                .map(RecordPrivilege.class::cast)
                .anyMatch(
                        privilege ->
                                gives(privilege, type, operation)
                                        && counts(privilege.reach(), type));
    }

    /**
     * The holdings with a privilege for the operation whose reach and condition have the record,
     * whatever bounds they are held within.
     */
    public List<Holding> holdingsFor(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        List<Holding> having = new ArrayList<>();
        for (HeldPrivilege held : privilegesByType.getOrDefault(type.key(), List.of())) {
            if (held.privilege() instanceof RecordPrivilege of
                    && gives(of, type, operation)
                    && counts(of.reach(), type)
                    && reachOf(of.reach(), type).contains(record, type, relatives)
                    && meeting(of.condition(), type).contains(record, type, relatives)) {
                having.add(held.holding());
            }
        }
        return having;
    }

    /** Whether the privilege is one for the operation, with any reach at all. */
    static boolean gives(RecordPrivilege privilege, RecordType type, Operation operation) {
        return privilege.recordType().equals(type.key())
                && privilege.reach() != Reach.NONE
                && type.operation(privilege.operation())
                        .filter(given -> given.carries(operation))
                        .isPresent();
    }

    private List<Holding> holdingsInForce() {
        List<Holding> held = new ArrayList<>();
        for (Assignment assignment : model.assignmentsTo(who)) {
            if (model.inForce(assignment.times(), who.at())) {
                held.addAll(holdingsBy(assignment));
            }
        }
        return held;
    }

    /** What the assignment gives the person while in force; empty where its audience lacks them. */
    List<Holding> holdingsBy(Assignment assignment) {
        Optional<Role> role =
                assignment.gives() instanceof Assignment.Gives.OfRole of
                        ? model.design().role(of.role())
                        : Optional.empty();
        return model.partOf(assignment.audience(), who).stream()
                .flatMap(
                        part ->
                                model.design().setsOf(assignment.gives()).stream()
                                        .map(set -> new Holding(part, assignment, role, set)))
                .toList();
    }

    private static Optional<String> subject(Privilege privilege) {
        if (privilege instanceof RecordPrivilege of) {
            return Optional.of(of.recordType());
        }
        return privilege instanceof FieldPrivilege of
                ? Optional.of(of.recordType())
                : Optional.empty();
    }
}
