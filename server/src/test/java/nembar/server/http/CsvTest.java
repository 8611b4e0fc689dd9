package nembar.server.http;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CsvTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "=1+1",
                "=HYPERLINK(\"http://a.example\")",
                "+cmd|' /C calc'!A0",
                "-2+3",
                "@SUM(A1)",
                "\t=1",
                "\r=1",
                "\n=1",
                "-",
                "+4420 7946"
            })
    void whatASpreadsheetTakesForAFormulaStaysText(String cell) {
        assertThat(Csv.harmless(cell)).isEqualTo("'" + cell);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Nadia", "-12", "+3.5", "-0,75", "a=b", "o'neil@a.example", " =1"})
    void whatIsNoneIsLeftAsItIs(String cell) {
        assertThat(Csv.harmless(cell)).isEqualTo(cell);
    }

    @Test
    void aFileHasItsColumnsAndItsRowsWithNothingLost() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        var file =
                Csv.file(
                        "people.csv",
                        List.of("Name", "Note"),
                        Stream.of(
                                List.of("Frost, Nadia", "=1"), List.of("Zoë \"Z\"", "two\nlines")));
        file.getBody().writeTo(bytes);
        assertThat(bytes.toString(UTF_8))
                .isEqualTo(
                        "Name,Note\r\n\"Frost, Nadia\",'=1\r\n\"Zoë \"\"Z\"\"\",\"two\nlines\"\r\n");
        assertThat(file.getHeaders().getFirst("Content-Disposition"))
                .isEqualTo("attachment; filename=\"people.csv\"");
    }
}
