package nembar.server.catalogue;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import nembar.demo.DemoWorld;
import nembar.server.connections.Zoo;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** An application's life after its tables were taken: edited, drifting, paused, taken away. */
@ExtendWith(Installation.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class GovernedTest {
    private static final String SQL =
            """
            DROP SCHEMA IF EXISTS slip CASCADE;
            CREATE SCHEMA slip;
            CREATE TABLE slip.hulls (id bigint PRIMARY KEY, name text NOT NULL, state text, notes text);
            INSERT INTO slip.hulls SELECT i, 'Hull ' || i, CASE WHEN i <= 60 THEN 'afloat' END, 'n' FROM generate_series(1, 100) i;
            ANALYZE slip.hulls;
            GRANT USAGE ON SCHEMA slip TO towline_reader;
            GRANT SELECT ON ALL TABLES IN SCHEMA slip TO towline_reader;
            """;
    private static final JsonMapper JSON = new JsonMapper();
    private static final String SLIP = "/api/applications/slip";

    @BeforeAll
    static void bringIn(Installation nembar) {
        Zoo.run(nembar.cluster(), SQL);
        Client client = nembar.administrator();
        Map<String, Object> connection =
                nembar.cluster().connection("towline", "towline_reader", "slip");
        client.post(
                "/api/applications",
                Map.of("name", "Slip", "zone", "UTC", "connection", connection));
        client.put(SLIP + "/proposal", List.of(Map.of("table", "slip.hulls", "decision", "taken")));
        Answer taken = client.post(SLIP + "/catalogue", Map.of());
        assertThat(taken.status()).as(taken.text()).isEqualTo(200);
        Limited.publish(
                client,
                SLIP,
                "First rights",
                List.of(
                        put(
                                "privilegeSets",
                                """
                                {"key": "afloat", "name": "Afloat", "purpose": "", "privileges": [
                                  {"recordType": "hull", "operation": "view", "reach": "all",
                                   "condition": "state IS NULL OR state = 'afloat'"}]}
                                """),
                        put(
                                "assignments",
                                """
                                {"key": "one", "audience": {"of": [{"person": "ilse.marrow"}]}, "set": "afloat"}
                                """)));
    }

    private static Map<String, Object> put(String list, String element) {
        return Map.of("put", list, "element", JSON.readTree(element));
    }

    private static List<Map<String, Object>> changes(JsonNode parts) {
        return JSON.convertValue(parts, new TypeReference<>() {});
    }

    @Test
    @Order(0)
    void whyADatabaseWasNotLookedAtIsTold(Installation nembar) {
        String at = "UPDATE nembar.connection SET port = %d WHERE application = 'slip'";
        nembar.cluster().run("nembar", at.formatted(1));
        nembar.part(Drifts.class).lookAtAll();
        assertThat(line(nembar.administrator()).path("lookFailure").asString())
                .contains("Nothing answers at 127.0.0.1:1");
        assertThat(line(nembar.auditor()).path("lookFailure").isMissingNode()).isTrue();
        nembar.cluster().run("nembar", at.formatted(nembar.cluster().port()));
        nembar.administrator().post(SLIP + "/drift", Map.of());
        assertThat(line(nembar.administrator()).path("lookFailure").isMissingNode()).isTrue();
    }

    /** What the list of applications says of it. */
    private static JsonNode line(Client client) {
        return client.get("/api/catalogue")
                .json()
                .path("applications")
                .valueStream()
                .filter(one -> one.path("key").asString().equals("slip"))
                .findFirst()
                .orElseThrow();
    }

    private static ObjectNode hull(Client client) {
        return (ObjectNode)
                client.get(SLIP + "/catalogue").json().path("recordTypes").get(0).deepCopy();
    }

    private static JsonNode seen(Client client) {
        Answer answer = client.get("/api/ask/what-can?person=ilse.marrow&application=slip");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().at("/areas/0/types/0/cells/0/records");
    }

    private static boolean decided(Installation nembar) {
        Map<String, Object> subject =
                Map.of("type", "person", "id", "ilse.marrow@larkwater.example");
        Answer answer =
                nembar.nobody()
                        .with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN)
                        .post(
                                "/access/v1/evaluation",
                                Map.of(
                                        "subject", subject,
                                        "action", Map.of("name", "view"),
                                        "resource", Map.of("type", "hull", "id", "1")));
        if (answer.status() != 200) {
            return false;
        }
        return answer.json().path("decision").asBoolean();
    }

    @Test
    @Order(1)
    void whatIsGovernedIsDraftedPublishedAndUndone(Installation nembar) {
        Client client = nembar.administrator();
        ObjectNode hull = hull(client);
        hull.put("explanation", "A hull on the slip.");
        hull.putArray("operations").addObject().put("key", "launch").put("label", "launch");
        Answer tray =
                client.post(
                        SLIP + "/tray/edits",
                        Map.of(
                                "changes",
                                List.of(
                                        Map.of("put", "recordTypes", "element", hull),
                                        put(
                                                "functions",
                                                """
                                                {"key": "crane", "name": "Crane book", "area": "slip",
                                                 "levels": ["none", "read"]}
                                                """))));
        assertThat(tray.status()).as(tray.text()).isEqualTo(200);
        String draft = tray.json().at("/draft/id").asString();
        assertThat(tray.json().at("/edits/0/words").toString())
                .contains("Hulls: with the operation launch; another explanation")
                .contains("New function: Crane book");
        // Nothing counts before it is published, and the bench shows it as the draft has it.
        assertThat(client.get(SLIP + "/catalogue").text()).doesNotContain("launch");
        assertThat(client.get(SLIP + "/bench?draft=" + draft).text())
                .contains("launch", "A hull on the slip.", "Crane book");
        assertThat(client.get(SLIP + "/bench").text()).doesNotContain("Crane book");
        Answer published = Limited.publish(client, SLIP, client.get(SLIP + "/drafts/" + draft));
        assertThat(published.status()).as(published.text()).isEqualTo(200);
        assertThat(client.get(SLIP + "/catalogue").text()).contains("launch", "Crane book");
        JsonNode last = client.get(SLIP + "/publications").json().at("/publications/0");
        assertThat(last.path("words").toString()).contains("Crane book");

        JsonNode inverse = client.get(SLIP + "/publications/" + last.path("number").asInt()).json();
        Limited.publish(client, SLIP, "Back", changes(inverse.path("inverse")));
        assertThat(client.get(SLIP + "/catalogue").text()).doesNotContain("launch");
    }

    @Test
    @Order(2)
    void onlyWhoMayChangeTheApplicationChangesWhatIsGoverned(Installation nembar) {
        ObjectNode foreign = hull(nembar.administrator());
        foreign.put("table", "public.secrets");
        Answer elsewhere =
                nembar.administrator()
                        .post(
                                SLIP + "/tray/edits",
                                Map.of(
                                        "changes",
                                        List.of(Map.of("put", "recordTypes", "element", foreign))));
        assertThat(elsewhere.status()).isEqualTo(422);
        assertThat(elsewhere.text()).contains("none of the schemas of Slip");
        Answer auditor =
                nembar.auditor()
                        .post(
                                SLIP + "/tray/edits",
                                Map.of(
                                        "changes",
                                        List.of(
                                                put(
                                                        "areas",
                                                        "{\"key\": \"slip\", \"name\": \"Mine\"}"))));
        assertThat(auditor.status()).isEqualTo(403);
    }

    @Test
    @Order(3)
    void aFieldIsTakenOutWithWhatSpeaksOfIt(Installation nembar) {
        Client client = nembar.administrator();
        Answer notes = client.get(SLIP + "/tray/removal?list=fields&key=hull.notes");
        assertThat(notes.status()).as(notes.text()).isEqualTo(200);
        assertThat(notes.json().path("changes")).hasSize(1);
        Answer state = client.get(SLIP + "/tray/removal?list=fields&key=hull.state");
        assertThat(state.status()).isEqualTo(422);
        assertThat(state.text()).contains("state");
        assertThat(client.get(SLIP + "/tray/removal?list=fields&key=hull.none").status())
                .isEqualTo(404);
    }

    @Test
    @Order(4)
    void aRenamedColumnIsUnknownUntilItIsMended(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(seen(client).asInt()).isEqualTo(100);
        assertThat(decided(nembar)).isTrue();
        Zoo.run(
                nembar.cluster(),
                "ALTER TABLE slip.hulls RENAME COLUMN state TO hull_state;"
                        + " ALTER TABLE slip.hulls ADD COLUMN length numeric;");
        JsonNode drift = client.post(SLIP + "/drift", Map.of()).json();
        assertThat(drift.at("/differences/0/kind").asString()).isEqualTo("columnRenamed");
        assertThat(drift.at("/differences/0/conditions/0").asString())
                .isEqualTo("privilege set Afloat");
        assertThat(drift.at("/differences/1/kind").asString()).isEqualTo("columnNew");
        assertThat(
                        client.get("/api/catalogue")
                                .json()
                                .path("applications")
                                .valueStream()
                                .filter(one -> one.path("key").asString().equals("slip"))
                                .findFirst()
                                .orElseThrow()
                                .path("differences")
                                .asInt())
                .isEqualTo(2);
        // Even that it has no value is not known: nobody reaches anything by it, and nothing fails.
        assertThat(seen(client).asInt()).isZero();
        assertThat(decided(nembar)).isFalse();
        Answer rows = client.get("/api/applications/slip/records?type=hull&person=ilse.marrow");
        assertThat(rows.status()).isLessThan(500);

        Limited.publish(client, SLIP, "Mend", changes(drift.at("/differences/0/mend")));
        assertThat(seen(client).asInt()).isEqualTo(100);
        assertThat(decided(nembar)).isTrue();
        assertThat(client.post(SLIP + "/drift", Map.of()).json().path("differences")).hasSize(1);
    }

    @Test
    @Order(5)
    void whilePausedNobodyHasAccess(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.put(SLIP + "/state", Map.of("state", "ended")).status()).isEqualTo(400);
        assertThat(client.put(SLIP + "/state", Map.of("state", "paused")).status()).isEqualTo(200);
        assertThat(decided(nembar)).isFalse();
        assertThat(client.put(SLIP + "/state", Map.of("state", "open")).status()).isEqualTo(200);
        assertThat(decided(nembar)).isTrue();
        assertThat(
                        client.get(SLIP + "/publications")
                                .json()
                                .at("/publications/1/reason")
                                .asString())
                .isEqualTo("Pause Slip");
    }

    @Test
    @Order(6)
    void itIsTakenOutWhole(Installation nembar) throws IOException {
        Answer answer = nembar.administrator().get(SLIP + "/export");
        assertThat(answer.status()).isEqualTo(200);
        List<String> names = new ArrayList<>();
        String all = "";
        try (ZipInputStream zip =
                new ZipInputStream(new ByteArrayInputStream(answer.response().body()))) {
            for (ZipEntry one = zip.getNextEntry(); one != null; one = zip.getNextEntry()) {
                names.add(one.getName());
                all += new String(zip.readAllBytes(), UTF_8);
            }
        }
        assertThat(names).containsExactly("design.json", "connection.json", "publications.jsonl");
        assertThat(all)
                .contains("\"hull\"", "Govern hulls", "towline_reader")
                .doesNotContain(nembar.cluster().password("towline_reader"));
        assertThat(nembar.auditor().get(SLIP + "/export").status()).isEqualTo(403);
    }

    @Test
    @Order(7)
    void takenAwayOnlyItsHistoryIsLeft(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.delete(SLIP + "?name=Towline").status()).isEqualTo(400);
        Answer away = client.delete(SLIP + "?name=Slip");
        assertThat(away.status()).as(away.text()).isLessThan(300);
        assertThat(decided(nembar)).isFalse();
        assertThat(client.get("/api/applications").text()).doesNotContain("\"slip\"");
        assertThat(
                        client.get(SLIP + "/publications")
                                .json()
                                .at("/publications/0/reason")
                                .asString())
                .isEqualTo("Take away Slip");
        assertThat(client.get(SLIP + "/connection").status()).isEqualTo(404);
        Answer edit =
                client.post(
                        SLIP + "/tray/edits",
                        Map.of(
                                "changes",
                                List.of(put("areas", "{\"key\": \"a\", \"name\": \"A\"}"))));
        assertThat(edit.status()).isEqualTo(400);
        assertThat(edit.text()).contains("was taken away");
    }
}
