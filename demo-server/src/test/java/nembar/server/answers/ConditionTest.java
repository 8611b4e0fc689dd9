package nembar.server.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Conditions while they are written: as rows and text, with values, first rows and reasons. */
@ExtendWith(Installation.class)
class ConditionTest {
    private static final String CONDITIONS = "/api/applications/towline/conditions";

    private static Answer check(Client client, Map<String, Object> asked) {
        return client.post(CONDITIONS + "/check", asked);
    }

    private static Map<String, Object> text(String text) {
        return Map.of("recordType", "voyage", "text", text);
    }

    private static Map<String, Object> row(String is, String left, String kind, String value) {
        return Map.of(
                "is", is,
                "left", Map.of("kind", "name", "value", left),
                "values", List.of(Map.of("kind", kind, "value", value)));
    }

    @Test
    void rowsBecomeTextAndTextRows(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> rows =
                Map.of(
                        "is",
                        "and",
                        "rows",
                        List.of(
                                row("=", "basin", "text", "winter-canal"),
                                row("<", "departs", "now", "7")));
        Answer checked = check(client, Map.of("recordType", "voyage", "rows", rows));
        assertThat(checked.status()).as(checked.text()).isEqualTo(200);
        String text = checked.json().path("text").asString();
        assertThat(text).isEqualTo("basin = 'winter-canal' AND departs < now(7)");
        Answer read = check(client, text(text));
        assertThat(read.json().path("rows")).isEqualTo(checked.json().path("rows"));
        assertThat(read.json().at("/rows/rows/1/values/0/kind").asString()).isEqualTo("now");
    }

    @Test
    void theFirstRecordsAreNamed(Installation nembar) {
        Answer checked = check(nembar.administrator(), text("basin = 'winter-canal'"));
        long matches = checked.json().path("matches").asLong();
        assertThat(matches).isPositive().isLessThan(checked.json().path("records").asLong());
        assertThat(checked.json().path("first").size()).isBetween(1, 5);
        assertThat(checked.json().at("/first/0/name").asString()).isNotBlank();
    }

    @Test
    void whyItNeverOrAlwaysHoldsIsSaid(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode never = check(client, text("basin = 'a' AND margin > 3 AND basin = 'b'")).json();
        assertThat(never.path("always").asString()).isEqualTo("never");
        assertThat(never.path("why").asString()).contains("never hold together");
        JsonNode always = check(client, text("basin IS NULL OR basin IS NOT NULL")).json();
        assertThat(always.path("always").asString()).isEqualTo("always");
        assertThat(always.path("why").asString()).startsWith("One of").endsWith("always holds.");
    }

    @Test
    void whatAnotherPrivilegeCoversIsSaid(Installation nembar) {
        Map<String, Object> one =
                Map.of("recordType", "voyage", "operation", "view", "reach", "unit");
        Map<String, Object> other =
                Map.of("recordType", "voyage", "operation", "change", "reach", "branch");
        JsonNode told =
                check(
                                nembar.administrator(),
                                Map.of(
                                        "recordType",
                                        "voyage",
                                        "text",
                                        "basin = 'winter-canal'",
                                        "privilege",
                                        one,
                                        "beside",
                                        List.of(other)))
                        .json();
        assertThat(told.path("why").asString())
                .isEqualTo(
                        "What it gives is given already, with the reach branch and no condition.");
    }

    private static List<String> values(Client client, String type, String name, String search) {
        Answer answer =
                client.get(
                        CONDITIONS
                                + "/values?recordType="
                                + type
                                + "&name="
                                + name
                                + "&search="
                                + search);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().findValuesAsString("key");
    }

    @Test
    void valuesCompleteFromTheDataAsFarAsTheyMayBeKnown(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(values(client, "voyage", "basin", "winter")).contains("winter-canal");
        assertThat(values(client, "voyage", "user.kind", "")).contains("external");
        assertThat(values(client, "voyage", "user.training", "haz")).containsExactly("hazmat");
        assertThat(values(client, "cargo_lot", "goods", "")).hasSizeBetween(1, 20);
        // guarded, and no administrator is a steward of the crew by that alone
        assertThat(values(client, "crew_member", "name", "")).isEmpty();
        assertThat(client.get(CONDITIONS + "/values?recordType=voyage&name=nothing").status())
                .isEqualTo(404);
    }

    @Test
    void conditionsOnPeopleAreChecked(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode told =
                check(client, Map.of("recordType", "", "text", "user.unit = 'sorrel-delta'"))
                        .json();
        assertThat(told.path("first").toString()).contains("Ilse Marrow");
        assertThat(told.path("matches").asLong())
                .isPositive()
                .isLessThan(told.path("records").asLong());
        assertThat(client.get(CONDITIONS + "/names").text())
                .contains("user.kind")
                .doesNotContain("basin");
    }

    @Test
    void whatIsNoConditionIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(check(client, Map.of("recordType", "voyage")).status()).isEqualTo(400);
        Map<String, Object> wrong =
                Map.of("recordType", "voyage", "rows", row("=", "basin", "colour", "x"));
        assertThat(check(client, wrong).status()).isEqualTo(400);
        Answer empty =
                check(
                        client,
                        Map.of(
                                "recordType",
                                "voyage",
                                "rows",
                                row("=", "booked", "number", "many")));
        assertThat(empty.status()).isEqualTo(422);
        assertThat(empty.text()).contains("many");
        assertThat(check(client, text("gone_field = 1")).text()).contains("gone_field");
    }
}
