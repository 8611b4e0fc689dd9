package nembar.server.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import nembar.demoserver.DemoServer;

/** One server of an installation, in a process of its own, which can be killed. */
public final class ServerProcess {
    /** A third of a start is the verification of classes that a compiler has just made. */
    public static final List<String> STARTED_SOON =
            List.of("-XX:+UnlockDiagnosticVMOptions", "-XX:-BytecodeVerificationRemote");

    private final Cluster cluster;
    private final int port = Cluster.freePort();
    private final Path log;
    private boolean manyRequests;
    private Process process;

    public ServerProcess(Cluster cluster, String name) {
        this.cluster = cluster;
        try {
            Files.createDirectories(Path.of("target", "servers"));
            Files.deleteIfExists(Path.of("target", "servers", name + ".log"));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        this.log = Path.of("target", "servers", name + ".log").toAbsolutePath();
        Runtime.getRuntime().addShutdownHook(new Thread(this::kill));
    }

    /**
     * For a server that is to answer thousands of requests: it has more memory, and does less
     * besides.
     */
    public ServerProcess forManyRequests() {
        manyRequests = true;
        return this;
    }

    public String address() {
        return "http://127.0.0.1:" + port;
    }

    public Client client() {
        return new Client(address());
    }

    /** Starts it, and waits until it answers. */
    public ServerProcess up() {
        List<String> command =
                new ArrayList<>(
                        List.of(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                manyRequests ? "-Xmx1g" : "-Xmx640m",
                                "-XX:+UseSerialGC",
                                // Most of a short run's work would be compiling what is never hot.
                                "-XX:TieredStopAtLevel=1"));
        command.addAll(STARTED_SOON);
        command.addAll(
                List.of(
                        "-cp",
                        System.getProperty("java.class.path"),
                        DemoServer.class.getName(),
                        "--server.port=" + port,
                        "--nembar.jobs.every=" + (manyRequests ? "3s" : "500ms"),
                        "--nembar.jobs.lease=3s"));
        cluster.settings().forEach(setting -> command.add("--" + setting));
        try {
            process =
                    new ProcessBuilder(command)
                            .redirectErrorStream(true)
                            .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
                            .start();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        Instant giveUp = Instant.now().plus(Duration.ofMinutes(3));
        while (!answers()) {
            if (!process.isAlive() || Instant.now().isAfter(giveUp)) {
                throw new IllegalStateException("the server did not start; see " + log);
            }
            LockSupport.parkNanos(Duration.ofMillis(100).toNanos());
        }
        return this;
    }

    private boolean answers() {
        try {
            return client().get("/api/session").status() < 500;
        } catch (UncheckedIOException away) {
            return false;
        }
    }

    /** Ends it as a lost machine ends: at once, whatever it is doing. */
    public void kill() {
        if (process == null) {
            return;
        }
        process.destroyForcibly();
        try {
            process.waitFor(30, TimeUnit.SECONDS);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }
}
