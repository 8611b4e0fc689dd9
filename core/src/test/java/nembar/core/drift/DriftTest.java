package nembar.core.drift;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.LostFields;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.condition.Condition;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.drift.Difference.Kind;
import nembar.core.element.Element;
import nembar.core.lookup.LookupValues;
import nembar.core.lookup.Lookups;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.schema.Proposal;
import nembar.core.schema.Yard;
import nembar.core.sql.CountQuery;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a database has become since it was taken into the catalogue, and what mends it. */
class DriftTest {
    private static final Application APPLICATION =
            new Application("quayside", "Quayside", ZoneId.of("UTC"));

    private final Directory directory = new Harbour().model().directory();

    private static Yard yard(String state, String base, String... more) {
        Yard.Building jobs =
                new Yard()
                        .table("yard.jobs")
                        .column("id", "int8")
                        .column("job_no", "text")
                        .enumerated("kind", "hull", "engine")
                        .column(state, base);
        for (String one : more) {
            jobs.column(one, "text");
        }
        return jobs.key("id").made();
    }

    private static Privilege open(String condition) {
        return new Privilege.RecordPrivilege(
                "job", "view", Reach.ALL, Optional.of(Condition.ofText(condition)));
    }

    /** The yard as it was taken, with a condition on it. */
    private AccessModel model(String condition) {
        Catalogue catalogue =
                new Catalogue(
                        proposal(yard("state", "text"), Catalogue.EMPTY).areas(),
                        proposal(yard("state", "text"), Catalogue.EMPTY).recordTypes(),
                        List.of());
        return AccessModel.of(
                APPLICATION,
                catalogue,
                directory,
                Design.of(
                        List.of(
                                new PrivilegeSet("see", "See jobs", "", List.of(open(condition))),
                                new Assignment(
                                        "one",
                                        Harbour.to("ben"),
                                        new Assignment.Gives.OfSet("see"),
                                        Bounds.NONE,
                                        Times.ALWAYS,
                                        "",
                                        Optional.empty(),
                                        Optional.empty()))));
    }

    private Proposal proposal(Yard yard, Catalogue known) {
        return Proposal.of(yard.schema(), APPLICATION, known, directory);
    }

    private Drift drift(AccessModel model, Yard now) {
        return new Drift(model, now.schema(), proposal(now, model.catalogue()), Set.of());
    }

    private static LostFields lost(Drift drift) {
        return LostFields.of(drift.lost());
    }

    private static Difference only(Drift drift) {
        assertThat(drift.differences()).hasSize(1);
        return drift.differences().get(0);
    }

    private static RecordType job(AccessModel model) {
        return model.catalogue().recordType("job").orElseThrow();
    }

    @Test
    void nothingDiffersWhereNothingHasChanged() {
        AccessModel model = model("state = 'open'");
        Drift drift = drift(model, yard("state", "text"));
        assertThat(drift.differences()).isEmpty();
        assertThat(lost(drift).none()).isTrue();
    }

    @Test
    void aColumnThatIsGoneIsLostAndNamesTheConditionsThatUseIt() {
        AccessModel model = model("state = 'open'");
        Drift drift =
                drift(
                        model,
                        new Yard()
                                .table("yard.jobs")
                                .column("id", "int8")
                                .column("job_no", "text")
                                .enumerated("kind", "hull", "engine")
                                .key("id")
                                .made());
        Difference gone = only(drift);
        assertThat(gone.kind()).isEqualTo(Kind.COLUMN_GONE);
        assertThat(gone.field()).contains("state");
        assertThat(gone.conditions()).extracting(Element::key).containsExactly("see");
        assertThat(lost(drift).has(job(model), job(model).knownField("state"))).isTrue();
        assertThat(lost(drift).has(job(model), job(model).knownField("job_no"))).isFalse();

        AccessModel free = model("job_no = 'a'");
        AccessModel mended = Changes.apply(free, gone.mend());
        assertThat(job(mended).field("state")).isEmpty();
    }

    @Test
    void aColumnUnderAnotherNameIsProposedByTypeAndName() {
        AccessModel model = model("state = 'open'");
        Difference renamed = only(drift(model, yard("job_state", "text")));
        assertThat(renamed.kind()).isEqualTo(Kind.COLUMN_RENAMED);
        AccessModel mended = Changes.apply(model, renamed.mend());
        assertThat(job(mended).knownField("state").columns())
                .containsExactly(Column.plain("job_state"));
        assertThat(drift(mended, yard("job_state", "text")).differences()).isEmpty();
    }

