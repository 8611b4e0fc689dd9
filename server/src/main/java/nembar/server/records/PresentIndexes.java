package nembar.server.records;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.TableName;
import nembar.core.sql.IndexAdvice.Present;
import nembar.server.http.RecordsAway;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** Reads which indexes the tables of an application have. */
@Service
public class PresentIndexes {
    /** The tables among some, with about how many rows each has; views are none. */
    private static final String TABLES =
            """
            SELECT n.nspname, c.relname, c.relkind = 'p',
                   CASE c.relkind WHEN 'p' THEN (
                        SELECT coalesce(sum(greatest(p.reltuples, 0)), 0)
                          FROM pg_partition_tree(c.oid) leaf JOIN pg_class p ON p.oid = leaf.relid
                         WHERE leaf.isleaf)
                   ELSE c.reltuples END
              FROM unnest(?::text[], ?::text[]) AS t(schema, name)
              JOIN pg_namespace n ON n.nspname = t.schema
              JOIN pg_class c ON c.relnamespace = n.oid AND c.relname = t.name
             WHERE c.relkind IN ('r', 'p', 'm')
            """;

    /** Their indexes of all rows. */
    private static final String INDEXES =
            """
            SELECT n.nspname, c.relname, m.amname = 'btree',
                   EXISTS (SELECT FROM pg_opclass o
                            WHERE o.oid = ANY (i.indclass::oid[]) AND o.opcname LIKE '%_trgm_ops'),
                   ARRAY(SELECT coalesce(a.attname::text,
                                         translate(pg_get_indexdef(i.indexrelid, k, TRUE), '()"', ''))
                           FROM generate_series(1, i.indnkeyatts) k
                           LEFT JOIN pg_attribute a
                             ON a.attrelid = i.indrelid AND a.attnum = i.indkey[k - 1] AND a.attnum > 0
                          ORDER BY k)
              FROM unnest(?::text[], ?::text[]) AS t(schema, name)
              JOIN pg_namespace n ON n.nspname = t.schema
              JOIN pg_class c ON c.relnamespace = n.oid AND c.relname = t.name
              JOIN pg_index i ON i.indrelid = c.oid AND i.indisvalid AND i.indpred IS NULL
              JOIN pg_class x ON x.oid = i.indexrelid
              JOIN pg_am m ON m.oid = x.relam
            """;

    private final RecordSources sources;

    PresentIndexes(RecordSources sources) {
        this.sources = sources;
    }

    /**
     * How large a table is, and what it has.
     *
     * @param parted whether it has parts
     * @param rows about how many, as the database last counted them; less than 0 for never
     */
    public record Table(boolean parted, long rows, List<Present> indexes) {}

    /**
     * What some tables have; views are left out.
     *
     * @param trigrams whether the database can find parts of texts by an index
     */
    public record Found(Map<TableName, Table> tables, boolean trigrams) {}

    /**
     * @throws RecordsAway where the application's database does not answer
     */
    public Found of(String application, Collection<TableName> names) {
        JdbcTemplate source = sources.of(application);
        try {
            return new Found(
                    tables(source, names),
                    !source.queryForList(
                                    "SELECT extname FROM pg_extension WHERE extname = 'pg_trgm'")
                            .isEmpty());
        } catch (DataAccessException failed) {
            throw RecordsAway.or(application, failed);
        }
    }

    private static Map<TableName, Table> tables(JdbcTemplate source, Collection<TableName> names) {
        Object[] asked = {
            names.stream().map(TableName::schema).toArray(String[]::new),
            names.stream().map(TableName::name).toArray(String[]::new)
        };
        Map<TableName, Table> tables = new HashMap<>();
        source.query(
                TABLES,
                row -> {
                    tables.put(
                            name(row),
                            new Table(row.getBoolean(3), row.getLong(4), new ArrayList<>()));
                },
                asked);
        source.query(
                INDEXES,
                row -> {
                    Table table = tables.get(name(row));
                    if (table != null) {
                        table.indexes()
                                .add(
                                        new Present(
                                                row.getBoolean(3),
                                                row.getBoolean(4),
                                                List.of((String[]) row.getArray(5).getArray())));
                    }
                },
                asked);
        return tables;
    }

    private static TableName name(ResultSet row) throws SQLException {
        return new TableName(row.getString(1), row.getString(2));
    }
}
