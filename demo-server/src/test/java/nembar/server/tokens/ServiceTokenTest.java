package nembar.server.tokens;

import static java.time.temporal.ChronoUnit.DAYS;
import static nembar.server.testing.Limited.assign;
import static nembar.server.testing.Limited.may;
import static nembar.server.testing.Limited.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Tokens of services: for decisions, for designs, and for pushing people. */
@ExtendWith(Installation.class)
class ServiceTokenTest {
    private static final String TOKENS = "/api/people/towline.gateway/tokens";
    private static final String DESIGN = "/api/applications/towline/design";
    private static final Map<String, Object> QUESTION =
            Map.of(
                    "subject", Map.of("type", "person", "id", "ilse.marrow"),
                    "action", Map.of("name", "view"),
                    "resource", Map.of("type", "voyage", "id", "V-1001"));

    private static String issue(Client client, Map<String, Object> edit) {
        Answer made = client.post(TOKENS, edit);
        assertThat(made.status()).as(made.text()).isEqualTo(200);
        return made.json().path("token").asString();
    }

    private static Client by(Installation nembar, String token) {
        return nembar.nobody().with("Authorization", "Bearer " + token);
    }

    private static JsonNode listed(Client client, String label) {
        for (JsonNode one : client.get(TOKENS).json()) {
            if (one.path("label").asString().equals(label)) {
                return one;
            }
        }
        throw new AssertionError("no token " + label);
    }

    /** Lets the gateway see the design and write drafts, while something is done. */
    private static void designing(Installation nembar, Runnable what) {
        Client client = nembar.administrator();
        Map<String, Object> given =
                assign("gateway-reads", "set", "read-design", "towline.gateway", Map.of());
        Map<String, Object> writes =
                assign("gateway-writes", "set", "gateway-drafts", "towline.gateway", Map.of());
        Map<String, Object> set =
                set("gateway-drafts", "Drafts of the gateway", may("draft", "create"));
        Limited.publish(client, "/api/applications/nembar", "On", List.of(set, given, writes));
        try {
            what.run();
        } finally {
            Limited.publish(
                    client,
                    "/api/applications/nembar",
                    "Off",
                    List.of(
                            Map.of("remove", "assignments", "key", "gateway-reads"),
                            Map.of("remove", "assignments", "key", "gateway-writes"),
                            Map.of("remove", "privilegeSets", "key", "gateway-drafts")));
        }
    }

    @Test
    void aTokenIsShownOnceUsedAndRevoked(Installation nembar) {
        Client client = nembar.administrator();
        String token = issue(client, Map.of("label", "On the gateway's host"));
        JsonNode made = listed(client, "On the gateway's host");
        assertThat(made.toString()).doesNotContain(token);
        assertThat(made.path("keeper").asString()).isEqualTo("Idris Munro");
        assertThat(made.path("lastUsed").isMissingNode() || made.path("lastUsed").isNull())
                .isTrue();

        assertThat(by(nembar, token).post("/access/v1/evaluation", QUESTION).status())
                .isEqualTo(200);
        assertThat(listed(client, "On the gateway's host").path("lastUsed").asString())
                .isNotEmpty();

        String at = TOKENS + "/" + made.path("id").asString();
        assertThat(client.delete(at).status()).isEqualTo(204);
        assertThat(by(nembar, token).post("/access/v1/evaluation", QUESTION).status())
                .isEqualTo(401);
        assertThat(listed(client, "On the gateway's host").path("ended").asString())
                .isEqualTo("revoked");
        assertThat(client.delete(TOKENS + "/none").status()).isEqualTo(404);
    }

    @Test
    void aTokenEndsAndIsRenewedWithTimeToChange(Installation nembar) {
        Client client = nembar.administrator();
        String token = issue(client, Map.of("label", "To be renewed"));
        JsonNode made = listed(client, "To be renewed");
        Instant end = Instant.parse(made.path("validUntil").asString());
        assertThat(end).isBetween(Instant.now().plus(364, DAYS), Instant.now().plus(366, DAYS));
        String at = TOKENS + "/" + made.path("id").asString() + "/renew";
        String nextYear = LocalDate.now().plusDays(500).toString();
        Answer renewed = client.post(at, Map.of("lastDay", nextYear));
        assertThat(renewed.status()).as(renewed.text()).isEqualTo(200);
        String value = renewed.json().path("token").asString();
        for (String one : List.of(token, value)) {
            assertThat(by(nembar, one).post("/access/v1/evaluation", QUESTION).status())
                    .isEqualTo(200);
        }
        for (JsonNode one : client.get(TOKENS).json()) {
            if (one.path("id").equals(made.path("id"))) {
                assertThat(Instant.parse(one.path("validUntil").asString()))
                        .isBefore(Instant.now().plus(8, DAYS));
            }
        }
        String tooLate = LocalDate.now().plusDays(1000).toString();
        assertThat(client.post(at, Map.of("lastDay", tooLate)).status()).isEqualTo(400);
    }

