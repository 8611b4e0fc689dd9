package nembar.server.document;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Parent;
import nembar.core.design.Expectation;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.http.OneOf;

/**
 * The JSON form of an application's catalogue, directory and design; see docs/design-document.md. A
 * part that is left out is null. A list that is left out is empty.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record DesignDocument(
        String format,
        ApplicationPart application,
        CataloguePart catalogue,
        DirectoryPart directory,
        DesignPart design) {
    /** This document without the part about people and where they sit. */
    public DesignDocument withoutDirectory() {
        return new DesignDocument(format, application, catalogue, null, design);
    }

    public static final String FORMAT = "nembar-design/1";

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ApplicationPart(
            String key,
            String name,
            String timeZone,
            @OneOf(Application.State.class) String state) {
        /** Of one that is open, nothing is said of its state. */
        public ApplicationPart {
            state = state == null || state.equals("open") ? "" : state;
        }
    }

    public record CataloguePart(
            List<AreaPart> areas, List<RecordTypePart> recordTypes, List<FunctionPart> functions) {
        public CataloguePart {
            areas = given(areas);
            recordTypes = given(recordTypes);
            functions = given(functions);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record AreaPart(String key, String name, AudiencePart stewards, String explanation) {
        public AreaPart {
            explanation = given(explanation);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record RecordTypePart(
            String key,
            String singular,
            String plural,
            String area,
            String table,
            String keyField,
            String titleField,
            String owner,
            String team,
            String unit,
            String account,
            ParentPart parent,
            List<OperationPart> operations,
            List<FieldPart> fields,
            String explanation) {
        public RecordTypePart {
            operations = given(operations);
            fields = given(fields);
            explanation = given(explanation);
        }
    }

    public record ParentPart(
            String recordType,
            String through,
            @OneOf(Parent.Follows.class) String follows,
            boolean lifts) {}

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record OperationPart(String key, String label, String explanation) {
        public OperationPart {
            explanation = given(explanation);
        }
    }

    /** A column of a field, and how it is stored where that is not as the field's type says. */
    @JsonInclude(JsonInclude.Include.NON_DEFAULT)
    public record ColumnPart(String name, @OneOf(Column.Stored.class) String stored, String zone) {}

    /** The table with a row for each value that a record has of a field. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record LinkPart(String table, List<ColumnPart> columns) {
        public LinkPart {
            columns = given(columns);
        }
    }

    /** How a field's values lead to the directory; without a table, they are the identifier. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record LookupPart(
            @OneOf(Identifier.class) String identifier, String table, String from, String to) {}

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record FieldPart(
            String key,
            String label,
            String column,
            List<ColumnPart> columns,
            @OneOf(FieldType.class) String type,
            boolean guarded,
            List<String> classifications,
            String refersTo,
            List<String> choices,
            LinkPart link,
            LookupPart lookup,
            String explanation) {
        public FieldPart {
            columns = given(columns);
            classifications = given(classifications);
            choices = given(choices);
            explanation = given(explanation);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record FunctionPart(
            String key,
            String name,
            String area,
            List<String> levels,
            List<NeedPart> needs,
            String explanation) {
        public FunctionPart {
            levels = given(levels);
            needs = given(needs);
            explanation = given(explanation);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record NeedPart(String function, String level, String recordType, String operation) {}

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DirectoryPart(
            List<AttributePart> attributes,
            List<AccountPart> accounts,
            List<UnitPart> units,
            List<TeamPart> teams,
            List<PersonPart> people) {
        public DirectoryPart {
            attributes = given(attributes);
            accounts = given(accounts);
            units = given(units);
            teams = given(teams);
            people = given(people);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record AttributePart(
            String key,
            String label,
            @OneOf(words = {"text", "number", "date", "yesNo", "list"}) String type,
            List<String> choices) {
        public AttributePart {
            choices = given(choices);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_DEFAULT)
    public record AccountPart(
            String key, String name, boolean own, List<String> tags, boolean pending, String ends) {
        public AccountPart {
            tags = given(tags);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record UnitPart(String key, String name, String parent) {}

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record TeamPart(
            String key, String name, List<String> members, List<String> leads, String who) {
        public TeamPart {
            members = given(members);
            leads = given(leads);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record PersonPart(
            String key,
            @OneOf(PersonKind.class) String kind,
            String email,
            String givenName,
            String familyName,
            List<String> accounts,
            String unit,
            String manager,
            String timeZone,
            @OneOf(PersonStatus.class) String status,
            Map<String, Object> attributes) {
        public PersonPart {
            accounts = given(accounts);
            attributes = attributes == null ? Map.of() : Map.copyOf(attributes);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DesignPart(
            List<SetPart> privilegeSets,
            List<RolePart> roles,
            List<AssignmentPart> assignments,
            List<SharingRulePart> sharingRules,
            List<DirectSharePart> directShares,
            List<AccountFilterPart> accountFilters,
            List<FieldFilterPart> fieldFilters,
            List<DelegationPart> delegations,
            List<ExpectationPart> expectations,
            List<SeatPoolPart> seatPools) {
        public DesignPart {
            privilegeSets = given(privilegeSets);
            roles = given(roles);
            assignments = given(assignments);
            sharingRules = given(sharingRules);
            directShares = given(directShares);
            accountFilters = given(accountFilters);
            fieldFilters = given(fieldFilters);
            delegations = given(delegations);
            expectations = given(expectations);
            seatPools = given(seatPools);
        }
    }

    public record SetPart(String key, String name, String purpose, List<PrivilegePart> privileges) {
        public SetPart {
            privileges = given(privileges);
        }
    }

    /** One of three shapes, told apart by operation, fields or function. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record PrivilegePart(
            String recordType,
            String operation,
            List<String> fields,
            @OneOf(Privilege.FieldPrivilege.Use.class) String use,
            @OneOf(Reach.class) String reach,
            String condition,
            String function,
            String level) {
        public PrivilegePart {
            fields = given(fields);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record RolePart(
            String key,
            String name,
            String purpose,
            @OneOf(Role.MeantFor.class) String meantFor,
            List<String> sets,
            List<String> conflicts) {
        public RolePart {
            sets = given(sets);
            conflicts = given(conflicts);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record AssignmentPart(
            String key,
            AudiencePart audience,
            String role,
            String set,
            BoundsPart bounds,
            String from,
            String until,
            List<HoursPart> hours,
            String reason,
            String givenBy,
            String givenAt) {
        public AssignmentPart {
            hours = given(hours);
        }
    }

    /** Hours of some days of the week, from and to as 08:00 and 17:30; 24:00 ends a day. */
    public record HoursPart(List<String> days, String from, String to) {
        public HoursPart {
            days = given(days);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record SharingRulePart(
            String key,
            String name,
            String recordType,
            String condition,
            AudiencePart ownedBy,
            AudiencePart audience,
            List<String> operations,
            Map<String, List<String>> below,
            String from,
            String until,
            List<HoursPart> hours,
            String reason) {
        public SharingRulePart {
            operations = given(operations);
            below = below == null ? Map.of() : below;
            hours = given(hours);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DirectSharePart(
            String key,
            String recordType,
            String record,
            AudiencePart audience,
            List<String> operations,
            Map<String, List<String>> below,
            String until,
            String reason,
            String givenBy) {
        public DirectSharePart {
            operations = given(operations);
            below = below == null ? Map.of() : below;
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DelegationPart(
            String key,
            String principal,
            String delegate,
            List<String> sets,
            String from,
            String until,
            List<HoursPart> hours,
            String reason) {
        public DelegationPart {
            sets = given(sets);
            hours = given(hours);
        }
    }

    /**
     * What must stay true; its object is told by record with recordType and operation, by field
     * with recordType and use, by classification and use, by function and level, or else by
     * recordType, operation and maybe condition.
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ExpectationPart(
            String key,
            String name,
            AudiencePart subject,
            @OneOf(Expectation.Claim.class) String claim,
            String recordType,
            String operation,
            String condition,
            String record,
            String field,
            @OneOf(Privilege.FieldPrivilege.Use.class) String use,
            String classification,
            String function,
            String level,
            String owner,
            String reason,
            @OneOf(Expectation.Severity.class) String severity) {}

    /**
     * A number of seats and what takes one.
     *
     * @param functions by function, the least level that takes a seat
     * @param whenUsedUp warn or refuse
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record SeatPoolPart(
            String key,
            String name,
            Integer agreed,
            String until,
            List<String> roles,
            List<String> sets,
            Map<String, String> functions,
            @OneOf(SeatPool.WhenUsedUp.class) String whenUsedUp) {
        public SeatPoolPart {
            roles = given(roles);
            sets = given(sets);
            functions = functions == null ? Map.of() : functions;
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record BoundsPart(AccountScopePart accounts, UnitScopePart units) {}

    @JsonInclude(JsonInclude.Include.NON_DEFAULT)
    public record AccountScopePart(boolean actedFor, List<String> listed, List<String> tagged) {
        public AccountScopePart {
            listed = given(listed);
            tagged = given(tagged);
        }
    }

    public record UnitScopePart(List<String> listed, boolean below) {
        public UnitScopePart {
            listed = given(listed);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record AccountFilterPart(
            String key,
            String name,
            AudiencePart audience,
            AccountScopePart accounts,
            List<String> recordTypes,
            String condition) {
        public AccountFilterPart {
            recordTypes = given(recordTypes);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record FieldFilterPart(
            String key,
            String name,
            AudiencePart audience,
            String recordType,
            List<String> fields,
            @OneOf(words = {"hide", "mask", "freeze"}) String effect,
            @OneOf(MaskStyle.class) String mask,
            String condition) {
        public FieldFilterPart {
            fields = given(fields);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record AudiencePart(List<WhoPart> of, List<WhoPart> except) {
        public AudiencePart {
            of = given(of);
            except = given(except);
        }
    }

    /** One part of an audience; exactly one member is there, and {@code below} only with a unit. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record WhoPart(
            String person,
            String team,
            String unit,
            Boolean below,
            String role,
            String all,
            String externalsOf,
            String externalsTagged) {}

    private static String given(String text) {
        return text == null ? "" : text.strip();
    }

    private static <T> List<T> given(List<T> list) {
        return list == null ? List.of() : List.copyOf(list);
    }
}
