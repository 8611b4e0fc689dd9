package nembar.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** No record type shows by another's table what that guards (docs/access-model.md, section 8). */
class SharedTablesTest {
    private final Harbour harbour = new Harbour();

    private List<String> problems(RecordType more) {
        Catalogue known = harbour.catalogue();
        List<RecordType> types = new ArrayList<>(known.recordTypes());
        types.add(more);
        Catalogue catalogue = new Catalogue(known.areas(), types, known.functions());
        AccessModel model = harbour.model();
        ModelRefused refused =
                catchThrowableOfType(
                        ModelRefused.class,
                        () ->
                                AccessModel.of(
                                        model.application(),
                                        catalogue,
                                        model.directory(),
                                        model.design()));
        return refused == null
                ? List.of()
                : refused.problems().stream().map(one -> one.path() + " " + one.message()).toList();
    }

    private static RecordType peep(String area, String table, boolean guardedPrice) {
        return new RecordType(
                "peep",
                "Peep",
                "Peeps",
                area,
                TableName.of(table),
                "id",
                "id",
                new RecordType.Places(
                        Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty()),
                Optional.empty(),
                List.of(field("id", false), field("price", guardedPrice)),
                List.of());
    }

    private static Field field(String key, boolean guarded) {
        return new Field(
                key,
                key,
                List.of(Column.plain(key)),
                FieldType.TEXT,
                guarded,
                Set.of(),
                Optional.empty(),
                List.of());
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
