package nembar.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A design as a file: taken out in part, checked, brought in as a draft. */
@ExtendWith(Installation.class)
class DesignFileTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String DESIGN = TOWLINE + "/design";
    private static final String SET =
            """
            {"format": "nembar-design/1",
             "application": {"key": "towline", "name": "Towline", "timeZone": "Europe/London"},
             "design": {"privilegeSets": [
               {"key": "run-voyages", "name": "Run voyages", "purpose": "From a file",
                "privileges": [{"recordType": "voyage", "operation": "%s", "reach": "own"}]}]}}
            """;

    private static Answer post(Client client, String path, String file) {
        return client.post(DESIGN + path, file);
    }

    @Test
    void aRoleIsTakenOutWithItsSetsAndComesBackUnchanged(Installation nembar) {
        Client client = nembar.administrator();
        Answer part = client.get(DESIGN + "/part?role=dispatcher");
        assertThat(part.status()).as(part.text()).isEqualTo(200);
        assertThat(part.json().at("/design/roles")).hasSize(1);
        assertThat(part.json().at("/design/privilegeSets").toString()).contains("run-voyages");
        assertThat(part.json().has("directory")).isFalse();

        Answer checked = post(client, "/check?merge=true", part.text());
        assertThat(checked.status()).as(checked.text()).isEqualTo(200);
        assertThat(checked.json().path("passes").asBoolean()).isTrue();
        assertThat(checked.json().path("words")).isEmpty();
        assertThat(client.get(DESIGN + "/part?role=no-such").status()).isEqualTo(404);
    }

    @Test
    void theWholeDesignIsWhatItIs(Installation nembar) {
        Client client = nembar.administrator();
        Answer checked = post(client, "/check", client.get(DESIGN).text());
        assertThat(checked.json().path("words")).as(checked.text()).isEmpty();
        assertThat(checked.json().path("passes").asBoolean()).isTrue();
        assertThat(post(client, "/propose", client.get(DESIGN).text()).status()).isEqualTo(400);
    }

    @Test
    void aFileTellsWhatItWouldChangeAndBecomesADraft(Installation nembar) {
        Client client = nembar.administrator();
        Answer checked = post(client, "/check?merge=true", SET.formatted("view"));
        assertThat(checked.json().path("words").toString()).contains("Run voyages");
        assertThat(checked.json().path("losing").asInt()).isPositive();
        Answer draft = post(client, "/propose?merge=true&name=Nightly", SET.formatted("view"));
        assertThat(draft.status()).as(draft.text()).isEqualTo(201);
        assertThat(draft.json().path("name").asString()).isEqualTo("Nightly");
        String at = TOWLINE + "/drafts/" + draft.json().path("id").asString();
        client.with("If-Match", client.get(at).header("ETag")).delete(at);
    }

    @Test
    void whatDoesNotFitIsReported(Installation nembar) {
        Client client = nembar.administrator();
        Answer wrong = post(client, "/check?merge=true", SET.formatted("sail"));
        assertThat(wrong.status()).as(wrong.text()).isEqualTo(200);
        assertThat(wrong.json().path("passes").asBoolean()).isFalse();
        assertThat(wrong.json().path("problems").toString()).contains("sail");
        for (String file :
                new String[] {
                    "",
                    "[]",
                    "{",
                    SET.replace("nembar-design/1", "nembar-design/9"),
                    SET.replace("\"towline\"", "\"elsewhere\""),
                    "{\"format\": \"nembar-design/1\", \"application\": {\"key\": \"towline\"}}"
                }) {
            Answer told = post(client, "/check", file);
            assertThat(told.status()).as(file).isEqualTo(200);
            assertThat(told.json().path("problems")).as(file).isNotEmpty();
            assertThat(post(client, "/propose", file).status()).as(file).isEqualTo(422);
        }
    }

    @Test
    void whoMayNotDraftMayNotPropose(Installation nembar) {
        Answer refused = post(nembar.auditor(), "/propose?merge=true", SET.formatted("view"));
        assertThat(refused.status()).isEqualTo(403);
    }
}
