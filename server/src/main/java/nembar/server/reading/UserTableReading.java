package nembar.server.reading;

import java.util.ArrayList;
import java.util.HashMap;
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
    private static final int MEMBERS_AT_MOST = 200_000;
    private static final int NAMES_AT_MOST = 50_000;

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
        Map<String, Map<String, String>> names = new HashMap<>();
        settings.through()
                .forEach(
                        (field, table) -> {
                            if (columns.containsKey(field)) {
                                names.put(field, names(settings.application(), table));
                            }
                        });
        return rows
                .read(settings.application(), settings.name(), read, active, ROWS_AT_MOST)
                .stream()
                .map(row -> entry(fields, row, names))
                .toList();
    }

    /**
     * Who is in which team; empty where that is not read.
     *
     * @throws BadRequest where a table is not the application's, or cannot be read
     * @throws RecordsAway where its database does not answer
     */
    Optional<List<TeamMember>> members(UserTable settings) {
        return settings.members().map(members -> members(settings, members));
    }

    private List<TeamMember> members(UserTable settings, MemberTable members) {
        Map<String, String> names =
                members.named().map(one -> names(settings.application(), one)).orElse(Map.of());
        return rows
                .read(
                        settings.application(),
                        ThroughTable.name("teams", members.table()),
                        List.of(members.person(), members.team()),
                        Optional.empty(),
                        MEMBERS_AT_MOST)
                .stream()
                .filter(row -> row[1] != null && !row[1].isBlank())
                .map(row -> new TeamMember(row[0], names.getOrDefault(row[1], row[1]).strip()))
                .toList();
    }

    /** What values are called; one that is not there stays as it is, and is told as unknown. */
    private Map<String, String> names(String application, ThroughTable table) {
        Map<String, String> names = new HashMap<>();
        rows
                .read(
                        application,
                        table.name(),
                        List.of(table.from(), table.to()),
                        Optional.empty(),
                        NAMES_AT_MOST)
                .stream()
                .filter(row -> row[1] != null && !row[1].isBlank())
                .forEach(row -> names.put(row[0], row[1]));
        return names;
    }

    private static Entry entry(
            List<String> fields, String[] row, Map<String, Map<String, String>> names) {
        Map<String, String> values = new LinkedHashMap<>();
        for (int i = 0; i < fields.size(); i++) {
            String value = row[i + 1];
            if (value != null && !value.isBlank()) {
                String field = fields.get(i);
                String called = names.getOrDefault(field, Map.of()).getOrDefault(value, value);
                put(field, called.strip(), values);
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