    @Test
    void whatFitsByNothingButItsTypeIsNotTakenForIt() {
        Drift drift = drift(model("state = 'open'"), yard("remark", "text"));
        assertThat(drift.differences())
                .extracting(Difference::kind)
                .containsExactly(Kind.COLUMN_GONE, Kind.COLUMN_NEW);
    }

    @Test
    void choicesTellAColumnUnderAnotherName() {
        Yard now =
                new Yard()
                        .table("yard.jobs")
                        .column("id", "int8")
                        .column("job_no", "text")
                        .enumerated("work", "hull", "engine")
                        .column("state", "text")
                        .key("id")
                        .made();
        Difference renamed = only(drift(model("state = 'open'"), now));
        assertThat(renamed.kind()).isEqualTo(Kind.COLUMN_RENAMED);
        assertThat(renamed.field()).contains("kind");
    }

    @Test
    void aColumnOfAnotherTypeIsReadAsThatOnceItIsMended() {
        AccessModel model = model("job_no = 'a'");
        Difference changed = only(drift(model, yard("state", "int4")));
        assertThat(changed.kind()).isEqualTo(Kind.TYPE_CHANGED);
        AccessModel mended = Changes.apply(model, changed.mend());
        assertThat(job(mended).knownField("state").type()).isEqualTo(FieldType.WHOLE_NUMBER);
        assertThat(drift(mended, yard("state", "int4")).differences()).isEmpty();
    }

    @Test
    void aNewColumnBecomesAFieldAndANewTableIsNamed() {
        AccessModel model = model("state = 'open'");
        Yard now =
                yard("state", "text", "remark")
                        .table("yard.docks")
                        .column("id", "int8")
                        .column("name", "text")
                        .key("id")
                        .made();
        Drift drift = drift(model, now);
        assertThat(drift.differences())
                .extracting(Difference::kind)
                .containsExactly(Kind.COLUMN_NEW, Kind.TABLE_NEW);
        AccessModel mended = Changes.apply(model, drift.differences().get(0).mend());
        assertThat(job(mended).field("remark")).isPresent();
        Drift left =
                new Drift(
                        mended,
                        now.schema(),
                        proposal(now, mended.catalogue()),
                        Set.of(TableName.of("yard.docks")));
        assertThat(left.differences()).isEmpty();
    }

    @Test
    void aTableUnderAnotherNameIsFoundByItsColumns() {
        AccessModel model = model("state = 'open'");
        Yard now =
                new Yard()
                        .table("yard.orders")
                        .column("id", "int8")
                        .column("job_no", "text")
                        .enumerated("kind", "hull", "engine")
                        .column("state", "text")
                        .key("id")
                        .made();
        Drift drift = drift(model, now);
        Difference renamed = drift.differences().get(0);
        assertThat(renamed.kind()).isEqualTo(Kind.TABLE_RENAMED);
        AccessModel mended = Changes.apply(model, renamed.mend());
        assertThat(job(mended).table()).isEqualTo(TableName.of("yard.orders"));
        assertThat(lost(drift).has(job(model))).isTrue();
        assertThat(lost(drift).has(job(mended))).isFalse();
    }

    /** Jobs whose planner is known by an address in the table of staff. */
    private static Yard staffed(String... ofStaff) {
        Yard.Building staff = new Yard().table("yard.staff").column("id", "int4");
        for (String one : ofStaff) {
            staff.column(one, "text", "ben@home.example", "x@y.example");
        }
        return staff.key("id")
                .made()
                .table("yard.jobs")
                .column("id", "int8")
                .column("planner", "int4")
                .key("id")
                .refers("planner -> yard.staff (id)", false)
                .made();
    }

    private AccessModel staffedModel() {
        Proposal proposal = proposal(staffed("email"), Catalogue.EMPTY);
        return AccessModel.of(
                APPLICATION,
                new Catalogue(proposal.areas(), proposal.recordTypes(), List.of()),
                directory,
                Design.of(List.of()));
    }

