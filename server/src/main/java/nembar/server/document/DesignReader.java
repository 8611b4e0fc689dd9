package nembar.server.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;

/** Reads the design of a design document. */
final class DesignReader {
    private final Reading reading;

    DesignReader(Reading reading) {
        this.reading = reading;
    }

    Design read(DesignDocument.DesignPart part) {
        return new Design(
                reading.each(
                        "design.privilegeSets",
                        part.privilegeSets(),
                        DesignDocument.SetPart::key,
                        this::set),
                reading.each(
                        "design.roles", part.roles(), DesignDocument.RolePart::key, this::role),
                reading.each(
                        "design.assignments",
                        part.assignments(),
                        DesignDocument.AssignmentPart::key,
                        this::assignment),
                reading.each(
                        "design.accountFilters",
                        part.accountFilters(),
                        DesignDocument.AccountFilterPart::key,
                        this::accountFilter),
                reading.each(
                        "design.fieldFilters",
                        part.fieldFilters(),
                        DesignDocument.FieldFilterPart::key,
                        this::fieldFilter));
    }

    private PrivilegeSet set(String path, DesignDocument.SetPart part) {
        List<Privilege> privileges = new ArrayList<>();
        for (int i = 0; i < part.privileges().size(); i++) {
            privileges.add(privilege(path + ".privileges[" + i + "]", part.privileges().get(i)));
        }
        return new PrivilegeSet(
                part.key(),
                reading.text(path + ".name", part.name()),
                Objects.requireNonNullElse(part.purpose(), ""),
                privileges.stream().filter(Objects::nonNull).toList());
    }

    private Privilege privilege(String path, DesignDocument.PrivilegePart part) {
        long shapes =
                Stream.of(
                                part.operation() != null,
                                !part.fields().isEmpty(),
                                part.function() != null)
                        .filter(there -> there)
                        .count();
        if (shapes != 1) {
            reading.problem(
                    path,
                    "a privilege is for an operation of a record type, for fields of a record"
                            + " type, or for a function: name exactly one of operation, fields,"
                            + " function");
            return null;
        }
        if (part.function() != null) {
            return new Privilege.FunctionPrivilege(
                    part.function(), reading.text(path + ".level", part.level()));
        }
        String type = reading.text(path + ".recordType", part.recordType());
        Reach reach = reading.word(path + ".reach", part.reach(), Reach.values(), Words::of);
        return part.operation() != null
                ? new Privilege.RecordPrivilege(type, part.operation(), reach)
                : new Privilege.FieldPrivilege(
                        type,
                        Set.copyOf(part.fields()),
                        reading.word(
                                path + ".use",
                                part.use(),
                                Privilege.FieldPrivilege.Use.values(),
                                Words::of),
                        reach);
    }

    private Role role(String path, DesignDocument.RolePart part) {
        return new Role(
                part.key(),
                reading.text(path + ".name", part.name()),
                Objects.requireNonNullElse(part.purpose(), ""),
                reading.word(
                        path + ".meantFor", part.meantFor(), Role.MeantFor.values(), Words::of),
                part.sets(),
                Set.copyOf(part.conflicts()));
    }

    private Assignment assignment(String path, DesignDocument.AssignmentPart part) {
        if ((part.role() == null) == (part.set() == null)) {
            reading.problem(
                    path, "an assignment gives one role or one privilege set: name exactly one");
        }
        return new Assignment(
                part.key(),
                reading.audience(path + ".audience", part.audience()),
                part.role() != null
                        ? new Assignment.Gives.OfRole(part.role())
                        : new Assignment.Gives.OfSet(Objects.requireNonNullElse(part.set(), "")),
                bounds(part.bounds()),
                reading.instant(path + ".from", part.from()),
                reading.instant(path + ".until", part.until()),
                Objects.requireNonNullElse(part.reason(), ""),
                Optional.ofNullable(part.givenBy()),
                reading.instant(path + ".givenAt", part.givenAt()));
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

    private AccountFilter accountFilter(String path, DesignDocument.AccountFilterPart part) {
        if (part.accounts() == null) {
            reading.problem(path + ".accounts", "say which accounts it lets through");
        }
        return new AccountFilter(
                part.key(),
                reading.text(path + ".name", part.name()),
                reading.audience(path + ".audience", part.audience()),
                part.accounts() == null ? AccountScope.ofActedFor() : accountScope(part.accounts()),
                Set.copyOf(part.recordTypes()));
    }

    private FieldFilter fieldFilter(String path, DesignDocument.FieldFilterPart part) {
        return new FieldFilter(
                part.key(),
                reading.text(path + ".name", part.name()),
                reading.audience(path + ".audience", part.audience()),
                reading.text(path + ".recordType", part.recordType()),
                Set.copyOf(part.fields()),
                effect(path, part));
    }

    private FieldFilter.Effect effect(String path, DesignDocument.FieldFilterPart part) {
        switch (Objects.requireNonNullElse(part.effect(), "")) {
            case "hide":
                return new FieldFilter.Effect.Hide();
            case "freeze":
                return new FieldFilter.Effect.Freeze();
            case "mask":
                return new FieldFilter.Effect.Mask(
                        reading.word(path + ".mask", part.mask(), MaskStyle.values(), Words::of));
            default:
                reading.problem(path + ".effect", "expected hide, mask or freeze");
                return new FieldFilter.Effect.Hide();
        }
    }
}
