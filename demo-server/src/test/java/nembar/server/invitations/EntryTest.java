package nembar.server.invitations;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.demoserver.DevMailServer;
import nembar.server.mail.Outbox;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Invitations, resets and requests to join: who gets in, and who does not. */
@ExtendWith(Installation.class)
class EntryTest {
    private static Client visitor(Installation nembar) {
        Client client = nembar.nobody();
        client.get("/api/session");
        return client;
    }

    private static Answer enter(Client client, String token, String password, String code) {
        return client.post(
                "/api/entry/come-in", Map.of("token", token, "password", password, "code", code));
    }

    private static void act(Client client, String act, String person) {
        Answer done =
                client.post("/api/people/acts", Map.of("act", act, "people", List.of(person)));
        assertThat(done.json().path("done").asBoolean()).as(done.text()).isTrue();
    }

    private static JsonNode invitation(Client client, String key) {
        return client.get("/api/people/" + key).json().path("invitation");
    }

    @Test
    void anInvitationLetsItsPersonInOnce(Installation nembar) {
        Client client = nembar.administrator();
        String email = "ivy.lock@larkwater.example";
        String key = Arrivals.invite(client, email, "Ivy Lock", "credit");
        String token = Arrivals.token(nembar, email);
        Client visitor = visitor(nembar);
        Answer opened = visitor.post("/api/entry/open", Map.of("token", token));
        assertThat(opened.json().path("name").asString()).isEqualTo("Ivy Lock");
        assertThat(opened.json().path("invitedBy").asString()).isEqualTo("Idris Munro");
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(401);
        assertThat(enter(visitor, token, Arrivals.PASSWORD, "").status()).isEqualTo(204);
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
        assertThat(visitor.post("/api/entry/open", Map.of("token", token)).status()).isEqualTo(404);
        assertThat(enter(visitor, token, "another one of these", "").status()).isEqualTo(404);
        JsonNode sheet = client.get("/api/people/" + key).json();
        assertThat(sheet.path("status").asString()).isEqualTo("active");
        assertThat(sheet.path("history").toString()).contains("accepted the invitation");
    }

    @Test
    void addressesAndNamesInAnyScriptAreWrittenTo(Installation nembar) {
        Client client = nembar.administrator();
        String email = "änne.müller@grün.example";
        String id = Arrivals.paste(client, "Änne Müller-Ολγα <" + email + ">");
        Arrivals.say(client, id, Map.of("placing", Map.of("kind", "staff", "unit", "credit")));
        assertThat(Arrivals.send(client, id).path("line").path("state").asString())
                .isEqualTo("done");
        assertThat(client.get("/api/people?search=m%C3%BCller-").text()).contains("Ολγα");
        assertThat(client.get("/api/outbox").json().path("waiting").toString())
                .doesNotContain("Local address contains");
    }

    @Test
    void aPasswordIsLongAndNoneThatEverybodyTries(Installation nembar) {
        String email = "poor.choice@larkwater.example";
        Arrivals.invite(nembar.administrator(), email, "Poor Choice", "credit");
        String token = Arrivals.token(nembar, email);
        Client visitor = visitor(nembar);
        for (String poor :
                List.of(
                        "short",
                        "aaaaaaaaaaaaaaa",
                        "Passw0rd12345",
                        "poor.choice.123",
                        "x".repeat(80))) {
            Answer refused = enter(visitor, token, poor, "");
            assertThat(refused.status()).as(poor).isEqualTo(400);
            assertThat(refused.json().path("problems").path(0).path("path").asString())
                    .isEqualTo("password");
        }
        assertThat(enter(visitor, token, "пять тихих барж", "").status()).isEqualTo(204);
    }

    @Test
    void sendingAgainMakesTheOldLinkWorthless(Installation nembar) {
        Client client = nembar.administrator();
        String email = "sent.twice@larkwater.example";
        String key = Arrivals.invite(client, email, "Sent Twice", "credit");
        String first = Arrivals.token(nembar, email);
        act(client, "resend", key);
        Arrivals.letters(nembar, email, 2);
        String second = Arrivals.token(nembar, email);
        assertThat(second).isNotEqualTo(first);
        Client visitor = visitor(nembar);
        assertThat(visitor.post("/api/entry/open", Map.of("token", first)).status()).isEqualTo(404);
        assertThat(visitor.post("/api/entry/open", Map.of("token", second)).status())
                .isEqualTo(200);
    }

    @Test
    void aWithdrawnInvitationLeadsNowhere(Installation nembar) {
        Client client = nembar.administrator();
        String email = "not.after.all@larkwater.example";
        String key = Arrivals.invite(client, email, "Not Afterall", "credit");
        String token = Arrivals.token(nembar, email);
        act(client, "withdraw", key);
        assertThat(visitor(nembar).post("/api/entry/open", Map.of("token", token)).status())
                .isEqualTo(404);
        assertThat(invitation(client, key).path("state").asString()).isEqualTo("WITHDRAWN");
        assertThat(client.get("/api/people?invitation=withdrawn").text()).contains(email);
    }

    @Test
    void aCodeHasToBeSaidWhereOneIsAskedFor(Installation nembar) {
        Client client = nembar.administrator();
        String email = "code.wanted@larkwater.example";
        String id = Arrivals.paste(client, "Code Wanted <" + email + ">");
        Arrivals.say(
                client,
                id,
                Map.of("compare", true, "placing", Map.of("kind", "staff", "unit", "credit")));
        Arrivals.send(client, id);
        String key = Arrivals.key(client, email);
        String code = invitation(client, key).path("code").asString();
        assertThat(code).hasSize(6);
        assertThat(Arrivals.letter(nembar, email)).doesNotContain(code);
        String token = Arrivals.token(nembar, email);
        Client visitor = visitor(nembar);
        assertThat(enter(visitor, token, Arrivals.PASSWORD, "WRONG1").status()).isEqualTo(400);
        assertThat(enter(visitor, token, Arrivals.PASSWORD, code.toLowerCase()).status())
                .isEqualTo(204);
    }

