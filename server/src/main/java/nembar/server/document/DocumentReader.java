package nembar.server.document;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
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
import nembar.core.directory.Account;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.text.Nearest;
import nembar.server.document.DesignDocument.AudiencePart;

/**
 * Takes a design document to the core's shapes. Collects everything that cannot be read, each with
 * its place, before giving up; a whole and readable document then goes through the model's check.
 */
public final class DocumentReader {
    private final List<Problem> problems = new ArrayList<>();

    private DocumentReader() {}

    /**
     * The model that a whole document describes.
     *
     * @throws ModelRefused with every problem found
     */
    public static AccessModel read(DesignDocument document) {
        DocumentReader reader = new DocumentReader();
        Application application = reader.application(document.application());
        Catalogue catalogue = reader.catalogue(document.catalogue());
        Directory directory = reader.directory(document.directory());
        Design design = reader.design(document.design());
        if (!reader.problems.isEmpty()) {
            throw new ModelRefused(reader.problems);
        }
        return AccessModel.of(application, catalogue, directory, design);
    }

    private Application application(DesignDocument.ApplicationPart part) {
        return new Application(
                text("application.key", part.key()),
                text("application.name", part.name()),
                zone("application.timeZone", part.timeZone()));
    }

    private Catalogue catalogue(DesignDocument.CataloguePart part) {
        return new Catalogue(
                each("catalogue.areas", part.areas(), DesignDocument.AreaPart::key, this::area),
                each(
                        "catalogue.recordTypes",
                        part.recordTypes(),
                        DesignDocument.RecordTypePart::key,
                        this::recordType),
                each(
                        "catalogue.functions",
                        part.functions(),
                        DesignDocument.FunctionPart::key,
                        this::function));
    }

    private Area area(String path, DesignDocument.AreaPart part) {
        return new Area(
                part.key(),
                text(path + ".name", part.name()),
                Optional.ofNullable(part.stewards())
                        .map(stewards -> audience(path + ".stewards", stewards)));
    }

    private RecordType recordType(String path, DesignDocument.RecordTypePart part) {
        return new RecordType(
                part.key(),
                text(path + ".singular", part.singular()),
                text(path + ".plural", part.plural()),
                text(path + ".area", part.area()),
                text(path + ".table", part.table()),
                text(path + ".keyField", part.keyField()),
                text(path + ".titleField", part.titleField()),
                new RecordType.Places(
                        Optional.ofNullable(part.owner()),
                        Optional.ofNullable(part.team()),
                        Optional.ofNullable(part.unit()),
                        Optional.ofNullable(part.account())),
                Optional.ofNullable(part.parent()).map(parent -> parent(path + ".parent", parent)),
                each(path + ".fields", part.fields(), DesignDocument.FieldPart::key, this::field),
                part.operations().stream()
                        .map(
                                operation ->
                                        new Operation(
                                                operation.key(),
                                                Objects.requireNonNullElse(
                                                        operation.label(), operation.key())))
                        .toList());
    }

    private Parent parent(String path, DesignDocument.ParentPart part) {
        return new Parent(
                text(path + ".recordType", part.recordType()),
                text(path + ".through", part.through()),
                word(path + ".follows", part.follows(), Parent.Follows.values(), Words::of),
                part.lifts());
    }

    private Field field(String path, DesignDocument.FieldPart part) {
        return new Field(
                part.key(),
                text(path + ".label", part.label()),
                Objects.requireNonNullElse(part.column(), part.key()),
                word(path + ".type", part.type(), FieldType.values(), FieldType::word),
                part.guarded(),
                Set.copyOf(part.classifications()),
                Optional.ofNullable(part.refersTo()),
                part.choices());
    }

    private nembar.core.catalogue.Function function(String path, DesignDocument.FunctionPart part) {
        return new nembar.core.catalogue.Function(
                part.key(),
                text(path + ".name", part.name()),
                text(path + ".area", part.area()),
                part.levels(),
                part.needs().stream().map(need -> need(path + ".needs", need)).toList());
    }

    private nembar.core.catalogue.Function.Need need(String path, DesignDocument.NeedPart part) {
        return part.function() != null
                ? new nembar.core.catalogue.Function.FunctionNeed(
                        part.function(), text(path + ".level", part.level()))
                : new nembar.core.catalogue.Function.PrivilegeNeed(
                        text(path + ".recordType", part.recordType()),
                        text(path + ".operation", part.operation()));
    }

