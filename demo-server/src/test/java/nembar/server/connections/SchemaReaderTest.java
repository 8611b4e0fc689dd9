package nembar.server.connections;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Directory;
import nembar.core.schema.ForeignKey;
import nembar.core.schema.Proposal;
import nembar.core.schema.Schema;
import nembar.core.schema.Table;
import nembar.core.schema.TableColumn;
import nembar.server.http.BadRequest;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What is read of a database's own catalogues. */
@ExtendWith(Installation.class)
class SchemaReaderTest {
    private static final TableName ANIMALS = new TableName("zoo", "Tiere \"und\" Co");

    private static final Application ZOO =
            new Application("zoo", "Zoo", ZoneId.of("Europe/London"));

    private static Schema schema;

    @BeforeAll
    static void read(Installation nembar) {
        Zoo.make(nembar.cluster());
        schema = new SchemaReader().read(Zoo.connection(nembar.cluster()));
    }

    private static Table table(String name) {
        return schema.table(new TableName("zoo", name)).orElseThrow();
    }

    private static TableColumn column(Table table, String name) {
        return table.column(name).orElseThrow();
    }

    @Test
    void tablesAreThoseThatMayBeRead() {
        assertThat(schema.tables())
                .extracting(table -> table.name().name())
                .contains("keepers", "feedings", "calm_animals", "half_secret", ANIMALS.name())
                .doesNotContain("secret_plans", "feedings_2026");
        assertThat(table("half_secret").columns())
                .extracting(TableColumn::name)
                .containsExactly("id", "open");
    }

    @Test
    void keysAreReadInTheirOrder() {
        assertThat(table("cages").key()).containsExactly("house_id", "cage_no");
        assertThat(table("feedings").key()).containsExactly("day", "no");
        assertThat(table("visits").identity()).isEmpty();
        assertThat(table("badges").key()).isEmpty();
        assertThat(table("badges").identity()).containsExactly("number");
        assertThat(table("keepers").uniques()).containsExactly(List.of("email"));
    }

    @Test
    void referencesAreReadWithWhatTheyLeadTo() {
        assertThat(schema.table(ANIMALS).orElseThrow().references())
                .containsExactly(
                        new ForeignKey(
                                List.of("cage", "house"),
                                new TableName("zoo", "cages"),
                                List.of("cage_no", "house_id"),
                                true));
        assertThat(table("houses").references()).singleElement().matches(one -> !one.cascades());
    }

    @Test
    void typesAreThoseAtBottom() {
        Table animals = schema.table(ANIMALS).orElseThrow();
        assertThat(column(animals, "mood").enumerated()).isTrue();
        assertThat(column(animals, "mood").choices()).containsExactly("calm", "wild");
        assertThat(column(animals, "weight").fraction()).isEqualTo(Optional.of(0));
        assertThat(column(table("keepers"), "salary").fraction()).isEqualTo(Optional.of(2));
        assertThat(column(table("keepers"), "salary").type()).isEqualTo("numeric(9,2)");
        assertThat(column(animals, "tags").base()).isEqualTo("_text");
        TableColumn kind = column(table("cages"), "kind");
        assertThat(kind.base()).isEqualTo("varchar");
        assertThat(kind.required()).isTrue();
        assertThat(kind.choices()).containsExactly("a'b", "c");
        assertThat(column(table("cages"), "state").choices()).containsExactly("open", "shut");
        assertThat(column(animals, "Name; DROP").required()).isFalse();
    }

    @Test
    void whatIsSaidAndAboutHowManyThereAreIsRead() {
        Table animals = schema.table(ANIMALS).orElseThrow();
        assertThat(animals.comment()).contains("Animals");
        assertThat(column(animals, "weight").comment()).contains("<b>kg</b>");
        assertThat(table("keepers").rows()).contains(20L);
        assertThat(table("keepers").bytes()).isPositive();
        assertThat(table("feedings").kind()).isEqualTo(Table.Kind.PARTITIONED);
        assertThat(table("calm_animals").kind()).isEqualTo(Table.Kind.VIEW);
    }

    @Test
    void someValuesAreLookedAt(Installation nembar) {
        assertThat(column(table("keepers"), "email").sample()).contains("k1@zoo.example");
        Zoo.run(nembar.cluster(), "ANALYZE zoo.keepers");
        Schema again = new SchemaReader().read(Zoo.connection(nembar.cluster()));
        Table keepers = again.table(new TableName("zoo", "keepers")).orElseThrow();
        assertThat(column(keepers, "email").sample()).contains("k1@zoo.example");
        assertThat(column(keepers, "salary").sample()).isEmpty();
    }

    @Test
    void whatIsReadCanBeProposed() {
        Proposal proposal = Proposal.of(schema, ZOO, Catalogue.EMPTY, Directory.EMPTY);
        assertThat(proposal.recordTypes())
                .extracting(RecordType::key)
                .contains("keeper", "house", "cage", "tiere_und_co", "feeding", "badge")
                .doesNotContain("visit", "schema_migration", "calm_animal");
    }

    @Test
    void whatCannotBeReadIsSaidInWords(Installation nembar) {
        DatabaseConnection wrong =
                Zoo.connection(nembar.cluster(), "towline_reader", "no such password");
        assertThatExceptionOfType(BadRequest.class)
                .isThrownBy(() -> new SchemaReader().read(wrong))
                .withMessageContaining("does not let `towline_reader` in");
    }
}
