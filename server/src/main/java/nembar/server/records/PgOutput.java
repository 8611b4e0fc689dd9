package nembar.server.records;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.TableName;

/**
 * Reads the messages of PostgreSQL's output plug-in {@code pgoutput}, in version 1 of its protocol
 * ("Logical Replication Message Formats" in its manual). A table is described before its first row.
 */
final class PgOutput {
    private final Map<Integer, Table> tables = new HashMap<>();

    private record Table(TableName name, List<String> columns) {}

    /** Is told what was written. */
    interface Written {
        /**
         * A row came, went, or became another, in which case it is told as it was before too, where
         * its key was another.
         *
         * @param values as texts, by column; those that are null or not told are left out
         */
        void row(TableName table, Map<String, String> values);

        /** All rows of the table went at once. */
        void emptied(TableName table);
    }

    /**
     * @throws IllegalStateException where the message is none of that version
     */
    void read(byte[] message, Written to) {
        ByteBuffer at = ByteBuffer.wrap(message);
        char kind = (char) at.get();
        switch (kind) {
            case 'R' -> table(at);
            case 'I', 'U', 'D' -> row(at, to);
            case 'T' -> emptied(at, to);
            // Where a transaction begins and ends, and what is of no table.
            case 'B', 'C', 'O', 'Y', 'M' -> {}
            default -> throw new IllegalStateException("a message of the unknown kind " + kind);
        }
    }

    private void table(ByteBuffer at) {
        int id = at.getInt();
        String schema = text(at);
        String name = text(at);
        at.get(); // what of a row is told when it goes
        int count = at.getShort();
        List<String> columns = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            at.get(); // whether it is of the key
            columns.add(text(at));
            at.getInt(); // its type
            at.getInt(); // and what belongs to that
        }
        tables.put(id, new Table(new TableName(schema, name), columns));
    }

    private void row(ByteBuffer at, Written to) {
        Table table = known(at.getInt());
        while (at.hasRemaining()) {
            at.get(); // N for what it is now, K or O for what it was
            to.row(table.name(), values(at, table));
        }
    }

    private static Map<String, String> values(ByteBuffer at, Table table) {
        int count = at.getShort();
        Map<String, String> values = new HashMap<>();
        for (int i = 0; i < count; i++) {
            if ((char) at.get() == 't') {
                byte[] text = new byte[at.getInt()];
                at.get(text);
                values.put(table.columns().get(i), new String(text, StandardCharsets.UTF_8));
            }
        }
        return values;
    }

    private void emptied(ByteBuffer at, Written to) {
        int count = at.getInt();
        at.get(); // what else was said
        for (int i = 0; i < count; i++) {
            to.emptied(known(at.getInt()).name());
        }
    }

    private Table known(int id) {
        Table table = tables.get(id);
        if (table == null) {
            throw new IllegalStateException("a row of a table that was not described");
        }
        return table;
    }

    private static String text(ByteBuffer at) {
        int from = at.position();
        while (at.get() != 0) {
            continue;
        }
        return new String(at.array(), from, at.position() - 1 - from, StandardCharsets.UTF_8);
    }
}
