package nembar.server.authzen;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.demo.DemoWorld;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Batches, searches and discovery of the Authorization API (docs/decisions-api.md). */
@ExtendWith(Installation.class)
class SearchTest {
    private static final String MABEL =
            "\"subject\":{\"type\":\"person\",\"id\":\"mabel.hollis@hollisgrain.example\"}";

    private static Client gateway(Installation nembar) {
        return nembar.nobody()
                .withoutCsrf()
                .with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN);
    }

    private static String mabel(Installation nembar) {
        String people = "/api/people?search=mabel";
        String text = nembar.administrator().get(people).text();
        String email = text.replaceFirst("(?s).*\"email\":\"([^\"]*)\".*", "$1");
        return MABEL.replace("mabel.hollis@hollisgrain.example", email);
    }

    private static String lot(Installation nembar, String person) {
        return nembar.administrator()
                .get(
                        "/api/ask/records?person="
                                + person
                                + "&application=towline&type=cargo_lot&size=1")
                .json()
                .at("/rows/0/key")
                .asString();
    }

    @ParameterizedTest
    @CsvSource({
        "execute_all, true false true",
        "deny_on_first_deny, true false",
        "permit_on_first_permit, true"
    })
    void aBatchIsCutShortAsItsSemanticSays(String semantic, String decisions, Installation nembar) {
        String own = lot(nembar, "mabel.hollis");
        String other = lot(nembar, "ragna.northfell");
        Answer answer =
                gateway(nembar)
                        .post(
                                "/access/v1/evaluations",
                                "{"
                                        + mabel(nembar)
                                        + ",\"action\":{\"name\":\"view\"},\"evaluations\":["
                                        + resource(own)
                                        + ","
                                        + resource(other)
                                        + ","
                                        + resource(own)
                                        + "],\"options\":{\"evaluations_semantic\":\""
                                        + semantic
                                        + "\"}}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        StringBuilder said = new StringBuilder();
        answer.json()
                .path("evaluations")
                .forEach(one -> said.append(one.path("decision").asBoolean()).append(' '));
        assertThat(said.toString().strip()).isEqualTo(decisions);
    }

    private static String resource(String lot) {
        return "{\"resource\":{\"type\":\"cargo_lot\",\"id\":\"" + lot + "\"}}";
    }

    @Test
    void whatABatchGetsWrongIsANoOfItsOwn(Installation nembar) {
        Answer answer =
                gateway(nembar)
                        .post(
                                "/access/v1/evaluations",
                                "{"
                                        + mabel(nembar)
                                        + ",\"action\":{\"name\":\"view\"},\"evaluations\":[{},"
                                        + "{\"resource\":{\"type\":\"cargo_lot\",\"id\":\"L-2041\"}}]}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(answer.json().at("/evaluations/0/decision").asBoolean()).isFalse();
        assertThat(answer.json().at("/evaluations/0/context/error/status").asInt()).isEqualTo(400);
        assertThat(answer.json().at("/evaluations/0/context/error/message").asString())
                .startsWith("evaluations[0].resource");
        assertThat(answer.json().path("evaluations")).hasSize(2);
        assertThat(answer.json().at("/evaluations/1/context").has("error")).isFalse();
    }

    @Test
    void withoutEvaluationsABatchIsASingleOne(Installation nembar) {
        Answer answer =
                gateway(nembar)
                        .post(
                                "/access/v1/evaluations",
                                "{"
                                        + mabel(nembar)
                                        + ",\"action\":{\"name\":\"view\"},\"resource\":{\"type\":\"cargo_lot\",\"id\":\""
                                        + lot(nembar, "mabel.hollis")
                                        + "\"}}");
        assertThat(answer.json().path("decision").asBoolean()).isTrue();
    }

    @Test
    void subjectsResourcesAndActionsAreSearched(Installation nembar) {
        String lot = lot(nembar, "mabel.hollis");
        String resource = "\"resource\":{\"type\":\"cargo_lot\",\"id\":\"" + lot + "\"}";
        String view = "\"action\":{\"name\":\"view\"}";
        Answer subjects =
                gateway(nembar)
                        .post(
                                "/access/v1/search/subject",
                                "{\"subject\":{\"type\":\"person\"},"
                                        + view
                                        + ","
                                        + resource
                                        + ",\"page\":{\"limit\":3}}");
        assertThat(subjects.status()).as(subjects.text()).isEqualTo(200);
        assertThat(subjects.json().path("results")).hasSize(3);
        String token = subjects.json().at("/page/next_token").asString();
        Answer more =
                gateway(nembar)
                        .post(
                                "/access/v1/search/subject",
                                "{\"subject\":{\"type\":\"person\"},"
                                        + view
                                        + ","
                                        + resource
                                        + ",\"page\":{\"limit\":1000,\"token\":\""
                                        + token
                                        + "\"}}");
        assertThat(more.json().at("/page/next_token").asString()).isEmpty();
        assertThat(subjects.text() + more.text()).contains("mabel.hollis");

        Answer resources =
                gateway(nembar)
                        .post(
                                "/access/v1/search/resource",
                                "{"
                                        + mabel(nembar)
                                        + ","
                                        + view
                                        + ",\"resource\":{\"type\":\"cargo_lot\"},\"page\":{\"limit\":2}}");
        assertThat(resources.json().path("results")).hasSize(2);
        String next = resources.json().at("/page/next_token").asString();
        Answer following =
                gateway(nembar)
                        .post(
                                "/access/v1/search/resource",
                                "{"
                                        + mabel(nembar)
                                        + ","
                                        + view
                                        + ",\"resource\":{\"type\":\"cargo_lot\"},"
                                        + "\"page\":{\"limit\":2,\"token\":\""
                                        + next
                                        + "\"}}");
        assertThat(following.json().path("results")).hasSize(2);
        assertThat(following.json().at("/results/0/id").asString())
                .isGreaterThan(resources.json().at("/results/1/id").asString());

        Answer actions =
                gateway(nembar)
                        .post(
                                "/access/v1/search/action",
                                "{" + mabel(nembar) + "," + resource + "}");
        assertThat(actions.json().path("results").toString()).isEqualTo("[{\"name\":\"view\"}]");
    }

    @Test
    void aChangeIsJudgedBeforeAndAfter(Installation nembar) {
        String own =
                nembar.administrator()
                        .get(
                                "/api/ask/records?person=ilse.marrow&application=towline"
                                        + "&type=voyage&operation=change&size=1")
                        .json()
                        .at("/rows/0/key")
                        .asString();
        String request =
                "{\"subject\":{\"type\":\"person\",\"id\":\"ilse.marrow@larkwater.example\"},"
                        + "\"action\":{\"name\":\"change\",\"properties\":{\"basin\":\"BASIN\"}},"
                        + "\"resource\":{\"type\":\"voyage\",\"id\":\""
                        + own
                        + "\"}}";
        Client gateway = gateway(nembar);
        assertThat(
                        gateway.post(
                                        "/access/v1/evaluation",
                                        request.replace("BASIN", "sorrel-delta"))
                                .json()
                                .path("decision")
                                .asBoolean())
                .isTrue();
        assertThat(
                        gateway.post(
                                        "/access/v1/evaluation",
                                        request.replace("BASIN", "upper-sorrel"))
                                .json()
                                .path("decision")
                                .asBoolean())
                .as("nobody can move a record out of what they may change")
                .isFalse();
    }

    @Test
    void actingForSomebodyElseIsSaidAndNeverSilent(Installation nembar) {
        String voyage =
                nembar.administrator()
                        .get(
                                "/api/ask/records?person=desmond.pryor&application=towline"
                                        + "&type=voyage&operation=dispatch&size=1"
                                        + "&without=piers.lomax")
                        .json()
                        .at("/rows/0/key")
                        .asString();
        assertThat(voyage).startsWith("V-");
        String request =
                "{\"subject\":{\"type\":\"person\",\"id\":\"piers.lomax@larkwater.example\"PROPERTIES},"
                        + "\"action\":{\"name\":\"dispatch\"},"
                        + "\"resource\":{\"type\":\"voyage\",\"id\":\"VOYAGE\"}}";
        Client gateway = gateway(nembar);
        String own = request.replace("VOYAGE", voyage).replace("PROPERTIES", "");
        String acting =
                request.replace("VOYAGE", voyage)
                        .replace(
                                "PROPERTIES",
                                ",\"properties\":{\"delegation\":\"desmond-to-piers\"}");
        Answer alone = gateway.post("/access/v1/evaluation", own);
        assertThat(alone.json().path("decision").asBoolean()).as(alone.text()).isFalse();
        assertThat(alone.json().at("/context/reasons/0").asString()).isNotBlank();
        Answer through = gateway.post("/access/v1/evaluation", acting);
        assertThat(through.status()).as(through.text()).isEqualTo(200);
        assertThat(through.json().path("decision").asBoolean()).isTrue();
        Answer stranger =
                gateway.post("/access/v1/evaluation", acting.replace("piers.lomax", "livia.sarto"));
        assertThat(stranger.status()).isEqualTo(400);
        assertThat(stranger.json().at("/problems/0/path").asString())
                .isEqualTo("subject.properties.delegation");
    }

    @Test
    void theEndpointsAreDiscovered(Installation nembar) {
        Answer found = nembar.nobody().get("/.well-known/authzen-configuration");
        assertThat(found.status()).isEqualTo(200);
        assertThat(found.json().path("policy_decision_point").asString())
                .isEqualTo(nembar.address());
        assertThat(found.json().path("search_action_endpoint").asString())
                .isEqualTo(nembar.address() + "/access/v1/search/action");
    }

    @Test
    void somebodyOfSeveralAccountsIsFoundOnceForEach(Installation nembar) {
        String lot =
                nembar.administrator()
                        .get(
                                "/api/ask/records?person=saskia.bellweather&application=towline"
                                        + "&type=cargo_lot&size=1&account=hollis-grain")
                        .json()
                        .at("/rows/0/key")
                        .asString();
        String search =
                "{\"subject\":{\"type\":\"person\"},\"action\":{\"name\":\"view\"},"
                        + "\"resource\":{\"type\":\"cargo_lot\",\"id\":\""
                        + lot
                        + "\"},\"page\":{\"limit\":1000}}";
        String found = gateway(nembar).post("/access/v1/search/subject", search).text();
        assertThat(found)
                .contains("\"properties\":" + "{\"account\":\"hollis-grain\"}")
                .doesNotContain("marsh-malt");
    }
}
