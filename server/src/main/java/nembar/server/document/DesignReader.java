package nembar.server.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Stream;
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
import nembar.core.design.MaskStyle;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.server.document.DesignDocument.AccountFilterPart;
import nembar.server.document.DesignDocument.AssignmentPart;
import nembar.server.document.DesignDocument.DelegationPart;
import nembar.server.document.DesignDocument.DirectSharePart;
import nembar.server.document.DesignDocument.ExpectationPart;
import nembar.server.document.DesignDocument.FieldFilterPart;
import nembar.server.document.DesignDocument.PrivilegePart;
import nembar.server.document.DesignDocument.RolePart;
import nembar.server.document.DesignDocument.SeatPoolPart;
import nembar.server.document.DesignDocument.SetPart;
import nembar.server.document.DesignDocument.SharingRulePart;

/** Reads the design of a design document. */
final class DesignReader {
    private final PartReader reader;

    DesignReader(PartReader reader) {
        this.reader = reader;
    }

    Design read(DesignDocument.DesignPart part) {
        return Design.of(
                each(ElementKind.PRIVILEGE_SET, part.privilegeSets(), SetPart::key, this::set),
                each(ElementKind.ROLE, part.roles(), RolePart::key, this::role),
                each(
                        ElementKind.ASSIGNMENT,
                        part.assignments(),
                        AssignmentPart::key,
                        this::assignment),
                each(
                        ElementKind.SHARING_RULE,
                        part.sharingRules(),
                        SharingRulePart::key,
                        this::sharingRule),
                each(
                        ElementKind.DIRECT_SHARE,
                        part.directShares(),
                        DirectSharePart::key,
                        this::directShare),
                each(
                        ElementKind.ACCOUNT_FILTER,
                        part.accountFilters(),
                        AccountFilterPart::key,
                        this::accountFilter),
                each(
                        ElementKind.FIELD_FILTER,
                        part.fieldFilters(),
                        FieldFilterPart::key,
                        this::fieldFilter),
                each(
                        ElementKind.DELEGATION,
                        part.delegations(),
                        DelegationPart::key,
                        this::delegation),
                each(
                        ElementKind.EXPECTATION,
                        part.expectations(),
                        ExpectationPart::key,
                        this::expectation),
                each(ElementKind.SEAT_POOL, part.seatPools(), SeatPoolPart::key, this::seatPool));
    }

    /**
     * One element in its document form.
     *
     * @param part the document part of the kind
     */
    Element element(ElementKind kind, Object part, String key) {
        String path = kind.path(key);
        return switch (kind) {
            case PRIVILEGE_SET -> set(path, (SetPart) part);
            case ROLE -> role(path, (RolePart) part);
            case ASSIGNMENT -> assignment(path, (AssignmentPart) part);
            case SHARING_RULE -> sharingRule(path, (SharingRulePart) part);
            case DIRECT_SHARE -> directShare(path, (DirectSharePart) part);
            case ACCOUNT_FILTER -> accountFilter(path, (AccountFilterPart) part);
            case FIELD_FILTER -> fieldFilter(path, (FieldFilterPart) part);
            case DELEGATION -> delegation(path, (DelegationPart) part);
            case EXPECTATION -> expectation(path, (ExpectationPart) part);
            case SEAT_POOL -> seatPool(path, (SeatPoolPart) part);
            default -> throw new IllegalArgumentException(kind + " is of a catalogue");
        };
    }

    private <P, T extends Element> List<T> each(
            ElementKind kind,
            List<P> parts,
            Function<P, String> key,
            BiFunction<String, P, T> read) {
        return reader.each("design." + kind.list(), parts, key, read);
    }

    private PrivilegeSet set(String path, SetPart part) {
        List<Privilege> privileges = new ArrayList<>();
        for (int i = 0; i < part.privileges().size(); i++) {
            privileges.add(privilege(path + ".privileges[" + i + "]", part.privileges().get(i)));
        }
        return new PrivilegeSet(
                part.key(),
                reader.text(path + ".name", part.name()),
                Objects.requireNonNullElse(part.purpose(), ""),
                privileges.stream().filter(Objects::nonNull).toList());
    }

