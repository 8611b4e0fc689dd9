package nembar.server.approval;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Changes that are not one's own to make, asked of somebody who can agree. */
@ExtendWith(Installation.class)
class ApprovalTest {
    private static final String AUTHOR = "idris.munro@larkwater.example";
    private static final String STEWARD = "agnete.solberg@larkwater.example";

    /** Whoever sits in the crew office is a steward of crew welfare, which is guarded. */
    private static Answer place(Client client, String person, String unit, String how) {
        return client.post(
                "/api/people/acts?" + how,
                Map.of(
                        "act", "place",
                        "people", List.of(person),
                        "place", Map.of("unit", unit)));
    }

    private static String unit(Client client, String person) {
        return client.get("/api/people/" + person).json().path("unit").path("key").asString();
    }

    /** Asks to place somebody new in the crew office; the id of what waits. */
    private static String asked(Client client, String person) {
        return asked(client, person, "crew-office");
    }

    private static String asked(Client client, String person, String unit) {
        Answer answer = place(client, person, unit, "ask=true&why=She+starts+on+Monday");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(answer.json().path("done").asBoolean()).isFalse();
        return waiting(client, true).path(0).path("id").asString();
    }

    private static JsonNode waiting(Client client, boolean open) {
        return client.get("/api/approvals?open=" + open).json().path("waiting");
    }

    @Test
    void whatAStewardAgreesToIsDoneInTheNameOfWhoeverAsked(Installation nembar) {
        Client client = nembar.administrator();
        String person = Arrivals.invite(client, "wren@larkwater.example", "Wren Dale", "credit");
        JsonNode preview = place(client, person, "crew-office", "preview=true").json();
        assertThat(preview.path("against").toString()).contains("Crew welfare", "Agnete Solberg");
        assertThat(preview.path("canAgree").toString()).contains("agnete.solberg");
        assertThat(preview.path("moved").path(0).path("lines"))
                .isNotEmpty()
                .allSatisfy(
                        one ->
                                assertThat(one.path("opens").asBoolean())
                                        .as(one.toString())
                                        .isEqualTo(one.path("lost").asLong() == 0));
        assertThat(place(client, person, "crew-office", "").status()).isEqualTo(403);

        String id = asked(client, person);
        assertThat(unit(client, person)).isEqualTo("credit");
        assertThat(Arrivals.letter(nembar, STEWARD, "Place Wren Dale"))
                .contains("She starts on Monday", "/people/requests");
        assertThat(client.post("/api/approvals/" + id + "/agree", Map.of()).status())
                .isEqualTo(403);

        Client steward = nembar.steward();
        JsonNode line = waiting(steward, true).path(0);
        assertThat(line.path("author").asString()).isEqualTo("Idris Munro");
        assertThat(line.path("mine").asBoolean()).isFalse();
        JsonNode looked = steward.get("/api/approvals/" + id).json();
        assertThat(looked.path("consequence").path("moved").toString()).contains("Wren Dale");
        Answer agreed = steward.post("/api/approvals/" + id + "/agree", Map.of());
        assertThat(agreed.json().path("made").asBoolean()).as(agreed.text()).isTrue();

        assertThat(unit(client, person)).isEqualTo("crew-office");
        assertThat(client.get("/api/people/" + person).json().path("history").toString())
                .contains("asked for agreement: Place Wren Dale", "agreed to: Place Wren Dale");
        assertThat(Arrivals.letter(nembar, AUTHOR, "Place Wren Dale")).contains("It has been done");
        assertThat(steward.post("/api/approvals/" + id + "/agree", Map.of()).status())
                .isEqualTo(404);
        JsonNode decided = waiting(client, false).path(0);
        assertThat(decided.path("state").asString()).isEqualTo("made");
        assertThat(decided.path("note").asString()).isEqualTo("Agnete Solberg");
    }

    @Test
    void whatIsDeclinedOrTakenBackChangesNothing(Installation nembar) {
        Client client = nembar.administrator();
        String person =
                Arrivals.invite(client, "perrin@larkwater.example", "Perrin Oake", "credit");
        String first = asked(client, person);
        Answer declined =
                nembar.steward()
                        .post(
                                "/api/approvals/" + first + "/refuse",
                                Map.of("note", "No desk yet."));
        assertThat(declined.status()).isEqualTo(204);
        assertThat(Arrivals.letter(nembar, AUTHOR, "Place Perrin Oake"))
                .contains("Nothing has been changed", "No desk yet.");
        assertThat(waiting(client, false).path(0).path("note").asString())
                .isEqualTo("Agnete Solberg: No desk yet.");

        String second = asked(client, person);
        client.post("/api/approvals/" + second + "/refuse", Map.of("note", ""));
        assertThat(waiting(client, false).path(0).path("state").asString()).isEqualTo("withdrawn");
        assertThat(nembar.steward().get("/api/approvals/" + second).status()).isEqualTo(404);
        assertThat(unit(client, person)).isEqualTo("credit");
    }

    @Test
    void onlyThoseConcernedSeeIt(Installation nembar) {
        Client client = nembar.administrator();
        String person =
                Arrivals.invite(client, "tamsin@larkwater.example", "Tamsin Rill", "credit");
        String id = asked(client, person);
        Client other = nembar.branchAdministrator();
        assertThat(waiting(other, true)).isEmpty();
        assertThat(other.get("/api/approvals/" + id).status()).isEqualTo(404);
        assertThat(other.post("/api/approvals/" + id + "/agree", Map.of()).status()).isEqualTo(404);
        assertThat(other.post("/api/approvals/" + id + "/refuse", Map.of("note", "")).status())
                .isEqualTo(404);
        client.post("/api/approvals/" + id + "/refuse", Map.of("note", ""));
    }

