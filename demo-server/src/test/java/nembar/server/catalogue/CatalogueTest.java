package nembar.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.connections.Zoo;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** An application from its connection to its record types. */
@ExtendWith(Installation.class)
class CatalogueTest {

    @BeforeAll
    static void make(Installation nembar) {
        Zoo.make(nembar.cluster());
    }

    private static Map<String, Object> connection(Cluster cluster) {
        return cluster.connection("towline", "towline_reader", "zoo");
    }

    private static Answer add(Installation nembar, Client client, String name) {
        return client.post(
                "/api/applications",
                Map.of(
                        "name",
                        name,
                        "zone",
                        "Europe/London",
                        "connection",
                        connection(nembar.cluster())));
    }

    private static String added(Installation nembar, String name) {
        Answer answer = add(nembar, nembar.administrator(), name);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().path("application").asString();
    }

    private static JsonNode proposed(Client client, String application, String table) {
        return client.get("/api/applications/" + application + "/proposal")
                .json()
                .path("tables")
                .valueStream()
                .filter(one -> one.path("table").asString().equals(table))
                .findFirst()
                .orElseThrow();
    }

    private static Answer decide(
            Client client, String application, String table, String decision, Object type) {
        Map<String, Object> one = new HashMap<>(Map.of("table", table, "decision", decision));
        if (type != null) {
            one.put("recordType", type);
        }
        return client.put("/api/applications/" + application + "/proposal", List.of(one));
    }

    @Test
    void fromNothingToTheFirstNumbers(Installation nembar) {
        Client client = nembar.administrator();
        String zoo = added(nembar, "Zoo");
        assertThat(proposed(client, zoo, "zoo.cages").path("decision").asString())
                .isEqualTo("open");
        assertThat(decide(client, zoo, "zoo.houses", "taken", null).status()).isEqualTo(200);
        assertThat(decide(client, zoo, "zoo.cages", "taken", null).status()).isEqualTo(200);
        assertThat(decide(client, zoo, "zoo.visits", "left", null).status()).isEqualTo(200);
        assertThat(proposed(client, zoo, "zoo.visits").path("decision").asString())
                .isEqualTo("left");
        Answer taken = client.post("/api/applications/" + zoo + "/catalogue", Map.of());
        assertThat(taken.status()).as(taken.text()).isEqualTo(200);
        assertThat(taken.json().path("recordTypes").asInt()).isEqualTo(2);
        assertThat(proposed(client, zoo, "zoo.cages").path("use").asString()).isEqualTo("governed");
        JsonNode design = client.get("/api/applications/" + zoo + "/design").json();
        JsonNode cage = design.path("catalogue").path("recordTypes").path(0);
        assertThat(cage.path("key").asString()).isEqualTo("cage");
        assertThat(cage.path("parent").path("recordType").asString()).isEqualTo("house");
        Answer could =
                client.get(
                        "/api/applications/"
                                + zoo
                                + "/answers/what-can?person=idris.munro&kind=records");
        assertThat(could.status()).isNotEqualTo(500);
        Answer again = client.post("/api/applications/" + zoo + "/catalogue", Map.of());
        assertThat(again.status()).isEqualTo(400);
        assertThat(again.detail()).contains("Nothing is chosen yet");
    }

    @Test
    void aProposalIsChangedBeforeItIsTaken(Installation nembar) {
        Client client = nembar.administrator();
        String zoo = added(nembar, "Menagerie");
        JsonNode type = proposed(client, zoo, "zoo.badges").path("recordType");
        Map<String, Object> changed =
                new HashMap<>(
                        Map.of(
                                "key",
                                "pass",
                                "singular",
                                "Pass",
                                "plural",
                                "Passes",
                                "area",
                                type.path("area").asString(),
                                "table",
                                "zoo.badges",
                                "keyField",
                                "number",
                                "titleField",
                                "number",
                                "fields",
                                List.of(
                                        Map.of(
                                                "key",
                                                "number",
                                                "label",
                                                "Number",
                                                "type",
                                                "text",
                                                "guarded",
                                                false,
                                                "columns",
                                                List.of(
                                                        Map.of(
                                                                "name", "number", "stored",
                                                                "other"))))));
        Answer decided = decide(client, zoo, "zoo.badges", "taken", changed);
        assertThat(decided.status()).as(decided.text()).isEqualTo(200);
        assertThat(proposed(client, zoo, "zoo.badges").path("recordType").path("plural").asString())
                .isEqualTo("Passes");
        changed.put("table", "zoo.houses");
        assertThat(decide(client, zoo, "zoo.badges", "taken", changed).detail())
                .contains("another table");
        assertThat(client.post("/api/applications/" + zoo + "/catalogue", Map.of()).status())
                .isEqualTo(200);
    }

    @Test
    void twoOfOneNameAreRefused(Installation nembar) {
        added(nembar, "Aviary");
        Answer again = add(nembar, nembar.administrator(), " aviary ");
        assertThat(again.status()).isEqualTo(400);
        assertThat(again.detail()).contains("already");
    }

