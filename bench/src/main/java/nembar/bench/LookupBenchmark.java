package nembar.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.condition.Condition;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.lookup.LookupValues;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.CountQuery;
import nembar.core.sql.LookupQuery;
import nembar.core.sql.SqlText;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/**
 * A million records of 10 000 people, once with Nembar's keys in the owner's column and once with
 * the numbers of a table of 100 000 users: what the same sets cost to count.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class LookupBenchmark {
    private static final int USERS = 100_000;
    private static final Lookup.Through THROUGH =
            new Lookup.Through(new TableName("lookups", "users"), "id", "email");
    private static final RecordType.Places OWNED =
            new RecordType.Places(
                    Optional.of("owner"), Optional.empty(), Optional.empty(), Optional.empty());

    private Connection connection;
    private Directory directory;
    private Lookups lookups;
    private Map<String, String> identifiers;
    private RecordType byKey;
    private RecordType byNumber;
    private List<RecordSet> sets;
    private List<RecordSet> negated;

    @Setup
    public void fill() throws SQLException {
        directory = Scale.model(10_000).directory();
        connection =
                DriverManager.getConnection(
                        System.getenv("NEMBAR_BENCH_URL"),
                        "towline_owner",
                        System.getenv("NEMBAR_BENCH_PASSWORD"));
        connection.setAutoCommit(false);
        List<Person> people = directory.people();
        try (Statement statement = connection.createStatement()) {
            statement.execute("DROP SCHEMA IF EXISTS lookups CASCADE");
            statement.execute("CREATE SCHEMA lookups");
            statement.execute(
                    "CREATE TABLE lookups.users (id integer PRIMARY KEY, email text NOT NULL)");
            statement.execute("CREATE TABLE lookups.people (n integer, key text)");
        }
        try (PreparedStatement users =
                        connection.prepareStatement("INSERT INTO lookups.users VALUES (?, ?)");
                PreparedStatement keys =
                        connection.prepareStatement("INSERT INTO lookups.people VALUES (?, ?)")) {
            for (int i = 0; i < USERS; i++) {
                users.setInt(1, i);
                users.setString(
                        2, i < people.size() ? people.get(i).email() : "user" + i + "@no.example");
                users.addBatch();
            }
            for (int i = 0; i < people.size(); i++) {
                keys.setInt(1, i);
                keys.setString(2, people.get(i).key());
                keys.addBatch();
            }
            users.executeBatch();
            keys.executeBatch();
        }
        try (Statement statement = connection.createStatement()) {
            statement.execute(
                    "CREATE TABLE lookups.jobs AS SELECT i AS id, p.key AS owner, p.n AS owner_id"
                            + " FROM generate_series(1, 1000000) i JOIN lookups.people p"
                            + " ON p.n = i::bigint * 7919 % "
                            + people.size());
            connection.commit();
            connection.setAutoCommit(true);
            statement.execute("VACUUM ANALYZE lookups.jobs");
            connection.setAutoCommit(false);
        }
        byKey = type(List.of(Column.plain("owner")), Optional.empty());
        byNumber =
                type(
                        List.of(new Column("owner_id", Stored.WHOLE)),
                        Optional.of(new Lookup(Identifier.PERSON_EMAIL, Optional.of(THROUGH))));
        identifiers = read();
        LookupValues values = resolve();
        lookups = any -> values;
        SortedSet<String> some = new TreeSet<>();
        people.stream().limit(3_000).forEach(person -> some.add(person.key()));
        sets =
                List.of(
                        among(new TreeSet<>(Set.of(people.get(5).key()))),
                        among(new TreeSet<>(new ArrayList<>(some).subList(0, 100))),
                        among(some));
        String not = "NOT owner = '" + people.get(5).key() + "'";
        negated = List.of(RecordSet.where(Condition.ofText(not).expression(), not));
    }

    private static RecordSet among(SortedSet<String> keys) {
        return RecordSet.among("owner", keys, "");
    }

    private static RecordType type(List<Column> owner, Optional<Lookup> lookup) {
        return new RecordType(
                "job",
                "Job",
                "Jobs",
                "work",
                new TableName("lookups", "jobs"),
                "id",
                "id",
                OWNED,
                Optional.empty(),
                List.of(
                        field("id", List.of(new Column("id", Stored.WHOLE)), FieldType.TEXT),
                        field("owner", owner, FieldType.PERSON).with(Optional.empty(), lookup)),
                List.of());
    }

    private static Field field(String key, List<Column> columns, FieldType type) {
        return new Field(key, key, columns, type, false, Set.of(), Optional.empty(), List.of());
    }

    @TearDown
    public void close() throws SQLException {
        connection.close();
    }

    /** One's own, a hundred people's and three thousand people's records, by Nembar's keys. */
    @Benchmark
    public long countedByKeys() throws SQLException {
        return Counted.by(connection, CountQuery.of(byKey, sets, Lookups.NONE).text());
    }

    /** The same by the application's numbers. */
    @Benchmark
    public long countedByLookup() throws SQLException {
        return Counted.by(connection, CountQuery.of(byNumber, sets, lookups).text());
    }

    /** Everybody's but one's, by Nembar's keys. */
    @Benchmark
    public long negatedByKeys() throws SQLException {
        return Counted.by(connection, CountQuery.of(byKey, negated, Lookups.NONE).text());
    }

    /** The same by the application's numbers, of which each has to lead somewhere. */
    @Benchmark
    public long negatedByLookup() throws SQLException {
        return Counted.by(connection, CountQuery.of(byNumber, negated, lookups).text());
    }

    /** All rows of the table of users. */
    @Benchmark
    public Map<String, String> read() throws SQLException {
        Map<String, String> pairs = new HashMap<>();
        SqlText text = LookupQuery.pairs(THROUGH, USERS + 1);
        try (PreparedStatement statement = connection.prepareStatement(text.sql())) {
            statement.setFetchSize(10_000);
            statement.setInt(1, USERS + 1);
            try (ResultSet rows = statement.executeQuery()) {
                while (rows.next()) {
                    pairs.put(rows.getString(1), rows.getString(2));
                }
            }
        }
        return pairs;
    }

    /** Whom they mean. */
    @Benchmark
    public LookupValues resolve() {
        return LookupValues.of(Identifier.PERSON_EMAIL, identifiers, directory);
    }
}
