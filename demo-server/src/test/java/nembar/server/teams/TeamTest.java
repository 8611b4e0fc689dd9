package nembar.server.teams;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Teams: members by name and by condition, and leads who look after them. */
@ExtendWith(Installation.class)
class TeamTest {
    private static String team(Client client, String name) {
        return client.post("/api/teams", Map.of("name", name)).json().path("key").asString();
    }

    @Test
    void membersComeByNameAndByCondition(Installation nembar) {
        Client client = nembar.administrator();
        String key = team(client, "Tally Desk");
        Answer changed =
                client.put(
                        "/api/teams/" + key,
                        Map.of("name", "Tally Desk", "who", "user.unit = 'credit'"));
        assertThat(changed.json().path("done").asBoolean()).isTrue();
        client.post("/api/teams/" + key + "/members", Map.of("add", List.of("tove.ansgar")));
        JsonNode sheet = client.get("/api/teams/" + key).json();
        assertThat(
                        sheet.path("members")
                                .valueStream()
                                .filter(one -> one.path("listed").asBoolean()))
                .hasSize(1);
        assertThat(sheet.path("members").size()).isGreaterThan(1);
        assertThat(client.delete("/api/teams/" + key).json().path("done").asBoolean()).isTrue();
        assertThat(client.get("/api/teams/" + key).status()).isEqualTo(404);
    }

    @Test
    void aConditionThatCannotBeIsSaid(Installation nembar) {
        Client client = nembar.administrator();
        String key = team(client, "Colour Desk");
        for (String who : List.of("user.colour = 'red'", "user.unit =")) {
            Answer refused =
                    client.put("/api/teams/" + key, Map.of("name", "Colour Desk", "who", who));
            assertThat(refused.status()).as(refused.text()).isEqualTo(400);
        }
        client.delete("/api/teams/" + key);
    }

    @Test
    void pastedAddressesAreJudgedForATeam(Installation nembar) {
        Answer judged =
                nembar.administrator()
                        .post(
                                "/api/teams/delta-dispatch/judge",
                                Map.of(
                                        "text",
                                        "corin.blythe@larkwater.example,"
                                                + " ilse.marrow@larkwater.example,"
                                                + " stranger@nowhere.example, bad@x"));
        assertThat(judged.json().valueStream().map(one -> one.path("verdict").asString()))
                .containsExactly("here", "member", "new", "malformed");
    }

    @Test
    void aLeadAddsAndRemovesMembersWithoutAdministering(Installation nembar) {
        Client client = nembar.administrator();
        String email = "team.lead@larkwater.example";
        String lead = Arrivals.arrive(nembar, email, "Team Lead", "credit");
        String other =
                Arrivals.arrive(nembar, "team.mate@larkwater.example", "Team Mate", "credit");
        String key = team(client, "Led By One");
        client.post(
                "/api/teams/" + key + "/members",
                Map.of("add", List.of(lead), "lead", List.of(lead)));
        Client theirs = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        assertThat(theirs.get("/api/teams").text())
                .contains("Led By One")
                .doesNotContain("Ore Desk");
        String members = "/api/teams/" + key + "/members";
        assertThat(
                        theirs.post(members, Map.of("add", List.of(other)))
                                .json()
                                .path("done")
                                .asBoolean())
                .isTrue();
        assertThat(theirs.post(members, Map.of("lead", List.of(other))).status()).isEqualTo(403);
        assertThat(theirs.put("/api/teams/" + key, Map.of("name", "Mine")).status()).isEqualTo(403);
        assertThat(
                        theirs.post("/api/teams/ore-desk/members", Map.of("add", List.of(other)))
                                .status())
                .isEqualTo(403);
        assertThat(
                        theirs.post(members, Map.of("remove", List.of(other)))
                                .json()
                                .path("done")
                                .asBoolean())
                .isTrue();
        client.delete("/api/teams/" + key);
    }

    @Test
    void aMessageGoesToEachActiveMember(Installation nembar) {
        Client client = nembar.administrator();
        Answer sent =
                client.post(
                        "/api/teams/claims-panel/message",
                        Map.of("subject", "Panel on Friday", "body", "Bring the files."));
        assertThat(sent.json().path("messages").asInt()).isGreaterThan(2);
        assertThat(Arrivals.letter(nembar, "petra.lindqvist@larkwater.example"))
                .contains("Bring the files.", "Idris Munro, to Claims Panel");
        assertThat(
                        client.post(
                                        "/api/teams/claims-panel/message",
                                        Map.of("subject", " ", "body", "x"))
                                .status())
                .isEqualTo(400);
    }
}
