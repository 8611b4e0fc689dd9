package nembar.server.ask;

import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.server.ask.RecordListService.Wanted;
import nembar.server.http.Csv;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** A list of records as a CSV file, written page by page so that its length does not matter. */
@Component
class RecordCsv {

    /** The file; what may not be asked is refused before its first byte. */
    StreamingResponseBody of(
            RecordListService lists,
            Question question,
            Person asking,
            RecordType type,
            Operation operation,
            Wanted first) {
        RecordPage begin = lists.list(question, asking, type, operation, first);
        return output -> {
            Writer writer = new OutputStreamWriter(output, StandardCharsets.UTF_8);
            try (CSVPrinter csv = new CSVPrinter(writer, CSVFormat.RFC4180)) {
                csv.printRecord(begin.columns().stream().map(RecordPage.Column::label).toList());
                RecordPage page = begin;
                while (!page.rows().isEmpty()) {
                    for (RecordPage.RecordRow row : page.rows()) {
                        csv.printRecord(values(row));
                    }
                    Wanted next = first.onPage(page.page() + 1);
                    page = lists.list(question, asking, type, operation, next);
                }
            }
        };
    }

    private static List<String> values(RecordPage.RecordRow row) {
        List<String> values = new ArrayList<>();
        for (RecordPage.FieldValue value : row.values()) {
            values.add(
                    value.level().equals("hidden")
                            ? "hidden"
                            : Csv.harmless(value.value().orElse("")));
        }
        return values;
    }
}
