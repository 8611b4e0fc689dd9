package nembar.core.sql;

import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.lookup.Lookups;

/** Reads look-ups, and what leads nowhere by them. */
public final class LookupQuery {
    private static final String ROW = "l";
    private static final String RECORD = "t";

    private LookupQuery() {}

    /** Selects value and identifier, as texts, of rows that have both. */
    public static SqlText pairs(Lookup.Through through, int atMost) {
        String value = text(through.from());
        String identifier = text(through.to());
        return new SqlText.Builder()
                .add("SELECT " + value + ", " + identifier)
                .add(" FROM " + SqlText.table(through.table()) + " " + ROW)
                .add(" WHERE " + value + " IS NOT NULL AND " + identifier + " IS NOT NULL LIMIT ")
                .parameter(atMost)
                .build();
    }

    private static String text(String column) {
        return ROW + "." + Column.quoted(column) + "::text";
    }

    /**
     * Selects values of a field that lead nowhere, and in how many rows they are, most first; a row
     * for each record, or of the link table.
     */
    public static SqlText nowhere(RecordType type, Field field, Lookups lookups, int atMost) {
        TableName table = field.link().isPresent() ? field.link().get().table() : type.table();
        SqlField values = new SqlField(field, RECORD);
        return new SqlText.Builder()
                .add("SELECT " + values.text() + ", count(*) FROM " + SqlText.table(table))
                .add(" " + RECORD + " LEFT JOIN ")
                .add(TableScan.keysByValue(values, "known", lookups))
                .add(" WHERE " + values.text() + " IS NOT NULL AND known.key IS NULL")
                .add(" GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT ")
                .parameter(atMost)
                .build();
    }

    /** Counts different values of a field that lead nowhere, and rows that have one. */
    public static SqlText nowhereInAll(RecordType type, Field field, Lookups lookups) {
        SqlText each = nowhere(type, field, lookups, Integer.MAX_VALUE);
        return new SqlText.Builder()
                .add("SELECT count(*), coalesce(sum(one.count), 0) FROM (")
                .add(each)
                .add(") one")
                .build();
    }
}
