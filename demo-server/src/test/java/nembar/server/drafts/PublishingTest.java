package nembar.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * From a draft to a publication: at once, at a time, or once somebody has agreed; and the ledger.
 */
@ExtendWith(Installation.class)
class PublishingTest {
    private static final String TOWLINE = "/api/applications/towline";

    private static Map<String, Object> set(String key, String name) {
        return Limited.set(key, name, Limited.may("voyage", "view", "own"));
    }

    private static Map<String, Object> removal(String key) {
        return Map.of("remove", "privilegeSets", "key", key);
    }

    private static Answer draft(Client client, String name, List<Map<String, Object>> changes) {
        Answer draft = client.post(TOWLINE + "/drafts", Limited.draft(name, changes));
        assertThat(draft.status()).as(draft.text()).isEqualTo(201);
        return draft;
    }

    private static String at(Answer draft) {
        return TOWLINE + "/drafts/" + draft.json().path("id").asString();
    }

    private static Client seen(Client client, Answer draft) {
        return client.with("If-Match", client.get(at(draft)).header("ETag"));
    }

    private static Map<String, Object> plan(Instant at) {
        return Map.of("reason", "From then on", "at", at.toString());
    }

    private static String state(Client client, Answer draft) {
        return client.get(at(draft)).json().path("state").asString();
    }

    @Test
    void aDraftIsPublishedAtItsTime(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft = draft(client, "Later", List.of(set("planned-one", "Planned one")));
        assertThat(seen(client, draft).put(at(draft) + "/plan", plan(Instant.now())).status())
                .isEqualTo(400);
        Answer planned =
                seen(client, draft).put(at(draft) + "/plan", plan(Instant.now().plusSeconds(2)));
        assertThat(planned.status()).as(planned.text()).isEqualTo(200);
        assertThat(client.get(at(draft) + "/review").json().at("/planned/by").asString())
                .isEqualTo("Idris Munro");
        Arrivals.await(() -> state(client, draft).equals("published") ? true : null);
        Answer ledger = client.get(TOWLINE + "/publications?search=planned%20one");
        assertThat(ledger.json().at("/publications/0/reason").asString()).isEqualTo("From then on");
        Limited.publish(client, TOWLINE, "Clean", List.of(removal("planned-one")));
    }

    @Test
    void whatWasEditedAfterItWasPlannedIsNotPublishedAndItsPlannerIsTold(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft = draft(client, "Edited later", List.of(set("planned-two", "Planned two")));
        seen(client, draft).put(at(draft) + "/plan", plan(Instant.now().plusSeconds(2)));
        assertThat(client.put(at(draft) + "/name", Map.of("name", "Edited since")).status())
                .isEqualTo(200);
        Arrivals.await(
                () ->
                        client.get(at(draft) + "/review")
                                        .json()
                                        .at("/planned/failed")
                                        .asString("")
                                        .isEmpty()
                                ? null
                                : true);
        assertThat(client.get(at(draft) + "/review").json().at("/planned/failed").asString())
                .isEqualTo("The draft was edited after it was planned.");
        assertThat(state(client, draft)).isEqualTo("open");
        assertThat(client.delete(at(draft) + "/plan").status()).isEqualTo(204);
        assertThat(client.get(at(draft) + "/review").json().path("planned").isObject()).isFalse();
    }

