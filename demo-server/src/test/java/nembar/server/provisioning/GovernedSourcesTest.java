package nembar.server.provisioning;

import static nembar.server.testing.Limited.may;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A source does nothing that its keeper may not do. */
@ExtendWith(Installation.class)
class GovernedSourcesTest {
    private static final String USERS = "/scim/v2/Users";
    private static final String NEMBAR = "/api/applications/nembar";

    /** Who may create, change and suspend everybody, but gives nothing. */
    private static Client keeper(Installation nembar, String name) {
        return Limited.administrator(
                nembar,
                name,
                may("person", "view"),
                may("person", "create"),
                may("person", "change"),
                may("person", "suspend"),
                may("person", "invite"),
                may("team", "view"),
                may("team", "change"),
                may("team", "create"));
    }

    private static Client source(
            Installation nembar, Client keeper, String name, List<String> rights) {
        Answer made =
                keeper.post(
                        "/api/sources",
                        Map.of("kind", "scim", "name", name, "invite", true, "rights", rights));
        assertThat(made.status()).as(made.text()).isEqualTo(200);
        String id = made.json().path("id").asString();
        String token =
                keeper.post("/api/sources/" + id + "/tokens", Map.of("label", "test"))
                        .json()
                        .path("token")
                        .asString();
        return nembar.nobody()
                .withoutCsrf()
                .with("Authorization", "Bearer " + token)
                .with("Content-Type", "application/scim+json");
    }

    private static final List<String> ALL =
            List.of("create", "change", "suspend", "invite", "teams");

    private static Map<String, Object> user(String email, String given, String family) {
        Map<String, Object> user = new HashMap<>();
        user.put("schemas", List.of("urn:ietf:params:scim:schemas:core:2.0:User"));
        user.put("userName", email);
        user.put("name", Map.of("givenName", given, "familyName", family));
        user.put("emails", List.of(Map.of("value", email, "primary", true)));
        user.put("active", true);
        return user;
    }

    @Test
    void nobodysAccessIsTakenByAnotherAddress(Installation nembar) {
        Client scim = source(nembar, keeper(nembar, "renamer"), "Renamer", ALL);
        Answer renamed =
                scim.put(
                        USERS + "/vikram.sethi", user("mine@larkwater.example", "Vikram", "Sethi"));
        assertThat(renamed.status()).as(renamed.text()).isIn(202, 403);
        Answer deleted = scim.delete(USERS + "/vikram.sethi");
        assertThat(deleted.status()).as(deleted.text()).isIn(202, 403);
        assertThat(scim.post(USERS, user("vikram.sethi@larkwater.example", "V", "S")).status())
                .isEqualTo(409);
        Answer sheet = nembar.administrator().get("/api/people/vikram.sethi");
        assertThat(sheet.json().path("email").asString())
                .isEqualTo("vikram.sethi@larkwater.example");
        assertThat(sheet.json().path("status").asString()).isEqualTo("active");
    }

    @Test
    void noAdministratorIsMadeByATeam(Installation nembar) {
        Client client = nembar.administrator();
        Client scim = source(nembar, keeper(nembar, "teamer"), "Teamer", ALL);
        Answer team =
                scim.post(
                        "/scim/v2/Groups",
                        Map.of(
                                "schemas",
                                List.of("urn:ietf:params:scim:schemas:core:2.0:Group"),
                                "displayName",
                                "Quiet Crew",
                                "members",
                                List.of()));
        assertThat(team.status()).as(team.text()).isEqualTo(201);
        String key = team.json().path("id").asString();
        Map<String, Object> element = new HashMap<>();
        element.put("key", "quiet-crew-administers");
        element.put("role", "administrator");
        element.put("audience", Map.of("of", List.of(Map.of("team", key))));
        Limited.publish(
                client,
                NEMBAR,
                "A team of administrators",
                List.of(Map.of("put", "assignments", "element", element)));
        String self = Arrivals.key(client, "teamer@larkwater.example");
        Answer joined =
                scim.patch(
                        "/scim/v2/Groups/" + key,
                        Map.of(
                                "schemas",
                                List.of("urn:ietf:params:scim:api:messages:2.0:PatchOp"),
                                "Operations",
                                List.of(
                                        Map.of(
                                                "op",
                                                "add",
                                                "path",
                                                "members",
                                                "value",
                                                List.of(Map.of("value", self))))));
        assertThat(joined.status()).as(joined.text()).isIn(202, 403);
        assertThat(client.get("/api/teams/" + key).text()).doesNotContain("Teamer Limited");
        Limited.publish(
                client,
                NEMBAR,
                "None again",
                List.of(Map.of("remove", "assignments", "key", "quiet-crew-administers")));
    }

