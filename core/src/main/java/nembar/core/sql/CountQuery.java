package nembar.core.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import nembar.core.catalogue.RecordType;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;

/**
 * Counts many sets of records of one type, and the type's total, in one scan of its table.
 *
 * @param columns the sets counted, in the order of the query's columns behind the total; sets that
 *     are equal are counted once, and everything and nothing not at all
 */
public record CountQuery(SqlText text, List<RecordSet> columns) {
    private static final String ALIAS = "t";

    public CountQuery {
        columns = List.copyOf(columns);
    }

    public static CountQuery of(RecordType type, Iterable<RecordSet> sets, Lookups lookups) {
        Set<RecordSet> distinct = new LinkedHashSet<>();
        sets.forEach(distinct::add);
        distinct.remove(RecordSet.EVERYTHING);
        distinct.remove(RecordSet.NOTHING);
        TableScan scan = new TableScan(type, ALIAS, lookups);
        SqlText.Builder sql = new SqlText.Builder().add("SELECT count(*)");
        for (RecordSet set : distinct) {
            sql.add(", count(*) FILTER (WHERE ").add(scan.where(set)).add(")");
        }
        return new CountQuery(sql.add(scan.from()).build(), new ArrayList<>(distinct));
    }
}
