package nembar.server.records;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.core.answers.Counting;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.design.FieldLevel;
import nembar.core.lookup.Lookups;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.CountQuery;
import nembar.core.sql.GroupedCount;
import nembar.core.sql.Groups;
import nembar.core.sql.HandOver;
import nembar.core.sql.ListQuery;
import nembar.core.sql.ListQuery.Page;
import nembar.core.sql.LookupQuery;
import nembar.core.sql.SqlText;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.RecordsAway;
import nembar.server.model.Models;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.jdbc.core.ArgumentPreparedStatementSetter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.PreparedStatementCreator;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.RowMapperResultSetExtractor;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Service;

/** Counts, lists and finds the records of governed applications. */
@Service
public class Records {
    private static final int SETS_IN_A_SCAN = 300;

    /** Up to so many sets are each counted by a filter of their own. */
    private static final int SETS_ONE_BY_ONE = 40;

    private final RecordSources sources;
    private final RecordLookups lookups;

    Records(RecordSources sources, RecordLookups lookups) {
        this.sources = sources;
        this.lookups = lookups;
    }

    /** How many records of a type there are, and how many of them are in each set asked for. */
    public record Counts(long total, Map<RecordSet, Long> bySet) {
        public long of(RecordSet set) {
            if (set.equals(RecordSet.EVERYTHING)) {
                return total;
            }
            return set.equals(RecordSet.NOTHING) ? 0 : bySet.get(set);
        }

        /** How many there are in each of some sets. */
        public Map<RecordSet, Long> of(Collection<RecordSet> sets) {
            Map<RecordSet, Long> numbers = new HashMap<>();
            sets.forEach(set -> numbers.put(set, of(set)));
            return numbers;
        }

        /** How many there are in the set; empty where it was left out of what was counted. */
        public Optional<Long> told(RecordSet set) {
            boolean known =
                    set.equals(RecordSet.EVERYTHING)
                            || set.equals(RecordSet.NOTHING)
                            || bySet.containsKey(set);
            return known ? Optional.of(of(set)) : Optional.empty();
        }

        /** How many more are in the set than in another; empty where that is not known of both. */
        public Optional<Long> more(RecordSet set, RecordSet than) {
            return told(set).flatMap(all -> told(than).map(some -> all - some));
        }
    }

    /** A record, and the level of each of its fields, in the type's order. */
    public record Row(GovernedRecord record, List<FieldLevel> levels) {}

    /**
     * One page of records.
     *
     * @param before whether there are more before them
     * @param after whether there are more after them
     * @param total how many there are in all; counted with the first page only
     */
    public record Listing(List<Row> rows, boolean before, boolean after, Optional<Long> total) {}

    /** Counts all these sets, as many as a query can have in each scan of the type's table. */
    public Counts count(String application, RecordType type, Collection<RecordSet> sets) {
        List<RecordSet> distinct = List.copyOf(new LinkedHashSet<>(sets));
        return distinct.size() > SETS_ONE_BY_ONE
                ? grouped(application, type, distinct)
                : oneByOne(application, type, distinct);
    }

    /** Many sets: the table is grouped by what they look at, whatever their number. */
    private Counts grouped(String application, RecordType type, List<RecordSet> distinct) {
        GroupedCount plan = GroupedCount.of(type, distinct, lookups.of(application));
        if (plan.sets().size() <= SETS_ONE_BY_ONE) {
            return oneByOne(application, type, distinct);
        }
        Groups groups = plan.groups();
        all(
                application,
                plan.text(),
                (row, number) -> {
                    groups.add(row.getLong(1), column -> column(row, plan, column));
                    return null;
                });
        Map<RecordSet, Long> bySet = new HashMap<>(groups.counts());
        if (!plan.rest().isEmpty()) {
            bySet.putAll(oneByOne(application, type, plan.rest()).bySet());
        }
        return new Counts(groups.total(), bySet);
    }

    private static String column(ResultSet row, GroupedCount plan, int column) {
        try {
            return plan.flag(column)
                    ? String.valueOf(row.getBoolean(column + 1))
                    : row.getString(column + 1);
        } catch (SQLException failed) {
            throw new UncategorizedSQLException("reading a group", null, failed);
        }
    }

    private Counts oneByOne(String application, RecordType type, List<RecordSet> distinct) {
        Map<RecordSet, Long> bySet = new HashMap<>();
        long total = 0;
        for (int from = 0; from == 0 || from < distinct.size(); from += SETS_IN_A_SCAN) {
            int to = Math.min(from + SETS_IN_A_SCAN, distinct.size());
            Counts some = scan(application, type, distinct.subList(from, to));
            bySet.putAll(some.bySet());
            total = some.total();
        }
        return new Counts(total, bySet);
    }

