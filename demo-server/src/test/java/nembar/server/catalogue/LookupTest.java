package nembar.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.demo.DemoWorld;
import nembar.server.connections.Zoo;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** An application whose records name people by its own numbers, from its tables to decisions. */
@ExtendWith(Installation.class)
class LookupTest {
    private static final String SQL =
            """
            DROP SCHEMA IF EXISTS wharf CASCADE;
            CREATE SCHEMA wharf;
            SET search_path = wharf;
            CREATE TABLE users (id integer PRIMARY KEY, email text NOT NULL);
            CREATE TABLE shippers (id uuid PRIMARY KEY, code text NOT NULL UNIQUE, name text NOT NULL);
            CREATE TABLE boats (id bigint PRIMARY KEY, name text NOT NULL, owner_id integer REFERENCES users,
              shipper_id uuid REFERENCES shippers);
            CREATE TABLE moorings (id bigint PRIMARY KEY, berth text NOT NULL);
            CREATE TABLE mooring_hands (mooring_id bigint REFERENCES moorings, user_id integer REFERENCES users,
              PRIMARY KEY (mooring_id, user_id));
            INSERT INTO users VALUES (1, 'Ilse.Marrow@larkwater.example'), (2, 'ilse.marrow@larkwater.example'),
              (3, 'honora.larke@larkwater.example'), (88, 'nobody@elsewhere.example');
            INSERT INTO shippers VALUES (gen_random_uuid(), 'brandt-fuels', 'Brandt'), (gen_random_uuid(), 'gone', 'Gone');
            INSERT INTO boats SELECT i, 'Boat ' || i, (ARRAY[1, 2, 3, 88, NULL])[1 + i % 5],
              (SELECT id FROM shippers WHERE code = CASE WHEN i % 2 = 0 THEN 'gone' ELSE 'brandt-fuels' END)
              FROM generate_series(1, 100) i;
            INSERT INTO moorings SELECT i, 'Berth ' || i FROM generate_series(1, 10) i;
            INSERT INTO mooring_hands SELECT i, u FROM generate_series(1, 10) i, (VALUES (1), (2), (3)) one (u)
              WHERE (i + u) % 3 <> 0;
            ANALYZE;
            GRANT USAGE ON SCHEMA wharf TO towline_reader;
            GRANT SELECT ON ALL TABLES IN SCHEMA wharf TO towline_reader;
            """;
    private static final JsonMapper JSON = new JsonMapper();
    private static String wharf;

    /** Brings the application in, and lets everybody see what is theirs. */
    @BeforeAll
    static void bringIn(Installation nembar) {
        Zoo.run(nembar.cluster(), SQL);
        Client client = nembar.administrator();
        wharf = "/api/applications/" + added(nembar, client);
        List<Map<String, Object>> decisions =
                List.of("wharf.boats", "wharf.moorings").stream()
                        .map(table -> Map.<String, Object>of("table", table, "decision", "taken"))
                        .toList();
        assertThat(client.put(wharf + "/proposal", decisions).status()).isEqualTo(200);
        Answer taken = client.post(wharf + "/catalogue", Map.of());
        assertThat(taken.status()).as(taken.text()).isEqualTo(200);
        Answer design = client.get(wharf + "/design");
        ObjectNode document = (ObjectNode) design.json();
        document.set(
                "design",
                JSON.readTree(
                        """
                        {"privilegeSets": [{"key": "own", "name": "Own", "purpose": "", "privileges": [
                           {"recordType": "boat", "operation": "view", "reach": "own"},
                           {"recordType": "mooring", "operation": "view", "reach": "own"}]}],
                         "assignments": [{"key": "all", "audience": {"of": [{"person": "ilse.marrow"},
                           {"person": "honora.larke"}]}, "set": "own"}]}
                        """));
        Answer put =
                client.with("If-Match", design.header("ETag")).put(wharf + "/design", document);
        assertThat(put.status()).as(put.text()).isEqualTo(200);
    }

    private static String added(Installation nembar, Client client) {
        Map<String, Object> connection =
                nembar.cluster().connection("towline", "towline_reader", "wharf");
        Answer answer =
                client.post(
                        "/api/applications",
                        Map.of("name", "Wharf", "zone", "Europe/London", "connection", connection));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().path("application").asString();
    }

