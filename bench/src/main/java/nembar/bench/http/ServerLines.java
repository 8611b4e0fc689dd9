package nembar.bench.http;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** What the server itself takes. */
final class ServerLines {
    private static final double KILOBYTES_IN_A_MEGABYTE = 1024;

    private final Run run;

    ServerLines(Run run) {
        this.run = run;
    }

    /** How long it took to start, as it said itself. */
    void start() {
        String seconds = System.getenv("NEMBAR_BENCH_START");
        if (run.wants("start") && seconds != null && !seconds.isEmpty()) {
            run.table().add("start", "20 s", seconds + " s", "");
        }
    }

    /** What it holds once all has been asked, and held at most, as the system counts it. */
    void memory() {
        String process = System.getenv("NEMBAR_BENCH_PROCESS");
        if (run.wants("memory") && process != null) {
            run.table()
                    .add(
                            "memory of the server, after all of this; at most",
                            "1 GB of heap",
                            megabytes(process, "VmRSS") + "; " + megabytes(process, "VmHWM"),
                            "");
        }
    }

    private static String megabytes(String process, String what) {
        try {
            return Files.readAllLines(Path.of("/proc", process, "status")).stream()
                    .filter(line -> line.startsWith(what + ":"))
                    .map(line -> line.replaceAll("[^0-9]", ""))
                    .map(Long::parseLong)
                    .map(kilobytes -> Math.round(kilobytes / KILOBYTES_IN_A_MEGABYTE) + " MB")
                    .findFirst()
                    .orElse("unknown");
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }
}
