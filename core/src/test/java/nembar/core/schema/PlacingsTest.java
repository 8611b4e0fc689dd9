package nembar.core.schema;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Directory;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Which fields are proposed to place a record, and how they lead to the directory. */
class PlacingsTest {
    private static final Directory DIRECTORY = new Harbour().directory();

    private static Yard yard() {
        return new Yard()
                .table("yard.staff")
                .column("id", "int4")
                .column("email", "text", "ann@home.example", "BEN@home.example", "x@y.example")
                .column("name", "text")
                .key("id")
                .unique("email")
                .made()
                .table("yard.customers")
                .column("id", "uuid")
                .column("code", "text", "red", "blue", "green", "grey")
                .column("name", "text", "Red Line", "Greens", "Greys", "Blues")
                .key("id")
                .made()
                .table("yard.crews")
                .column("id", "int2")
                .column("name", "text", "Cranes", "Riggers")
                .key("id")
                .made()
                .table("yard.jobs")
                .column("id", "int8")
                .column("planned_by", "int4")
                .column("responsible_id", "int4")
                .column("customer_id", "uuid")
                .key("id")
                .refers("planned_by -> yard.staff (id)", false)
                .refers("responsible_id -> yard.staff (id)", false)
                .refers("customer_id -> yard.customers (id)", false)
                .made()
                .table("yard.job_crews")
                .column("job", "int8")
                .column("crew", "int2")
                .key("job", "crew")
                .refers("job -> yard.jobs (id)", true)
                .refers("crew -> yard.crews (id)", false)
                .made()
                .table("yard.offers")
                .column("id", "int8")
                .column("agent_email", "text", "a@b.example", "c@d.example", "e@f.example")
                .column("customer_id", "uuid")
                .column("payer_id", "uuid")
                .key("id")
                .refers("customer_id -> yard.customers (id)", false)
                .refers("payer_id -> yard.customers (id)", false)
                .made();
    }

    private static RecordType type(String table) {
        return yard().proposed(table, DIRECTORY).recordType().orElseThrow();
    }

    private static Optional<Lookup> through(Identifier identifier, String table, String to) {
        return Optional.of(
                new Lookup(
                        identifier,
                        Optional.of(new Lookup.Through(TableName.of(table), "id", to))));
    }

    @Test
    void theOwnerIsWhoeverTheNameSpeaksOf() {
        RecordType jobs = type("yard.jobs");
        assertThat(jobs.places().owner()).contains("responsible_id");
        for (String field : List.of("responsible_id", "planned_by")) {
            Field person = jobs.knownField(field);
            assertThat(person.type()).isEqualTo(FieldType.PERSON);
            assertThat(person.refersTo()).isEmpty();
            assertThat(person.columns()).containsExactly(new Column(field, Stored.WHOLE));
            assertThat(person.lookup())
                    .isEqualTo(through(Identifier.PERSON_EMAIL, "yard.staff", "email"));
        }
        assertThat(yard().proposed("yard.jobs", DIRECTORY).reasons())
                .containsEntry(
                        "/person",
                        "responsible_id leads to yard.staff, known by email; the directory knows 2"
                                + " of the 3 looked at");
    }

    @Test
    void anAccountIsKnownByTheColumnOfWhichTheDirectoryHasMost() {
        RecordType jobs = type("yard.jobs");
        assertThat(jobs.places().account()).contains("customer_id");
        assertThat(jobs.knownField("customer_id").lookup())
                .isEqualTo(through(Identifier.ACCOUNT_KEY, "yard.customers", "code"));
        RecordType unknown =
                yard().proposed("yard.jobs", Directory.EMPTY).recordType().orElseThrow();
        assertThat(unknown.knownField("customer_id").lookup())
                .isEqualTo(through(Identifier.ACCOUNT_KEY, "yard.customers", "code"));
    }

    @Test
    void teamsThatALinkTableHasAreSeveral() {
        RecordType jobs = type("yard.jobs");
        assertThat(jobs.places().team()).contains("crews");
        Field crews = jobs.knownField("crews");
        assertThat(crews.columns()).containsExactly(new Column("crew", Stored.WHOLE));
        assertThat(crews.link())
                .contains(
                        new Link(
                                TableName.of("yard.job_crews"),
                                List.of(new Column("job", Stored.WHOLE))));
        assertThat(crews.lookup()).isEqualTo(through(Identifier.TEAM_NAME, "yard.crews", "name"));
    }

    @Test
    void aRowOfATableOfPeopleIsItsOwn() {
        RecordType staff = type("yard.staff");
        assertThat(staff.places().owner()).contains("email");
        assertThat(staff.knownField("email").lookup())
                .contains(new Lookup(Identifier.PERSON_EMAIL, Optional.empty()));
        RecordType customers = type("yard.customers");
        assertThat(customers.places().account()).contains("code");
        assertThat(customers.knownField("code").lookup()).isEmpty();
    }

    @Test
    void anAddressOfWhoeverOwnsItIsTheOwner() {
        RecordType offers = type("yard.offers");
        assertThat(offers.places().owner()).contains("agent_email");
        assertThat(offers.knownField("agent_email").type()).isEqualTo(FieldType.PERSON);
    }

    @Test
    void aTableIsOfAccountsWhereTheDirectoryHasItsValues() {
        Yard ports =
                new Yard()
                        .table("yard.lines")
                        .column("id", "int4")
                        .column("code", "text", "red", "blue", "green")
                        .key("id")
                        .made()
                        .table("yard.calls")
                        .column("id", "int4")
                        .column("line", "int4")
                        .key("id")
                        .refers("line -> yard.lines (id)", false)
                        .made();
        assertThat(
                        ports.proposed("yard.calls", DIRECTORY)
                                .recordType()
                                .orElseThrow()
                                .places()
                                .account())
                .contains("line");
        assertThat(ports.proposed("yard.calls").recordType().orElseThrow().places().account())
                .isEmpty();
    }

    @Test
    void ofTwoThatSayTheSameNeitherIsChosen() {
        RecordType offers = type("yard.offers");
        assertThat(offers.places().account()).isEmpty();
        assertThat(offers.knownField("customer_id").refersTo()).contains("customer");
        assertThat(offers.knownField("customer_id").lookup()).isEmpty();
    }

    @Test
    void whatIsGovernedMayHaveValuesOfALinkTableBesides() {
        RecordType jobs = type("yard.jobs");
        RecordType without =
                jobs.with(
                        new RecordType.Places(
                                jobs.places().owner(),
                                Optional.empty(),
                                jobs.places().unit(),
                                jobs.places().account()),
                        jobs.parent(),
                        jobs.fields().stream().filter(one -> one.link().isEmpty()).toList());
        assertThat(governed(without).more()).containsExactly(jobs.knownField("crews"));
        assertThat(governed(jobs).more()).isEmpty();
    }

    private static ProposedTable governed(RecordType type) {
        Proposal proposal =
                Proposal.of(
                        yard().schema(),
                        Yard.QUAYSIDE,
                        new Catalogue(List.of(), List.of(type), List.of()),
                        DIRECTORY);
        return proposal.tables().stream()
                .filter(one -> one.table().name().equals(type.table()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whateverIsUniqueCouldTellRecordsApart() {
        assertThat(yard().proposed("yard.staff", DIRECTORY).keys())
                .extracting(Field::columns)
                .containsExactly(
                        List.of(new Column("id", Stored.WHOLE)), List.of(Column.plain("email")));
        assertThat(yard().proposed("yard.job_crews", DIRECTORY).keys())
                .extracting(field -> field.columns().size())
                .containsExactly(2);
    }
}
