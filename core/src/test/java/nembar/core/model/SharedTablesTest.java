package nembar.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordType;
import nembar.core.testing.Harbour;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

/** No record type shows by another's table what that guards (docs/access-model.md, section 8). */
class SharedTablesTest {
    private final Harbour harbour = new Harbour();

    private List<String> problems(RecordType more) {
        return MoreTypes.problems(harbour, more);
    }

    private static RecordType peep(String area, String table, boolean guardedPrice) {
        return MoreTypes.type(
                "peep",
                area,
                table,
                MoreTypes.NOWHERE,
                Optional.empty(),
                MoreTypes.field("id", FieldType.TEXT),
                MoreTypes.field("price", FieldType.TEXT, guardedPrice, Column.plain("price")));
    }

    @Test
    void twoTypesThatAreGuardedAlikeShareATable() {
        assertThat(problems(peep("work", "harbour.trip", true))).isEmpty();
        assertThat(problems(peep("work", "harbour.peep", false))).isEmpty();
    }

    @Test
    void aFieldThatIsGuardedInOneIsGuardedInTheOther() {
        assertThat(problems(peep("work", "harbour.trip", false)))
                .singleElement()
                .asString()
                .startsWith("catalogue.recordTypes[peep].table")
                .contains("guarded otherwise");
    }

    @Test
    void theTableOfAGuardedAreaIsInNoOpenOne() {
        assertThat(problems(peep("work", "harbour.chart", false)))
                .singleElement()
                .asString()
                .contains("`harbour.chart` is the table of `chart` already");
    }

    @Test
    void theDatabasesOwnCatalogueIsNobodys() {
        for (String table : List.of("pg_catalog.pg_authid", "information_schema.tables")) {
            assertThat(problems(peep("work", table, true)))
                    .singleElement()
                    .asString()
                    .contains("a catalogue of the database itself");
        }
    }
}
