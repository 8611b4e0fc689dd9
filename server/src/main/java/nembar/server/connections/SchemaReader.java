package nembar.server.connections;

import java.sql.Array;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.TableName;
import nembar.core.schema.ForeignKey;
import nembar.core.schema.Schema;
import nembar.core.schema.Table;
import nembar.core.schema.TableColumn;
import nembar.server.http.BadRequest;
import org.springframework.stereotype.Component;

/**
 * Reads what a database says of its tables: from PostgreSQL's own catalogues, all tables at once,
 * whatever their number. Values are looked at where the database's statistics have some; where it
 * has none, in a few rows of the table.
 */
@Component
public class SchemaReader {
    /** The most tables that are read; of more, fewer schemas are to be named. */
    static final int TABLES_AT_MOST = 5_000;

    private static final String ANSWER_WITHIN = "20s";
    private static final int SAMPLED = 40;
    private static final int SAMPLED_TABLES_AT_MOST = 500;
    private static final int ROWS_COUNTED = 1_000;
    private static final int LENGTH_SAMPLED = 120;

    private static final Pattern ONE_OF = Pattern.compile("= ANY \\(+ARRAY\\[(.*?)]");
    private static final Pattern LITERAL = Pattern.compile("'((?:[^']|'')*)'(?:::[a-z \"]+)?");

    /**
     * Reads the tables of a connection's schemas.
     *
     * @throws BadRequest where the database cannot be read, with what to do about it
     */
    public Schema read(DatabaseConnection from) {
        try (Connection connection = Trial.open(from, ANSWER_WITHIN)) {
            connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
            connection.setAutoCommit(false);
            return new Reading(connection).read(from.schemas());
        } catch (SQLException failed) {
            throw new BadRequest("connection", Trial.words(failed, from));
        }
    }

    /** A type, with domains undone. */
    private record Type(String name, String kind, long base, int modifier, boolean required) {}

    /** Reads one database over one connection. */
    private static final class Reading {
        private final Connection connection;
        private final Map<Long, FoundTable> tables = new LinkedHashMap<>();
        private final Map<Long, Type> types = new HashMap<>();
        private final Map<Long, List<String>> labels = new HashMap<>();
        private final Map<Long, List<String>> domainChoices = new HashMap<>();
        private final Map<List<Long>, List<String>> columnChoices = new HashMap<>();

        Reading(Connection connection) {
            this.connection = connection;
        }

        Schema read(List<String> schemas) throws SQLException {
            each(
                    SchemaQueries.TABLES,
                    row -> tables.put(row.getLong(1), new FoundTable(row)),
                    connection.createArrayOf("text", schemas.toArray()),
                    TABLES_AT_MOST + 1);
            if (tables.size() > TABLES_AT_MOST) {
                throw new BadRequest(
                        "schemas",
                        "There are more than "
                                + TABLES_AT_MOST
                                + " tables in these schemas. Name fewer.");
            }
            Array all = connection.createArrayOf("int8", tables.keySet().toArray());
            each(SchemaQueries.TYPES, this::type);
            each(
                    SchemaQueries.LABELS,
                    row ->
                            labels.computeIfAbsent(row.getLong(1), any -> new ArrayList<>())
                                    .add(row.getString(2)));
            each(SchemaQueries.CHECKS, this::check, all);
            each(SchemaQueries.COLUMNS, this::column, all);
            each(SchemaQueries.UNIQUES, this::unique, all);
            each(SchemaQueries.REFERENCES, this::reference, all);
            samples(all);
            return new Schema(tables.values().stream().map(FoundTable::table).toList());
        }

        private void type(ResultSet row) throws SQLException {
            types.put(
                    row.getLong(1),
                    new Type(
                            row.getString(2),
                            row.getString(3),
                            row.getLong(4),
                            row.getInt(5),
                            row.getBoolean(6)));
        }

        private void check(ResultSet row) throws SQLException {
            List<String> choices = choices(row.getString(4));
            if (choices.isEmpty()) {
                return;
            }
            if (row.getLong(3) != 0) {
                domainChoices.put(row.getLong(3), choices);
            } else {
                columnChoices.put(List.of(row.getLong(1), row.getLong(2)), choices);
            }
        }

        /** What a check allows, where it lists it. */
        private static List<String> choices(String check) {
            Matcher list = ONE_OF.matcher(check);
            if (!list.find()) {
                return List.of();
            }
            List<String> choices = new ArrayList<>();
            Matcher literal = LITERAL.matcher(list.group(1));
            int to = 0;
            while (literal.find()) {
                if (!list.group(1)
                        .substring(to, literal.start())
                        .matches("[(), ]*(::text)?[(), ]*")) {
                    return List.of();
                }
                choices.add(literal.group(1).replace("''", "'"));
                to = literal.end();
            }
            return choices;
        }

