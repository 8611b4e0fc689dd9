package nembar.demo;

import java.io.IOException;
import java.io.StringReader;
import java.sql.Connection;
import java.sql.SQLException;
import org.postgresql.PGConnection;

/** Rows on their way into one table, by PostgreSQL's own bulk load. */
final class Rows {
    private static final int FLUSH_AT = 1 << 20;

    private final Connection connection;
    private final String table;
    private final StringBuilder text = new StringBuilder();

    Rows(Connection connection, String table) {
        this.connection = connection;
        this.table = table;
    }

    /** Adds a row; values in the order of the table's columns, null for none. */
    void add(Object... values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            text.append(i == 0 ? "" : "\t");
            text.append(values[i] == null ? "\\N" : escaped(values[i].toString()));
        }
        text.append('\n');
        if (text.length() > FLUSH_AT) {
            flush();
        }
    }

    /** Sends what has not been sent yet. */
    void flush() throws SQLException {
        try {
            connection
                    .unwrap(PGConnection.class)
                    .getCopyAPI()
                    .copyIn(
                            "COPY towline." + table + " FROM STDIN",
                            new StringReader(text.toString()));
        } catch (IOException impossible) {
            throw new SQLException("reading rows from memory failed", impossible);
        }
        text.setLength(0);
    }

    private static String escaped(String value) {
        return value.replace("\\", "\\\\").replace("\t", "\\t").replace("\n", "\\n");
    }
}
