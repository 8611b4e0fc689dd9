package nembar.server.http;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Iterator;
import java.util.List;
import java.util.stream.Stream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;

/** Workbooks of one sheet (ISO/IEC 29500), all of whose cells are text. */
public final class Xlsx {
    public static final String TYPE =
            "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private Xlsx() {}

    /** A file to be kept under this name. */
    public static ResponseEntity<byte[]> file(
            String name, String title, List<String> columns, Stream<List<String>> rows) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(bytes, "Nembar", "1.0")) {
            Worksheet sheet = workbook.newWorksheet(title);
            Iterator<List<String>> lines = Stream.concat(Stream.of(columns), rows).iterator();
            for (int line = 0; lines.hasNext(); line++) {
                List<String> values = lines.next();
                for (int i = 0; i < values.size(); i++) {
                    sheet.value(line, i, values.get(i));
                }
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, TYPE)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(bytes.toByteArray());
    }
}
