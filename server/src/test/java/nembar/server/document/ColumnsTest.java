package nembar.server.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.model.ModelRefused;
import nembar.server.document.DesignDocument.RecordTypePart;
import org.junit.jupiter.api.Test;

/** Tables and columns in a design document. */
class ColumnsTest {
    private static final String JOB =
            """
            {"key": "job", "singular": "Job", "plural": "Jobs", "area": "yard", "table": %s, "keyField": "id", "titleField": "id",
             "fields": [{"key": "id", "label": "Id", "type": "text", "guarded": false, %s}]}
            """;

    private static RecordType read(String table, String columns) {
        RecordTypePart part =
                DocumentJson.element(JOB.formatted(table, columns), RecordTypePart.class);
        return DocumentReader.recordTypes(List.of(part)).get(0);
    }

    private static List<Column> columns(String columns) {
        return read("\"yard.job\"", columns).knownField("id").columns();
    }

    @Test
    void aFieldIsKeptInAColumnOfItsNameUnlessItSaysOtherwise() {
        assertThat(columns("\"choices\": []")).containsExactly(Column.plain("id"));
        assertThat(columns("\"column\": \"Job No\"")).containsExactly(Column.plain("Job No"));
        assertThat(
                        columns(
                                "\"columns\": [{\"name\": \"a\", \"stored\": \"whole\"}, {\"name\": \"b\"}]"))
                .containsExactly(new Column("a", Stored.WHOLE), Column.plain("b"));
    }

    @Test
    void whatIsWrittenIsReadAgain() {
        for (String columns :
                List.of(
                        "\"column\": \"Job No\"",
                        "\"columns\": [{\"name\": \"id\", \"stored\": \"uuid\"}]",
                        "\"columns\": [{\"name\": \"a\", \"stored\": \"local\", \"zone\": \"Europe/London\"}]",
                        "\"columns\": [{\"name\": \"a\", \"stored\": \"other\"}, {\"name\": \"b\"}]")) {
            RecordType type = read("\"yard.\\\"Work Logs\\\"\"", columns);
            assertThat(type.table()).isEqualTo(new TableName("yard", "Work Logs"));
            RecordTypePart written =
                    DocumentJson.element(
                            DocumentJson.text(DocumentWriter.recordType(type)),
                            RecordTypePart.class);
            assertThat(DocumentReader.recordTypes(List.of(written))).containsExactly(type);
        }
    }

    @Test
    void whatIsNoTableOrColumnIsRefusedWithItsPlace() {
        assertThatExceptionOfType(ModelRefused.class)
                .isThrownBy(() -> read("\"job\"", "\"column\": \"x\""))
                .satisfies(
                        refused ->
                                assertThat(refused.problems())
                                        .singleElement()
                                        .satisfies(
                                                one -> {
                                                    assertThat(one.path())
                                                            .isEqualTo(
                                                                    "catalogue.recordTypes[job].table");
                                                    assertThat(one.message())
                                                            .contains("no table name");
                                                }));
        assertThatExceptionOfType(ModelRefused.class)
                .isThrownBy(
                        () ->
                                columns(
                                        "\"column\": \"x\", \"columns\": [{\"name\": \"y\","
                                                + " \"stored\": \"hole\"}]"))
                .satisfies(refused -> assertThat(refused.problems()).hasSize(2));
    }
}