    private Directory directory(DesignDocument.DirectoryPart part) {
        return new Directory(
                each(
                        "directory.accounts",
                        part.accounts(),
                        DesignDocument.AccountPart::key,
                        (path, account) ->
                                new Account(
                                        account.key(),
                                        text(path + ".name", account.name()),
                                        account.own(),
                                        Set.copyOf(account.tags()))),
                each(
                        "directory.units",
                        part.units(),
                        DesignDocument.UnitPart::key,
                        (path, unit) ->
                                new Unit(
                                        unit.key(),
                                        text(path + ".name", unit.name()),
                                        Optional.ofNullable(unit.parent()))),
                each(
                        "directory.teams",
                        part.teams(),
                        DesignDocument.TeamPart::key,
                        (path, team) ->
                                new Team(
                                        team.key(),
                                        text(path + ".name", team.name()),
                                        Set.copyOf(team.members()),
                                        Set.copyOf(team.leads()))),
                each(
                        "directory.people",
                        part.people(),
                        DesignDocument.PersonPart::key,
                        this::person));
    }

    private Person person(String path, DesignDocument.PersonPart part) {
        return new Person(
                part.key(),
                word(path + ".kind", part.kind(), PersonKind.values(), Words::of),
                text(path + ".email", part.email()),
                text(path + ".givenName", part.givenName()),
                Objects.requireNonNullElse(part.familyName(), ""),
                part.accounts(),
                Optional.ofNullable(part.unit()),
                Optional.ofNullable(part.manager()),
                zone(path + ".timeZone", part.timeZone()),
                word(path + ".status", part.status(), PersonStatus.values(), Words::of));
    }

    private Design design(DesignDocument.DesignPart part) {
        return new Design(
                each(
                        "design.privilegeSets",
                        part.privilegeSets(),
                        DesignDocument.SetPart::key,
                        this::set),
                each("design.roles", part.roles(), DesignDocument.RolePart::key, this::role),
                each(
                        "design.assignments",
                        part.assignments(),
                        DesignDocument.AssignmentPart::key,
                        this::assignment),
                each(
                        "design.accountFilters",
                        part.accountFilters(),
                        DesignDocument.AccountFilterPart::key,
                        this::accountFilter),
                each(
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
                text(path + ".name", part.name()),
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
            problem(
                    path,
                    "a privilege is for an operation of a record type, for fields of a record"
                            + " type, or for a function: name exactly one of operation, fields,"
                            + " function");
            return null;
        }
        if (part.function() != null) {
            return new Privilege.FunctionPrivilege(
                    part.function(), text(path + ".level", part.level()));
        }
        String type = text(path + ".recordType", part.recordType());
        Reach reach = word(path + ".reach", part.reach(), Reach.values(), Words::of);
        return part.operation() != null
                ? new Privilege.RecordPrivilege(type, part.operation(), reach)
                : new Privilege.FieldPrivilege(
                        type,
                        Set.copyOf(part.fields()),
                        word(
                                path + ".use",
                                part.use(),
                                Privilege.FieldPrivilege.Use.values(),
                                Words::of),
                        reach);
    }

    private Role role(String path, DesignDocument.RolePart part) {
        return new Role(
                part.key(),
                text(path + ".name", part.name()),
                Objects.requireNonNullElse(part.purpose(), ""),
                word(path + ".meantFor", part.meantFor(), Role.MeantFor.values(), Words::of),
                part.sets(),
                Set.copyOf(part.conflicts()));
    }

    private Assignment assignment(String path, DesignDocument.AssignmentPart part) {
        if ((part.role() == null) == (part.set() == null)) {
            problem(path, "an assignment gives one role or one privilege set: name exactly one");
        }
        return new Assignment(
                part.key(),
                audience(path + ".audience", part.audience()),
                part.role() != null
                        ? new Assignment.Gives.OfRole(part.role())
                        : new Assignment.Gives.OfSet(Objects.requireNonNullElse(part.set(), "")),
                bounds(part.bounds()),
                instant(path + ".from", part.from()),
                instant(path + ".until", part.until()),
                Objects.requireNonNullElse(part.reason(), ""),
                Optional.ofNullable(part.givenBy()),
                instant(path + ".givenAt", part.givenAt()));
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
            problem(path + ".accounts", "say which accounts it lets through");
        }
        return new AccountFilter(
                part.key(),
                text(path + ".name", part.name()),
                audience(path + ".audience", part.audience()),
                part.accounts() == null ? AccountScope.ofActedFor() : accountScope(part.accounts()),
                Set.copyOf(part.recordTypes()));
    }