    /** Keys of some records of the set, the first by key. */
    public List<String> keys(String application, RecordType type, RecordSet set, int atMost) {
        return keys(application, type, set, Optional.empty(), atMost);
    }

    /** Records of the type after a key. */
    public List<String> keys(
            String application,
            RecordType type,
            RecordSet set,
            Optional<String> after,
            int atMost) {
        return records(application, type, select(application, type, set, Page.after(after, atMost)))
                .stream()
                .flatMap(record -> record.key(type.keyField()).stream())
                .toList();
    }

    /** The titles of some records, by their keys. */
    public Map<String, String> titles(String application, RecordType type, SortedSet<String> keys) {
        Map<String, String> titles = new HashMap<>();
        RecordSet set = RecordSet.among(type.keyField(), keys, "");
        records(application, type, select(application, type, set, Page.first(keys.size())))
                .forEach(
                        record ->
                                record.key(type.keyField())
                                        .ifPresent(
                                                key ->
                                                        titles.put(
                                                                key,
                                                                record.key(type.titleField())
                                                                        .orElse(key))));
        return titles;
    }

    /** Values that a field has on some records and that begin with a text, in their order. */
    public List<String> values(
            String application, RecordType type, String field, String beginning, int atMost) {
        return all(
                application,
                ListQuery.values(type, field, beginning, atMost, lookups.of(application)),
                (row, number) -> row.getString(1));
    }

    /**
     * What of a field leads nowhere by its look-up.
     *
     * @param values different ones
     * @param rows that have one: records, or rows of a link table
     * @param most some of the values, with their rows, most first
     */
    public record Nowhere(long values, long rows, Map<String, Long> most) {}

    /**
     * Counts what leads nowhere.
     *
     * @param field one with a look-up
     */
    public Nowhere nowhere(String application, RecordType type, Field field, int atMost) {
        Lookups lookups = this.lookups.of(application);
        Map<String, Long> most = new LinkedHashMap<>();
        if (atMost > 0) {
            all(
                    application,
                    LookupQuery.nowhere(type, field, lookups, atMost),
                    (row, number) -> most.put(row.getString(1), row.getLong(2)));
        }
        return one(
                application,
                LookupQuery.nowhereInAll(type, field, lookups),
                row -> new Nowhere(row.getLong(1), row.getLong(2), most));
    }

