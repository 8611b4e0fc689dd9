package nembar.core.decision;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
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
    private final ReachRecords records;
    private final HeldPrivileges held;
    private final AccountCuts cuts;
    private final Sharing sharing;
    private final FunctionLevels functionLevels;
    private final FieldLevels fieldLevels;
    private final Optional<ActingFor> acting;
    private final Map<String, Coverage> known = new ConcurrentHashMap<>();
    private final Map<String, Map<String, RecordSet>> covered = new ConcurrentHashMap<>();

    /**
     * How an access is to be worked out.
     *
     * @param external whether to keep the person in as externals are
     * @param sets holdings to look at instead of the person's own, and nothing besides them
     * @param delegate others whose account filters cut as well
     * @param timeless whether what depends on the instant in conditions stays open
     */
    private record How(
            boolean external,
            Optional<List<Holding>> sets,
            List<PersonAccess> delegate,
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
        this.records =
                new ReachRecords(
                        model,
                        who,
                        new PersonValues(
                                model.directory(),
                                who.person(),
                                who.account(),
                                who.at(),
                                model.application().zone(),
                                how.timeless(),
                                this::has));
        this.acting = who.through().map(delegation -> actingFor(delegation, how.timeless()));
        List<Holding> holdings =
                acting.map(by -> by.listed().holdings())
                        .or(how::sets)
                        .orElseGet(() -> model.active(who) ? holdingsInForce() : List.of());
        this.held = new HeldPrivileges(holdings, how.external());
        this.cuts =
                new AccountCuts(
                        model,
                        who,
                        records,
                        how.external(),
                        how.delegate().stream().map(one -> one.cuts).toList());
        this.sharing = new Sharing(model, who, records::meeting, how.sets().isEmpty());
        this.functionLevels = new FunctionLevels(model.catalogue(), held);
        this.fieldLevels = new FieldLevels(model, who, held, records);
    }

    public AccessModel model() {
        return model;
    }

    public Standpoint who() {
        return who;
    }

    /** The privilege sets in the person's hands, by assignments in force. */
    public List<Holding> holdings() {
        return held.holdings();
    }

    /**
     * Step 1 of the decision: the person and the account acted for are active; under a delegation,
     * the delegate is too, and the delegation is in force.
     */
    public boolean active() {
        return inactive().isEmpty();
    }

    /** Why step 1 of the decision fails; empty where it does not. */
    public Optional<Missing.NotActive> inactive() {
        if (!who.asIfActive() && !model.application().open()) {
            return Optional.of(new Missing.NotActive(Missing.Inactive.APPLICATION));
        }
        if (!who.asIfActive() && !who.person().active()) {
            return Optional.of(new Missing.NotActive(Missing.Inactive.PERSON));
        }
        if (!who.asIfActive() && !model.open(who)) {
            return Optional.of(new Missing.NotActive(Missing.Inactive.ACCOUNT));
        }
        if (acting.isPresent() && !model.inForce(who.through().orElseThrow().times(), who.at())) {
            return Optional.of(new Missing.NotActive(Missing.Inactive.DELEGATION));
        }
        return acting.filter(by -> !by.active())
                .map(by -> new Missing.NotActive(Missing.Inactive.DELEGATE));
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
        List<Cut> cutting =
                coverage.cuts().stream()
                        .filter(cut -> !cut.letsThrough().contains(record, type, relatives))
                        .toList();
        return new Decision(!grants.isEmpty() && cutting.isEmpty(), true, grants, cutting);
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
                    acting.map(by -> actingCoverage(by, type, operation))
                            .orElseGet(() -> withLifts(type, operation));
            known.put(key, found);
        }
        return found;
    }

    private Coverage actingCoverage(ActingFor by, RecordType type, Operation operation) {
        return active()
                ? by.coverage(type, operation)
                : new Coverage(
                        type,
                        operation,
                        List.of(),
                        List.of(),
                        by.principal().coverage(type, operation).cuts());
    }

    /** What the person has of the field, on the records of its type. */
    @Override
    public FieldCoverage field(RecordType type, Field field) {
        return acting.map(by -> by.field(this, type, field))
                .orElseGet(() -> fieldLevels.lowered(unfiltered(type, field)));
    }

    /** What the person has of the field before any field filter. */
    FieldCoverage unfiltered(RecordType type, Field field) {
        return fieldLevels.unfiltered(this, coverage(type, Operation.VIEW), type, field);
    }

    FieldLevels fieldLevels() {
        return fieldLevels;
    }

    @Override
    public boolean asItsRecord(RecordType type, Field field) {
        return acting.map(by -> by.asItsRecord(type, field))
                .orElseGet(() -> !field.guarded() && fieldLevels.filtersOn(type, field).isEmpty());
    }

    @Override
    public String level(Function function) {
        return function(function).level();
    }

    /** The person's level of the function, with what makes it so. */
    public FunctionAccess function(Function function) {
        if (acting.isEmpty()) {
            return functionLevels.of(function);
        }
        return active() ? acting.get().function(function) : FunctionAccess.none(function);
    }

    private boolean has(String function, String level) {
        return model.catalogue()
                .function(function)
                .map(known -> function(known).atLeast(level))
                .orElse(false);
    }

    /** Whether a privilege that is held this way gives any record, as far as symbols tell. */
    public boolean gives(Holding holding, RecordPrivilege privilege) {
        RecordType type = model.catalogue().recordType(privilege.recordType()).orElseThrow();
        RecordSet records =
                this.records.covers(holding, privilege.reach(), privilege.condition(), type);
        return counts(privilege.reach(), type) && !records.equals(RecordSet.NOTHING);
    }

    /** The records of the type that are within the reach, seen from the person. */
    RecordSet reachOf(Reach reach, RecordType type) {
        return records.within(reach, type);
    }

    RecordSet within(Assignment assignment, RecordType type) {
        return records.within(assignment.bounds(), type);
    }

    /** The records that meet the condition, seen from the person; all where there is none. */
    public RecordSet meeting(Optional<Condition> condition, RecordType type) {
        return records.meeting(condition, type);
    }

    /** Whether a reach counts for the person on this type. */
    boolean counts(Reach reach, RecordType type) {
        return held.counts(reach, type);
    }

    private ActingFor actingFor(Delegation delegation, boolean timeless) {
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
                                one ->
                                        new PersonAccess(
                                                model,
                                                one,
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
        How byOwn = new How(either, Optional.empty(), personas, timeless);
        How byListed = new How(either, Optional.of(sets), personas, timeless);
        return new ActingFor(
                new PersonAccess(model, own, byOwn),
                new PersonAccess(model, own, byListed),
                personas);
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
        held.giving(type, operation)
                .forEach(
                        one -> {
                            RecordPrivilege of = one.privilege();
                            Grant grant =
                                    new Grant(
                                            new Route.ByAssignment(one.holding(), of),
                                            records.covers(
                                                    one.holding(),
                                                    of.reach(),
                                                    of.condition(),
                                                    type));
                            (held.counts(of.reach(), type) ? grants : withheld).add(grant);
                        });
        grants.addAll(sharing.grants(type, operation));
        follow(type, operation).ifPresent(grants::add);
        Coverage coverage = new Coverage(type, operation, grants, withheld, cuts.on(type));
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

    /**
     * The holdings with a privilege for the operation whose reach and condition have the record,
     * whatever bounds they are held within.
     */
    public List<Holding> holdingsFor(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        return held.giving(type, operation)
                .filter(one -> held.counts(one.privilege().reach(), type))
                .filter(
                        one ->
                                reachOf(one.privilege().reach(), type)
                                        .contains(record, type, relatives))
                .filter(
                        one ->
                                meeting(one.privilege().condition(), type)
                                        .contains(record, type, relatives))
                .map(HeldPrivileges.Held::holding)
                .toList();
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
}
