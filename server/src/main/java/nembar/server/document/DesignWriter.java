package nembar.server.document;

import static nembar.server.document.AudienceWriter.audience;

import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Target;
import nembar.core.design.FieldFilter;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.element.Element;
import nembar.core.text.Words;

/** Takes designs and their elements to their document form. */
final class DesignWriter {
    private DesignWriter() {}

    static DesignDocument.DesignPart design(Design design) {
        return new DesignDocument.DesignPart(
                design.sets().stream().map(DesignWriter::set).toList(),
                design.roles().stream().map(DesignWriter::role).toList(),
                design.assignments().stream().map(DesignWriter::assignment).toList(),
                design.sharingRules().stream().map(DesignWriter::sharingRule).toList(),
                design.directShares().stream().map(DesignWriter::directShare).toList(),
                design.accountFilters().stream().map(DesignWriter::accountFilter).toList(),
                design.fieldFilters().stream().map(DesignWriter::fieldFilter).toList(),
                design.delegations().stream().map(DesignWriter::delegation).toList(),
                design.expectations().stream().map(DesignWriter::expectation).toList(),
                design.seatPools().stream().map(DesignWriter::seatPool).toList());
    }

    /** The document part of one element. */
    static Object element(Element element) {
        return switch (element.kind()) {
            case PRIVILEGE_SET -> set((PrivilegeSet) element);
            case ROLE -> role((Role) element);
            case ASSIGNMENT -> assignment((Assignment) element);
            case SHARING_RULE -> sharingRule((SharingRule) element);
            case DIRECT_SHARE -> directShare((DirectShare) element);
            case ACCOUNT_FILTER -> accountFilter((AccountFilter) element);
            case FIELD_FILTER -> fieldFilter((FieldFilter) element);
            case DELEGATION -> delegation((Delegation) element);
            case EXPECTATION -> expectation((Expectation) element);
            case SEAT_POOL -> seatPool((SeatPool) element);
            default -> throw new IllegalArgumentException(element.kind() + " is of a catalogue");
        };
    }

    private static DesignDocument.SeatPoolPart seatPool(SeatPool pool) {
        return new DesignDocument.SeatPoolPart(
                pool.key(),
                pool.name(),
                pool.agreed(),
                instant(pool.until()),
                List.copyOf(pool.roles()),
                List.copyOf(pool.sets()),
                pool.functions(),
                Words.of(pool.whenUsedUp()));
    }

    static DesignDocument.SetPart set(PrivilegeSet set) {
        return new DesignDocument.SetPart(
                set.key(),
                set.name(),
                set.purpose(),
                set.privileges().stream().map(DesignWriter::privilege).toList());
    }

    static DesignDocument.RolePart role(Role role) {
        return new DesignDocument.RolePart(
                role.key(),
                role.name(),
                role.purpose(),
                Words.of(role.meantFor()),
                role.sets(),
                List.copyOf(role.conflicts()));
    }

    private static DesignDocument.PrivilegePart privilege(Privilege privilege) {
        if (privilege instanceof Privilege.RecordPrivilege of) {
            return new DesignDocument.PrivilegePart(
                    of.recordType(),
                    of.operation(),
                    List.of(),
                    null,
                    Words.of(of.reach()),
                    text(of.condition()),
                    null,
                    null);
        }
        if (privilege instanceof Privilege.FieldPrivilege of) {
            return new DesignDocument.PrivilegePart(
                    of.recordType(),
                    null,
                    List.copyOf(of.fields()),
                    Words.of(of.use()),
                    Words.of(of.reach()),
                    text(of.condition()),
                    null,
                    null);
        }
        Privilege.FunctionPrivilege of = (Privilege.FunctionPrivilege) privilege;
        return new DesignDocument.PrivilegePart(
                null, null, List.of(), null, null, null, of.function(), of.level());
    }

    private static DesignDocument.AssignmentPart assignment(Assignment assignment) {
        boolean ofRole = assignment.gives() instanceof Assignment.Gives.OfRole;
        return new DesignDocument.AssignmentPart(
                assignment.key(),
                audience(assignment.audience()),
                ofRole ? ((Assignment.Gives.OfRole) assignment.gives()).role() : null,
                ofRole ? null : ((Assignment.Gives.OfSet) assignment.gives()).set(),
                bounds(assignment.bounds()),
                instant(assignment.times().from()),
                instant(assignment.times().until()),
                hours(assignment.times()),
                assignment.reason(),
                assignment.givenBy().orElse(null),
                instant(assignment.givenAt()));
    }

    private static DesignDocument.BoundsPart bounds(Bounds bounds) {
        return bounds.equals(Bounds.NONE)
                ? null
                : new DesignDocument.BoundsPart(
                        bounds.accounts().map(DesignWriter::scope).orElse(null),
                        bounds.units()
                                .map(
                                        units ->
                                                new DesignDocument.UnitScopePart(
                                                        List.copyOf(units.listed()), units.below()))
                                .orElse(null));
    }

