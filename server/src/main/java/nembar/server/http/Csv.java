package nembar.server.http;

import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Files of comma-separated values (RFC 4180), none of whose cells can become a formula. */
public final class Csv {
    private static final Pattern NUMBER = Pattern.compile("[-+]?[0-9]+([.,][0-9]+)?");

    private Csv() {}

    /** A spreadsheet takes what begins like a formula for one; an apostrophe keeps it text. */
    public static String harmless(String value) {
        boolean formula = !value.isEmpty() && "=+-@\t\r\n".indexOf(value.charAt(0)) >= 0;
        return formula && !NUMBER.matcher(value).matches() ? "'" + value : value;
    }

    /** A file to be kept under this name, written row by row as it is made. */
    public static ResponseEntity<StreamingResponseBody> file(
            String name, List<String> columns, Stream<List<String>> rows) {
        StreamingResponseBody body =
                output -> {
                    Writer writer = new OutputStreamWriter(output, StandardCharsets.UTF_8);
                    try (CSVPrinter csv = new CSVPrinter(writer, CSVFormat.RFC4180)) {
                        csv.printRecord(columns);
                        rows.forEach(row -> print(csv, row));
                    }
                };
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, "text/csv;charset=UTF-8")
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(body);
    }

    private static void print(CSVPrinter csv, List<String> row) {
        try {
            csv.printRecord(row.stream().map(Csv::harmless).toList());
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }
}
