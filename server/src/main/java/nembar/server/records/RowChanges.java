package nembar.server.records;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordKey;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;

/**
 * Tells the keys of records that were written, by logical decoding (docs/operating.md). What is to
 * be told is kept by PostgreSQL for this connection, and forgotten with it.
 */
public final class RowChanges implements AutoCloseable {
    /** What the tables are published as. */
    public static final String PUBLICATION = "nembar_record_index";

    private static final int READ_AT_ONCE = 5_000;

    private final Connection connection;
    private final String slot;
    private final Map<TableName, List<Keyed>> tables;

    /** Which columns of a table have the key of a record of a type. */
    private record Keyed(String type, List<String> columns) {}

    private RowChanges(Connection connection, String slot, Map<TableName, List<Keyed>> tables) {
        this.connection = connection;
        this.slot = slot;
        this.tables = tables;
    }

    /** Says why a database cannot tell. */
    public static final class NotTold extends Exception {
        private static final long serialVersionUID = 1L;
        private final transient List<String> statements;

        NotTold(String why, List<String> statements) {
            super(why);
            this.statements = List.copyOf(statements);
        }

        /** What its administrator would run so that it can; empty where nothing helps. */
        public List<String> statements() {
            return statements;
        }
    }

    /**
     * Has everything told that is written from now on.
     *
     * @param connection of its own, which is closed with this, and where this fails
     * @throws NotTold where the database is not made to tell
     */
    static RowChanges follow(Connection connection, List<RecordType> types)
            throws SQLException, NotTold {
        RowChanges changes =
                new RowChanges(
                        connection,
                        "nembar_" + UUID.randomUUID().toString().replace('-', '_'),
                        tables(types));
        try {
            requireTold(connection, changes.tables);
            changes.makeSlot();
            return changes;
        } catch (SQLException | NotTold failed) {
            changes.close();
            throw failed;
        }
    }

    private void makeSlot() throws SQLException, NotTold {
        try (PreparedStatement make =
                connection.prepareStatement(
                        "SELECT pg_create_logical_replication_slot(?, 'pgoutput', true)")) {
            make.setString(1, slot);
            make.execute();
        } catch (SQLException none) {
            // As where all slots are in use, or the database follows another.
            throw new NotTold("PostgreSQL made no slot for it: " + none.getMessage(), List.of());
        }
        connection.setAutoCommit(false);
    }

    private static Map<TableName, List<Keyed>> tables(List<RecordType> types) {
        Map<TableName, List<Keyed>> tables = new LinkedHashMap<>();
        for (RecordType type : types) {
            add(tables, type.table(), type.key(), type.knownField(type.keyField()).columns());
            for (Field field : type.fields()) {
                field.link()
                        .ifPresent(link -> add(tables, link.table(), type.key(), link.ofRecord()));
            }
        }
        return tables;
    }

    private static void add(
            Map<TableName, List<Keyed>> tables, TableName table, String type, List<Column> key) {
        tables.computeIfAbsent(table, any -> new ArrayList<>())
                .add(new Keyed(type, key.stream().map(Column::name).toList()));
    }

    private static void requireTold(Connection connection, Map<TableName, List<Keyed>> tables)
            throws SQLException, NotTold {
        List<String> missing = new ArrayList<>();
        List<String> statements = new ArrayList<>();
        if (!one(connection, "SELECT current_setting('wal_level')").equals("logical")) {
            missing.add("its wal_level is not logical");
            statements.add("ALTER SYSTEM SET wal_level = logical; -- then start PostgreSQL again");
        }
        String replicates = "SELECT rolreplication FROM pg_roles WHERE rolname = current_user";
        if (!one(connection, replicates).equals("t")) {
            String user = one(connection, "SELECT quote_ident(current_user)");
            missing.add("its user may not follow what is written");
            statements.add("ALTER ROLE " + user + " REPLICATION;");
        }
        List<Found> found = found(connection, tables.keySet());
        List<String> none = found.stream().filter(one -> !one.plain()).map(Found::quoted).toList();
        if (!none.isEmpty()) {
            throw new NotTold(
                    "Only of plain tables is it told which rows are written, and "
                            + String.join(", ", none)
                            + (none.size() == 1 ? " is none." : " are none."),
                    List.of());
        }
        found.stream()
                .filter(one -> !one.tells(tables.get(one.table())))
                .forEach(
                        one -> {
                            missing.add("of " + one.table() + " it does not tell whose row it was");
                            statements.add(
                                    "ALTER TABLE " + one.quoted() + " REPLICA IDENTITY FULL;");
                        });
        List<String> unpublished =
                found.stream().filter(one -> !one.published()).map(Found::quoted).toList();
        if (!unpublished.isEmpty()) {
            missing.add("not all of its tables are published");
            String there = "SELECT count(*) FROM pg_publication WHERE pubname = '%s'";
            statements.add(
                    (one(connection, there.formatted(PUBLICATION)).equals("0")
                                    ? "CREATE PUBLICATION " + PUBLICATION + " FOR TABLE "
                                    : "ALTER PUBLICATION " + PUBLICATION + " ADD TABLE ")
                            + String.join(", ", unpublished)
                            + ";");
        }
        if (!missing.isEmpty()) {
            throw new NotTold(
                    "The database does not tell which rows are written: "
                            + String.join("; ", missing)
                            + ".",
                    statements);
        }
    }

