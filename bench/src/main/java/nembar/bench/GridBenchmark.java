package nembar.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.TimeUnit;
import nembar.core.model.AccessModel;
import nembar.core.sql.CountQuery;
import nembar.core.sql.SqlText;
import nembar.demo.DemoWorld;
import nembar.demo.RecordGenerator;
import nembar.demo.Volume;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What can one person do: the symbols and the SQL alone, and with PostgreSQL counting. The factor
 * multiplies the demo world's 7 256 records; 138 makes a million.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class GridBenchmark {
    @Param({"10000"})
    public int people;

    @Param({"1", "138"})
    public int factor;

    @Param({"ilse.marrow", "saskia.bellweather"})
    public String person;

    private AccessModel model;
    private Connection connection;
    private CountQuery incidents;

    @Setup
    public void fill() throws SQLException {
        model = Scale.model(people);
        connection =
                DriverManager.getConnection(
                        System.getenv("NEMBAR_BENCH_URL"),
                        "towline_owner",
                        System.getenv("NEMBAR_BENCH_PASSWORD"));
        connection.setAutoCommit(false);
        try (Statement statement = connection.createStatement()) {
            statement.execute("DROP SCHEMA IF EXISTS towline CASCADE");
            statement.execute(DemoWorld.schema());
        }
        new RecordGenerator(
                        connection,
                        model.directory(),
                        LocalDate.now(),
                        Volume.demo().times(factor),
                        41)
                .run();
        connection.commit();
        incidents =
                Scale.grid(model, "ilse.marrow").stream()
                        .filter(one -> one.text().sql().contains("\"incident\" t"))
                        .findFirst()
                        .orElseThrow();
    }

    @TearDown
    public void close() throws SQLException {
        connection.close();
    }

    /** From the model to the text of all queries. */
    @Benchmark
    public List<CountQuery> symbols() {
        return Scale.grid(model, person);
    }

    /** The grid's sets, counted by PostgreSQL. */
    @Benchmark
    public long counted() throws SQLException {
        long sum = 0;
        for (CountQuery query : Scale.grid(model, person)) {
            sum += Counted.by(connection, query.text());
        }
        return sum;
    }

    /** Ilse's incidents, all operations, as the engine asks for them. */
    @Benchmark
    public long incidentsByEngine() throws SQLException {
        return Counted.by(connection, incidents.text());
    }

    /** The grid's numbers as somebody would ask for them by hand. */
    @Benchmark
    public long incidentsByHand() throws SQLException {
        return Counted.by(
                connection,
                new SqlText(
                        "select count(*),"
                                + " count(*) filter (where basin = 'sorrel-delta'"
                                + " or reporter = 'ilse.marrow' and basin = 'sorrel-delta'),"
                                + " count(*) filter (where reporter = 'ilse.marrow'"
                                + " and basin = 'sorrel-delta'),"
                                + " count(*) filter (where basin = 'sorrel-delta')"
                                + " from towline.incident",
                        List.of()));
    }
}
