package nembar.bench.http;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import nembar.demo.DemoWorld;

/**
 * What administrators and programs ask most, asked of a running server of ten thousand people and a
 * million records: a table of what each takes, what it ought to take, and what a floor measured in
 * the same run takes, such as the same numbers by hand-written SQL. Arguments choose lines by the
 * first words of their names.
 */
public final class HttpBenchmark {
    private HttpBenchmark() {}

    public static void main(String[] arguments) throws SQLException {
        String address = System.getenv("NEMBAR_BENCH_HTTP");
        DemoWorld.SignIn first = DemoWorld.signIns().get(0);
        try (Connection records =
                DriverManager.getConnection(
                        System.getenv("NEMBAR_BENCH_URL"),
                        "towline_owner",
                        System.getenv("NEMBAR_BENCH_PASSWORD"))) {
            Run run =
                    new Run(
                            address,
                            Caller.person(
                                    address,
                                    first.person() + "@larkwater.example",
                                    first.password()),
                            Caller.program(address, DemoWorld.GATEWAY_TOKEN),
                            records,
                            new ResultTable(),
                            List.of(arguments));
            ServerLines server = new ServerLines(run);
            server.start();
            new AskLines(run).measure();
            new DecisionLines(run).measure();
            new ListLines(run).measure();
            new DesignLines(run).measure();
            server.memory();
            run.table().print();
        }
    }
}