        private void column(ResultSet row) throws SQLException {
            long oid = row.getLong(5);
            int modifier = row.getInt(6);
            boolean required = row.getBoolean(7);
            List<String> choices =
                    columnChoices.getOrDefault(List.of(row.getLong(1), row.getLong(2)), List.of());
            Type type = types.get(oid);
            while (type != null && type.kind().equals("d")) {
                choices = choices.isEmpty() ? domainChoices.getOrDefault(oid, List.of()) : choices;
                required |= type.required();
                oid = type.base();
                modifier = type.modifier() >= 0 ? type.modifier() : modifier;
                type = types.get(oid);
            }
            boolean enumerated = type != null && type.kind().equals("e");
            String base = type == null ? "other" : type.name();
            tables.get(row.getLong(1))
                    .columns
                    .put(
                            row.getInt(2),
                            new TableColumn(
                                    row.getString(3),
                                    row.getString(4),
                                    base,
                                    enumerated,
                                    fraction(base, modifier),
                                    required,
                                    Optional.ofNullable(row.getString(8)),
                                    enumerated ? labels.getOrDefault(oid, List.of()) : choices,
                                    List.of()));
        }

        /** The scale in a numeric's modifier, as PostgreSQL packs it. */
        private static Optional<Integer> fraction(String base, int modifier) {
            return base.equals("numeric") && modifier >= 4
                    ? Optional.of((((modifier - 4) & 0x7ff) ^ 1024) - 1024)
                    : Optional.empty();
        }

        private void unique(ResultSet row) throws SQLException {
            FoundTable table = tables.get(row.getLong(1));
            Optional<List<String>> names = table.names(row.getArray(2));
            if (names.isPresent() && row.getBoolean(3)) {
                table.key = names.get();
            } else if (names.isPresent() && table.required(names.get())) {
                table.uniques.add(names.get());
            }
        }

        private void reference(ResultSet row) throws SQLException {
            FoundTable from = tables.get(row.getLong(1));
            FoundTable to = tables.get(row.getLong(3));
            if (to == null) {
                return;
            }
            Optional<List<String>> columns = from.names(row.getArray(2));
            Optional<List<String>> targets = to.names(row.getArray(4));
            if (columns.isPresent() && targets.isPresent()) {
                from.references.add(
                        new ForeignKey(columns.get(), to.name, targets.get(), row.getBoolean(5)));
            }
        }

        private void samples(Array all) throws SQLException {
            Map<TableName, FoundTable> byName = new HashMap<>();
            tables.values().forEach(table -> byName.put(table.name, table));
            Set<TableName> known = new HashSet<>();
            each(
                    SchemaQueries.STATISTICS,
                    row -> {
                        TableName name = new TableName(row.getString(1), row.getString(2));
                        known.add(name);
                        Object[] values = (Object[]) row.getArray(4).getArray();
                        sample(
                                byName.get(name),
                                row.getString(3),
                                Arrays.stream(values).limit(SAMPLED).map(String::valueOf).toList());
                    },
                    all);
            List<FoundTable> others =
                    tables.values().stream()
                            .filter(table -> !known.contains(table.name))
                            .filter(table -> table.kind != Table.Kind.VIEW)
                            .limit(SAMPLED_TABLES_AT_MOST)
                            .toList();
            for (FoundTable table : others) {
                look(table);
            }
        }

        private static void sample(FoundTable table, String name, List<String> values) {
            table.columns.replaceAll(
                    (number, column) ->
                            column.name().equals(name)
                                    ? new TableColumn(
                                            column.name(),
                                            column.type(),
                                            column.base(),
                                            column.enumerated(),
                                            column.fraction(),
                                            column.required(),
                                            column.comment(),
                                            column.choices(),
                                            values)
                                    : column);
        }

        /** Looks at a few rows of a table that the database has no statistics of. */
        private void look(FoundTable table) throws SQLException {
            List<TableColumn> texts =
                    table.columns.values().stream()
                            .filter(column -> Set.of("text", "varchar").contains(column.base()))
                            .limit(SAMPLED)
                            .toList();
            String from =
                    " FROM "
                            + Column.quoted(table.name.schema())
                            + "."
                            + Column.quoted(table.name.name());
            if (table.rows.isEmpty()) {
                each(
                        "SELECT count(*) FROM (SELECT 1" + from + " LIMIT ?) few",
                        row -> {
                            long rows = row.getLong(1);
                            table.rows = rows > ROWS_COUNTED ? Optional.empty() : Optional.of(rows);
                        },
                        ROWS_COUNTED + 1);
            }
            if (texts.isEmpty()) {
                return;
            }
            StringBuilder sql = new StringBuilder("SELECT ");
            for (TableColumn column : texts) {
                sql.append(column == texts.get(0) ? "" : ", ")
                        .append(
                                "left("
                                        + Column.quoted(column.name())
                                        + ", "
                                        + LENGTH_SAMPLED
                                        + ")");
            }
            Map<String, List<String>> values = new HashMap<>();
            each(
                    sql + from + " LIMIT ?",
                    row -> {
                        for (int i = 0; i < texts.size(); i++) {
                            String value = row.getString(i + 1);
                            if (value != null) {
                                values.computeIfAbsent(
                                                texts.get(i).name(), any -> new ArrayList<>())
                                        .add(value);
                            }
                        }
                    },
                    SAMPLED);
            values.forEach((name, some) -> sample(table, name, some));
        }

        private void each(String sql, Row what, Object... parameters) throws SQLException {
            try (PreparedStatement statement = connection.prepareStatement(sql)) {
                for (int i = 0; i < parameters.length; i++) {
                    statement.setObject(i + 1, parameters[i]);
                }
                try (ResultSet row = statement.executeQuery()) {
                    while (row.next()) {
                        what.read(row);
                    }
                }
            }
        }
    }

    /** What is done with each row. */
    private interface Row {
        void read(ResultSet row) throws SQLException;
    }
}
