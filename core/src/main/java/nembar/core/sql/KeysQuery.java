package nembar.core.sql;

import nembar.core.catalogue.RecordType;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;

/** Selects the keys of the records in a set, as texts, in no order. */
public final class KeysQuery {
    private static final String ALIAS = "t";

    private KeysQuery() {}

    public static SqlText of(RecordType type, RecordSet set, Lookups lookups) {
        TableScan scan = new TableScan(type, ALIAS, lookups);
        SqlText where = scan.where(set);
        return new SqlText.Builder()
                .add("SELECT " + scan.value(type.keyField()))
                .add(scan.from())
                .add(" WHERE ")
                .add(where)
                .build();
    }
}