    private Privilege privilege(String path, PrivilegePart part) {
        long shapes =
                Stream.of(
                                part.operation() != null,
                                !part.fields().isEmpty(),
                                part.function() != null)
                        .filter(there -> there)
                        .count();
        if (shapes != 1) {
            reader.problem(
                    path,
                    "a privilege is for an operation of a record type, for fields of a record"
                            + " type, or for a function: name exactly one of operation, fields,"
                            + " function");
            return null;
        }
        if (part.function() != null) {
            return new Privilege.FunctionPrivilege(
                    part.function(), reader.text(path + ".level", part.level()));
        }
        String type = reader.text(path + ".recordType", part.recordType());
        Reach reach = reader.word(path + ".reach", part.reach(), Reach.values());
        Optional<Condition> condition = reader.condition(path + ".condition", part.condition());
        return part.operation() != null
                ? new Privilege.RecordPrivilege(type, part.operation(), reach, condition)
                : new Privilege.FieldPrivilege(
                        type,
                        Set.copyOf(part.fields()),
                        reader.word(
                                path + ".use", part.use(), Privilege.FieldPrivilege.Use.values()),
                        reach,
                        condition);
    }

    private Role role(String path, RolePart part) {
        return new Role(
                part.key(),
                reader.text(path + ".name", part.name()),
                Objects.requireNonNullElse(part.purpose(), ""),
                reader.word(path + ".meantFor", part.meantFor(), Role.MeantFor.values()),
                part.sets(),
                Set.copyOf(part.conflicts()));
    }

    private Assignment assignment(String path, AssignmentPart part) {
        if ((part.role() == null) == (part.set() == null)) {
            reader.problem(
                    path, "an assignment gives one role or one privilege set: name exactly one");
        }
        return new Assignment(
                part.key(),
                reader.audience(path + ".audience", part.audience()),
                part.role() != null
                        ? new Assignment.Gives.OfRole(part.role())
                        : new Assignment.Gives.OfSet(Objects.requireNonNullElse(part.set(), "")),
                bounds(part.bounds()),
                reader.times(path, part.from(), part.until(), part.hours()),
                Objects.requireNonNullElse(part.reason(), ""),
                Optional.ofNullable(part.givenBy()),
                reader.instant(path + ".givenAt", part.givenAt()));
    }

    private Bounds bounds(DesignDocument.BoundsPart part) {
        if (part == null) {
            return Bounds.NONE;
        }
        return new Bounds(
                Optional.ofNullable(part.accounts()).map(this::accountScope),
                Optional.ofNullable(part.units())
                        .map(
                                units ->
                                        new Bounds.UnitScope(
                                                Set.copyOf(units.listed()), units.below())));
    }

    private AccountScope accountScope(DesignDocument.AccountScopePart part) {
        return new AccountScope(
                part.actedFor(), Set.copyOf(part.listed()), Set.copyOf(part.tagged()));
    }

    private AccountFilter accountFilter(String path, AccountFilterPart part) {
        if (part.accounts() == null) {
            reader.problem(path + ".accounts", "say which accounts it lets through");
        }
        return new AccountFilter(
                part.key(),
                reader.text(path + ".name", part.name()),
                reader.audience(path + ".audience", part.audience()),
                part.accounts() == null ? AccountScope.ofActedFor() : accountScope(part.accounts()),
                Set.copyOf(part.recordTypes()),
                reader.condition(path + ".condition", part.condition()));
    }

    private FieldFilter fieldFilter(String path, FieldFilterPart part) {
        return new FieldFilter(
                part.key(),
                reader.text(path + ".name", part.name()),
                reader.audience(path + ".audience", part.audience()),
                reader.text(path + ".recordType", part.recordType()),
                Set.copyOf(part.fields()),
                effect(path, part),
                reader.condition(path + ".condition", part.condition()));
    }

