package nembar.core.schema;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Design;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProposalTest {

    private static Yard yard() {
        return new Yard()
                .table("yard.jobs")
                .column("id", "int8")
                .column("job_no", "text")
                .enumerated("state", "open", "done")
                .column("price", "numeric")
                .column("margin", "numeric")
                .column("plan", "bytea")
                .key("id")
                .made()
                .table("yard.job_lines")
                .column("job_id", "int8")
                .column("line_no", "int4")
                .column("note", "text")
                .key("job_id", "line_no")
                .refers("job_id -> yard.jobs (id)", false)
                .made()
                .table("yard.job_photos")
                .column("id", "uuid")
                .column("job", "int8")
                .column("line", "int4")
                .key("id")
                .refers("line, job -> yard.job_lines (line_no, job_id)", true)
                .made();
    }

    private static RecordType type(Yard yard, String table) {
        return yard.proposed(table).recordType().orElseThrow();
    }

    @Test
    void aTableWithAKeyIsARecordType() {
        ProposedTable jobs = yard().proposed("yard.jobs");
        assertThat(jobs.use()).isEqualTo(Use.RECORDS);
        RecordType type = jobs.recordType().orElseThrow();
        assertThat(type.key()).isEqualTo("job");
        assertThat(type.singular()).isEqualTo("Job");
        assertThat(type.plural()).isEqualTo("Jobs");
        assertThat(type.table().text()).isEqualTo("yard.jobs");
        assertThat(type.keyField()).isEqualTo("id");
        assertThat(type.knownField("id").columns()).containsExactly(new Column("id", Stored.WHOLE));
        assertThat(type.titleField()).isEqualTo("job_no");
        assertThat(jobs.reasons())
                .containsEntry("/key", "it is the primary key")
                .containsEntry("/title", "its name is how people know things");
    }

    @Test
    void aColumnIsAFieldOfItsTypeAndLabelledForWhatItIs() {
        ProposedTable jobs = yard().proposed("yard.jobs");
        RecordType type = jobs.recordType().orElseThrow();
        Field state = type.knownField("state");
        assertThat(state.type()).isEqualTo(FieldType.CHOICE);
        assertThat(state.choices()).containsExactly("open", "done");
        assertThat(state.columns()).containsExactly(new Column("state", Stored.OTHER));
        Field margin = type.knownField("margin");
        assertThat(margin.type()).isEqualTo(FieldType.MONEY);
        assertThat(margin.guarded()).isTrue();
        assertThat(margin.classifications()).containsExactly("commercial");
        assertThat(type.knownField("price").guarded()).isFalse();
        assertThat(jobs.reasons().get("margin"))
                .isEqualTo(
                        "it is of the type numeric; commercial, since its name says “margin”;"
                                + " guarded, since most who see the record need not see it");
        assertThat(jobs.left())
                .containsOnly(Map.entry("plan", "no field can have values of the type bytea"));
    }

    @ParameterizedTest
    @CsvSource({
        "timestamp, TIMESTAMP, LOCAL",
        "timestamptz, TIMESTAMP, PLAIN",
        "_text, TEXTS, OTHER",
        "_int4, TEXTS, OTHER",
        "jsonb, TEXT, OTHER",
        "daterange, TEXT, OTHER"
    })
    void whatIsNeitherTextNorNumberIsAFieldToo(String base, FieldType type, Stored stored) {
        Yard yard =
                new Yard()
                        .table("yard.jobs")
                        .column("id", "int8")
                        .column("x", base)
                        .key("id")
                        .made();
        Field field = type(yard, "yard.jobs").knownField("x");
        assertThat(field.type()).isEqualTo(type);
        assertThat(field.columns()).extracting(Column::stored).containsExactly(stored);
        assertThat(field.columns().get(0).zone())
                .isEqualTo(
                        stored == Stored.LOCAL
                                ? Optional.of(Yard.QUAYSIDE.zone())
                                : Optional.empty());
    }

    @Test
    void aKeyOfSeveralColumnsIsAFieldOfItsOwn() {
        RecordType lines = type(yard(), "yard.job_lines");
        assertThat(lines.keyField()).isEqualTo("key");
        assertThat(lines.knownField("key").columns())
                .containsExactly(
                        new Column("job_id", Stored.WHOLE), new Column("line_no", Stored.WHOLE));
        assertThat(lines.knownField("line_no").type()).isEqualTo(FieldType.WHOLE_NUMBER);
        assertThat(lines.knownField("job_id").refersTo()).contains("job");
    }

    @Test
    void aReferenceOfSeveralColumnsIsInTheOrderOfTheKey() {
        RecordType photos = type(yard(), "yard.job_photos");
        Field line = photos.knownField("job_line");
        assertThat(line.refersTo()).contains("job_line");
        assertThat(line.columns())
                .containsExactly(new Column("job", Stored.WHOLE), new Column("line", Stored.WHOLE));
    }

    @Test
    void whatCannotBeWithoutAnotherIsAPartOfIt() {
        Yard yard = yard();
        assertThat(type(yard, "yard.job_lines").parent())
                .contains(new Parent("job", "job_id", Parent.Follows.ALL, false));
        assertThat(yard.proposed("yard.job_lines").reasons())
                .containsEntry("/parent", "its key begins with that of job");
        assertThat(type(yard, "yard.job_photos").parent())
                .contains(new Parent("job_line", "job_line", Parent.Follows.ALL, false));
        assertThat(type(yard, "yard.jobs").parent()).isEmpty();
    }

    @Test
    void aPartOfAKeyIsNotGuarded() {
        Yard yard =
                new Yard()
                        .table("yard.rates")
                        .column("salary", "int4")
                        .column("step", "int4")
                        .column("wage", "numeric")
                        .key("salary", "step")
                        .made();
        assertThat(type(yard, "yard.rates").knownField("salary").guarded()).isFalse();
        assertThat(type(yard, "yard.rates").knownField("wage").guarded()).isTrue();
    }

    @Test
    void nothingIsAPartOfItself() {
        Yard yard =
                new Yard()
                        .table("yard.a")
                        .column("id", "int4")
                        .column("b", "int4")
                        .key("id")
                        .refers("b -> yard.b (id)", true)
                        .made()
                        .table("yard.b")
                        .column("id", "int4")
                        .column("a", "int4")
                        .column("up", "int4")
                        .key("id")
                        .refers("up -> yard.b (id)", true)
                        .refers("a -> yard.a (id)", true)
                        .made();
        assertThat(type(yard, "yard.a").parent().map(Parent::recordType)).contains("b");
        assertThat(type(yard, "yard.b").parent()).isEmpty();
        assertThat(yard.proposed("yard.b").reasons()).doesNotContainKey("/parent");
    }

    @Test
    void whatIsProposedIsASoundCatalogue() {
        Proposal proposal = yard().proposal();
        AccessModel harbour = new Harbour().model();
        AccessModel model =
                AccessModel.of(
                        harbour.application(),
                        new Catalogue(proposal.areas(), proposal.recordTypes(), List.of()),
                        harbour.directory(),
                        Design.empty());
        assertThat(model.catalogue().recordTypes())
                .extracting(RecordType::key)
                .containsExactly("job", "job_line", "job_photo");
    }

    @Test
    void tablesOfOneBeginningAreAnArea() {
        Yard yard = yard().table("yard.berths").column("id", "int4").key("id").made();
        assertThat(yard.proposal().areas())
                .extracting(Area::name)
                .containsExactly("Job", "Quayside");
        assertThat(type(yard, "yard.berths").area()).isEqualTo("quayside");
    }

    @Test
    void severalSchemasAreAsManyAreas() {
        Yard yard = yard().table("\"Stores\".parts").column("id", "int4").key("id").made();
        assertThat(yard.proposal().areas())
                .extracting(Area::name)
                .containsExactly("Yard", "Stores");
    }

    @Test
    void tablesThatAreNoRecordsAreToldApart() {
        Yard yard =
                yard().table("yard.work_logs")
                        .column("id", "int8")
                        .key("id")
                        .made()
                        .table("yard.readings")
                        .column("at", "timestamptz")
                        .made()
                        .table("yard.jobs_open")
                        .view()
                        .column("id", "int8")
                        .made()
                        .table("yard.crews")
                        .column("id", "int4")
                        .key("id")
                        .made()
                        .table("yard.job_crews")
                        .column("job", "int8")
                        .column("crew", "int4")
                        .key("job", "crew")
                        .refers("job -> yard.jobs (id)", false)
                        .refers("crew -> yard.crews (id)", false)
                        .made()
                        .table("yard.paints")
                        .rows(12)
                        .column("code", "text")
                        .column("name", "text")
                        .key("code")
                        .made()
                        .table("yard.coats")
                        .column("id", "int4")
                        .column("paint", "text")
                        .key("id")
                        .refers("paint -> yard.paints (code)", false)
                        .made();
        assertThat(yard.proposed("yard.work_logs").use()).isEqualTo(Use.NO_RECORDS);
        assertThat(yard.proposed("yard.readings").use()).isEqualTo(Use.WITHOUT_KEY);
        assertThat(yard.proposed("yard.readings").why()).contains("no primary key");
        assertThat(yard.proposed("yard.jobs_open").why()).contains("a view");
        assertThat(yard.proposed("yard.job_crews").use()).isEqualTo(Use.LINKS);
        assertThat(yard.proposed("yard.job_crews").why()).endsWith("jobs and crews");
        assertThat(yard.proposed("yard.paints").use()).isEqualTo(Use.CHOICES);
        assertThat(yard.proposal().recordTypes())
                .extracting(RecordType::key)
                .containsExactly("job", "job_line", "job_photo", "crew", "coat");
        assertThat(type(yard, "yard.paints").keyField()).isEqualTo("code");
        assertThat(type(yard, "yard.coats").knownField("paint").refersTo()).contains("paint");
        RecordType alone = Proposal.fitting(yard.proposal().recordTypes(), Catalogue.EMPTY).get(4);
        assertThat(alone.knownField("paint").type()).isEqualTo(FieldType.TEXT);
    }

    @Test
    void peopleAndOrganisationsAreKnownByNameAndColumns() {
        Yard yard =
                new Yard()
                        .table("yard.staff")
                        .column("id", "int4")
                        .column("login", "text", "a@x.example", "b@x.example", "c@x.example")
                        .key("id")
                        .made()
                        .table("yard.customers")
                        .column("id", "uuid")
                        .column("phone", "text", "+44 20 7946 0000")
                        .key("id")
                        .made();
        assertThat(yard.proposed("yard.staff").use()).isEqualTo(Use.PEOPLE);
        assertThat(yard.proposed("yard.staff").why()).contains("login");
        assertThat(type(yard, "yard.staff").knownField("login").classifications())
                .containsExactly("personal");
        assertThat(yard.proposed("yard.customers").use()).isEqualTo(Use.ACCOUNTS);
        assertThat(type(yard, "yard.customers").knownField("id").columns())
                .containsExactly(new Column("id", Stored.UUID));
    }

    @Test
    void namesOfAnyScriptBecomeKeys() {
        Yard yard =
                new Yard()
                        .table("yard.\"Наряды\"")
                        .column("№", "int4")
                        .column("Größe \"m\"", "float8")
                        .column("größe m", "float8")
                        .key("№")
                        .made()
                        .table("yard.\"'; drop table\"")
                        .comment("<script>alert(1)</script>")
                        .column("id", "int4")
                        .key("id")
                        .made();
        RecordType type = type(yard, "yard.\"Наряды\"");
        assertThat(type.key()).isEqualTo("table");
        assertThat(type.singular()).isEqualTo("Наряды");
        assertThat(type.fields())
                .extracting(Field::key)
                .containsExactly("no", "gro_e_m", "gro_e_m_2");
        RecordType hostile = type(yard, "yard.\"'; drop table\"");
        assertThat(hostile.key()).isEqualTo("drop_table");
        assertThat(hostile.singular()).isEqualTo("Drop table");
    }

    @Test
    void whatIsSaidOfATableNamesItsRecords() {
        Yard yard =
                new Yard()
                        .table("yard.tbl_017")
                        .comment("repair orders")
                        .column("id", "int4")
                        .commented("f_3", "text", "Hull number")
                        .key("id")
                        .made();
        RecordType type = type(yard, "yard.tbl_017");
        assertThat(type.singular()).isEqualTo("Repair order");
        assertThat(type.plural()).isEqualTo("Repair orders");
        assertThat(type.knownField("f_3").label()).isEqualTo("Hull number");
    }

    @Test
    void aUniqueConstraintIdentifiesWhereThereIsNoPrimaryKey() {
        Yard yard =
                new Yard()
                        .table("yard.docks")
                        .column("code", "bpchar")
                        .column("x", "int4")
                        .column("y", "int4")
                        .unique("x", "y")
                        .unique("code")
                        .made();
        ProposedTable docks = yard.proposed("yard.docks");
        assertThat(docks.recordType().map(RecordType::keyField)).contains("code");
        assertThat(docks.reasons()).containsEntry("/key", "nothing else in it is unique");
    }

    @Test
    void aKeyThatIsNoTextNorNumberIsNone() {
        Yard yard = new Yard().table("yard.blobs").column("digest", "bytea").key("digest").made();
        assertThat(yard.proposed("yard.blobs").use()).isEqualTo(Use.WITHOUT_KEY);
        assertThat(yard.proposed("yard.blobs").recordType()).isEqualTo(Optional.empty());
    }

    @Test
    void whatIsGovernedStaysAndIsReferredTo() {
        RecordType jobs = type(yard(), "yard.jobs");
        Catalogue known =
                new Catalogue(
                        yard().proposal().areas(),
                        List.of(jobs.with(Optional.empty(), List.of(jobs.knownField("id")))),
                        List.of());
        Proposal proposal = Proposal.of(yard().schema(), Yard.QUAYSIDE, known, Directory.EMPTY);
        assertThat(proposal.tables())
                .extracting(ProposedTable::use)
                .containsExactly(Use.GOVERNED, Use.RECORDS, Use.RECORDS);
        assertThat(proposal.recordTypes())
                .extracting(RecordType::key)
                .containsExactly("job_line", "job_photo");
        assertThat(proposal.recordTypes().get(0).knownField("job_id").refersTo()).contains("job");
    }

    @Test
    void whatRefersToNothingStandsAlone() {
        List<RecordType> lines = List.of(type(yard(), "yard.job_lines"));
        RecordType alone = Proposal.fitting(lines, Catalogue.EMPTY).get(0);
        assertThat(alone.parent()).isEmpty();
        assertThat(alone.knownField("job_id").type()).isEqualTo(FieldType.TEXT);
        assertThat(alone.knownField("job_id").refersTo()).isEmpty();
        Catalogue known = new Catalogue(List.of(), List.of(type(yard(), "yard.jobs")), List.of());
        assertThat(Proposal.fitting(lines, known)).isEqualTo(lines);
    }

    @Test
    void theSameSchemaGivesTheSameProposal() {
        assertThat(yard().proposal()).isEqualTo(yard().proposal());
        assertThat(Set.copyOf(yard().proposal().tables())).hasSize(3);
    }

    private static ProposedTable boats(long rows, String... states) {
        return new Yard()
                .table("yard.states")
                .column("code", "text", states)
                .column("label", "text")
                .key("code")
                .rows(rows)
                .made()
                .table("yard.boats")
                .column("id", "int8")
                .column("name", "text")
                .column("state", "text")
                .key("id")
                .refers("state -> yard.states (code)", false)
                .made()
                .proposed("yard.boats");
    }

    @Test
    void aShortListOfWordsIsWhatMayBeChosen() {
        Field state = boats(2, "laid up", "afloat").recordType().orElseThrow().knownField("state");
        assertThat(state.type()).isEqualTo(FieldType.CHOICE);
        assertThat(state.choices()).containsExactly("afloat", "laid up");
        assertThat(state.refersTo()).isEmpty();
    }

    @Test
    void whereNotAllOfAListIsKnownItIsReferredTo() {
        Field state = boats(3, "laid up", "afloat").recordType().orElseThrow().knownField("state");
        assertThat(state.type()).isEqualTo(FieldType.REFERENCE);
        assertThat(state.choices()).isEmpty();
    }
}
