package nembar.server.bringin;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_16BE;
import static java.nio.charset.StandardCharsets.UTF_16LE;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import nembar.server.bringin.Tables.Table;
import nembar.server.http.BadRequest;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TablesTest {
    private static Table read(byte[] bytes) {
        return Tables.read(bytes, () -> false);
    }

    private static List<List<String>> rows(String text) {
        return read(text.getBytes(UTF_8)).rows();
    }

    private static String refused(byte[] bytes) {
        try {
            read(bytes);
        } catch (BadRequest refused) {
            return refused.getMessage();
        }
        throw new AssertionError("it was read");
    }

    @ParameterizedTest
    @ValueSource(strings = {",", ";", "\t"})
    void columnsArePartedAsTheFirstLineParts(String delimiter) {
        assertThat(rows(String.join(delimiter, "E-mail", "Name", "Unit") + "\na@a.example"))
                .containsExactly(List.of("E-mail", "Name", "Unit"), List.of("a@a.example"));
    }

    @Test
    void aCellInQuotationMarksMayHoldAnything() {
        assertThat(rows("a@a.example,\"Frost, \"\"Nadia\"\"\nof the mole\"\n"))
                .containsExactly(List.of("a@a.example", "Frost, \"Nadia\"\nof the mole"));
    }

    @Test
    void blankLinesAndBlanksAroundCellsAreNothing() {
        assertThat(rows("\n  a@a.example ,  Ann \n,,\n\n"))
                .containsExactly(List.of("a@a.example", "Ann"));
    }

    @Test
    void everyUsualEncodingIsRead() {
        String text = "e-mail,name\nzoë@a.example,Zoë Łuk";
        List<String> last = List.of("zoë@a.example", "Zoë Łuk");
        assertThat(read(("\ufeff" + text).getBytes(UTF_8)).rows().get(0).get(0))
                .isEqualTo("e-mail");
        for (Charset charset : List.of(UTF_8, UTF_16LE, UTF_16BE)) {
            Table table = read(("\ufeff" + text).getBytes(charset));
            assertThat(table.rows().get(1)).as(charset.name()).isEqualTo(last);
            assertThat(table.remark()).isEmpty();
        }
    }

    @Test
    void anotherEncodingIsReadAndSaid() {
        Table table = read("zoë@a.example,Zoë".getBytes(ISO_8859_1));
        assertThat(table.rows()).containsExactly(List.of("zoë@a.example", "Zoë"));
        assertThat(table.remark()).contains("not in UTF-8", "names with accents");
    }

    @ParameterizedTest
    @CsvSource({
        "%PDF-1.7, a PDF document",
        "{\\rtf1, a text document",
        "<html>, a web page",
        "<!DOCTYPE html>, a web page",
        "GIF89a, a picture"
    })
    void whatIsNoTableIsNamed(String start, String what) {
        assertThat(refused(start.getBytes(ISO_8859_1))).contains("This is " + what);
    }

    @Test
    void nothingIsSaidToBeNothing() {
        assertThat(refused(new byte[0])).isEqualTo("The file is empty.");
        assertThat(refused(new byte[] {'a', 0, 1, 2})).contains("This is no text");
    }

    @Test
    void aQuotationMarkThatIsNotClosedTakesTheRestAndNotTheProgram() {
        assertThat(rows("a@a.example,\"never closed\nb@b.example")).hasSize(1);
    }

    @Test
    void theFirstSheetOfAWorkbookIsReadAndTheOthersAreSaid() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(bytes, "Test", "1.0")) {
            Worksheet first = workbook.newWorksheet("People");
            first.value(0, 0, "E-mail");
            first.value(1, 0, "a@a.example");
            first.value(1, 1, 7);
            workbook.newWorksheet("Notes").value(0, 0, "x");
        }
        Table table = read(bytes.toByteArray());
        assertThat(table.rows()).containsExactly(List.of("E-mail"), List.of("a@a.example", "7"));
        assertThat(table.remark()).isEqualTo("Only the first sheet, People, was read.");
    }

    @Test
    void theTemplateCanBeReadBack() {
        List<List<String>> rows = read(Template.workbook()).rows();
        assertThat(rows.get(0)).isEqualTo(Template.HEADINGS);
        assertThat(rows.get(1).get(0)).isEqualTo(Template.ROWS.get(0).get(0));
    }

    private static byte[] archive(String name, int size) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry(name));
            byte[] block = new byte[1 << 20];
            for (int i = 0; i < size; i++) {
                zip.write(block);
            }
            zip.closeEntry();
        }
        return bytes.toByteArray();
    }

    @Test
    void anArchiveIsNoWorkbook() throws IOException {
        assertThat(refused(archive("notes.txt", 0))).contains("an archive, not a workbook");
        assertThat(refused("PK and nothing more".getBytes(UTF_8))).contains("damaged");
        assertThat(refused(archive("xl/workbook.xml", 0))).contains("cannot be read as one");
    }

    @Test
    void aSmallFileThatUnpacksToALargeOneIsNotUnpacked() throws IOException {
        byte[] bomb = archive("xl/workbook.xml", 201);
        assertThat(bomb.length).isLessThan(1 << 20);
        assertThat(refused(bomb)).contains("over 200 MB");
    }

    @Test
    void tooManyRowsAreRefusedAndNoneIsTaken() {
        String many = "a@a.example\n".repeat(Tables.ROWS_AT_MOST + 1);
        assertThatThrownBy(() -> rows(many)).hasMessageContaining("more than 20000 rows");
    }

    @Test
    void readingStopsWhenItIsToldTo() {
        byte[] many = "a@a.example\n".repeat(2_000).getBytes(UTF_8);
        assertThatExceptionOfType(Tables.Stopped.class)
                .isThrownBy(() -> Tables.read(many, () -> true));
    }

    @Test
    void aSmallFileThatUnpacksToAHugeOneIsRefused() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("xl/workbook.xml"));
            zip.closeEntry();
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            byte[] megabyte = "a".repeat(1 << 20).getBytes(StandardCharsets.UTF_8);
            for (int i = 0; i < 64; i++) {
                zip.write(megabyte);
            }
            zip.closeEntry();
        }
        assertThat(bytes.size()).isLessThan(1 << 20);
        assertThatThrownBy(() -> Tables.read(bytes.toByteArray(), () -> false))
                .isInstanceOf(BadRequest.class);
    }
}