    @Test
    void whatALookUpLedByUnderAnotherNameIsFoundByWhatItHolds() {
        AccessModel model = staffedModel();
        Yard now = staffed("email_address");
        Drift drift = drift(model, now);
        Difference renamed =
                drift.differences().stream()
                        .filter(one -> one.kind() == Kind.LOOKUP_RENAMED)
                        .findFirst()
                        .orElseThrow();
        assertThat(renamed.why()).contains("email of yard.staff is gone", "email_address");
        assertThat(lost(drift).has(job(model), job(model).knownField("planner"))).isTrue();
        assertThat(lost(drift).has(job(model), job(model).knownField("id"))).isFalse();
        AccessModel mended = Changes.apply(model, renamed.mend());
        assertThat(job(mended).knownField("planner").lookup().orElseThrow().through())
                .contains(new Lookup.Through(TableName.of("yard.staff"), "id", "email_address"));
        assertThat(lost(drift).has(job(mended), job(mended).knownField("planner"))).isFalse();
    }

    @Test
    void aLookUpThatIsGoneLeavesItsFieldUnknown() {
        AccessModel model = staffedModel();
        Drift drift =
                drift(
                        model,
                        new Yard()
                                .table("yard.jobs")
                                .column("id", "int8")
                                .column("planner", "int4")
                                .key("id")
                                .made());
        assertThat(drift.differences())
                .filteredOn(one -> one.recordType().equals(Optional.of("job")))
                .singleElement()
                .satisfies(
                        gone -> {
                            assertThat(gone.kind()).isEqualTo(Kind.LOOKUP_GONE);
                            assertThat(gone.field()).contains("planner");
                            assertThat(gone.mend()).isEmpty();
                        });
        assertThat(lost(drift).has(job(model), job(model).knownField("planner"))).isTrue();
        assertThat(lost(drift).has(job(model))).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "state = 'open'",
                "state <> 'open'",
                "NOT (state = 'open')",
                "state IS NULL",
                "state IS NOT NULL",
                "NOT (state IS NULL) AND job_no = 'a'",
                "state IN ('open', 'done')",
                "CASEI(state) = CASEI('open')"
            })
    void whateverIsSaidOfALostFieldIsUnknown(String condition) {
        AccessModel model = model(condition);
        RecordSet seen = seen(model.losing(lost(model)));
        for (String state : new String[] {"open", "done", null}) {
            Map<String, Object> values = new HashMap<>();
            values.put("id", "1");
            values.put("job_no", "a");
            values.put("state", state);
            assertThat(seen.contains(new GovernedRecord("job", values), job(model), Relatives.NONE))
                    .isFalse();
        }
    }

    @Test
    void whatIsTrueWhateverALostFieldHasStaysTrue() {
        AccessModel model = model("state = 'open' OR job_no = 'a'");
        RecordSet seen = seen(model.losing(lost(model)));
        assertThat(
                        seen.contains(
                                new GovernedRecord("job", Map.of("id", "1", "job_no", "a")),
                                job(model),
                                Relatives.NONE))
                .isTrue();
    }

    private LostFields lost(AccessModel model) {
        return lost(drift(model, yard("remark", "text")));
    }

    private RecordSet seen(AccessModel model) {
        Person ben = directory.person("ben").orElseThrow();
        return new PersonAccess(model, Standpoint.of(ben, Harbour.NOW))
                .records(job(model), Operation.VIEW);
    }

    @Test
    void noStatementNamesALostColumnOrTable() {
        AccessModel model = model("state = 'open'");
        RecordSet set =
                RecordSet.anyOf(
                        seen(model),
                        RecordSet.among("state", new TreeSet<>(Set.of("open")), "state is open"));
        List<String> sql = new ArrayList<>();
        for (LostFields lost :
                List.of(
                        lost(model),
                        LostFields.of(
                                List.of(LostFields.LostColumn.all(TableName.of("yard.jobs")))),
                        LostFields.of(
                                List.of(
                                        new LostFields.LostColumn(
                                                TableName.of("yard.jobs"), "id"))))) {
            Lookups lookups =
                    new Lookups() {
                        @Override
                        public LookupValues of(Lookup lookup) {
                            return LookupValues.NOTHING;
                        }

                        @Override
                        public LostFields lost() {
                            return lost;
                        }
                    };
            sql.add(CountQuery.of(job(model), List.of(set), lookups).text().sql());
        }
        assertThat(sql.get(0)).contains("\"jobs\"").doesNotContain("\"state\"");
        assertThat(sql.get(1)).doesNotContain("\"jobs\"").contains("WHERE FALSE");
        // Without what tells its records apart there are none.
        assertThat(sql.get(2)).isEqualTo(sql.get(1));
    }
}