    /** An application's records as something that answers can count by. */
    public Counting counting(String application) {
        return new Counting() {
            @Override
            public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                return Records.this.count(application, type, sets).of(sets);
            }

            @Override
            public List<String> examples(RecordType type, RecordSet set, int atMost) {
                return keys(application, type, set, atMost);
            }
        };
    }

    /**
     * Hands every record that a person owns in an application over to another, all or none.
     *
     * @return how many there were
     */
    public int handOver(String application, List<RecordType> types, String from, String to) {
        if (types.isEmpty()) {
            return 0;
        }
        try (Connection connection = sources.toHandOver(application)) {
            connection.setAutoCommit(false);
            JdbcTemplate writing =
                    new JdbcTemplate(new SingleConnectionDataSource(connection, true));
            int moved = 0;
            for (RecordType type : types) {
                for (SqlText text : handOver(application, type, from, to)) {
                    moved += writing.update(text.sql(), text.parameters().toArray());
                }
            }
            connection.commit();
            return moved;
        } catch (SQLException | DataAccessException failed) {
            throw new BadRequest(
                    "heir",
                    "Their records could not be handed over, and nothing was changed: Nembar's"
                            + " database user has to be allowed to update their owner.");
        }
    }

    private List<SqlText> handOver(String application, RecordType type, String from, String to) {
        return HandOver.of(type, from, to, lookups.of(application))
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "heir",
                                        "Their records could not be handed over, and nothing was"
                                                + " changed: "
                                                + application
                                                + " does not know "
                                                + to
                                                + "."));
    }

    private Counts scan(String application, RecordType type, Collection<RecordSet> sets) {
        CountQuery query = CountQuery.of(type, sets, lookups.of(application));
        return one(
                application,
                query.text(),
                row -> {
                    Map<RecordSet, Long> bySet = new HashMap<>();
                    for (int i = 0; i < query.columns().size(); i++) {
                        bySet.put(query.columns().get(i), row.getLong(i + 2));
                    }
                    return new Counts(row.getLong(1), bySet);
                });
    }

    /**
     * One page of the records in the set, with what the person has of each field.
     *
     * @param count whether the total is counted, if it is the first page; of a page of no records
     *     it is all there is
     */
    public Listing list(
            String application,
            RecordType type,
            RecordSet records,
            List<FieldCoverage> fields,
            Page page,
            boolean count) {
        Lookups lookups = this.lookups.of(application);
        ListQuery query = ListQuery.of(type, records, fields, page.oneMore(), lookups);
        List<Row> read =
                page.size() == 0
                        ? List.of()
                        : all(
                                application,
                                query.text(),
                                (row, number) -> {
                                    Map<RecordSet, Boolean> flags = new HashMap<>();
                                    for (int i = 0; i < query.flags().size(); i++) {
                                        flags.put(
                                                query.flags().get(i),
                                                row.getBoolean(Values.columns(type) + i + 1));
                                    }
                                    return new Row(
                                            Values.record(row, type, lookups),
                                            levels(fields, flags));
                                });
        boolean more = read.size() > page.size();
        List<Row> rows = new ArrayList<>(more ? read.subList(0, page.size()) : read);
        if (page.backwards()) {
            Collections.reverse(rows);
        }
        boolean first = page.beside().isEmpty();
        return new Listing(
                rows,
                page.backwards() ? more : !first,
                page.backwards() ? !first : more,
                first && count
                        ? Optional.of(one(application, query.total(), row -> row.getLong(1)))
                        : Optional.empty());
    }

    /** The record of this key. */
    public Optional<GovernedRecord> find(String application, RecordType type, String key) {
        return records(application, type, select(application, type, type.keyField(), key)).stream()
                .findFirst();
    }

    /**
     * A record that has to be there.
     *
     * @throws NotFound where there is none
     */
    public GovernedRecord require(String application, RecordType type, String key) {
        return find(application, type, key)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "record",
                                        "There is no "
                                                + type.singular().toLowerCase(Locale.ROOT)
                                                + " `"
                                                + key
                                                + "`. It may have been deleted."));
    }

    /** The records that one question looks at, and those above and below them. */
    public RelatedRecords relatives(AccessModel model) {
        return new RelatedRecords(this, model.application().key(), model.catalogue());
    }

    List<GovernedRecord> records(String application, RecordType type, RecordSet set, Page page) {
        return records(application, type, select(application, type, set, page));
    }

    private SqlText select(String application, RecordType type, String field, String key) {
        TreeSet<String> keys = new TreeSet<>(List.of(key));
        return select(application, type, RecordSet.among(field, keys, ""), Page.first(1));
    }

    private SqlText select(String application, RecordType type, RecordSet set, Page page) {
        return ListQuery.of(type, set, List.of(), page, lookups.of(application)).text();
    }

    /**
     * What a field has, as Nembar knows it: of one with a look-up, the keys of the directory.
     *
     * @param value as the application has it
     * @return null for no value
     */
    public Object known(String application, Field field, Object value) {
        return lookups.of(application).known(field, value);
    }

    private List<GovernedRecord> records(String application, RecordType type, SqlText text) {
        Lookups lookups = this.lookups.of(application);
        return all(application, text, (row, number) -> Values.record(row, type, lookups));
    }

    private static List<FieldLevel> levels(
            List<FieldCoverage> fields, Map<RecordSet, Boolean> flags) {
        List<FieldLevel> levels = new ArrayList<>();
        for (FieldCoverage field : fields) {
            if (in(field.changed(), flags)) {
                levels.add(FieldLevel.CHANGE);
            } else if (in(field.viewed(), flags)) {
                levels.add(FieldLevel.VIEW);
            } else {
                levels.add(in(field.masked(), flags) ? FieldLevel.MASKED : FieldLevel.HIDDEN);
            }
        }
        return levels;
    }

    private static boolean in(RecordSet set, Map<RecordSet, Boolean> flags) {
        return set.equals(RecordSet.EVERYTHING)
                || (!set.equals(RecordSet.NOTHING) && flags.get(set));
    }

    private interface RowReader<T> {
        T read(ResultSet row) throws SQLException;
    }

    private <T> T one(String application, SqlText text, RowReader<T> reading) {
        return all(application, text, (row, number) -> reading.read(row)).get(0);
    }

    private <T> List<T> all(String application, SqlText text, RowMapper<T> mapper) {
        JdbcTemplate source = sources.of(application);
        RowMapperResultSetExtractor<T> rows = new RowMapperResultSetExtractor<>(mapper);
        try {
            return source.execute(
                    (PreparedStatementCreator)
                            connection -> {
                                PreparedStatement statement =
                                        connection.prepareStatement(text.sql());
                                new ArgumentPreparedStatementSetter(text.parameters().toArray())
                                        .setValues(statement);
                                return statement;
                            },
                    statement ->
                            Newest.running(
                                    statement,
                                    () -> {
                                        try (ResultSet result = statement.executeQuery()) {
                                            return rows.extractData(result);
                                        }
                                    }));
        } catch (DataAccessException failed) {
            if (application.equals(Models.NEMBAR)) {
                throw failed;
            }
            throw RecordsAway.or(application, failed);
        }
    }
}