    @Test
    void aStewardIsAskedAndAgreesAndItIsPublished(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                draft(
                        client,
                        "Crew list for Clemency",
                        List.of(
                                Limited.assign(
                                        "asked-crew",
                                        "set",
                                        "crew-list",
                                        "clemency.hart",
                                        Map.of())));
        Answer review = client.get(at(draft) + "/review");
        assertThat(review.json().path("publishable").asBoolean()).isFalse();
        assertThat(review.json().path("approvers").toString()).contains("Agnete Solberg");
        assertThat(review.json().at("/words/0").asString())
                .isEqualTo("Give Crew list to Clemency Hart");

        Answer asked =
                seen(client, draft)
                        .post(
                                at(draft) + "/submit?ask=true&why=Holiday%20cover",
                                Map.of("reason", "Covers the crew office"));
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        Client steward = nembar.steward();
        String id = steward.get("/api/approvals").json().at("/waiting/0/id").asString("");
        assertThat(id).as(steward.get("/api/approvals").text()).isNotEmpty();
        Answer agreed = steward.post("/api/approvals/" + id + "/agree", Map.of());
        assertThat(agreed.status()).as(agreed.text()).isLessThan(300);
        assertThat(state(client, draft)).isEqualTo("published");
        Answer ledger = client.get(TOWLINE + "/publications?element=asked-crew");
        assertThat(ledger.json().at("/publications/0/approverNames").toString())
                .contains("Agnete Solberg");

        Answer undo =
                client.post(
                        TOWLINE
                                + "/publications/"
                                + ledger.json().at("/publications/0/number").asLong()
                                + "/undo",
                        Map.of());
        assertThat(seen(steward, undo).post(at(undo) + "/approve", Map.of()).status())
                .isEqualTo(200);
        assertThat(Limited.publish(client, TOWLINE, undo).status()).isEqualTo(200);
        client.put(TOWLINE + "/tray", Map.of());
    }

    @Test
    void theLedgerIsSearched(Installation nembar) {
        Client client = nembar.administrator();
        Limited.publish(client, TOWLINE, "Ledger", List.of(set("ledger-one", "Ledger Ωne")));
        String ledger = TOWLINE + "/publications";
        assertThat(client.get(ledger + "?element=ledger-one").json().path("total").asInt())
                .isEqualTo(1);
        Answer found = client.get(ledger + "?search=ledger%20%CF%89ne&author=idris.munro");
        assertThat(found.json().path("total").asInt()).isEqualTo(1);
        assertThat(found.json().at("/publications/0/words/0").asString())
                .isEqualTo("New privilege set: Ledger Ωne, view voyages, none → own");
        assertThat(found.json().at("/publications/0/authorName").asString())
                .isEqualTo("Idris Munro");
        assertThat(client.get(ledger + "?author=osric.vane").json().path("total").asInt()).isZero();
        String later = Instant.now().plusSeconds(60).toString();
        assertThat(client.get(ledger + "?from=" + later).json().path("total").asInt()).isZero();
        assertThat(client.get(ledger + "?from=yesterday").status()).isEqualTo(400);
        assertThat(client.get(ledger + "?search=100%25").json().path("total").asInt()).isZero();
        Limited.publish(client, TOWLINE, "Clean", List.of(removal("ledger-one")));
    }

    @Test
    void theImpactIsHadAsAFile(Installation nembar) {
        Client client = nembar.administrator();
        Answer draft =
                draft(
                        client,
                        "As a file",
                        List.of(
                                Limited.assign(
                                        "file-one",
                                        "set",
                                        "see-berths",
                                        "clemency.hart",
                                        Map.of())));
        Answer file = client.get(at(draft) + "/impact.csv");
        assertThat(file.status()).isEqualTo(200);
        assertThat(file.text())
                .startsWith("Person,Account,External,What,Gained,Lost")
                .contains("Clemency Hart,Larkwater Barge Lines,,view berth bookings,");
    }

    @Test
    void aPublicationTellsWhoGainedByIt(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> assign =
                Limited.assign("ledger-gain", "set", "see-berths", "clemency.hart", Map.of());
        Answer made = Limited.publish(client, TOWLINE, "Gain", List.of(assign));
        String publication = TOWLINE + "/publications/" + made.json().path("number").asLong();
        Answer impact = client.get(publication + "/impact");
        assertThat(impact.status()).as(impact.text()).isEqualTo(200);
        assertThat(impact.json().path("total").asInt()).isEqualTo(1);
        assertThat(impact.json().at("/lines/0/name").asString()).isEqualTo("Clemency Hart");
        assertThat(impact.json().at("/lines/0/does").asString()).isEqualTo("view berth bookings");
        assertThat(impact.json().at("/lines/0/gained").asLong()).isGreaterThan(800);
        Answer file = client.get(TOWLINE + "/publications.csv?element=ledger-gain");
        assertThat(file.text())
                .contains("Number,At,Author")
                .contains("Give See berths to Clemency Hart");
        Limited.publish(
                client,
                TOWLINE,
                "Clean",
                List.of(Map.of("remove", "assignments", "key", "ledger-gain")));
    }
}
