package nembar.server.records;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.KeysQuery;
import nembar.core.sql.ListQuery;
import nembar.core.sql.ListQuery.Page;
import nembar.core.sql.SqlText;
import nembar.server.http.RecordsAway;
import nembar.server.records.RowChanges.NotTold;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** Reads all records of an application, and tells whether they may have changed since. */
@Service
public class WholeRecords {
    private static final int READ_AT_ONCE = 5_000;

    private final RecordSources sources;
    private final RecordLookups lookups;

    WholeRecords(RecordSources sources, RecordLookups lookups) {
        this.sources = sources;
        this.lookups = lookups;
    }

    /**
     * Hands over every record of some types, as they are at one moment.
     *
     * @param types with those of their fields that are wanted
     * @throws RecordsAway where the application's database does not answer
     */
    public void read(
            String application, List<RecordType> types, int atMost, Consumer<GovernedRecord> to) {
        Lookups lookups = this.lookups.of(application);
        inOneMoment(
                application,
                source ->
                        types.forEach(
                                type ->
                                        read(
                                                source,
                                                type,
                                                RecordSet.EVERYTHING,
                                                atMost,
                                                lookups,
                                                to)));
    }

    /** Keys of the records in a set. */
    public List<String> keys(String application, RecordType type, RecordSet set) {
        SqlText text = KeysQuery.of(type, set, lookups.of(application));
        List<String> keys = new ArrayList<>();
        inOneMoment(
                application,
                source ->
                        source.query(
                                text.sql(),
                                row -> {
                                    keys.add(row.getString(1));
                                },
                                text.parameters().toArray()));
        return keys;
    }

    /**
     * A text that is another once the tables of some types have changed, or soon after: PostgreSQL
     * counts what is written, and tells with up to a minute's delay. Empty where it does not tell:
     * of views and partitioned tables, and of what a look-up leads to.
     */
    public Optional<String> changes(String application, List<RecordType> types) {
        Set<TableName> tables = new LinkedHashSet<>();
        types.forEach(type -> tables.addAll(type.tables()));
        if (lookedUp(types)) {
            return Optional.empty();
        }
        List<String> written = new ArrayList<>();
        try {
            sources.of(application)
                    .query(
                            "SELECT concat_ws(':', c.oid, pg_relation_filenode(c.oid), s.n_tup_ins,"
                                    + " s.n_tup_upd, s.n_tup_del) FROM unnest(?::text[],"
                                    + " ?::text[]) AS t(schema, name) JOIN pg_namespace n ON"
                                    + " n.nspname = t.schema JOIN pg_class c ON c.relnamespace ="
                                    + " n.oid AND c.relname = t.name AND c.relkind = 'r' JOIN"
                                    + " pg_stat_all_tables s ON s.relid = c.oid ORDER BY c.oid",
                            row -> {
                                written.add(row.getString(1));
                            },
                            tables.stream().map(TableName::schema).toArray(String[]::new),
                            tables.stream().map(TableName::name).toArray(String[]::new));
        } catch (DataAccessException failed) {
            throw RecordsAway.or(application, failed);
        }
        return written.size() == tables.size()
                ? Optional.of(String.join(" ", written))
                : Optional.empty();
    }

    /**
     * Has it told from now on which records of some types are written.
     *
     * @throws NotTold where the application's database cannot
     * @throws RecordsAway where it does not answer
     */
    public RowChanges follow(String application, List<RecordType> types) throws NotTold {
        if (lookedUp(types)) {
            throw new NotTold(
                    "Some fields are looked up in other tables, which is read again and again.",
                    List.of());
        }
        try {
            return RowChanges.follow(sources.open(application), types);
        } catch (SQLException failed) {
            throw RecordsAway.or(
                    application, new DataAccessResourceFailureException("lost", failed));
        }
    }

    /** Hands over the records of these keys, as far as they are there, as of one moment. */
    public void read(
            String application,
            Map<RecordType, ? extends Set<String>> keys,
            Consumer<GovernedRecord> to) {
        Lookups lookups = this.lookups.of(application);
        inOneMoment(
                application,
                source ->
                        keys.forEach(
                                (type, some) ->
                                        read(
                                                source,
                                                type,
                                                new RecordSet.Among(
                                                        type.keyField(), new TreeSet<>(some), ""),
                                                some.size(),
                                                lookups,
                                                to)));
    }

    private static void read(
            JdbcTemplate source,
            RecordType type,
            RecordSet set,
            int atMost,
            Lookups lookups,
            Consumer<GovernedRecord> to) {
        SqlText text = ListQuery.of(type, set, List.of(), Page.first(atMost), lookups).text();
        source.query(
                text.sql(),
                row -> {
                    to.accept(Values.record(row, type, lookups));
                },
                text.parameters().toArray());
    }

    private static boolean lookedUp(List<RecordType> types) {
        return types.stream()
                .flatMap(type -> type.fields().stream())
                .map(Field::lookup)
                .anyMatch(Optional::isPresent);
    }

    private void inOneMoment(String application, Consumer<JdbcTemplate> reading) {
        try {
            sources.inTransaction(
                    application,
                    READ_AT_ONCE,
                    source -> {
                        source.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ");
                        source.execute("SET LOCAL statement_timeout = '10min'");
                        reading.accept(source);
                    });
        } catch (DataAccessException failed) {
            throw RecordsAway.or(application, failed);
        }
    }
}
