package nembar.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a draft and its edits lead to: for people, for expectations, for findings. */
@ExtendWith(Installation.class)
class DraftImpactTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String CLEMENCY = "clemency.hart";

    private static Map<String, Object> give(String key, String set, String person) {
        return Limited.assign(key, "set", set, person, Map.of());
    }

    private static Answer draft(Client client, String name, List<Map<String, Object>> changes) {
        Answer draft = client.post(TOWLINE + "/drafts", Limited.draft(name, changes));
        assertThat(draft.status()).as(draft.text()).isEqualTo(201);
        return draft;
    }

    private static String at(Answer draft) {
        return TOWLINE + "/drafts/" + id(draft);
    }

    private static String id(Answer draft) {
        return draft.json().path("id").asString();
    }

    private static void discard(Client client, Answer draft) {
        Answer gone =
                client.with("If-Match", client.get(at(draft)).header("ETag")).delete(at(draft));
        assertThat(gone.status()).as(gone.text()).isEqualTo(204);
    }

    @Test
    void anEditTellsWhatItAloneChanges(Installation nembar) {
        Client client = nembar.administrator();
        client.put(TOWLINE + "/tray", Map.of());
        client.post(
                TOWLINE + "/tray/edits",
                Map.of("changes", List.of(give("impact-one", "see-berths", CLEMENCY))));
        Answer tray =
                client.post(
                        TOWLINE + "/tray/edits",
                        Map.of("changes", List.of(give("impact-two", "see-voyages", CLEMENCY))));
        String id = tray.json().at("/draft/id").asString();
        String edits = TOWLINE + "/drafts/" + id + "/edits/";
        assertThat(client.get(edits + "1/impact").text())
                .contains("view berth bookings")
                .doesNotContain("view voyages");
        Answer second = client.get(edits + "2/impact?person=" + CLEMENCY);
        assertThat(second.text()).contains("view voyages").doesNotContain("view berth bookings");
        assertThat(second.json().at("/lines/0/gainedExamples")).isNotEmpty();
        assertThat(client.get(edits + "3/impact").status()).isEqualTo(404);
        client.post(TOWLINE + "/drafts/" + id + "/undo", Map.of());
        assertThat(client.get(edits + "2/impact").status())
                .as("what is undone changes nothing")
                .isEqualTo(404);
        client.with("If-Match", client.get(TOWLINE + "/drafts/" + id).header("ETag"))
                .delete(TOWLINE + "/drafts/" + id);
    }

    @Test
    void aBrokenExpectationIsToldWithWhatMendsIt(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                draft(
                        client,
                        "Claims on the board",
                        List.of(give("mend-one", "read-all", "berth.board")));
        JsonNode broken = null;
        for (JsonNode one : client.get(at(draft) + "/review").json().path("expectations")) {
            broken = one.path("broken").asBoolean() ? one : broken;
        }
        assertThat(broken).isNotNull();
        assertThat(broken.path("name").asString()).isEqualTo("Services see no claims");
        assertThat(broken.at("/published/holds").asBoolean()).isTrue();
        assertThat(broken.at("/drafted/holds").asBoolean()).isFalse();
        assertThat(broken.at("/drafted/person").asString()).isNotEmpty();
        JsonNode told = client.get(at(draft) + "/consequences?wait=5000").json();
        assertThat(told.at("/broken/0/key").asString()).isEqualTo(broken.path("key").asString());

        Answer mends =
                client.get(
                        TOWLINE
                                + "/expectations/"
                                + broken.path("key").asString()
                                + "/mends?draft="
                                + id(draft));
        assertThat(mends.status()).as(mends.text()).isEqualTo(200);
        JsonNode first = mends.json().get(0);
        assertThat(first.path("losing").toString()).contains("berth.board");
        Answer mended =
                client.with("If-Match", client.get(at(draft)).header("ETag"))
                        .put(
                                at(draft),
                                Map.of(
                                        "name",
                                        "Mended",
                                        "changes",
                                        List.of(
                                                Map.of(
                                                        "remove",
                                                        "assignments",
                                                        "key",
                                                        "no-such"))));
        assertThat(mended.status()).as("a mend is only what can be made").isGreaterThan(399);
        assertThat(client.get(TOWLINE + "/expectations/no-such/mends").status()).isEqualTo(404);
        discard(client, draft);
    }

    @Test
    void aReviewTellsFindingsThatTheDraftMakes(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                draft(
                        client,
                        "An empty role",
                        List.of(
                                Map.of(
                                        "put",
                                        "roles",
                                        "element",
                                        Map.of(
                                                "key",
                                                "impact-role",
                                                "name",
                                                "Held by nobody yet",
                                                "meantFor",
                                                "any",
                                                "sets",
                                                List.of("see-berths")))));
        Answer findings = client.get(at(draft) + "/findings");
        assertThat(findings.status()).as(findings.text()).isEqualTo(200);
        assertThat(findings.json().path("made").toString()).contains("roleHeldByNobody");
        assertThat(findings.json().path("mended")).isEmpty();
        discard(client, draft);
    }

    @Test
    void theReasonsOfADraftAreThoseItWouldHave(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                draft(client, "Reasons", List.of(give("because-one", "see-berths", CLEMENCY)));
        String question =
                "/api/ask/because?application=towline&person="
                        + CLEMENCY
                        + "&type=berth_booking&operation=view";
        assertThat(client.get(question).json().path("routes")).isEmpty();
        Answer drafted = client.get(question + "&draft=" + id(draft));
        assertThat(drafted.json().path("routes")).hasSize(1);
        assertThat(drafted.json().path("title").asString()).contains("may view 904");
        assertThat(client.get(question + "&draft=no-such").status()).isEqualTo(404);
        discard(client, draft);
    }

    @Test
    void theNumbersOfADraftsReasonsAreForThoseWhoMaySeeThem(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                draft(client, "Guarded", List.of(give("because-two", "crew-list", CLEMENCY)));
        Answer told =
                client.get(
                        "/api/ask/because?application=towline&person="
                                + CLEMENCY
                                + "&type=crew_member&operation=view&draft="
                                + id(draft));
        assertThat(told.json().path("title").asString())
                .isEqualTo("Clemency Hart may view crew members");
        assertThat(told.json().at("/routes/0/records").isNumber()).isFalse();
        discard(client, draft);
    }

    @Test
    void whatWasAskedForEndsWithItsDraft(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft = draft(client, "Asked", List.of(give("asked-two", "crew-list", CLEMENCY)));
        Answer asked =
                client.with("If-Match", client.get(at(draft)).header("ETag"))
                        .post(at(draft) + "/submit?ask=true&why=Cover", Map.of("reason", "Cover"));
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        Client steward = nembar.steward();
        int before = steward.get("/api/approvals").json().path("total").asInt();
        discard(client, draft);
        assertThat(steward.get("/api/approvals").json().path("total").asInt())
                .isEqualTo(before - 1);
        assertThat(client.get("/api/approvals?open=false").text())
                .contains("The draft was discarded.");
    }

    @Test
    void whatSpeaksOfAnElementGoesWithIt(Installation nembar) {
        Client client = nembar.administrator();
        client.put(TOWLINE + "/tray", Map.of());
        String removal = TOWLINE + "/tray/removal?list=";
        Answer told = client.get(removal + "privilegeSets&key=run-voyages");
        assertThat(told.status()).as(told.text()).isEqualTo(200);
        assertThat(told.json().path("words").toString())
                .contains("Dispatcher")
                .contains("Piers Lomax");
        assertThat(told.json().at("/impact/total").asInt()).isPositive();
        Answer made =
                client.post(
                        TOWLINE + "/tray/edits", Map.of("changes", told.json().path("changes")));
        assertThat(made.status()).as(made.text()).isEqualTo(200);
        assertThat(client.get(removal + "privilegeSets&key=run-voyages").status()).isEqualTo(404);
        assertThat(client.get(removal + "no-such&key=run-voyages").status()).isEqualTo(404);
        client.with("If-Match", "\"" + made.json().at("/draft/version").asLong() + "\"")
                .delete(TOWLINE + "/drafts/" + made.json().at("/draft/id").asString());
    }

    @Test
    void whatAnEditWouldTakeIsToldBeforeItIsMade(Installation nembar) {
        Client client = nembar.administrator();
        client.put(TOWLINE + "/tray", Map.of());
        String preview = TOWLINE + "/tray/edits/preview";
        Answer told =
                client.post(
                        preview,
                        Map.of(
                                "changes",
                                List.of(
                                        Map.of(
                                                "put",
                                                "privilegeSets",
                                                "element",
                                                Map.of(
                                                        "key",
                                                        "see-voyages",
                                                        "name",
                                                        "See voyages",
                                                        "purpose",
                                                        "",
                                                        "privileges",
                                                        List.of())))));
        assertThat(told.status()).as(told.text()).isEqualTo(200);
        assertThat(told.json().path("total").asInt()).isPositive();
        assertThat(told.json().at("/lines/0/lost").asLong()).isPositive();
        assertThat(client.get(TOWLINE + "/tray").json().path("draft").isObject())
                .as("nothing is kept")
                .isFalse();
        assertThat(client.post(preview, Map.of()).status()).isEqualTo(400);
        assertThat(
                        client.post(
                                        preview,
                                        Map.of(
                                                "changes",
                                                List.of(Map.of("remove", "roles", "key", "none"))))
                                .status())
                .isEqualTo(422);
        assertThat(nembar.auditor().post(preview, Map.of("changes", List.of())).status())
                .isEqualTo(403);
    }

    @Test
    void whoWorksInADraftIsToldInWhichApplication(Installation nembar) {
        Client client = nembar.administrator();
        client.put(TOWLINE + "/tray", Map.of());
        assertThat(client.get("/api/trays").json().path("applications")).isEmpty();
        Answer draft = draft(client, "Here", List.of(give("tray-one", "see-berths", CLEMENCY)));
        client.put(TOWLINE + "/tray", Map.of("draft", id(draft)));
        assertThat(client.get("/api/trays").json().at("/applications/0/key").asString())
                .isEqualTo("towline");
        discard(client, draft);
        assertThat(client.get("/api/trays").json().path("applications")).isEmpty();
    }
}
