package nembar.server.use;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import nembar.core.catalogue.Catalogue;
import nembar.core.text.Words;
import nembar.core.use.Use.Used;
import nembar.server.http.BadRequest;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The two forms in which use is told: CSV (RFC 4180) and JSON, one object in each line. */
final class UseLines {
    private static final JsonMapper JSON =
            JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

    private static final List<String> NEEDED = List.of("person", "type", "operation", "day");
    private static final long TIMES_AT_MOST = 1_000_000_000;
    private static final String MALFORMED = "The line is not a JSON object.";

    private UseLines() {}

    /** How it is written. */
    enum Format {
        CSV,
        JSON_LINES;

        /**
         * @throws BadRequest where it is neither
         */
        static Format of(String word) {
            return Words.find(values(), word)
                    .orElseThrow(() -> new BadRequest("format", "Use csv or jsonLines."));
        }
    }

    /**
     * One line as it was read.
     *
     * @param person an e-mail address
     * @param id of a function; otherwise not looked at
     * @param when a day, or an instant (RFC 3339)
     * @param wrong why it cannot be read; null where it can
     */
    record Line(
            String person,
            String type,
            String id,
            String operation,
            String when,
            long times,
            String wrong) {
        private static Line wrong(String why) {
            return new Line("", "", "", "", "", 0, why);
        }

        /** The day on the application's calendar; null where it says none. */
        LocalDate day(ZoneId zone) {
            try {
                return when.length() > "2026-03-03".length()
                        ? LocalDate.ofInstant(Instant.parse(when), zone)
                        : LocalDate.parse(when);
            } catch (DateTimeException malformed) {
                return null;
            }
        }
    }

    /**
     * @throws BadRequest where a CSV file has no usable heading
     * @throws IOException where it breaks off
     */
    static void read(Format format, BufferedReader reader, Consumer<Line> to) throws IOException {
        try {
            if (format == Format.CSV) {
                csv(reader, to);
            } else {
                for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                    if (!line.isBlank()) {
                        to.accept(json(line));
                    }
                }
            }
        } catch (UncheckedIOException broken) {
            throw broken.getCause();
        }
    }

    private static void csv(BufferedReader reader, Consumer<Line> to) throws IOException {
        CSVFormat format =
                CSVFormat.RFC4180
                        .builder()
                        .setHeader()
                        .setSkipHeaderRecord(true)
                        .setTrim(true)
                        .setAllowMissingColumnNames(true)
                        .get();
        try (CSVParser parser = CSVParser.parse(reader, format)) {
            List<String> missing =
                    NEEDED.stream().filter(one -> !parser.getHeaderMap().containsKey(one)).toList();
            if (!missing.isEmpty()) {
                throw new BadRequest(
                        "body",
                        "The first line has to name the columns "
                                + String.join(", ", NEEDED)
                                + "; and may name id and times. It has no "
                                + String.join(", ", missing)
                                + ".");
            }
            for (CSVRecord record : parser) {
                to.accept(
                        line(
                                cell(record, "person"),
                                cell(record, "type"),
                                cell(record, "id"),
                                cell(record, "operation"),
                                cell(record, "day"),
                                cell(record, "times")));
            }
        } catch (CSVException | IllegalArgumentException malformed) {
            throw new BadRequest("body", "It is not CSV: " + malformed.getMessage());
        } catch (IllegalStateException malformed) {
            throw new BadRequest("body", "It is not CSV. Nothing was counted.");
        }
    }

    private static String cell(CSVRecord record, String column) {
        return record.isMapped(column) && record.isSet(column) ? record.get(column) : "";
    }

    private static Line json(String line) {
        try {
            Map<?, ?> members = JSON.readValue(line, Map.class);
            return members == null
                    ? Line.wrong(MALFORMED)
                    : line(
                            text(members, "person"),
                            text(members, "type"),
                            text(members, "id"),
                            text(members, "operation"),
                            text(members, "day"),
                            text(members, "times"));
        } catch (JacksonException malformed) {
            return Line.wrong(MALFORMED);
        }
    }

    private static String text(Map<?, ?> members, String name) {
        Object value = members.get(name);
        return value == null ? "" : value.toString().strip();
    }

    private static Line line(
            String person, String type, String id, String operation, String when, String times) {
        try {
            long count = times.isEmpty() ? 1 : Long.parseLong(times);
            return count < 1 || count > TIMES_AT_MOST
                    ? Line.wrong("`times` is a whole number from 1 on.")
                    : new Line(person, type, id, operation, when, count, null);
        } catch (NumberFormatException malformed) {
            return Line.wrong("`times` is a whole number from 1 on.");
        }
    }

    /** What a line says was used; null where there is nothing of the kind. */
    static Used used(Catalogue catalogue, Line line) {
        if (line.type().equals("function")) {
            return catalogue
                    .function(line.id())
                    .filter(one -> one.levels().contains(line.operation()))
                    .map(one -> Used.level(one, line.operation()))
                    .orElse(null);
        }
        int dot = line.type().indexOf('.');
        if (dot < 0) {
            return catalogue
                    .recordType(line.type())
                    .flatMap(type -> type.operation(line.operation()))
                    .map(one -> new Used(line.type(), one.key()))
                    .orElse(null);
        }
        boolean known = line.operation().equals("view") || line.operation().equals("change");
        return catalogue
                .recordType(line.type().substring(0, dot))
                .flatMap(type -> type.field(line.type().substring(dot + 1)))
                .filter(any -> known)
                .map(any -> new Used(line.type(), line.operation()))
                .orElse(null);
    }
}
