package nembar.server.reading;

import nembar.core.catalogue.Column;
import nembar.core.catalogue.TableName;
import nembar.server.http.BadRequest;

/**
 * A table that says what the values of a column are called here: a unit's number its name.
 *
 * @param table schema and name as SQL writes them
 * @param from the column that has these values
 * @param to the column that has the key or the name, as the directory knows it
 */
public record ThroughTable(String table, String from, String to) {
    public ThroughTable {
        table = table == null ? "" : table.strip();
        from = from == null ? "" : from;
        to = to == null ? "" : to;
    }

    void check(String path) {
        name(path, table);
        column(path, from);
        column(path, to);
    }

    TableName name() {
        return name("through", table);
    }

    /**
     * @throws BadRequest where it is no table name
     */
    static TableName name(String path, String table) {
        try {
            return TableName.of(table);
        } catch (IllegalArgumentException none) {
            throw new BadRequest(path, "`" + table + "` is no table name.");
        }
    }

    /**
     * @throws BadRequest where it is no column name
     */
    static void column(String path, String column) {
        if (!Column.possible(column)) {
            throw new BadRequest(path, "Name a column of the table.");
        }
    }
}
