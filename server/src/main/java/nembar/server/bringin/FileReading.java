package nembar.server.bringin;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import nembar.core.arrival.ArrivalField;
import nembar.core.directory.EmailAddress;
import nembar.server.http.BadRequest;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Reads files into the rows of a batch, in steps that can be watched and stopped. */
@Service
class FileReading {
    private static final Logger LOG = LoggerFactory.getLogger(FileReading.class);
    private static final int SAMPLE_ROWS = 4;
    private static final int CHUNK = 500;

    private final Batches batches;

    FileReading(Batches batches) {
        this.batches = batches;
    }

    /** Reads a file into the rows of a batch, which is then to be mapped or open. */
    void read(String id, byte[] bytes) {
        try {
            Tables.Table table =
                    Tables.read(bytes, () -> !batches.find(id).state.equals("reading"));
            List<List<String>> rows = table.rows();
            if (rows.isEmpty()) {
                throw new BadRequest("file", "There is no row in the file.");
            }
            Map<Integer, ArrivalField> fields = ArrivalField.recognise(rows.get(0));
            boolean headed = fields.containsValue(ArrivalField.EMAIL) || noAddress(rows.get(0));
            List<String> headings = headed ? rows.get(0) : unnamed(rows);
            List<List<String>> body = headed ? rows.subList(1, rows.size()) : rows;
            if (body.isEmpty()) {
                throw new BadRequest("file", "There are headings in the file, and no row.");
            }
            Map<String, String> mapping = mapping(fields, body, headings.size());
            Content content =
                    Content.EMPTY.read(
                            headings,
                            body.stream().limit(SAMPLE_ROWS).toList(),
                            mapping,
                            table.remark());
            batches.content(id, content);
            write(id, raw(body));
            boolean mapped = mapping.containsValue(ArrivalField.EMAIL.key());
            batches.go(id, List.of("reading"), mapped ? "open" : "mapping", "");
        } catch (Tables.Stopped stopped) {
            LOG.info("reading of {} was stopped", id);
        } catch (BadRequest wrong) {
            batches.go(id, List.of("reading"), "failed", wrong.getMessage());
        } catch (RuntimeException failed) {
            LOG.error("a file could not be read", failed);
            batches.go(id, List.of("reading"), "failed", "It could not be read. Try again.");
        }
    }

    private void write(String id, List<Map<String, String>> rows) {
        for (int from = 0; from < rows.size(); from += CHUNK) {
            int to = Math.min(from + CHUNK, rows.size());
            if (!batches.find(id).state.equals("reading")) {
                throw new Tables.Stopped();
            }
            batches.append(id, rows.subList(from, to));
            batches.progress(id, to, rows.size());
        }
    }

    /** Cells by the number of their column: the mapping is laid over them when they are judged. */
    private static List<Map<String, String>> raw(List<List<String>> body) {
        return body.stream()
                .map(
                        row -> {
                            Map<String, String> cells = new LinkedHashMap<>();
                            for (int i = 0; i < row.size(); i++) {
                                if (!row.get(i).isEmpty()) {
                                    cells.put("#" + i, row.get(i));
                                }
                            }
                            return cells;
                        })
                .toList();
    }

    private static boolean noAddress(List<String> cells) {
        return cells.stream().noneMatch(cell -> cell.indexOf('@') >= 0);
    }

    private static List<String> unnamed(List<List<String>> rows) {
        int columns = rows.stream().mapToInt(List::size).max().orElse(0);
        List<String> headings = new ArrayList<>();
        for (int i = 1; i <= columns; i++) {
            headings.add("Column " + i);
        }
        return headings;
    }

    /** What was recognised; addresses are recognised by their looks too. */
    private static Map<String, String> mapping(
            Map<Integer, ArrivalField> fields, List<List<String>> body, int columns) {
        Map<String, String> mapping = new LinkedHashMap<>();
        fields.forEach((column, field) -> mapping.put(Integer.toString(column), field.key()));
        if (!fields.containsValue(ArrivalField.EMAIL)) {
            for (int i = 0; i < columns; i++) {
                int column = i;
                long addresses =
                        body.stream()
                                .limit(50)
                                .filter(row -> row.size() > column)
                                .filter(row -> EmailAddress.valid(row.get(column)))
                                .count();
                if (addresses * 2 > Math.min(50, body.size())) {
                    mapping.put(Integer.toString(i), ArrivalField.EMAIL.key());
                    break;
                }
            }
        }
        return mapping;
    }
}
