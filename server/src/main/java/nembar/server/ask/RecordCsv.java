package nembar.server.ask;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.server.http.Csv;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** A list of records as a CSV file, written page by page so that its length does not matter. */
@Component
class RecordCsv {

    private final RecordListService lists;

    RecordCsv(RecordListService lists) {
        this.lists = lists;
    }

    /** The file; what may not be asked is refused before its first byte. */
    ResponseEntity<StreamingResponseBody> of(
            Question question,
            Optional<Question> without,
            Person asking,
            RecordType type,
            ListAsked asked) {
        asked.checked();
        Function<String, RecordPage> page =
                next -> lists.list(question, without, asking, type, asked.after(next));
        RecordPage first = page.apply(null);
        return Csv.file(
                type.key() + ".csv",
                first.columns().stream().map(RecordPage.Column::label).toList(),
                Stream.iterate(
                                Optional.of(first),
                                Optional::isPresent,
                                one -> one.get().next().map(page))
                        .flatMap(one -> one.get().rows().stream())
                        .map(RecordCsv::values));
    }

    private static List<String> values(RecordPage.RecordRow row) {
        List<String> values = new ArrayList<>();
        for (RecordPage.FieldValue value : row.values()) {
            values.add(value.level().equals("hidden") ? "hidden" : value.value().orElse(""));
        }
        return values;
    }
}
