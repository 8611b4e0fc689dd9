package nembar.server.questions;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Questions that are asked again: the last ones, kept ones, and those that others share. */
@ExtendWith(Installation.class)
class QuestionTest {
    private static final String QUESTIONS = "/api/ask/questions";

    private static Map<String, Object> said(String name, String address) {
        return Map.of("application", "towline", "name", name, "address", address);
    }

    private static Answer keep(Client client, String name, String person) {
        Answer kept = client.post(QUESTIONS, said(name, "/ask/what-can?person=" + person));
        assertThat(kept.status()).as(kept.text()).isEqualTo(201);
        return kept;
    }

    private static Answer change(Client client, JsonNode question, Map<String, Object> edit) {
        return client.put(QUESTIONS + "/" + question.path("id").asString(), edit);
    }

    @Test
    void theLastQuestionsAreKeptEachOnce(Installation nembar) {
        Client client = nembar.auditor();
        for (int i = 0; i < 25; i++) {
            client.post(QUESTIONS + "/recent", said("No. " + i, "/ask/what-can?person=p" + i));
        }
        client.post(QUESTIONS + "/recent", said("No. 20 again", "/ask/what-can?person=p20"));
        JsonNode recent = client.get(QUESTIONS).json().path("recent");
        assertThat(recent).hasSize(20);
        assertThat(recent.at("/0/name").asString()).isEqualTo("No. 20 again");
        assertThat(recent.at("/1/name").asString()).isEqualTo("No. 24");
        assertThat(recent.toString()).doesNotContain("No. 20\"").doesNotContain("No. 4\"");
        assertThat(nembar.steward().get(QUESTIONS).json().path("recent").toString())
                .doesNotContain("No. 24");
    }

    @Test
    void aKeptQuestionIsNamedPutOnTheDeskAndForgotten(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode kept = keep(client, "Ilse", "ilse.marrow").json();
        JsonNode named =
                change(
                                client,
                                kept,
                                Map.of(
                                        "name",
                                        "Ilse's reach",
                                        "onDesk",
                                        true,
                                        "version",
                                        kept.path("version").asLong()))
                        .json();
        assertThat(named.path("name").asString()).isEqualTo("Ilse's reach");
        assertThat(named.path("onDesk").asBoolean()).isTrue();
        assertThat(named.path("shared").asBoolean()).isFalse();
        Answer late =
                change(client, kept, Map.of("name", "x", "version", kept.path("version").asLong()));
        assertThat(late.status()).isEqualTo(409);
        assertThat(nembar.auditor().delete(QUESTIONS + "/" + kept.path("id").asString()).status())
                .isEqualTo(404);
        assertThat(client.delete(QUESTIONS + "/" + kept.path("id").asString()).status())
                .isEqualTo(204);
        assertThat(client.get(QUESTIONS).text()).doesNotContain("Ilse's reach");
    }

    @Test
    void aSharedQuestionIsShownToThoseWhoMayViewWhomItIsAbout(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode delta = keep(client, "Of the delta", "ilse.marrow").json();
        JsonNode elsewhere = keep(client, "Of elsewhere", "winifred.stroud").json();
        Client branch = nembar.branchAdministrator();
        assertThat(branch.get(QUESTIONS).text()).doesNotContain("Of the delta");
        for (JsonNode one : new JsonNode[] {delta, elsewhere}) {
            assertThat(
                            change(
                                            client,
                                            one,
                                            Map.of(
                                                    "shared",
                                                    true,
                                                    "version",
                                                    one.path("version").asLong()))
                                    .status())
                    .isEqualTo(200);
        }
        JsonNode shared = branch.get(QUESTIONS).json().path("shared");
        assertThat(shared.toString())
                .contains("Of the delta", "Idris Munro")
                .doesNotContain("Of elsewhere");
        assertThat(nembar.auditor().get(QUESTIONS).text()).contains("Of elsewhere");
    }

    @Test
    void whatIsNoQuestionIsNotKept(Installation nembar) {
        Client client = nembar.administrator();
        for (String address :
                new String[] {
                    "https://elsewhere.example/ask/what-can",
                    "//elsewhere.example",
                    "/people",
                    "/ask/what-can?person=%zz",
                    "/ask/what-can?person=" + "a".repeat(2_000)
                }) {
            assertThat(client.post(QUESTIONS, said("x", address)).status())
                    .as(address)
                    .isEqualTo(400);
        }
        assertThat(client.post(QUESTIONS, said(" ", "/ask/matrix")).status()).isEqualTo(400);
        assertThat(client.post(QUESTIONS, said("a\u0000b", "/ask/matrix")).status()).isEqualTo(400);
        assertThat(
                        client.post(
                                        QUESTIONS,
                                        Map.of(
                                                "application",
                                                "nowhere",
                                                "name",
                                                "x",
                                                "address",
                                                "/ask/matrix"))
                                .status())
                .isIn(403, 404);
    }
}
