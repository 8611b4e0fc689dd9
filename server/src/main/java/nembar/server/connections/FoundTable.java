package nembar.server.connections;

import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.TableName;
import nembar.core.schema.ForeignKey;
import nembar.core.schema.Table;
import nembar.core.schema.TableColumn;

/** A table while it is read. */
final class FoundTable {
    final TableName name;
    final Table.Kind kind;
    private final Optional<String> comment;
    Optional<Long> rows;
    private final long bytes;
    final Map<Integer, TableColumn> columns = new LinkedHashMap<>();
    final List<List<String>> uniques = new ArrayList<>();
    List<String> key = List.of();
    final List<ForeignKey> references = new ArrayList<>();

    FoundTable(ResultSet row) throws SQLException {
        name = new TableName(row.getString(2), row.getString(3));
        kind =
                switch (row.getString(4)) {
                    case "p" -> Table.Kind.PARTITIONED;
                    case "v", "m" -> Table.Kind.VIEW;
                    default -> Table.Kind.TABLE;
                };
        comment = Optional.ofNullable(row.getString(5));
        double estimate = row.getDouble(6);
        rows =
                row.wasNull() || estimate < 0 || kind == Table.Kind.VIEW
                        ? Optional.empty()
                        : Optional.of((long) estimate);
        bytes = kind == Table.Kind.VIEW ? 0 : row.getLong(7);
    }

    /** The names of these columns; empty where one of them may not be read. */
    Optional<List<String>> names(Array numbers) throws SQLException {
        List<String> names = new ArrayList<>();
        for (Object number : (Object[]) numbers.getArray()) {
            TableColumn column = columns.get(((Number) number).intValue());
            if (column == null) {
                return Optional.empty();
            }
            names.add(column.name());
        }
        return Optional.of(names);
    }

    boolean required(List<String> some) {
        return columns.values().stream()
                .filter(column -> some.contains(column.name()))
                .allMatch(TableColumn::required);
    }

    Table table() {
        return new Table(
                name,
                kind,
                comment,
                rows,
                bytes,
                List.copyOf(columns.values()),
                key,
                uniques,
                references);
    }
}
