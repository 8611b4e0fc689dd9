package nembar.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Drafts from the first change to publication and back (docs/access-model.md, section 8). */
@ExtendWith(Installation.class)
class DraftTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String DRAFTS = TOWLINE + "/drafts";

    private static String draft(String name, String... changes) {
        return "{\"name\":\"" + name + "\",\"changes\":[" + String.join(",", changes) + "]}";
    }

    private static String assign(String key, String person, String set) {
        return "{\"put\":\"assignments\",\"element\":{\"key\":\""
                + key
                + "\",\"audience\":{\"of\":[{\"person\":\""
                + person
                + "\"}]},\"set\":\""
                + set
                + "\",\"reason\":\"\"}}";
    }

    private static String role(String key, String name) {
        return "{\"put\":\"roles\",\"element\":{\"key\":\""
                + key
                + "\",\"name\":\""
                + name
                + "\",\"meantFor\":\"staff\",\"sets\":[\"see-berths\"]}}";
    }

    private static String at(Answer draft) {
        return DRAFTS + "/" + draft.json().path("id").asString();
    }

    private static Answer publish(Client client, Answer draft) {
        return client.with("If-Match", client.get(at(draft)).header("ETag"))
                .post(at(draft) + "/publish", "{\"reason\":\"A test\"}");
    }

    private static boolean sees(Client client, String person, String type) {
        return client.get("/api/ask/what-can?application=towline&person=" + person)
                .json()
                .at("/areas")
                .toString()
                .matches(
                        "(?s).*\"key\":\""
                                + type
                                + "\"[^\\]]*\"operation\":\"view\"[^}]*\"granted\":true.*");
    }

    @Test
    void aDraftIsMadeEditedEvaluatedPublishedAndUndone(Installation nembar) {
        Client client = nembar.administrator();
        String change = assign("test-clemency", "clemency.hart", "see-berths");
        Answer draft = client.post(DRAFTS, draft("Berths for Clemency", change));
        assertThat(draft.status()).as(draft.text()).isEqualTo(201);
        assertThat(sees(client, "clemency.hart", "berth_booking")).isFalse();

        Answer impact = client.get(at(draft) + "/impact");
        assertThat(impact.json().path("total").asInt()).isEqualTo(1);
        assertThat(impact.json().at("/lines/0/name").asString()).isEqualTo("Clemency Hart");
        assertThat(impact.json().at("/lines/0/gained").asLong()).isGreaterThan(800);

        Answer review = client.get(at(draft) + "/review");
        assertThat(review.json().path("objections")).isEmpty();
        assertThat(review.json().path("expectations")).hasSize(18);

        Answer unexplained =
                client.with("If-Match", draft.header("ETag"))
                        .post(at(draft) + "/publish", "{\"reason\":\" \"}");
        assertThat(unexplained.status()).isEqualTo(400);
        Answer published =
                client.with("If-Match", draft.header("ETag"))
                        .post(
                                at(draft) + "/publish",
                                "{\"reason\":\"Asked for\",\"override\":\"Known\"}");
        assertThat(published.status()).as(published.text()).isEqualTo(200);
        long number = published.json().path("number").asLong();
        assertThat(published.json().path("author").asString()).isEqualTo("idris.munro");
        assertThat(published.json().path("overridden").asString()).isEqualTo("Known");
        assertThat(published.json().at("/inverse/0/remove").asString()).isEqualTo("assignments");
        assertThat(sees(client, "clemency.hart", "berth_booking")).isTrue();
        assertThat(client.get(at(draft)).json().path("state").asString()).isEqualTo("published");

        Answer undo = client.post(TOWLINE + "/publications/" + number + "/undo", "{}");
        assertThat(undo.status()).isEqualTo(201);
        Answer undone =
                client.with("If-Match", undo.header("ETag"))
                        .post(
                                at(undo) + "/publish",
                                "{\"reason\":\"Undone\",\"override\":\"Known\"}");
        assertThat(undone.status()).as(undone.text()).isEqualTo(200);
        assertThat(sees(client, "clemency.hart", "berth_booking")).isFalse();
    }

    @Test
    void whatCannotBeIsRefusedWithItsPlace(Installation nembar) {
        Client client = nembar.administrator();
        Answer unknown = client.post(DRAFTS, draft("x", assign("a", "nobody.here", "see-berths")));
        assertThat(unknown.status()).isEqualTo(422);
        assertThat(unknown.json().at("/problems/0/path").asString())
                .isEqualTo("design.assignments[a].audience");
        Answer gone =
                client.post(DRAFTS, draft("x", "{\"remove\":\"roles\",\"key\":\"dispatchr\"}"));
        assertThat(gone.status()).isEqualTo(422);
        assertThat(gone.text()).contains("to remove", "did you mean `dispatcher`?");
        Answer odd =
                client.post(
                        DRAFTS,
                        draft(
                                "x",
                                "{\"put\":\"privilegeSets\",\"element\":{\"key\":\"odd\",\"name\":\"Odd\","
                                        + "\"privileges\":[{\"recordType\":\"voyage\",\"operation\":\"view\","
                                        + "\"reach\":\"all\",\"condition\":\"stauts = 'closed'\"}]}}"));
        assertThat(odd.status()).isEqualTo(422);
        assertThat(odd.json().at("/problems/0/message").asString())
                .contains("character 1: no field `stauts` on Voyage; did you mean `status`?");
        Answer shape =
                client.post(DRAFTS, draft("x", "{\"put\":\"roles\",\"element\":{\"kee\":1}}"));
        assertThat(shape.json().at("/problems/0/path").asString())
                .isEqualTo("changes[0].element.key");
    }

    @Test
    void whatHasBeenPublishedOtherwiseSinceShowsBothSides(Installation nembar) {
        Client client = nembar.administrator();
        Answer one = client.post(DRAFTS, draft("One", role("test-role", "One")));
        Answer other = client.post(DRAFTS, draft("Other", role("test-role", "Other")));
        assertThat(override(client, one).status()).isEqualTo(200);
        Answer behind = override(client, other);
        assertThat(behind.status()).isEqualTo(403);
        assertThat(behind.detail()).contains("behind");
        Answer review = client.get(at(other) + "/review");
        assertThat(review.json().at("/clashes/0/key").asString()).isEqualTo("test-role");
        assertThat(review.json().at("/clashes/0/published/name").asString()).isEqualTo("One");
        assertThat(review.json().at("/clashes/0/drafted/element/name").asString())
                .isEqualTo("Other");
        long last =
                client.get(TOWLINE + "/publications").json().at("/publications/0/number").asLong();
        Answer brought =
                client.with("If-Match", other.header("ETag"))
                        .put(
                                at(other),
                                "{\"name\":\"Other\",\"base\":"
                                        + last
                                        + ",\"changes\":["
                                        + role("test-role", "Other")
                                        + "]}");
        assertThat(brought.status()).as(brought.text()).isEqualTo(200);
        assertThat(override(client, other).status()).isEqualTo(200);
        Answer away =
                client.post(DRAFTS, draft("Away", "{\"remove\":\"roles\",\"key\":\"test-role\"}"));
        assertThat(override(client, away).status()).isEqualTo(200);
    }

    @Test
    void twoAdministratorsAtOnceLoseNothing(Installation nembar) throws Exception {
        Client client = nembar.administrator();
        Answer draft = client.post(DRAFTS, draft("Shared", role("test-shared", "Shared")));
        String tag = draft.header("ETag");
        ExecutorService pool = Executors.newFixedThreadPool(4);
        try {
            Callable<Answer> edit =
                    () ->
                            nembar.administrator()
                                    .with("If-Match", tag)
                                    .put(at(draft), draft("Edited", role("test-shared", "Edited")));
            List<Future<Answer>> edits = pool.invokeAll(List.of(edit, edit, edit, edit));
            long taken = 0;
            for (Future<Answer> one : edits) {
                Answer answer = one.get();
                assertThat(answer.status()).isIn(200, 409, 412);
                taken += answer.status() == 200 ? 1 : 0;
            }
            assertThat(taken).isEqualTo(1);
        } finally {
            pool.shutdown();
        }
        String now = client.get(at(draft)).header("ETag");
        assertThat(client.with("If-Match", now).delete(at(draft)).status()).isEqualTo(204);
        assertThat(client.with("If-Match", now).delete(at(draft)).status()).isIn(409, 412);
    }

    @Test
    void aGuardedAreaNeedsItsStewardsWord(Installation nembar) {
        Client client = nembar.administrator();
        String change = assign("test-crew", "clemency.hart", "crew-list");
        Answer draft = client.post(DRAFTS, draft("Crew for Clemency", change));
        Answer refused = override(client, draft);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail()).contains("Crew welfare, which is guarded");
        assertThat(refused.text()).contains("Agnete Solberg");
        Client steward = nembar.steward();
        Answer own =
                client.with("If-Match", client.get(at(draft)).header("ETag"))
                        .post(at(draft) + "/approve", "{}");
        assertThat(own.status()).as("the author cannot approve").isEqualTo(403);
        Answer approved =
                steward.with("If-Match", steward.get(at(draft)).header("ETag"))
                        .post(at(draft) + "/approve", "{}");
        assertThat(approved.status()).as(approved.text()).isEqualTo(200);
        Answer published = override(client, draft);
        assertThat(published.status()).as(published.text()).isEqualTo(200);
        assertThat(published.json().at("/approvers/0").asString()).isEqualTo("agnete.solberg");
        Answer away =
                steward.post(
                        DRAFTS,
                        draft("Away", "{\"remove\":\"assignments\",\"key\":\"test-crew\"}"));
        assertThat(away.status()).as("stewards approve, they do not draft").isEqualTo(403);
        Answer undo =
                client.post(
                        DRAFTS,
                        draft("Away", "{\"remove\":\"assignments\",\"key\":\"test-crew\"}"));
        steward.with("If-Match", undo.header("ETag")).post(at(undo) + "/approve", "{}");
        assertThat(override(client, undo).status()).isEqualTo(200);
    }

    @Test
    void theRecordThatBreaksAnExpectationIsKeptFromThoseItIsGuardedFrom(Installation nembar) {
        String expectation =
                "{\"put\":\"expectations\",\"element\":{\"key\":\"test-crew-unseen\",\"name\":\"Unseen\","
                        + "\"subject\":{\"of\":[{\"unit\":\"crew-office\"}]},\"claim\":\"canNever\","
                        + "\"recordType\":\"crew_member\",\"operation\":\"view\",\"severity\":\"warning\"}}";
        Client client = nembar.administrator();
        Answer draft = client.post(DRAFTS, draft("Unseen", expectation));
        assertThat(unseen(client, draft)).contains("\"holds\":false").doesNotContain("\"record\"");
        assertThat(unseen(nembar.steward(), draft)).contains("\"holds\":false", "\"record\":");
        client.with("If-Match", draft.header("ETag")).delete(at(draft));
    }

    private static String unseen(Client client, Answer draft) {
        for (var proof : client.get(at(draft) + "/review").json().path("expectations")) {
            if (proof.path("key").asString().equals("test-crew-unseen")) {
                return proof.toString();
            }
        }
        return "";
    }

    @Test
    void nobodyRaisesThemselves(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                client.post(DRAFTS, draft("For me", assign("test-me", "idris.munro", "read-all")));
        Answer refused = override(client, draft);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail()).contains("author's own access");
        assertThat(refused.text()).contains("Vikram Sethi");
    }

    @Test
    void aBranchAdministratorDraftsAndDoesNotPublish(Installation nembar) {
        Client maren = nembar.branchAdministrator();
        Answer draft =
                maren.post(
                        DRAFTS, draft("Delta", assign("test-delta", "keziah.moss", "see-voyages")));
        assertThat(draft.status()).as(draft.text()).isEqualTo(201);
        Answer refused = override(maren, draft);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail()).contains("may not publish");
        assertThat(nembar.auditor().post(DRAFTS, draft("No", role("r", "R"))).status())
                .isEqualTo(403);
    }

    @Test
    void thePastIsFoundByItsInstant(Installation nembar) {
        Client client = nembar.administrator();
        Answer publications = client.get(TOWLINE + "/publications?size=100");
        assertThat(publications.json().path("total").asLong()).isGreaterThanOrEqualTo(5);
        String before = Instant.now().minus(Duration.ofDays(100)).toString();
        String question = "/api/ask/what-can?application=towline&person=isolde.tran";
        long now = contracts(client.get(question));
        long then = contracts(client.get(question + "&at=" + before));
        assertThat(then).isZero();
        assertThat(now).isPositive();
        Answer never = client.get(question + "&at=" + Instant.now().minus(Duration.ofDays(400)));
        assertThat(never.status()).isEqualTo(404);
        assertThat(never.detail()).contains("Nothing was published yet");
        assertThat(client.get(question + "&at=yesterday").status()).isEqualTo(400);
        Answer difference =
                client.get(TOWLINE + "/difference?person=isolde.tran&at=" + before + "&otherAt=");
        assertThat(difference.status()).as(difference.text()).isEqualTo(200);
        assertThat(difference.json().at("/lines").toString()).contains("contract");
    }

    private static long contracts(Answer answer) {
        String text = answer.json().path("areas").toString();
        String cell = text.substring(text.indexOf("\"key\":\"contract\""));
        String records = cell.substring(cell.indexOf("\"records\":") + "\"records\":".length());
        return Long.parseLong(records.split("[^0-9]")[0]);
    }

    private static Answer override(Client client, Answer draft) {
        return client.with("If-Match", client.get(at(draft)).header("ETag"))
                .post(
                        at(draft) + "/publish",
                        "{\"reason\":\"A test\",\"override\":\"The demo breaks two\"}");
    }

    @Test
    void whatBreaksAnExpectationTakesAReasonThatIsKept(Installation nembar) {
        Client client = nembar.administrator();
        String change =
                """
                {"put": "assignments", "element": {"key": "board-claims", "set": "read-all",
                  "audience": {"of": [{"person": "berth.board"}]}, "reason": "Shows claims"}}
                """;
        Answer draft = client.post(DRAFTS, draft("Claims on the board", change));
        Answer broken = publish(client, draft);
        assertThat(broken.status()).as(broken.text()).isEqualTo(403);
        assertThat(broken.text()).contains("Services see no claims");
        Answer published =
                client.with("If-Match", draft.header("ETag"))
                        .post(
                                at(draft) + "/publish",
                                Map.of("reason", "For a week", "override", "Known to Ambrose"));
        assertThat(published.status()).as(published.text()).isEqualTo(200);
        assertThat(published.json().path("overridden").asString()).isEqualTo("Known to Ambrose");
        Answer undo =
                client.post(
                        "/api/applications/towline/publications/"
                                + published.json().path("number").asLong()
                                + "/undo",
                        "{}");
        assertThat(publish(client, undo).status()).isEqualTo(200);
    }
}