    @Test
    void whatHasBeenOvertakenIsNotDone(Installation nembar) {
        Client client = nembar.administrator();
        String person = Arrivals.invite(client, "linnet@larkwater.example", "Linnet Fay", "credit");
        JsonNode seen = client.get("/api/people/" + person).json();
        Map<String, Object> edit = new HashMap<>();
        edit.put("version", seen.path("version").asLong());
        for (String text : List.of("kind", "email", "givenName", "familyName", "timeZone")) {
            edit.put(text, seen.path(text).asString());
        }
        edit.put("accounts", List.of());
        edit.put("unit", "crew-office");
        Answer asked = client.put("/api/people/" + person + "?ask=true", edit);
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        String id = waiting(client, true).path(0).path("id").asString();
        assertThat(place(client, person, "tariffs", "").json().path("done").asBoolean()).isTrue();

        Client steward = nembar.steward();
        JsonNode looked = steward.get("/api/approvals/" + id).json();
        assertThat(looked.path("problem").asString()).contains("changed by somebody else");
        assertThat(steward.post("/api/approvals/" + id + "/agree", Map.of()).status())
                .isEqualTo(409);
        assertThat(unit(client, person)).isEqualTo("tariffs");
        client.post("/api/approvals/" + id + "/refuse", Map.of("note", ""));
    }

    @Test
    void whatNeedsNobodyOrCannotWaitIsNotAsked(Installation nembar) {
        Client client = nembar.administrator();
        String person = Arrivals.invite(client, "alder@larkwater.example", "Alder Shaw", "credit");
        Answer needless = place(client, person, "tariffs", "ask=true");
        assertThat(needless.status()).isEqualTo(400);
        assertThat(needless.text()).contains("Nobody else's word is needed");
        assertThat(unit(client, person)).isEqualTo("credit");
        Answer lock =
                client.post(
                        "/api/people/acts?ask=true",
                        Map.of("act", "resend", "people", List.of("ottilie.brandt")));
        assertThat(lock.status()).isEqualTo(400);
        Answer empty =
                client.post(
                        "/api/people/acts?ask=true",
                        Map.of("act", "suspend", "people", List.of("clemency.hart")));
        assertThat(empty.status()).isEqualTo(400);
    }

    /** Whoever moves themselves into a guarded area needs its steward and a second person. */
    @Test
    void whereTwoHaveToAgreeItWaitsForBoth(Installation nembar) {
        Client client = nembar.administrator();
        client.post("/api/people/acts", Map.of("act", "reset", "people", List.of("vikram.sethi")));
        String second = "vikram.sethi@larkwater.example";
        Arrivals.comeIn(nembar, second);
        String home = unit(client, "idris.munro");
        String id = asked(client, "idris.munro");

        Client steward = nembar.steward();
        JsonNode first = steward.post("/api/approvals/" + id + "/agree", Map.of()).json();
        assertThat(first.path("made").asBoolean()).isFalse();
        assertThat(first.path("still").toString())
                .contains("vikram.sethi")
                .doesNotContain("rufus.tannahill");
        assertThat(unit(client, "idris.munro")).isNotEqualTo("crew-office");
        assertThat(waiting(steward, true).path(0).path("agreed").asBoolean()).isTrue();
        assertThat(steward.post("/api/approvals/" + id + "/agree", Map.of()).status())
                .isEqualTo(403);

        Client other = nembar.nobody().signIn(second, Arrivals.PASSWORD);
        JsonNode last = other.post("/api/approvals/" + id + "/agree", Map.of()).json();
        assertThat(last.path("made").asBoolean()).isTrue();
        assertThat(unit(client, "idris.munro")).isEqualTo("crew-office");

        String back = asked(client, "idris.munro", home);
        assertThat(steward.post("/api/approvals/" + back + "/agree", Map.of()).status())
                .isEqualTo(404);
        other.post("/api/approvals/" + back + "/agree", Map.of());
        assertThat(unit(client, "idris.munro")).isEqualTo(home);
    }

    @Test
    void aRoleThatReachesAGuardedAreaIsPublishedWithTheStewardsName(Installation nembar) {
        Client client = nembar.administrator();
        String person =
                Arrivals.invite(client, "sorcha@larkwater.example", "Sorcha Penn", "credit");
        Map<String, Object> given =
                Map.of(
                        "act",
                        "assign",
                        "people",
                        List.of(person),
                        "given",
                        Map.of("application", "towline", "role", "crew-steward"));
        JsonNode preview = client.post("/api/people/acts?preview=true", given).json();
        assertThat(preview.path("canAgree").toString()).contains("agnete.solberg");
        client.post("/api/people/acts?ask=true", given);
        String id = waiting(client, true).path(0).path("id").asString();
        Answer agreed = nembar.steward().post("/api/approvals/" + id + "/agree", Map.of());
        assertThat(agreed.json().path("made").asBoolean()).as(agreed.text()).isTrue();
        assertThat(client.get("/api/people/" + person).json().path("held").toString())
                .contains("Crew steward");
        JsonNode publication =
                client.get("/api/applications/towline/publications").json().path("publications");
        assertThat(publication.path(0).path("approvers").toString()).contains("agnete.solberg");
    }
}
