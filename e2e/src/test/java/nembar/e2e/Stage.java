package nembar.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import nembar.server.testing.Cluster;
import nembar.server.testing.ServerProcess;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/**
 * Starts PostgreSQL and the packaged application once in each process, and a fresh page for each
 * test, which is handed over as a {@link Page}.
 */
public final class Stage
        implements BeforeAllCallback, BeforeEachCallback, AfterEachCallback, ParameterResolver {
    private static final Duration START_WITHIN = Duration.ofSeconds(300);
    private static String address;
    private static Cluster cluster;

    private Page page;

    @Override
    public void beforeAll(ExtensionContext tests) {
        // Kept by the process: each class may be a run of its own to JUnit.
        synchronized (Stage.class) {
            if (address == null) {
                address = start();
            }
        }
    }

    @Override
    public void beforeEach(ExtensionContext test) {
        page = Page.open(address);
    }

    @Override
    public void afterEach(ExtensionContext test) {
        if (test.getExecutionException().isPresent()) {
            Path shots = Path.of("target/failures");
            page.shoot(shots.resolve(test.getRequiredTestMethod().getName() + ".png"));
        }
        page.close();
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext test) {
        return parameter.getParameter().getType() == Page.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext test) {
        return page;
    }

    /** Where the databases of applications are, on loopback. */
    static int databasePort() {
        return cluster.port();
    }

    /** Changes the database of the repair yard, as those who make that application would. */
    static void inQuayside(String sql) {
        cluster.run("quayside", sql);
    }

    private static String start() {
        try {
            cluster = Cluster.start();
            int port = Cluster.freePort();
            List<String> command =
                    new ArrayList<>(
                            List.of(
                                    Path.of(System.getProperty("java.home"), "bin", "java")
                                            .toString(),
                                    "-Xmx1g",
                                    "-XX:TieredStopAtLevel=1",
                                    "-XX:+UseSerialGC"));
            command.addAll(ServerProcess.STARTED_SOON);
            command.addAll(
                    List.of(
                            "-jar",
                            Cluster.project()
                                    .resolve("demo-server/target/nembar-demo-server-app.jar")
                                    .toString(),
                            "--server.port=" + port,
                            "--nembar.notices.every=2s"));
            cluster.settings().forEach(setting -> command.add("--" + setting));
            Files.createDirectories(Path.of("target"));
            Path log = Path.of("target/server-" + port + ".log");
            ProcessBuilder program =
                    new ProcessBuilder(command)
                            .redirectErrorStream(true)
                            .redirectOutput(log.toFile());
            program.environment()
                    .put("NEMBAR_PASSWORD_QUAYSIDE", cluster.password("quayside_reader"));
            Process server = program.start();
            Runtime.getRuntime().addShutdownHook(new Thread(server::destroy));
            String url = "http://127.0.0.1:" + port;
            Instant giveUp = Instant.now().plus(START_WITHIN);
            while (!answers(url)) {
                if (!server.isAlive() || Instant.now().isAfter(giveUp)) {
                    throw new IllegalStateException("the server did not start; see " + log);
                }
                pause();
            }
            return url;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private static void pause() {
        LockSupport.parkNanos(Duration.ofMillis(200).toNanos());
    }

    private static boolean answers(String url) {
        try {
            HttpURLConnection connection =
                    (HttpURLConnection) URI.create(url + "/").toURL().openConnection();
            connection.setConnectTimeout(500);
            return connection.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }
}
