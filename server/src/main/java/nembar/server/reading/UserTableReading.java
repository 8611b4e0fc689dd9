package nembar.server.reading;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.server.http.BadRequest;
import nembar.server.http.RecordsAway;
import nembar.server.records.TableRows;
import org.springframework.stereotype.Service;

/** Reads who signs in to an application from its own table. */
@Service
class UserTableReading {
    private static final int ROWS_AT_MOST = 50_000;

    private final TableRows rows;

    UserTableReading(TableRows rows) {
        this.rows = rows;
    }

    /**
     * @throws BadRequest where the table is not the application's, or cannot be read
     * @throws RecordsAway where its database does not answer
     */
    List<Entry> read(UserTable settings) {
        settings.check();
        Map<String, String> columns = settings.columns();
        List<String> fields = List.copyOf(columns.keySet());
        List<String> read = new ArrayList<>(List.of(settings.id()));
        read.addAll(columns.values());
        Optional<String> active = Optional.of(settings.active()).filter(one -> !one.isBlank());
        return rows
                .read(settings.application(), settings.name(), read, active, ROWS_AT_MOST)
                .stream()
                .map(row -> entry(fields, row))
                .toList();
    }

    private static Entry entry(List<String> fields, String[] row) {
        Map<String, String> values = new LinkedHashMap<>();
        for (int i = 0; i < fields.size(); i++) {
            String value = row[i + 1];
            if (value != null && !value.isBlank()) {
                put(fields.get(i), value.strip(), values);
            }
        }
        return new Entry(row[0], values);
    }

    /** A name in one column is parted at its last space. */
    private static void put(String field, String value, Map<String, String> values) {
        if (!field.equals(UserTable.NAME)) {
            values.put(field, value);
            return;
        }
        int space = value.lastIndexOf(' ');
        values.putIfAbsent("givenName", space < 0 ? value : value.substring(0, space).strip());
        if (space >= 0) {
            values.putIfAbsent("familyName", value.substring(space + 1));
        }
    }
}
