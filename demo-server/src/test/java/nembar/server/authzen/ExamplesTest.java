package nembar.server.authzen;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import nembar.demo.DemoWorld;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** The programs of docs/integrate.md run as they stand there. */
@ExtendWith(Installation.class)
class ExamplesTest {
    private static final Path PROJECT = Path.of("..").toAbsolutePath().normalize();
    private static final Path EXAMPLES = PROJECT.resolve("docs/examples");

    private static String run(Installation nembar, List<String> command)
            throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().put("NEMBAR_URL", nembar.address());
        builder.environment().put("NEMBAR_TOKEN", DemoWorld.GATEWAY_TOKEN);
        Process process = builder.start();
        String said = new String(process.getInputStream().readAllBytes(), UTF_8);
        assertThat(process.waitFor(1, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).as(said).isZero();
        return said;
    }

    @Test
    void curl(Installation nembar) throws IOException, InterruptedException {
        String said = run(nembar, List.of("bash", EXAMPLES.resolve("ask.sh").toString()));
        assertThat(said)
                .contains("\"decision\":true", "\"evaluations\":[", "\"id\":\"V-1000\"")
                .contains("$1");
    }

    @Test
    void java(Installation nembar) throws IOException, InterruptedException {
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        String said = run(nembar, List.of(java, EXAMPLES.resolve("Ask.java").toString()));
        assertThat(said).contains("May view V-1000: true", "\"results\":", "\"where\":");
    }

    @Test
    void typescript(Installation nembar, @TempDir Path made)
            throws IOException, InterruptedException {
        run(
                nembar,
                List.of(
                        PROJECT.resolve("web/node_modules/.bin/tsc").toString(),
                        "--target",
                        "es2022",
                        "--module",
                        "nodenext",
                        "--strict",
                        "--outDir",
                        made.toString(),
                        EXAMPLES.resolve("ask.ts").toString()));
        String said = run(nembar, List.of("node", made.resolve("ask.js").toString()));
        assertThat(said).contains("May view V-1000: true", "FROM towline.voyage v");
    }
}