    private static JsonNode lookup(Client client, String type) {
        return client.get(wharf + "/lookups")
                .json()
                .path("lookups")
                .valueStream()
                .filter(one -> one.path("recordType").asString().equals(type))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatIsProposedLeadsToTheDirectory(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode boat = lookup(client, "boat");
        assertThat(boat.path("field").asString()).isEqualTo("owner_id");
        assertThat(boat.path("identifier").asString()).isEqualTo("personEmail");
        assertThat(boat.path("table").asString()).isEqualTo("wharf.users");
        assertThat(boat.path("known").asInt()).isEqualTo(3);
        assertThat(boat.path("rows").asInt()).isEqualTo(4);
        JsonNode hands = lookup(client, "mooring");
        assertThat(hands.path("link").asString()).isEqualTo("wharf.mooring_hands");
    }

    @Test
    void whatLeadsNowhereIsCountedAndListed(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode owners = client.get(wharf + "/lookups/boat/owner_id").json();
        assertThat(owners.path("values").asInt()).isEqualTo(1);
        assertThat(owners.path("records").asInt()).isEqualTo(20);
        assertThat(owners.path("most").path(0).path("value").asString()).isEqualTo("88");
        assertThat(owners.path("most").path(0).path("identifier").asString())
                .isEqualTo("nobody@elsewhere.example");
        assertThat(owners.path("most").path(0).path("records").asInt()).isEqualTo(20);
        assertThat(client.get(wharf + "/lookups/boat/shipper_id").json().path("records").asInt())
                .isEqualTo(50);
        assertThat(client.get(wharf + "/lookups/boat/name").status()).isEqualTo(400);
        assertThat(client.get(wharf + "/lookups/ship/name").status()).isEqualTo(404);
        assertThat(nembar.branchAdministrator().get(wharf + "/lookups").status()).isEqualTo(403);
    }

    private static JsonNode evaluated(Installation nembar, String resource) {
        Client gateway = nembar.nobody().with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN);
        Answer answer =
                gateway.post(
                        "/access/v1/evaluation",
                        "{\"subject\":{\"type\":\"person\",\"id\":\"ilse.marrow@larkwater.example\"},"
                                + "\"action\":{\"name\":\"view\"},\"resource\":"
                                + resource
                                + "}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    @Test
    void decisionsAreAboutWhomTheNumbersMean(Installation nembar) {
        assertThat(evaluated(nembar, "{\"type\":\"boat\",\"id\":\"5\"}").path("decision"))
                .isEqualTo(JSON.readTree("true"));
        assertThat(evaluated(nembar, "{\"type\":\"boat\",\"id\":\"6\"}").path("decision"))
                .isEqualTo(JSON.readTree("true"));
        assertThat(evaluated(nembar, "{\"type\":\"boat\",\"id\":\"7\"}").path("decision"))
                .isEqualTo(JSON.readTree("false"));
        for (String sent : List.of("2", "\"2\"")) {
            assertThat(
                            evaluated(
                                            nembar,
                                            "{\"type\":\"boat\",\"id\":\"900\",\"properties\":"
                                                    + "{\"owner_id\":"
                                                    + sent
                                                    + "}}")
                                    .path("decision"))
                    .isEqualTo(JSON.readTree("true"));
        }
        assertThat(
                        evaluated(
                                        nembar,
                                        "{\"type\":\"mooring\",\"id\":\"900\",\"properties\":"
                                                + "{\"users\":[3,88]}}")
                                .path("decision"))
                .isEqualTo(JSON.readTree("false"));
    }

    @Test
    void numbersAndListsAreTheSame(Installation nembar) {
        Client client = nembar.administrator();
        Answer answer =
                client.get(
                        "/api/ask/what-can?person=honora.larke&application="
                                + wharf.substring(wharf.lastIndexOf('/') + 1));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(answer.text()).contains("\"boat\"");
        Answer page =
                client.get(
                        "/api/ask/records?person=honora.larke&type=boat&application="
                                + wharf.substring(wharf.lastIndexOf('/') + 1));
        assertThat(page.status()).as(page.text()).isEqualTo(200);
        assertThat(page.json().path("total").asInt()).isEqualTo(20);
    }

    @Test
    void aColumnThatIsGoneIsNoAnswerAndNoDefect(Installation nembar) {
        Client client = nembar.administrator();
        String application = wharf.substring(wharf.lastIndexOf('/') + 1);
        Zoo.run(nembar.cluster(), "ALTER TABLE wharf.boats RENAME COLUMN owner_id TO keeper_id");
        try {
            Answer page =
                    client.get(
                            "/api/ask/records?person=honora.larke&type=boat&application="
                                    + application);
            assertThat(page.status()).isEqualTo(503);
            assertThat(page.text()).contains("is no longer as the Catalogue says");
            Answer could =
                    client.get("/api/ask/what-can?person=honora.larke&application=" + application);
            assertThat(could.status()).as("routes are told all the same").isEqualTo(200);
        } finally {
            Zoo.run(
                    nembar.cluster(),
                    "ALTER TABLE wharf.boats RENAME COLUMN keeper_id TO owner_id");
        }
        assertThat(
                        client.get(
                                        "/api/ask/records?person=honora.larke&type=boat&application="
                                                + application)
                                .status())
                .isEqualTo(200);
    }

    @Test
    void aTableThatIsGoneIsToldAndNothingIsWider(Installation nembar) {
        Client client = nembar.administrator();
        lookup(client, "boat");
        Zoo.run(nembar.cluster(), "ALTER TABLE wharf.shippers RENAME COLUMN code TO was");
        try {
            Answer again = client.post(wharf + "/lookups", Map.of());
            JsonNode shipper =
                    again.json()
                            .path("lookups")
                            .valueStream()
                            .filter(one -> one.path("field").asString().equals("shipper_id"))
                            .findFirst()
                            .orElseThrow();
            assertThat(shipper.path("failure").asString()).contains("cannot be read");
            assertThat(shipper.path("known").asInt()).isEqualTo(1);
        } finally {
            Zoo.run(nembar.cluster(), "ALTER TABLE wharf.shippers RENAME COLUMN was TO code");
        }
        assertThat(client.post(wharf + "/lookups", new HashMap<>()).text())
                .doesNotContain("cannot be read");
    }
}
