package nembar.core.sql;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.TableName;

/** Reads some columns of a table as texts, whatever they are in the database. */
public final class RowsQuery {
    private static final String ROW = "r";

    private RowsQuery() {}

    /**
     * Selects the columns, in order of the first, of rows that have a value there.
     *
     * @param yes a column that says yes of the rows that count; empty for all
     * @param atMost how many rows at most
     */
    public static SqlText of(
            TableName table, List<String> columns, Optional<String> yes, int atMost) {
        return new SqlText.Builder()
                .add("SELECT ")
                .add(columns.stream().map(RowsQuery::text).collect(Collectors.joining(", ")))
                .add(" FROM " + SqlText.table(table) + " " + ROW)
                .add(" WHERE " + text(columns.get(0)) + " IS NOT NULL")
                .add(yes.map(one -> " AND " + text(one) + " IN ('true', 't', '1')").orElse(""))
                .add(" ORDER BY 1 LIMIT ")
                .parameter(atMost)
                .build();
    }

    private static String text(String column) {
        return ROW + "." + Column.quoted(column) + "::text";
    }
}
