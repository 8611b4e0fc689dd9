package nembar.server.advice;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.sql.IndexAdvice;
import nembar.core.sql.IndexAdvice.Present;
import nembar.core.sql.IndexAdvice.Use;
import nembar.server.advice.IndexAdviceController.IndexAdvised;
import nembar.server.advice.IndexAdviceController.IndexesAdvised;
import nembar.server.advice.IndexAdviceController.TypeAdvised;
import nembar.server.governance.Governance;
import nembar.server.http.RecordsAway;
import nembar.server.model.Models;
import nembar.server.records.RecordSources;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** Holds the indexes that are there against those that lists of many records would use. */
@Service
class IndexAdviceService {
    private static final String EXTENSION = "CREATE EXTENSION IF NOT EXISTS pg_trgm;";

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

    private final Models models;
    private final RecordSources sources;
    private final Governance governance;
    private final long fromRecords;

    IndexAdviceService(
            Models models,
            RecordSources sources,
            Governance governance,
            @Value("${nembar.index-advice.from-records}") long fromRecords) {
        this.models = models;
        this.sources = sources;
        this.governance = governance;
        this.fromRecords = fromRecords;
    }

    /**
     * @throws RecordsAway where the application's database does not answer
     */
    IndexesAdvised of(Person me, String application) {
        AccessModel model = models.model(application);
        governance.requireOnApplication(me, "change", application);
        try {
            return advised(model, sources.of(application));
        } catch (DataAccessException failed) {
            throw RecordsAway.of(application, failed)
                    .<RuntimeException>map(away -> away)
                    .orElse(failed);
        }
    }

    /** How large a table is, and what it has. */
    private record Table(boolean parted, long rows, List<Present> indexes) {}

    private IndexesAdvised advised(AccessModel model, JdbcTemplate source) {
        Map<TableName, Table> tables = tables(model, source);
        List<TypeAdvised> types = new ArrayList<>();
        boolean trigrams = false;
        for (RecordType type : model.catalogue().recordTypes()) {
            Table table = tables.get(type.table());
            if (table == null || table.rows() < fromRecords) {
                continue;
            }
            List<IndexAdvised> indexes =
                    IndexAdvice.of(type, table.indexes(), table.parted()).stream()
                            .map(one -> new IndexAdvised(one.use(), one.fields(), one.statement()))
                            .toList();
            trigrams |= indexes.stream().anyMatch(one -> one.use() == Use.SEARCH);
            if (!indexes.isEmpty()) {
                types.add(new TypeAdvised(type.key(), type.plural(), table.rows(), indexes));
            }
        }
        boolean missing =
                trigrams
                        && source.queryForList(
                                        "SELECT extname FROM pg_extension WHERE extname = 'pg_trgm'")
                                .isEmpty();
        return new IndexesAdvised(
                fromRecords, types, missing ? Optional.of(EXTENSION) : Optional.empty());
    }

    private static Map<TableName, Table> tables(AccessModel model, JdbcTemplate source) {
        List<TableName> names =
                model.catalogue().recordTypes().stream().map(RecordType::table).distinct().toList();
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