    @Test
    void aSourceEndsWithItsKeeperAndHasItsOwnRights(Installation nembar) {
        Client keeper = keeper(nembar, "ending");
        Client all = source(nembar, keeper, "Ending", ALL);
        Client few = source(nembar, keeper, "Few rights", List.of("change"));
        assertThat(all.post(USERS, user("scim.a@larkwater.example", "Scim", "Ay")).status())
                .isEqualTo(201);
        Answer beyond = few.post(USERS, user("scim.b@larkwater.example", "Scim", "Bee"));
        assertThat(beyond.status()).as(beyond.text()).isEqualTo(403);
        assertThat(nembar.administrator().get("/api/people?search=scim.b").json().path("total"))
                .hasToString("0");
        Limited.publish(
                nembar.administrator(),
                NEMBAR,
                "The keeper is one no more",
                List.of(Map.of("remove", "assignments", "key", "to-ending")));
        Answer after = all.post(USERS, user("scim.c@larkwater.example", "Scim", "Cee"));
        assertThat(after.status()).as(after.text()).isEqualTo(403);
        assertThat(after.text()).contains("nobody any more who keeps it");
    }

    @Test
    void aSourceIsNamedAsOneWhateverItsName(Installation nembar) {
        Client scim = source(nembar, nembar.administrator(), "Idris Munro", ALL);
        assertThat(scim.post(USERS, user("scim.d@larkwater.example", "Scim", "Dee")).status())
                .isEqualTo(201);
        Client client = nembar.administrator();
        String key = Arrivals.key(client, "scim.d@larkwater.example");
        assertThat(client.get("/api/people/" + key).json().path("history").toString())
                .contains("Idris Munro (source)");
    }

    @Test
    void whatNeedsApprovalIsAskedForAndAnsweredAsAccepted(Installation nembar) {
        Client client = nembar.administrator();
        Client scim = source(nembar, client, "Asking", ALL);
        Answer made = scim.post(USERS, user("scim.e@larkwater.example", "Scim", "Ee"));
        String id = made.json().path("id").asString();
        Map<String, Object> moved = user("scim.e@larkwater.example", "Scim", "Ee");
        moved.put(
                "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User",
                Map.of("department", "Crew Office"));
        Answer waits = scim.put(USERS + "/" + id, moved);
        assertThat(waits.status()).as(waits.text()).isEqualTo(202);
        assertThat(waits.text()).contains("Agnete Solberg");
        assertThat(scim.get(USERS + "/" + id).text()).doesNotContain("Crew Office");
        Client steward = nembar.steward();
        String request =
                steward.get("/api/approvals?open=true").json().at("/waiting/0/id").asString();
        assertThat(steward.post("/api/approvals/" + request + "/agree", Map.of()).status())
                .isEqualTo(200);
        assertThat(scim.get(USERS + "/" + id).text()).contains("Crew Office");
    }

    @Test
    void whatASourceHasTheSayOfIsNotMovedInBulkByHand(Installation nembar) {
        Client client = nembar.administrator();
        Client scim = source(nembar, client, "Says", ALL);
        Map<String, Object> user = user("scim.f@larkwater.example", "Scim", "Eff");
        user.put(
                "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User",
                Map.of("department", "Credit"));
        String sourced = scim.post(USERS, user).json().path("id").asString();
        String own = Arrivals.invite(client, "scim.g@larkwater.example", "By Hand", "credit");
        Answer moved =
                client.post(
                        "/api/people/acts",
                        Map.of(
                                "act",
                                "place",
                                "people",
                                List.of(own, sourced),
                                "place",
                                Map.of("unit", "billing")));
        assertThat(moved.status()).as(moved.text()).isEqualTo(403);
        assertThat(moved.text()).contains("Says has the say");
        assertThat(client.get("/api/people/" + own).json().at("/unit/key").asString())
                .as("all or none")
                .isEqualTo("credit");
    }
}
