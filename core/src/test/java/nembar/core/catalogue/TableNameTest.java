package nembar.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TableNameTest {

    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '\'',
            value = {
                "towline.voyage,towline,voyage",
                "yard.\"Work Logs\",yard,Work Logs",
                "\"Werft\".\"Aufträge\",Werft,Aufträge",
                "\"a.b\".\"say \"\"x\"\"\",a.b,say \"x\"",
                "_x.y9,_x,y9"
            })
    void aNameIsReadAndWrittenAsSqlHasIt(String text, String schema, String name) {
        assertThat(TableName.of(text)).isEqualTo(new TableName(schema, name));
        assertThat(new TableName(schema, name).text()).isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "voyage",
                "Towline.voyage",
                "a.b.c",
                "a.\"b",
                "a.\"\"",
                "a.b c",
                "a.\"b\" ; drop",
                "a.9b",
                "a.\"b\"c\""
            })
    void nothingElseIsAName(String text) {
        assertThatIllegalArgumentException().isThrownBy(() -> TableName.of(text));
    }

    @Test
    void aNameIsAsLongAsTheDatabaseKeepsIt() {
        assertThat(TableName.of("a." + "b".repeat(63)).name()).hasSize(63);
        assertThatIllegalArgumentException().isThrownBy(() -> TableName.of("a." + "b".repeat(64)));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> TableName.of("a.\"" + "ß".repeat(32) + "\""));
    }
}
