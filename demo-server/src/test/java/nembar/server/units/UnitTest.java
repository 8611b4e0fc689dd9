package nembar.server.units;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The tree of units, and what rearranging it changes. */
@ExtendWith(Installation.class)
class UnitTest {
    private static Map<String, Object> order(
            Client client, String key, String name, String parent) {
        long version =
                client.get("/api/units")
                        .json()
                        .path("units")
                        .valueStream()
                        .filter(one -> one.path("key").asString().equals(key))
                        .mapToLong(one -> one.path("version").asLong())
                        .findFirst()
                        .orElse(-1);
        return Map.of(
                "units",
                List.of(Map.of("key", key, "name", name, "parent", parent, "version", version)));
    }

    private static JsonNode unit(Client client, String name) {
        return client.get("/api/units")
                .json()
                .path("units")
                .valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void theTreeIsToldDepthFirstWithItsPeople(Installation nembar) {
        JsonNode tree = nembar.administrator().get("/api/units").json();
        assertThat(tree.path("units").path(0).path("name").asString()).isEqualTo("Larkwater");
        assertThat(tree.path("units").path(1).path("depth").asInt()).isEqualTo(1);
        assertThat(unit(nembar.administrator(), "Operations").path("below").asInt())
                .isGreaterThan(unit(nembar.administrator(), "Operations").path("people").asInt());
        assertThat(nembar.auditor().get("/api/units").json().path("mayChange").asBoolean())
                .isFalse();
    }

    @Test
    void movingAUnitSaysWhoseBranchReachesOtherRecords(Installation nembar) {
        Client client = nembar.administrator();
        Answer preview =
                client.put(
                        "/api/units?preview=true",
                        order(client, "sorrel-delta", "Sorrel Delta", "commercial"));
        assertThat(preview.json().path("done").asBoolean()).isFalse();
        assertThat(preview.json().path("people").asInt()).isPositive();
        assertThat(preview.json().path("moved").toString()).contains("\"lost\":");
        assertThat(unit(client, "Sorrel Delta").path("parent").asString()).isEqualTo("operations");
    }

    @Test
    void aUnitIsMadeMovedRenamedAndTakenAway(Installation nembar) {
        Client client = nembar.administrator();
        client.put("/api/units", order(client, "new-1", "Dry Dock", "fleet"));
        String key = unit(client, "Dry Dock").path("key").asString();
        assertThat(key).isEqualTo("dry-dock");
        Answer moved = client.put("/api/units", order(client, key, "Dry Docks", "credit"));
        assertThat(moved.json().path("done").asBoolean()).as(moved.text()).isTrue();
        assertThat(unit(client, "Dry Docks").path("parent").asString()).isEqualTo("credit");
        Answer gone = client.put("/api/units", Map.of("gone", List.of(key)));
        assertThat(gone.json().path("done").asBoolean()).as(gone.text()).isTrue();
        assertThat(client.get("/api/units").text()).doesNotContain("Dry Dock");
    }

    @Test
    void whatCannotBeIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        Answer circle =
                client.put(
                        "/api/units?preview=true",
                        order(client, "operations", "Operations", "sorrel-delta"));
        assertThat(circle.json().path("against").toString()).contains("below");
        assertThat(
                        client.put(
                                        "/api/units",
                                        order(client, "operations", "Operations", "sorrel-delta"))
                                .status())
                .isEqualTo(422);
        Answer seated = client.put("/api/units", Map.of("gone", List.of("credit")));
        assertThat(seated.detail()).contains("sit in Credit");
        assertThat(client.put("/api/units", order(client, "credit", " ", "finance")).status())
                .isEqualTo(400);
        assertThat(
                        nembar.auditor()
                                .put("/api/units", order(client, "credit", "C", "finance"))
                                .status())
                .isEqualTo(403);
    }
}
