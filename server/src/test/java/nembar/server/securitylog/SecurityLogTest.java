package nembar.server.securitylog;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class SecurityLogTest {
    private static final Clock NOW =
            Clock.fixed(Instant.parse("2026-03-03T12:00:00Z"), ZoneOffset.UTC);

    @Test
    void eachThingIsOneLineWhateverIsInIt(@TempDir Path folder) throws Exception {
        Path file = folder.resolve("security.log");
        JsonMapper json = new JsonMapper();
        SecurityLog log = new SecurityLog(json, NOW, file.toString());
        log.note(
                "sign-in", "who", "ann\n{\"event\":\"forged\"}\u2028", "outcome", "in", "no", null);
        log.note("refused", "why", "x".repeat(2_000), "people", List.of("ann", "ben"));
        List<String> lines = Files.readAllLines(file);
        assertThat(lines).hasSize(2);
        JsonNode first = json.readTree(lines.get(0));
        assertThat(first.path("event").asString()).isEqualTo("sign-in");
        assertThat(first.path("at").asString()).isEqualTo("2026-03-03T12:00:00Z");
        assertThat(first.path("who").asString()).contains("forged");
        assertThat(first.has("no")).isFalse();
        JsonNode second = json.readTree(lines.get(1));
        assertThat(second.path("why").asString()).hasSize(500);
        assertThat(second.path("people")).hasSize(2);
    }
}
