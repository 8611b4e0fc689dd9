package nembar.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What the bench is drawn from. */
@ExtendWith(Installation.class)
class BenchTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String BENCH = TOWLINE + "/bench";

    private static JsonNode one(JsonNode list, String key) {
        for (JsonNode each : list) {
            if (each.path("key").asString(each.at("/element/key").asString("")).equals(key)) {
                return each;
            }
        }
        throw new AssertionError("no " + key);
    }

    private static List<String> names(Answer holders) {
        List<String> names = new ArrayList<>();
        holders.json().path("holders").forEach(each -> names.add(each.path("name").asString()));
        return names;
    }

    @Test
    void rolesAndSetsComeWithThoseWhoHoldThem(Installation nembar) {
        Answer bench = nembar.auditor().get(BENCH);
        assertThat(bench.status()).as(bench.text()).isEqualTo(200);
        JsonNode dispatcher = one(bench.json().path("roles"), "dispatcher");
        assertThat(dispatcher.at("/element/sets")).isNotEmpty();
        assertThat(dispatcher.path("people").asInt()).isGreaterThan(5);

        Answer holders = nembar.auditor().get(BENCH + "/holders?role=dispatcher&size=200");
        assertThat(names(holders)).contains("Ilse Marrow");
        long people = names(holders).stream().distinct().count();
        assertThat(people).isGreaterThanOrEqualTo(dispatcher.path("people").asInt());
    }

    @Test
    void aTypeSaysWhatCannotBeOnIt(Installation nembar) {
        JsonNode types = nembar.auditor().get(BENCH).json().path("types");
        JsonNode voyage = one(types, "voyage");
        assertThat(voyage.path("operations").get(0).path("key").asString()).isEqualTo("view");
        assertThat(voyage.path("unsaid").has("all")).isFalse();
        boolean some = false;
        for (JsonNode type : types) {
            some |= type.path("unsaid").size() > 0;
        }
        assertThat(some).isTrue();
    }

    @Test
    void holdersAreThoseOfTheDraftWhereOneIsNamed(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                client.post(
                        TOWLINE + "/drafts",
                        Limited.draft(
                                "Holders",
                                List.of(
                                        Limited.assign(
                                                "bench-holder",
                                                "set",
                                                "see-berths",
                                                "clemency.hart",
                                                Map.of()))));
        String id = draft.json().path("id").asString();
        String holders = BENCH + "/holders?set=see-berths&size=200";
        assertThat(names(client.get(holders))).doesNotContain("Clemency Hart");
        assertThat(names(client.get(holders + "&draft=" + id))).contains("Clemency Hart");

        // and so is what somebody can do
        String question = "/api/ask/what-can?application=towline&person=clemency.hart";
        JsonNode now = client.get(question).json();
        JsonNode then = client.get(question + "&draft=" + id).json();
        assertThat(then.at("/totals/viewed").asLong())
                .isGreaterThan(now.at("/totals/viewed").asLong() + 800);
    }

    @Test
    void aDraftTellsNobodyTheNumbersOfWhatIsGuardedFromThem(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                client.post(
                        TOWLINE + "/drafts",
                        Limited.draft(
                                "Guarded",
                                List.of(
                                        Limited.assign(
                                                "bench-guarded",
                                                "set",
                                                "crew-list",
                                                "clemency.hart",
                                                Map.of()))));
        String question =
                "/api/ask/what-can?application=towline&person=clemency.hart&draft="
                        + draft.json().path("id").asString();
        JsonNode view =
                nembar
                        .administrator()
                        .get(question)
                        .json()
                        .path("areas")
                        .findValues("types")
                        .stream()
                        .flatMap(types -> types.valueStream())
                        .filter(type -> type.path("key").asString().equals("crew_member"))
                        .findFirst()
                        .orElseThrow()
                        .at("/cells/0");
        assertThat(view.path("granted").asBoolean()).isTrue();
        assertThat(view.path("records").isNumber()).isFalse();
    }

    @Test
    void whatAllHoldersHaveIsToldFromLeastToMost(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode counts = client.get(BENCH + "/holder-counts?role=dispatcher").json();
        assertThat(counts.path("people").asInt()).isGreaterThan(5);
        assertThat(counts.at("/most/name").asString()).isEqualTo("Desmond Pryor");
        JsonNode view = null;
        for (JsonNode one : counts.path("cells")) {
            boolean is =
                    one.path("type").asString().equals("voyage")
                            && one.path("operation").asString().equals("view");
            view = is ? one : view;
        }
        assertThat(view).isNotNull();
        assertThat(view.path("least").asLong()).isLessThan(view.path("most").asLong());
        JsonNode most =
                client.get("/api/ask/what-can?application=towline&person=desmond.pryor").json();
        assertThat(most.at("/areas/0/types/0/cells/0/records").asLong())
                .isEqualTo(view.path("most").asLong());
        assertThat(
                        client.get(BENCH + "/holder-counts?role=winter-warden")
                                .json()
                                .path("people")
                                .asInt())
                .isZero();
        assertThat(client.get(BENCH + "/holder-counts?set=no-such").status()).isEqualTo(404);
    }

    @Test
    void whatIsNotThereIsSaid(Installation nembar) {
        Client client = nembar.auditor();
        assertThat(client.get(BENCH + "/holders?role=no-such").status()).isEqualTo(404);
        assertThat(client.get(BENCH + "/holders?set=no-such").status()).isEqualTo(404);
        assertThat(client.get(BENCH + "/holders?role=dispatcher&size=9999").status())
                .isEqualTo(400);
        assertThat(client.get("/api/applications/nowhere/bench").status()).isEqualTo(404);
    }
}