    private static DesignDocument.AccountScopePart scope(AccountScope scope) {
        return new DesignDocument.AccountScopePart(
                scope.actedFor(), List.copyOf(scope.listed()), List.copyOf(scope.tagged()));
    }

    private static DesignDocument.AccountFilterPart accountFilter(AccountFilter filter) {
        return new DesignDocument.AccountFilterPart(
                filter.key(),
                filter.name(),
                audience(filter.audience()),
                scope(filter.accounts()),
                List.copyOf(filter.recordTypes()),
                text(filter.condition()));
    }

    private static DesignDocument.FieldFilterPart fieldFilter(FieldFilter filter) {
        String effect = "freeze";
        String mask = null;
        if (filter.effect() instanceof FieldFilter.Effect.Hide) {
            effect = "hide";
        } else if (filter.effect() instanceof FieldFilter.Effect.Mask of) {
            effect = "mask";
            mask = Words.of(of.style());
        }
        return new DesignDocument.FieldFilterPart(
                filter.key(),
                filter.name(),
                audience(filter.audience()),
                filter.recordType(),
                List.copyOf(filter.fields()),
                effect,
                mask,
                text(filter.condition()));
    }

    private static DesignDocument.SharingRulePart sharingRule(SharingRule rule) {
        return new DesignDocument.SharingRulePart(
                rule.key(),
                rule.name(),
                rule.recordType(),
                text(rule.condition()),
                rule.ownedBy().map(AudienceWriter::audience).orElse(null),
                audience(rule.audience()),
                List.copyOf(rule.opening().operations()),
                below(rule.opening()),
                instant(rule.times().from()),
                instant(rule.times().until()),
                hours(rule.times()),
                rule.reason());
    }

    private static DesignDocument.DirectSharePart directShare(DirectShare share) {
        return new DesignDocument.DirectSharePart(
                share.key(),
                share.recordType(),
                share.record(),
                audience(share.audience()),
                List.copyOf(share.opening().operations()),
                below(share.opening()),
                instant(share.until()),
                share.reason(),
                share.givenBy().orElse(null));
    }

    private static DesignDocument.DelegationPart delegation(Delegation delegation) {
        return new DesignDocument.DelegationPart(
                delegation.key(),
                delegation.principal(),
                delegation.delegate(),
                delegation.sets(),
                instant(delegation.times().from()),
                instant(delegation.times().until()),
                hours(delegation.times()),
                delegation.reason());
    }

    private static DesignDocument.ExpectationPart expectation(Expectation expectation) {
        String recordType = null;
        String operation = null;
        String condition = null;
        String record = null;
        String field = null;
        String use = null;
        String classification = null;
        String function = null;
        String level = null;
        if (expectation.target() instanceof Target.OnRecords of) {
            recordType = of.recordType();
            operation = of.operation();
            condition = text(of.condition());
        } else if (expectation.target() instanceof Target.OnRecord of) {
            recordType = of.recordType();
            operation = of.operation();
            record = of.record();
        } else if (expectation.target() instanceof Target.OnField of) {
            recordType = of.recordType();
            field = of.field();
            use = Words.of(of.use());
        } else if (expectation.target() instanceof Target.OnClassified of) {
            classification = of.classification();
            use = Words.of(of.use());
        } else if (expectation.target() instanceof Target.OnFunction of) {
            function = of.function();
            level = of.level();
        }
        return new DesignDocument.ExpectationPart(
                expectation.key(),
                expectation.name(),
                audience(expectation.subject()),
                Words.of(expectation.claim()),
                recordType,
                operation,
                condition,
                record,
                field,
                use,
                classification,
                function,
                level,
                expectation.owner().orElse(null),
                expectation.reason(),
                Words.of(expectation.severity()));
    }

    private static Map<String, List<String>> below(Opening opening) {
        Map<String, List<String>> below = new TreeMap<>();
        opening.below().forEach((type, operations) -> below.put(type, List.copyOf(operations)));
        return below;
    }

    private static List<DesignDocument.HoursPart> hours(Times times) {
        return times.hours().stream()
                .flatMap(hours -> hours.spans().stream())
                .map(
                        span ->
                                new DesignDocument.HoursPart(
                                        new TreeSet<>(span.days()).stream().map(Words::of).toList(),
                                        span.from().toString(),
                                        span.to().equals(LocalTime.MIDNIGHT)
                                                ? "24:00"
                                                : span.to().toString()))
                .toList();
    }

    private static String text(Optional<Condition> condition) {
        return condition.map(Condition::text).orElse(null);
    }

    private static String instant(Optional<Instant> instant) {
        return instant.map(Instant::toString).orElse(null);
    }
}
