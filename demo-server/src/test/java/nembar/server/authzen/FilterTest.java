package nembar.server.authzen;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import nembar.demo.DemoWorld;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What somebody may do, as a filter that an application puts into its own query. */
@ExtendWith(Installation.class)
class FilterTest {
    private static Client gateway(Installation nembar) {
        return nembar.nobody().with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN);
    }

    private static Map<String, Object> asked(String person, String action, String type) {
        return new java.util.HashMap<>(
                Map.of(
                        "subject",
                        Map.of("type", "person", "id", person),
                        "action",
                        Map.of("name", action),
                        "resource",
                        Map.of("type", type)));
    }

    private static JsonNode filter(Installation nembar, Map<String, Object> asked) {
        Answer answer = gateway(nembar).post("/access/v1/filter", asked);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    /** The keys that the application's own query would find. */
    private static Set<String> queried(Installation nembar, JsonNode filter, String key)
            throws SQLException {
        JsonNode sql = filter.path("sql");
        String text =
                "SELECT v."
                        + key
                        + " FROM "
                        + sql.path("table").asString()
                        + " v"
                        + sql.path("join").asString()
                        + " WHERE "
                        + sql.path("where").asString();
        Set<String> keys = new TreeSet<>();
        try (Connection connection =
                        DriverManager.getConnection(
                                nembar.cluster().url("towline"),
                                "towline_owner",
                                nembar.cluster().password("towline_owner"));
                PreparedStatement statement = connection.prepareStatement(text)) {
            int at = 1;
            for (JsonNode one : sql.path("parameters")) {
                statement.setObject(at++, value(connection, one));
            }
            try (ResultSet rows = statement.executeQuery()) {
                while (rows.next()) {
                    keys.add(rows.getString(1));
                }
            }
        }
        return keys;
    }

    private static Object value(Connection connection, JsonNode parameter) throws SQLException {
        JsonNode value = parameter.path("value");
        return switch (parameter.path("type").asString()) {
            case "text[]" ->
                    connection.createArrayOf(
                            "text", value.valueStream().map(JsonNode::asString).toArray());
            case "date" -> LocalDate.parse(value.asString());
            case "timestamptz" -> OffsetDateTime.parse(value.asString());
            case "integer" -> value.asInt();
            case "numeric" -> new BigDecimal(value.asString());
            default -> value.asString();
        };
    }

    private static Set<String> searched(Installation nembar, Map<String, Object> asked) {
        Set<String> keys = new TreeSet<>();
        String token = "";
        do {
            asked.put("page", Map.of("limit", 1000, "token", token));
            if (token.isEmpty()) {
                asked.put("page", Map.of("limit", 1000));
            }
            JsonNode page = gateway(nembar).post("/access/v1/search/resource", asked).json();
            page.path("results").forEach(one -> keys.add(one.path("id").asString()));
            token = page.path("page").path("next_token").asString();
        } while (!token.isEmpty());
        return keys;
    }

    @ParameterizedTest
    @CsvSource({
        "ilse.marrow@larkwater.example, view, voyage, number",
        "ilse.marrow@larkwater.example, change, voyage, number",
        "ilse.marrow@larkwater.example, view, cargo_lot, number",
        "mabel.hollis@hollis-grain.example, view, cargo_lot, number",
        "honora.larke@larkwater.example, view, claim, number",
        "idris.munro@larkwater.example, view, claim, number"
    })
    void itFindsWhatASearchFinds(
            String person, String action, String type, String key, Installation nembar)
            throws SQLException {
        Map<String, Object> asked = asked(person, action, type);
        asked.put("options", Map.of("alias", "v"));
        JsonNode filter = filter(nembar, asked);
        asked.remove("options");
        Set<String> found = searched(nembar, asked);
        assertThat(queried(nembar, filter, key)).isEqualTo(found);
        assertThat(filter.path("none").asBoolean() && !found.isEmpty()).isFalse();
    }

    @Test
    void somebodyUnknownFindsNothing(Installation nembar) {
        JsonNode filter = filter(nembar, asked("no@one.example", "view", "voyage"));
        assertThat(filter.path("none").asBoolean()).isTrue();
        assertThat(filter.path("sql").path("where").asString()).isEqualTo("FALSE");
        assertThat(filter.path("cql2").asBoolean(true)).isFalse();
    }

    @Test
    void placeholdersAreNumberedWhereThatIsWanted(Installation nembar) {
        Map<String, Object> asked = asked("ilse.marrow@larkwater.example", "change", "voyage");
        asked.put("options", Map.of("alias", "v", "placeholders", "numbered"));
        JsonNode filter = filter(nembar, asked);
        assertThat(filter.path("sql").path("where").asString())
                .contains("v.\"")
                .contains("$1")
                .doesNotContain("?");
        assertThat(filter.path("cql2").toString()).contains("\"op\":");
    }

    @Test
    void whatIsWrongIsNamed(Installation nembar) {
        Client gateway = gateway(nembar);
        Map<String, Object> hostile = asked("ilse.marrow@larkwater.example", "view", "voyage");
        hostile.put("options", Map.of("alias", "t; DROP"));
        assertThat(gateway.post("/access/v1/filter", hostile).json().toString())
                .contains("options.alias");
        hostile.put("options", Map.of("placeholders", "colons"));
        assertThat(gateway.post("/access/v1/filter", hostile).json().toString())
                .contains("options.placeholders");
        for (String lacking : List.of("subject", "action", "resource")) {
            Map<String, Object> asked = asked("ilse.marrow@larkwater.example", "view", "voyage");
            asked.remove(lacking);
            Answer answer = gateway.post("/access/v1/filter", asked);
            assertThat(answer.status()).isEqualTo(400);
            assertThat(answer.json().path("problems").path(0).path("path").asString())
                    .isEqualTo(lacking);
        }
        Map<String, Object> untyped = asked("ilse.marrow@larkwater.example", "view", "voyage");
        untyped.put("resource", Map.of());
        assertThat(gateway.post("/access/v1/filter", untyped).json().toString())
                .contains("resource.type");
        assertThat(
                        nembar.administrator()
                                .post(
                                        "/access/v1/filter",
                                        asked("ilse.marrow@larkwater.example", "view", "voyage"))
                                .status())
                .isIn(401, 403);
    }
}
