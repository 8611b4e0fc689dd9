package nembar.server.cluster;

import static nembar.server.testing.Limited.assign;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import nembar.demo.DemoWorld;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Limited;
import nembar.server.testing.ServerProcess;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two servers on one database are one installation. */
class ServersTest {
    private static final String TOWLINE = "/api/applications/towline";

    /** Within this time what one server has answered holds on the other. */
    private static final Duration AGREED = Duration.ofSeconds(1);

    private static Cluster cluster;
    private static ServerProcess one;
    private static ServerProcess other;

    @BeforeAll
    static void up() {
        cluster = Cluster.start();
        one = new ServerProcess(cluster, "one").up();
        other = new ServerProcess(cluster, "other").up();
    }

    @AfterAll
    static void down() {
        one.kill();
        other.kill();
    }

    private static Client administrator(ServerProcess at) {
        return at.client().signIn("idris.munro@larkwater.example", "kelp-and-ochre-7");
    }

    private static Answer publish(Client client, String key) {
        return Limited.tryToPublish(
                client,
                TOWLINE,
                key,
                List.of(assign(key, "set", "see-berths", "clemency.hart", Map.of())));
    }

    private static boolean has(Client client, String key) {
        return client.get(TOWLINE + "/design").text().contains("\"" + key + "\"");
    }

    private static void act(Client client, String act, String person) {
        Answer done =
                client.post("/api/people/acts", Map.of("act", act, "people", List.of(person)));
        assertThat(done.status()).as(done.text()).isEqualTo(200);
    }

    private static String status(Client client, String person) {
        return client.get("/api/people/" + person).json().path("status").asString();
    }

    private static void soon(String what, Supplier<Boolean> holds) {
        Instant until = Instant.now().plus(AGREED);
        while (!holds.get()) {
            assertThat(Instant.now()).as(what).isBefore(until);
        }
    }

    @Test
    void whatOnePublishesTheOtherKeeps() {
        Client here = administrator(one);
        Client there = administrator(other);
        assertThat(publish(here, "from-one").status()).isEqualTo(200);
        soon("seen by the other", () -> has(there, "from-one"));
        act(there, "suspend", "isolde.tran");
        assertThat(publish(there, "from-other").status()).isEqualTo(200);
        soon("seen by the one", () -> has(here, "from-other"));
        assertThat(has(here, "from-one")).isTrue();
        assertThat(has(there, "from-one")).isTrue();
        assertThat(status(here, "isolde.tran")).isEqualTo("suspended");
    }

    @Test
    void whoIsSuspendedOrSignedOutIsSoOnBoth() {
        Client administrator = administrator(one);
        Client entering = administrator(one);
        assertThat(entering.at(other.address()).get("/api/own").status())
                .as("one session serves both")
                .isEqualTo(200);
        assertThat(entering.delete("/api/session").status()).isLessThan(300);
        soon("signed out", () -> entering.at(one.address()).get("/api/own").status() == 401);

        Client osric = other.client().signIn("osric.vane@larkwater.example", "reads-every-ledger");
        String voyage =
                administrator
                        .get(
                                "/api/ask/records?person=mabel.hollis&application=towline"
                                        + "&type=voyage&size=1")
                        .json()
                        .at("/rows/0/key")
                        .asString();
        assertThat(decision(voyage)).isTrue();
        act(administrator, "suspend", "osric.vane");
        act(administrator, "suspend", "mabel.hollis");
        soon("her session ends", () -> osric.get("/api/own").status() == 401);
        soon("her access ends", () -> !decision(voyage));
        act(administrator, "bringBack", "mabel.hollis");
        soon("she is back", () -> decision(voyage));
        act(administrator, "bringBack", "osric.vane");
    }

    /** A token that both have in memory is none on either with the next request. */
    @Test
    void whatTokenIsEndedOnOneIsRefusedByTheOtherAtOnce() {
        Client administrator = administrator(one);
        String tokens = "/api/people/towline.gateway/tokens";
        String token =
                administrator
                        .post(tokens, Map.of("label", "On both"))
                        .json()
                        .path("token")
                        .asString();
        String id = "";
        for (JsonNode listed : administrator.get(tokens).json()) {
            if (listed.path("label").asString().equals("On both")) {
                id = listed.path("id").asString();
            }
        }
        Client program = other.client().withoutCsrf().with("Authorization", "Bearer " + token);
        for (ServerProcess server : List.of(other, one)) {
            assertThat(asked(program.at(server.address()))).isEqualTo(200);
        }
        assertThat(administrator.delete(tokens + "/" + id).status()).isEqualTo(204);
        for (ServerProcess server : List.of(other, one)) {
            assertThat(asked(program.at(server.address()))).isEqualTo(401);
        }
    }

    private static int asked(Client program) {
        return program.post("/access/v1/evaluation", question("V-1000")).status();
    }

    /** What the other server decides of somebody's voyage. */
    private static boolean decision(String voyage) {
        return other.client()
                .withoutCsrf()
                .with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN)
                .post("/access/v1/evaluation", question(voyage))
                .json()
                .path("decision")
                .asBoolean();
    }

    private static Map<String, Object> question(String voyage) {
        return Map.of(
                "subject",
                Map.of("type", "person", "id", "mabel.hollis@hollis-grain.example"),
                "action",
                Map.of("name", "view"),
                "resource",
                Map.of("type", "voyage", "id", voyage));
    }

    @Test
    void aLostDatabaseLeavesNoServerBehind() {
        Client here = administrator(one);
        Client there = administrator(other);
        assertThat(publish(here, "before-the-loss").status()).isEqualTo(200);
        cluster.kill();
        cluster.up();
        Arrivals.await(() -> here.get("/api/session").status() == 200 ? true : null);
        Arrivals.await(() -> there.get("/api/session").status() == 200 ? true : null);
        assertThat(publish(there, "after-the-loss").status()).isEqualTo(200);
        assertThat(publish(here, "after-it-too").status()).isEqualTo(200);
        for (String key : List.of("before-the-loss", "after-the-loss", "after-it-too")) {
            assertThat(has(here, key)).as(key).isTrue();
            assertThat(has(there, key)).as(key).isTrue();
        }
    }

    @Test
    void whatOneWasSendingTheOtherContinues() {
        Client here = administrator(one);
        List<String> emails =
                IntStream.range(0, 150)
                        .mapToObj(i -> "sent" + i + "@larkwater.example")
                        .collect(Collectors.toCollection(ArrayList::new));
        String id = Arrivals.paste(here, String.join("\n", emails));
        Arrivals.say(here, id, Map.of("placing", Map.of("kind", "staff", "unit", "larkwater")));
        assertThat(here.post("/api/bring-in/" + id + "/send", Map.of()).status()).isEqualTo(200);
        one.kill();
        try {
            Client there = administrator(other);
            JsonNode ended = Arrivals.ended(there, id, "sending");
            assertThat(ended.path("line").path("state").asString()).isEqualTo("done");
            JsonNode found = there.get("/api/people?search=sent&size=1").json();
            assertThat(found.path("total").asLong()).isEqualTo(150);
        } finally {
            one.up();
        }
    }
}