    private SharingRule sharingRule(String path, SharingRulePart part) {
        return new SharingRule(
                part.key(),
                reader.text(path + ".name", part.name()),
                reader.text(path + ".recordType", part.recordType()),
                reader.condition(path + ".condition", part.condition()),
                Optional.ofNullable(part.ownedBy())
                        .map(owners -> reader.audience(path + ".ownedBy", owners)),
                reader.audience(path + ".audience", part.audience()),
                opening(part.operations(), part.below()),
                reader.times(path, part.from(), part.until(), part.hours()),
                Objects.requireNonNullElse(part.reason(), ""));
    }

    private DirectShare directShare(String path, DirectSharePart part) {
        return new DirectShare(
                part.key(),
                reader.text(path + ".recordType", part.recordType()),
                reader.text(path + ".record", part.record()),
                reader.audience(path + ".audience", part.audience()),
                opening(part.operations(), part.below()),
                reader.instant(path + ".until", part.until()),
                Objects.requireNonNullElse(part.reason(), ""),
                Optional.ofNullable(part.givenBy()));
    }

    private static Opening opening(List<String> operations, Map<String, List<String>> below) {
        Map<String, Set<String>> sets = new HashMap<>();
        below.forEach((type, some) -> sets.put(type, Set.copyOf(some)));
        return new Opening(Set.copyOf(operations), sets);
    }

    private Delegation delegation(String path, DelegationPart part) {
        return new Delegation(
                part.key(),
                reader.text(path + ".principal", part.principal()),
                reader.text(path + ".delegate", part.delegate()),
                part.sets(),
                reader.times(path, part.from(), part.until(), part.hours()),
                Objects.requireNonNullElse(part.reason(), ""));
    }

    private Expectation expectation(String path, ExpectationPart part) {
        return new Expectation(
                part.key(),
                reader.text(path + ".name", part.name()),
                reader.audience(path + ".subject", part.subject()),
                reader.word(path + ".claim", part.claim(), Expectation.Claim.values()),
                target(path, part),
                Optional.ofNullable(part.owner()),
                Objects.requireNonNullElse(part.reason(), ""),
                reader.word(path + ".severity", part.severity(), Expectation.Severity.values()));
    }

    private SeatPool seatPool(String path, SeatPoolPart part) {
        if (part.agreed() == null) {
            reader.problem(path + ".agreed", "it is missing");
        }
        return new SeatPool(
                part.key(),
                reader.text(path + ".name", part.name()),
                part.agreed() == null ? 0 : part.agreed(),
                reader.instant(path + ".until", part.until()),
                Set.copyOf(part.roles()),
                Set.copyOf(part.sets()),
                part.functions(),
                reader.word(path + ".whenUsedUp", part.whenUsedUp(), SeatPool.WhenUsedUp.values()));
    }

    private Target target(String path, ExpectationPart part) {
        if (part.function() != null) {
            return new Target.OnFunction(
                    part.function(), reader.text(path + ".level", part.level()));
        }
        if (part.classification() != null) {
            return new Target.OnClassified(part.classification(), use(path, part.use()));
        }
        String type = reader.text(path + ".recordType", part.recordType());
        if (part.field() != null) {
            return new Target.OnField(type, part.field(), use(path, part.use()));
        }
        String operation = reader.text(path + ".operation", part.operation());
        return part.record() != null
                ? new Target.OnRecord(type, part.record(), operation)
                : new Target.OnRecords(
                        type, operation, reader.condition(path + ".condition", part.condition()));
    }

    private FieldPrivilege.Use use(String path, String use) {
        return reader.word(path + ".use", use, FieldPrivilege.Use.values());
    }

    private FieldFilter.Effect effect(String path, FieldFilterPart part) {
        switch (Objects.requireNonNullElse(part.effect(), "")) {
            case "hide":
                return new FieldFilter.Effect.Hide();
            case "freeze":
                return new FieldFilter.Effect.Freeze();
            case "mask":
                return new FieldFilter.Effect.Mask(
                        reader.word(path + ".mask", part.mask(), MaskStyle.values()));
            default:
                reader.problem(path + ".effect", "expected hide, mask or freeze");
                return new FieldFilter.Effect.Hide();
        }
    }
}