    @Test
    void whatCannotBeIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.post(TOKENS, Map.of("label", " ")).status()).isEqualTo(400);
        assertThat(client.post(TOKENS, Map.of("label", "x", "lastDay", "soon")).status())
                .isEqualTo(400);
        String past = LocalDate.now().minusDays(3).toString();
        assertThat(client.post(TOKENS, Map.of("label", "x", "lastDay", past)).status())
                .isEqualTo(400);
        assertThat(client.post("/api/people/ilse.marrow/tokens", Map.of("label", "x")).status())
                .isEqualTo(400);
        assertThat(nembar.nobody().get(TOKENS).status()).isEqualTo(401);
        Client reader = Limited.administrator(nembar, "token.maker", may("person", "change"));
        Answer refused = reader.post(TOKENS, Map.of("label", "x"));
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).contains("more than you may give");
    }

    @Test
    void aServiceReadsChecksAndProposesWhatItMay(Installation nembar) {
        Client client = nembar.administrator();
        Client gateway = by(nembar, issue(client, Map.of("label", "Designs")));
        assertThat(gateway.get(DESIGN).status()).isEqualTo(403);
        assertThat(gateway.get("/api/people").status()).isEqualTo(401);
        designing(
                nembar,
                () -> {
                    Answer design = gateway.get(DESIGN + "/part?role=dispatcher");
                    assertThat(design.status()).as(design.text()).isEqualTo(200);
                    String changed = design.text().replace("Dispatcher", "Despatcher");
                    Answer checked = post(gateway, "/check?merge=true", changed);
                    assertThat(checked.json().path("passes").asBoolean())
                            .as(checked.text())
                            .isTrue();
                    Answer draft = post(gateway, "/propose?merge=true&name=By+program", changed);
                    assertThat(draft.status()).as(draft.text()).isEqualTo(201);
                    assertThat(draft.json().path("authorName").asString())
                            .isEqualTo("Towline Gateway");
                    String at =
                            "/api/applications/towline/drafts/"
                                    + draft.json().path("id").asString();
                    client.with("If-Match", client.get(at).header("ETag")).delete(at);
                });
    }

    private static Answer post(Client client, String path, String file) {
        return client.post(DESIGN + path, file);
    }

    @Test
    void theScriptSaysByItsEndHowItWent(Installation nembar, @TempDir Path folder)
            throws Exception {
        String token = issue(nembar.administrator(), Map.of("label", "Pipeline"));
        Path file = folder.resolve("design.json");
        Files.writeString(file, "{}");
        assertThat(run(nembar, "unknown", "check", file.toString()).end()).isEqualTo(2);
        designing(
                nembar,
                () -> {
                    Ran got = run(nembar, token, "get", "role=dispatcher");
                    assertThat(got.end()).as(got.text()).isZero();
                    write(file, got.text());
                    Ran checked = run(nembar, token, "check", file.toString(), "--merge");
                    assertThat(checked.end()).as(checked.text()).isZero();
                    write(file, got.text().replace("\"dispatch\"", "\"sail\""));
                    Ran wrong = run(nembar, token, "check", file.toString(), "--merge");
                    assertThat(wrong.end()).as(wrong.text()).isEqualTo(1);
                    assertThat(wrong.text()).contains("sail");
                });
        assertThat(run(nembar, token, "sing").end()).isEqualTo(2);
    }

    private record Ran(int end, String text) {}

    private static void write(Path file, String text) {
        try {
            Files.writeString(file, text);
        } catch (java.io.IOException failed) {
            throw new AssertionError(failed);
        }
    }

    private static Ran run(Installation nembar, String token, String... words) {
        List<String> command = new ArrayList<>(List.of("bash", "../nembar-design"));
        command.addAll(List.of(words));
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().put("NEMBAR_URL", nembar.address());
        builder.environment().put("NEMBAR_TOKEN", token);
        try {
            Process process = builder.start();
            String text =
                    new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
            return new Ran(process.exitValue(), text);
        } catch (java.io.IOException failed) {
            throw new AssertionError(failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new AssertionError(interrupted);
        }
    }

    @Test
    void aServiceAsksWhatIsTheirsToAskAndNothingElse(Installation nembar) {
        String token = issue(nembar.administrator(), Map.of("label", "asks"));
        Client program = by(nembar, token);
        String ilse = "/api/ask/what-can?application=towline&person=ilse.marrow";
        assertThat(program.get(ilse).status()).isEqualTo(403);
        assertThat(by(nembar, "guess").get(ilse).status()).isEqualTo(401);
        Limited.publish(
                nembar.administrator(),
                "/api/applications/nembar",
                "Ask",
                List.of(assign("gateway-asks", "role", "auditor", "towline.gateway", Map.of())));
        try {
            assertThat(program.get(ilse).json().at("/person/name").asString())
                    .isEqualTo("Ilse Marrow");
            assertThat(
                            program.get(
                                            "/api/applications/towline/who-can.csv?type=invoice"
                                                    + "&operation=approve")
                                    .text())
                    .startsWith("Person,Account,");
            assertThat(program.get("/api/ask/questions").status()).isEqualTo(401);
            assertThat(program.get("/api/people").status()).isEqualTo(401);
        } finally {
            Limited.publish(
                    nembar.administrator(),
                    "/api/applications/nembar",
                    "No more",
                    List.of(Map.of("remove", "assignments", "key", "gateway-asks")));
        }
    }
}
