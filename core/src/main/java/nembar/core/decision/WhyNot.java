package nembar.core.decision;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Missing.Link;
import nembar.core.design.Assignment;
import nembar.core.design.DirectShare;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;

/**
 * Finds the near routes to a yes: those that exactly one missing link keeps from granting
 * (docs/access-model.md, section 6).
 */
public final class WhyNot {
    private final PersonAccess access;
    private final RecordType type;
    private final Operation operation;
    private final Predicate<RecordSet> holds;

    private WhyNot(
            PersonAccess access, RecordType type, Operation operation, Predicate<RecordSet> holds) {
        this.access = access;
        this.type = type;
        this.operation = operation;
        this.holds = holds;
    }

    /** What is missing for a yes on this record; empty when the answer is yes. */
    public static List<Missing> on(
            PersonAccess access,
            RecordType type,
            Operation operation,
            GovernedRecord record,
            Relatives relatives) {
        Decision decision = access.decide(type, operation, record, relatives);
        return on(access, type, operation, record, relatives, decision);
    }

    /** What is missing for a yes, where the record has been decided on already. */
    public static List<Missing> on(
            PersonAccess access,
            RecordType type,
            Operation operation,
            GovernedRecord record,
            Relatives relatives,
            Decision decision) {
        if (decision.allowed()) {
            return List.of();
        }
        List<Missing> cuts =
                decision.cuts().stream().<Missing>map(Missing.CutByFilter::new).toList();
        if (!decision.grants().isEmpty()) {
            return cuts;
        }
        return Stream.concat(
                        new WhyNot(
                                        access,
                                        type,
                                        operation,
                                        set -> set.contains(record, type, relatives))
                                .nearRoutes().stream(),
                        cuts.stream())
                .toList();
    }

    /** What is missing for any record of the type at all; empty when something is granted. */
    public static List<Missing> onAny(PersonAccess access, RecordType type, Operation operation) {
        Coverage coverage = access.coverage(type, operation);
        if (!coverage.records().equals(RecordSet.NOTHING)) {
            return List.of();
        }
        if (!coverage.granted().equals(RecordSet.NOTHING)) {
            return coverage.cuts().stream().<Missing>map(Missing.CutByFilter::new).toList();
        }
        return new WhyNot(access, type, operation, set -> !set.equals(RecordSet.NOTHING))
                .nearRoutes();
    }

    private List<Missing> nearRoutes() {
        Optional<Missing.NotActive> inactive = access.inactive();
        if (inactive.isPresent()) {
            return List.of(inactive.get());
        }
        Set<Missing> near = new LinkedHashSet<>();
        for (Assignment assignment : access.model().assignmentsTo(access.who())) {
            for (Holding holding : access.holdingsBy(assignment)) {
                giving(holding.set())
                        .forEach(privilege -> brokenLink(holding, privilege).ifPresent(near::add));
            }
        }
        near.addAll(notHeld());
        near.addAll(notShared());
        return List.copyOf(near);
    }

    /** The one link that breaks; empty when none does, or more than one. */
    private Optional<Missing> brokenLink(Holding holding, Privilege.RecordPrivilege privilege) {
        Assignment assignment = holding.assignment();
        List<Link> broken = new ArrayList<>();
        if (!access.model().inForce(assignment.times(), access.who().at())) {
            broken.add(Link.TIMES);
        }
        if (!holds.test(access.reachOf(privilege.reach(), type))) {
            broken.add(Link.REACH);
        }
        if (!holds.test(access.meeting(privilege.condition(), type))) {
            broken.add(Link.CONDITION);
        }
        if (!holds.test(access.within(assignment, type))) {
            broken.add(Link.BOUNDS);
        }
        if (!access.counts(privilege.reach(), type)) {
            broken.add(Link.OWN_ACCOUNT);
        }
        return broken.size() == 1
                ? Optional.of(
                        new Missing.BrokenLink(
                                assignment,
                                holding.role(),
                                holding.set(),
                                privilege,
                                broken.get(0)))
                : Optional.empty();
    }

    /** Roles meant for such a person, and sets in no role, that would give it where they stand. */
    private List<Missing> notHeld() {
        List<Missing> missing = new ArrayList<>();
        Set<PrivilegeSet> held =
                access.holdings().stream().map(Holding::set).collect(Collectors.toSet());
        Set<String> inRoles = new LinkedHashSet<>();
        for (Role role : access.model().design().roles()) {
            inRoles.addAll(role.sets());
            if (role.meantFor().suits(access.who().person().kind())) {
                role.sets().stream()
                        .flatMap(key -> access.model().design().set(key).stream())
                        .filter(set -> !held.contains(set))
                        .forEach(
                                set ->
                                        would(set)
                                                .map(
                                                        privilege ->
                                                                new Missing.NotHeld(
                                                                        Optional.of(role),
                                                                        set,
                                                                        privilege))
                                                .ifPresent(missing::add));
            }
        }
        access.model().design().sets().stream()
                .filter(set -> !inRoles.contains(set.key()) && !held.contains(set))
                .forEach(
                        set ->
                                would(set)
                                        .map(
                                                privilege ->
                                                        new Missing.NotHeld(
                                                                Optional.empty(), set, privilege))
                                        .ifPresent(missing::add));
        return missing;
    }

    /** Sharing rules and direct shares in force that open it to others. */
    private List<Missing> notShared() {
        AccessModel model = access.model();
        Standpoint who = access.who();
        Sharing sharing =
                new Sharing(model, who, (one, of) -> access.meeting(Optional.of(one), of), true);
        List<Missing> missing = new ArrayList<>();
        for (SharingRule rule : model.design().sharingRules()) {
            if (model.inForce(rule.times(), who.at())
                    && !model.has(rule.audience(), who)
                    && Sharing.opens(rule.opening(), rule.recordType(), type, operation)
                    && holds.test(sharing.opened(rule, type))) {
                missing.add(new Missing.NotShared(rule, rule.audience()));
            }
        }
        for (DirectShare share : model.design().directShares()) {
            if (model.inForce(share.times(), who.at())
                    && !model.has(share.audience(), who)
                    && Sharing.opens(share.opening(), share.recordType(), type, operation)
                    && holds.test(sharing.opened(share, type))) {
                missing.add(new Missing.NotShared(share, share.audience()));
            }
        }
        return missing;
    }

    /** The first privilege of the set that would cover it where the person stands. */
    private Optional<Privilege.RecordPrivilege> would(PrivilegeSet set) {
        return giving(set)
                .filter(privilege -> access.counts(privilege.reach(), type))
                .filter(
                        privilege ->
                                holds.test(
                                        RecordSet.allOf(
                                                access.reachOf(privilege.reach(), type),
                                                access.meeting(privilege.condition(), type))))
                .findFirst();
    }

    private Stream<Privilege.RecordPrivilege> giving(PrivilegeSet set) {
        return set.privileges().stream()
                .filter(Privilege.RecordPrivilege.class::isInstance)
                .map(Privilege.RecordPrivilege.class::cast)
                .filter(privilege -> HeldPrivileges.gives(privilege, type, operation));
    }
}