    private FieldFilter fieldFilter(String path, DesignDocument.FieldFilterPart part) {
        return new FieldFilter(
                part.key(),
                text(path + ".name", part.name()),
                audience(path + ".audience", part.audience()),
                text(path + ".recordType", part.recordType()),
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
                        word(path + ".mask", part.mask(), MaskStyle.values(), Words::of));
            default:
                problem(path + ".effect", "expected hide, mask or freeze");
                return new FieldFilter.Effect.Hide();
        }
    }

    private Audience audience(String path, AudiencePart part) {
        if (part == null) {
            problem(path, "it is missing");
            return new Audience(List.of(), List.of());
        }
        return new Audience(who(path + ".of", part.of()), who(path + ".except", part.except()));
    }

    private List<Audience.Part> who(String path, List<DesignDocument.WhoPart> parts) {
        List<Audience.Part> read = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            DesignDocument.WhoPart part = parts.get(i);
            List<Audience.Part> said = new ArrayList<>();
            add(said, part.person(), Audience.OnePerson::new);
            add(said, part.team(), Audience.OneTeam::new);
            boolean below = Boolean.TRUE.equals(part.below());
            add(said, part.unit(), key -> new Audience.OneUnit(key, below));
            add(said, part.role(), Audience.HoldersOf::new);
            add(said, part.externalsOf(), Audience.ExternalsOf::new);
            add(said, part.externalsTagged(), Audience.ExternalsTagged::new);
            if (part.all() != null) {
                said.add(
                        switch (part.all()) {
                            case "staff" -> new Audience.AllStaff();
                            case "externals" -> new Audience.AllExternals();
                            default -> null;
                        });
            }
            if (said.size() == 1 && said.get(0) != null) {
                read.add(said.get(0));
            } else {
                problem(
                        path + "[" + i + "]",
                        "name exactly one of person, team, unit, role, externalsOf,"
                                + " externalsTagged, or all (staff or externals)");
            }
        }
        return read;
    }

    private static void add(
            List<Audience.Part> parts, String key, Function<String, Audience.Part> part) {
        if (key != null) {
            parts.add(part.apply(key));
        }
    }

    /** Reads each element under its path: by its key, or by its place where it has none. */
    private <P, T> List<T> each(
            String list,
            List<P> parts,
            Function<P, String> key,
            java.util.function.BiFunction<String, P, T> read) {
        List<T> elements = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            P part = parts.get(i);
            if (key.apply(part) == null) {
                problem(list + "[" + i + "].key", "it is missing");
            } else {
                elements.add(read.apply(list + "[" + key.apply(part) + "]", part));
            }
        }
        return elements;
    }

    private String text(String path, String value) {
        if (value == null || value.isBlank()) {
            problem(path, "it is missing");
            return "";
        }
        return value;
    }

    private <E> E word(String path, String value, E[] values, Function<E, String> word) {
        List<String> known = Arrays.stream(values).map(word).toList();
        if (value != null && known.contains(value)) {
            return values[known.indexOf(value)];
        }
        problem(
                path,
                "expected one of "
                        + String.join(", ", known)
                        + (value == null
                                ? ", found nothing"
                                : ", found `" + value + "`" + Nearest.hint(value, known)));
        return values[0];
    }

    private ZoneId zone(String path, String value) {
        try {
            return ZoneId.of(Objects.requireNonNullElse(value, ""));
        } catch (DateTimeException unknown) {
            problem(path, "no time zone `" + value + "`; write it as in Europe/London");
            return ZoneId.of("UTC");
        }
    }

    private Optional<Instant> instant(String path, String value) {
        if (value == null) {
            return Optional.empty();
        }
        try {
            return Optional.of(Instant.parse(value));
        } catch (DateTimeException malformed) {
            problem(path, "`" + value + "` is no instant; write it as in 2026-03-03T14:05:00Z");
            return Optional.empty();
        }
    }

    private void problem(String path, String message) {
        problems.add(new Problem(path, message));
    }

    /** The words that documents use for enumerated values: small letters. */
    static final class Words {
        private Words() {}

        static String of(Enum<?> value) {
            return value.name().toLowerCase(Locale.ROOT);
        }
    }
}