    @Test
    void tooManyWrongCodesCloseTheDoor(Installation nembar) {
        Client client = nembar.administrator();
        String email = "code.guessed@larkwater.example";
        String id = Arrivals.paste(client, email);
        Arrivals.say(client, id, Map.of("compare", true));
        Arrivals.send(client, id);
        String token = Arrivals.token(nembar, email);
        Client visitor = visitor(nembar);
        for (int i = 0; i < 5; i++) {
            assertThat(enter(visitor, token, Arrivals.PASSWORD, "GUESS" + i).status())
                    .isEqualTo(400);
        }
        assertThat(visitor.post("/api/entry/open", Map.of("token", token)).status()).isEqualTo(404);
    }

    @Test
    void aResetLeavesTheOldPasswordUntilItIsUsed(Installation nembar) {
        String email = "forgot.it@larkwater.example";
        String key = Arrivals.arrive(nembar, email, "Forgot It", "credit");
        Client client = nembar.administrator();
        act(client, "reset", key);
        Arrivals.letters(nembar, email, 2);
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
        Client theirs = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        enter(visitor(nembar), Arrivals.token(nembar, email), "quite another phrase", "");
        assertThat(theirs.get("/api/session").status()).isEqualTo(401);
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(401);
        assertThat(nembar.nobody().trySignIn(email, "quite another phrase").status())
                .isEqualTo(200);
    }

    @Test
    void whileTheMailServerIsDownAnInvitationWaitsVisiblyAndLeavesLater(Installation nembar) {
        Client client = nembar.administrator();
        DevMailServer server = nembar.part(DevMailServer.class);
        String email = "mail.down@larkwater.example";
        server.stop();
        String key;
        try {
            key = Arrivals.invite(client, email, "Mail Down", "credit");
            JsonNode waiting =
                    Arrivals.await(
                            () -> {
                                JsonNode now = invitation(client, key(client, email));
                                return now.path("error").asString("").isEmpty() ? null : now;
                            });
            assertThat(waiting.path("state").asString()).isEqualTo("WAITING");
            assertThat(client.get("/api/outbox").json().path("waiting").toString())
                    .contains(email, "Connection refused");
            assertThat(client.get("/api/people?invitation=waiting").text()).contains(email);
        } finally {
            server.start();
        }
        client.post("/api/outbox/hurry", Map.of());
        assertThat(Arrivals.letter(nembar, email)).contains("Hello Mail");
        Arrivals.await(
                () ->
                        invitation(client, key).path("state").asString().equals("SENT")
                                ? true
                                : null);
    }

    private static String key(Client client, String email) {
        return Arrivals.key(client, email);
    }

    @Test
    void noTokenIsKept(Installation nembar) {
        String email = "hashed.only@larkwater.example";
        Arrivals.invite(nembar.administrator(), email, "Hashed Only", "credit");
        String token = Arrivals.token(nembar, email);
        assertThat(Arrivals.letter(nembar, email)).contains(token);
        assertThat(nembar.part(Outbox.class).waiting(500).toString()).doesNotContain(token);
    }

    @Test
    void anAddressOfTheDomainMayAskToJoinAndWaitsForApproval(Installation nembar) {
        Client client = nembar.administrator();
        Answer made = client.post("/api/accounts/keelmark/join-link", Map.of());
        String address = made.json().path("link").path("address").asString();
        String id = address.substring(address.indexOf('#') + 1);
        Client visitor = visitor(nembar);
        assertThat(
                        visitor.post("/api/join/open", Map.of("link", id))
                                .json()
                                .path("accountName")
                                .asString())
                .isEqualTo("Keelmark Inspection");
        Map<String, String> asked =
                Map.of(
                        "link", id,
                        "email", "wanda.reed@keelmark.example",
                        "givenName", "Wanda",
                        "familyName", "Reed",
                        "note", "Surveys of next week");
        assertThat(
                        visitor.post(
                                        "/api/join",
                                        Map.of(
                                                "link",
                                                id,
                                                "email",
                                                "x@else.example",
                                                "givenName",
                                                "X"))
                                .status())
                .isEqualTo(400);
        assertThat(visitor.post("/api/join", asked).status()).isEqualTo(204);
        assertThat(visitor.post("/api/join", asked).status()).isEqualTo(204);
        assertThat(nembar.branchAdministrator().get("/api/join-requests").text())
                .doesNotContain("wanda");
        List<JsonNode> waiting =
                client.get("/api/join-requests")
                        .json()
                        .path("requests")
                        .valueStream()
                        .filter(one -> one.path("email").asString().startsWith("wanda"))
                        .toList();
        assertThat(waiting).hasSize(1);
        String request = waiting.get(0).path("id").asString();
        Answer approved = client.post("/api/join-requests/" + request + "/approve", Map.of());
        String key = approved.json().path("person").asString();
        JsonNode sheet = client.get("/api/people/" + key).json();
        assertThat(sheet.path("kind").asString()).isEqualTo("external");
        assertThat(sheet.path("accounts").path(0).path("key").asString()).isEqualTo("keelmark");
        assertThat(Arrivals.letter(nembar, "wanda.reed@keelmark.example")).contains("come-in");
        assertThat(client.post("/api/join-requests/" + request + "/approve", Map.of()).status())
                .isEqualTo(404);
        client.delete("/api/accounts/keelmark/join-link");
        assertThat(visitor.post("/api/join/open", Map.of("link", id)).status()).isEqualTo(404);
    }
}