    @Test
    void theLedgerTellsWhatWasDone(Installation nembar) {
        Client client = nembar.administrator();
        String zoo = added(nembar, "Bestiary");
        decide(client, zoo, "zoo.houses", "taken", null);
        client.post("/api/applications/" + zoo + "/catalogue", Map.of());
        JsonNode acts = client.get("/api/ledger/acts?search=added+it").json();
        assertThat(acts.path("acts").toString()).contains("Bestiary", "\"application\"");
        JsonNode publications = client.get("/api/applications/" + zoo + "/publications").json();
        assertThat(publications.toString()).contains("Add Bestiary", "Govern houses");
    }

    @Test
    void onlyWhoeverMayCreateApplicationsAddsOne(Installation nembar) {
        assertThat(add(nembar, nembar.auditor(), "Mine").status()).isEqualTo(403);
        assertThat(add(nembar, nembar.branchAdministrator(), "Mine").status()).isEqualTo(403);
        assertThat(
                        nembar.auditor()
                                .post("/api/connection-trials", connection(nembar.cluster()))
                                .status())
                .isEqualTo(403);
    }

    @Test
    void aConnectionIsTriedBeforeItIsKept(Installation nembar) {
        Map<String, Object> wrong = connection(nembar.cluster());
        wrong.put("password", "wrong");
        JsonNode outcome = nembar.administrator().post("/api/connection-trials", wrong).json();
        assertThat(outcome.path("reached").asBoolean()).isFalse();
        assertThat(outcome.path("problem").asString()).contains("password");
    }

    private static Map<String, Object> naming(String name, String zone, String was) {
        return Map.of(
                "name", name, "zone", zone, "was", Map.of("name", was, "zone", "Europe/London"));
    }

    @Test
    void anApplicationIsRenamed(Installation nembar) {
        Client client = nembar.administrator();
        String path = "/api/applications/" + added(nembar, "Mews");
        Answer renamed = client.put(path, naming("Bird house", "Europe/Lisbon", "Mews"));
        assertThat(renamed.status()).as(renamed.text()).isEqualTo(200);
        assertThat(client.get("/api/catalogue").text())
                .contains("\"name\":\"Bird house\",\"zone\":\"Europe/Lisbon\"")
                .doesNotContain("Mews");
        assertThat(client.put(path, naming("Rookery", "Europe/London", "Mews")).status())
                .isEqualTo(409);
        for (Map<String, Object> bad :
                List.of(
                        naming("Towline", "Europe/London", "Bird house"),
                        naming(" ", "Europe/London", "Bird house"),
                        naming("Rookery", "Mars/Olympus", "Bird house"),
                        Map.<String, Object>of("name", "Rookery", "zone", "Europe/London"))) {
            assertThat(client.put(path, bad).status()).as(bad.toString()).isEqualTo(400);
        }
        assertThat(
                        nembar.auditor()
                                .put(path, naming("Rookery", "Europe/London", "Bird house"))
                                .status())
                .isEqualTo(403);
        assertThat(
                        client.put(
                                        "/api/applications/nembar",
                                        naming("Rookery", "Europe/London", "Nembar"))
                                .status())
                .isEqualTo(400);
    }

    @Test
    void aConnectionIsChangedWithoutSayingThePasswordAgain(Installation nembar) {
        Client client = nembar.administrator();
        String zoo = added(nembar, "Vivarium");
        String path = "/api/applications/" + zoo + "/connection";
        JsonNode now = client.get(path).json();
        assertThat(now.has("password")).isFalse();
        Map<String, Object> next = connection(nembar.cluster());
        next.remove("password");
        next.put("schemas", List.of("zoo", "towline"));
        Answer changed = client.put(path + "?version=" + now.path("version").asLong(), next);
        assertThat(changed.status()).as(changed.text()).isEqualTo(200);
        assertThat(changed.json().path("schemas").size()).isEqualTo(2);
        assertThat(client.put(path + "?version=" + now.path("version").asLong(), next).status())
                .isEqualTo(409);
        next.put("host", "elsewhere.example");
        assertThat(client.put(path + "?version=1", next).detail()).contains("Give the password");
    }

    @Test
    void badConnectionsSayWhatToSendInstead(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> other =
                Map.of(
                        "host", "db.example/x?y",
                        "port", 70_000,
                        "database", "",
                        "tls", "verified",
                        "schemas", List.of("pg_catalog"),
                        "passwordVariable", "NEMBAR_SECRET");
        other.forEach(
                (member, value) -> {
                    Map<String, Object> given = connection(nembar.cluster());
                    given.put(member, value);
                    if (member.equals("passwordVariable")) {
                        given.remove("password");
                    }
                    Answer answer = client.post("/api/connection-trials", given);
                    assertThat(answer.status()).as(member).isEqualTo(400);
                    assertThat(answer.detail()).as(member).isNotBlank();
                });
    }
}