    private static String one(Connection connection, String sql) throws SQLException {
        try (PreparedStatement asked = connection.prepareStatement(sql);
                ResultSet row = asked.executeQuery()) {
            return row.next() ? String.valueOf(row.getString(1)) : "";
        }
    }

    /**
     * How it is with a table.
     *
     * @param quoted its name as SQL has it
     * @param plain whether it is no view, and has no parts
     * @param identity the columns that are told of a row that goes, or was another
     * @param whole whether all columns are
     */
    private record Found(
            TableName table,
            String quoted,
            boolean plain,
            List<String> identity,
            boolean whole,
            boolean published) {
        /** Whether the keys of all records are told that a row was of, and is. */
        boolean tells(List<Keyed> keyed) {
            return whole || keyed.stream().allMatch(one -> identity.containsAll(one.columns()));
        }
    }

    private static List<Found> found(Connection connection, Set<TableName> wanted)
            throws SQLException {
        List<Found> found = new ArrayList<>();
        try (PreparedStatement asked =
                connection.prepareStatement(
                        "SELECT t.schema, t.name, format('%I.%I', t.schema, t.name), c.oid IS"
                                + " NOT NULL, ARRAY(SELECT"
                                + " a.attname::text FROM pg_index i JOIN pg_attribute a ON"
                                + " a.attrelid = c.oid AND a.attnum = ANY (i.indkey) WHERE"
                                + " i.indrelid = c.oid AND (c.relreplident = 'i' AND"
                                + " i.indisreplident OR c.relreplident = 'd' AND i.indisprimary)),"
                                + " coalesce(c.relreplident = 'f', false), EXISTS (SELECT FROM"
                                + " pg_publication_tables p WHERE p.pubname = ? AND p.schemaname ="
                                + " t.schema AND p.tablename = t.name) FROM unnest(?::text[],"
                                + " ?::text[]) AS t(schema, name) LEFT JOIN pg_namespace n ON"
                                + " n.nspname = t.schema LEFT JOIN pg_class c ON c.relnamespace ="
                                + " n.oid AND c.relname = t.name AND c.relkind = 'r'")) {
            asked.setString(1, PUBLICATION);
            asked.setArray(
                    2,
                    connection.createArrayOf(
                            "text", wanted.stream().map(TableName::schema).toArray()));
            asked.setArray(
                    3,
                    connection.createArrayOf(
                            "text", wanted.stream().map(TableName::name).toArray()));
            try (ResultSet row = asked.executeQuery()) {
                while (row.next()) {
                    found.add(
                            new Found(
                                    new TableName(row.getString(1), row.getString(2)),
                                    row.getString(3),
                                    row.getBoolean(4),
                                    List.of((String[]) row.getArray(5).getArray()),
                                    row.getBoolean(6),
                                    row.getBoolean(7)));
                }
            }
        }
        return found;
    }

    /**
     * The keys of the records that were written since this was asked before, by type; those that
     * came, became others, or went. Empty where it is more than so many, or cannot be told by keys.
     */
    public Optional<Map<String, Set<String>>> next(int atMost) throws SQLException {
        Keys keys = new Keys(atMost);
        PgOutput output = new PgOutput();
        try (PreparedStatement asked =
                connection.prepareStatement(
                        "SELECT data FROM pg_logical_slot_get_binary_changes(?, NULL, NULL,"
                                + " 'proto_version', '1', 'publication_names', ?)")) {
            asked.setString(1, slot);
            asked.setString(2, PUBLICATION);
            asked.setFetchSize(READ_AT_ONCE);
            try (ResultSet row = asked.executeQuery()) {
                while (row.next()) {
                    output.read(row.getBytes(1), keys);
                }
            }
        }
        connection.commit();
        return keys.all ? Optional.empty() : Optional.of(keys.byType);
    }

    private final class Keys implements PgOutput.Written {
        private final Map<String, Set<String>> byType = new HashMap<>();
        private int left;
        private boolean all;

        Keys(int atMost) {
            this.left = atMost;
        }

        @Override
        public void row(TableName table, Map<String, String> values) {
            for (Keyed keyed : tables.getOrDefault(table, List.of())) {
                List<String> parts =
                        keyed.columns().stream()
                                .map(values::get)
                                .filter(part -> part != null)
                                .toList();
                all |= parts.size() < keyed.columns().size();
                if (!all
                        && byType.computeIfAbsent(keyed.type(), any -> new HashSet<>())
                                .add(RecordKey.text(parts))) {
                    all = --left < 0;
                }
            }
        }

        @Override
        public void emptied(TableName table) {
            all |= tables.containsKey(table);
        }
    }

    @Override
    public void close() {
        try {
            connection.close();
        } catch (SQLException gone) {
            // What it would have told goes with it all the same.
            return;
        }
    }
}
