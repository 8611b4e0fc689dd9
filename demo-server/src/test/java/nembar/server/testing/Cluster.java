package nembar.server.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/**
 * A private PostgreSQL cluster in a folder of its own, made and started by ops/cluster, and gone
 * when the JVM ends.
 */
public final class Cluster {
    private static final int FIRST_PORT = 20_000;
    private static final int PORTS = 2_000;

    /** Which of the processes that run tests at the same time this one is. */
    private static final int PROCESS = Integer.getInteger("nembar.tests.process", 0);

    private static final AtomicInteger nextPort =
            new AtomicInteger(ThreadLocalRandom.current().nextInt(PORTS));

    private final Path folder;
    private final int port;

    private Cluster(Path folder, int port) {
        this.folder = folder;
        this.port = port;
    }

    /** Makes and starts a cluster on a free port. */
    public static Cluster start() {
        try {
            Path folder =
                    Files.createTempDirectory(
                            "nembar-postgres",
                            PosixFilePermissions.asFileAttribute(
                                    PosixFilePermissions.fromString("rwxr-xr-x")));
            Cluster cluster = new Cluster(folder, freePort());
            Runtime.getRuntime().addShutdownHook(new Thread(cluster::remove));
            cluster.up();
            return cluster;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /**
     * A port on loopback that nobody listens on now. It lies below those that the system hands out
     * by itself, so that no connection takes it before it is listened on, and each process of tests
     * has its own range.
     */
    public static int freePort() {
        int first = FIRST_PORT + PORTS * PROCESS;
        for (int tries = 0; tries < PORTS; tries++) {
            int port = first + Math.floorMod(nextPort.getAndIncrement(), PORTS);
            try (ServerSocket socket =
                    new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (IOException taken) {
                continue;
            }
        }
        throw new IllegalStateException("no port is free from " + first + " on");
    }

    /** Starts PostgreSQL, and makes the cluster when there is none yet. */
    public void up() {
        script("start", folder.toString(), Integer.toString(port));
    }

    /** Stops PostgreSQL; connections that are open break. */
    public void down() {
        script("stop", folder.toString());
    }

    /** Breaks PostgreSQL off, as if the machine had lost its power. */
    public void kill() {
        script("kill", folder.toString());
    }

    /** Where it listens on loopback. */
    public int port() {
        return port;
    }

    /** The JDBC address of one of its databases. */
    public String url(String database) {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + database;
    }

    /** The password of one of its roles. */
    public String password(String role) {
        try {
            return Files.readString(folder.resolve("passwords").resolve(role));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** Runs statements in one of its databases, as the role {@code <database>_owner}. */
    public void run(String database, String sql) {
        String owner = database + "_owner";
        try (Connection connection =
                        DriverManager.getConnection(url(database), owner, password(owner));
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** Changes its settings by statements of the administrator's, and has them read again. */
    public void configure(String... statements) {
        String before = administer("SELECT pg_conf_load_time()");
        for (String one : statements) {
            administer(one);
        }
        administer("SELECT pg_reload_conf()");
        Arrivals.await(() -> administer("SELECT pg_conf_load_time()").equals(before) ? null : true);
    }

    /** The first value of what a statement of the administrator's gives; empty for none. */
    private String administer(String sql) {
        try (Connection connection =
                        DriverManager.getConnection(
                                url("postgres"),
                                "nembar",
                                Files.readString(folder.resolve("password")));
                Statement statement = connection.createStatement()) {
            if (!statement.execute(sql)) {
                return "";
            }
            ResultSet row = statement.getResultSet();
            return row.next() ? row.getString(1) : "";
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** Proves from now on by a certificate who it is, to those who ask. */
    public void encrypt(Certificate certificate) {
        configure(
                written("server.crt", certificate.pem()),
                written("server.key", certificate.key()),
                "ALTER SYSTEM SET ssl = on");
    }

    /** A file in the cluster's folder of data, which nobody but PostgreSQL reads. */
    private static String written(String file, String content) {
        return "COPY (SELECT string_to_table('"
                + content.strip()
                + "', E'\\n')) TO PROGRAM 'umask 077; rm -f "
                + file
                + "; cat > "
                + file
                + "'";
    }

    /** A connection to one of its databases, as it is sent for an application. */
    public Map<String, Object> connection(String database, String role, String schema) {
        return new HashMap<>(
                Map.of(
                        "host",
                        "127.0.0.1",
                        "port",
                        port,
                        "database",
                        database,
                        "username",
                        role,
                        "password",
                        password(role),
                        "tls",
                        "off",
                        "schemas",
                        List.of(schema)));
    }

    /** The settings that point the application at this cluster, as Spring names them. */
    public List<String> settings() {
        return List.of(
                "spring.datasource.url=" + url("nembar"),
                "spring.datasource.username=nembar_program",
                "spring.datasource.password=" + password("nembar_program"),
                "spring.flyway.user=nembar_owner",
                "spring.flyway.password=" + password("nembar_owner"),
                "nembar.sources.towline.url=" + url("towline"),
                "nembar.sources.towline.username=towline_reader",
                "nembar.sources.towline.password=" + password("towline_reader"),
                "nembar.sources.towline.hand-over.username=towline_hand_over",
                "nembar.sources.towline.hand-over.password=" + password("towline_hand_over"),
                "nembar.security-log=target/security-" + port + ".log",
                "nembar.demo-records.username=towline_owner",
                "nembar.demo-records.password=" + password("towline_owner"),
                "nembar.demo-quayside.url=" + url("quayside"),
                "nembar.demo-quayside.username=quayside_owner",
                "nembar.demo-quayside.password=" + password("quayside_owner"),
                "nembar.secret=a key for tests, and for nothing else",
                "nembar.mail.every=100ms",
                "nembar.record-index.every=300ms",
                "nembar.index-advice.from-records=100",
                // Tests sign in by the thousand, with passwords that everybody may know.
                "nembar.sign-in.hash-cost=4",
                "spring.mail.port=" + freePort());
    }

    /** The project's root folder. */
    public static Path project() {
        Path at = Path.of("").toAbsolutePath();
        while (!Files.exists(at.resolve("ops/cluster"))) {
            at = at.getParent();
        }
        return at;
    }

    private void remove() {
        down();
        try (Stream<Path> files = Files.walk(folder)) {
            files.sorted(Comparator.reverseOrder()).forEach(file -> file.toFile().delete());
        } catch (IOException leftBehind) {
            System.err.println("left behind: " + folder);
        }
    }

    private static void script(String... arguments) {
        try {
            Stream<String> command =
                    Stream.concat(
                            Stream.of("bash", project().resolve("ops/cluster").toString()),
                            Stream.of(arguments));
            // PostgreSQL outlives the script and would keep a pipe open: its output goes nowhere.
            Process process =
                    new ProcessBuilder(command.toList())
                            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                            .redirectError(ProcessBuilder.Redirect.INHERIT)
                            .start();
            if (!process.waitFor(90, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IllegalStateException(
                        "ops/cluster " + String.join(" ", arguments) + " failed");
            }
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }
}
