package nembar.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.sql.IndexAdvice.Advised;
import nembar.core.sql.IndexAdvice.Present;
import nembar.core.sql.IndexAdvice.Use;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

class IndexAdviceTest {
    private static final RecordType BOX =
            box(
                    MoreTypes.field("note", FieldType.TEXT),
                    MoreTypes.field("owner", FieldType.PERSON),
                    MoreTypes.text("trip", Optional.of("trip")),
                    MoreTypes.field("weight", FieldType.DECIMAL));

    private static RecordType box(Field... fields) {
        Field[] all = new Field[fields.length + 1];
        all[0] = MoreTypes.field("id", FieldType.TEXT, false, new Column("Id\"", Stored.WHOLE));
        System.arraycopy(fields, 0, all, 1, fields.length);
        return MoreTypes.type(
                "box",
                "work",
                "harbour.box",
                new RecordType.Places(
                        Optional.of("owner"), Optional.empty(), Optional.empty(), Optional.empty()),
                fields.length > 2
                        ? Optional.of(new Parent("trip", "trip", Parent.Follows.NONE, false))
                        : Optional.empty(),
                all);
    }

    private static List<String> statements(RecordType type, Present... there) {
        return IndexAdvice.of(type, List.of(there), false).stream()
                .map(Advised::statement)
                .toList();
    }

    @Test
    void whereNothingIsThereEachListHasAnIndex() {
        assertThat(statements(BOX))
                .containsExactly(
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" USING gin"
                                + " ((\"Id\"\"\"::text) gin_trgm_ops, \"note\" gin_trgm_ops,"
                                + " \"trip\" gin_trgm_ops);",
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"trip\");",
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"owner\");",
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"note\", \"Id\"\"\");",
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"trip\", \"Id\"\"\");",
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"weight\","
                                + " \"Id\"\"\");");
        assertThat(IndexAdvice.of(BOX, List.of(), true))
                .extracting(Advised::use)
                .containsExactly(Use.SEARCH, Use.BELOW, Use.PLACE, Use.ORDER, Use.ORDER, Use.ORDER);
        assertThat(IndexAdvice.of(BOX, List.of(), true).get(1).statement())
                .isEqualTo("CREATE INDEX ON \"harbour\".\"box\" (\"trip\");");
    }

    @Test
    void whatIsThereIsNotAdvised() {
        assertThat(
                        statements(
                                BOX,
                                new Present(false, true, List.of("note", "Id::text", "trip")),
                                new Present(true, false, List.of("owner", "weight")),
                                new Present(true, false, List.of("trip", "Id\"", "note")),
                                new Present(true, false, List.of("note", "Id\"")),
                                new Present(false, false, List.of("weight", "Id\""))))
                .as("only sorted ones keep an order")
                .containsExactly(
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"weight\","
                                + " \"Id\"\"\");");
    }

    @Test
    void noSearchIsAdvisedWhereAFieldHasToBeGoneThroughAnyway() {
        Field kind =
                MoreTypes.field("kind", FieldType.CHOICE, false, new Column("kind", Stored.OTHER));
        assertThat(statements(box(kind, MoreTypes.field("note", FieldType.TEXT))))
                .containsExactly(
                        "CREATE INDEX CONCURRENTLY ON \"harbour\".\"box\" (\"note\", \"Id\"\"\");");
    }
}
