package nembar.server.accounts;

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

@ExtendWith(Installation.class)
class AccountTest {
    private static Map<String, Object> edit(String name, Map<String, Object> more) {
        Map<String, Object> edit = new HashMap<>(Map.of("name", name));
        edit.putAll(more);
        return edit;
    }

    private static String made(Client client, String name) {
        Answer made = client.post("/api/accounts", edit(name, Map.of()));
        return made.json().path("key").asString();
    }

    /** An external of the account who has come in; their address. */
    private static String external(Installation nembar, String account) {
        Client client = nembar.administrator();
        String email = "somebody@" + account + ".example";
        String id = Arrivals.paste(client, email);
        Arrivals.say(
                client,
                id,
                Map.of(
                        "placing", Map.of("kind", "external", "account", account),
                        "given", Map.of("application", "towline", "role", "shipper-contact")));
        Arrivals.send(client, id);
        Arrivals.comeIn(nembar, email);
        return email;
    }

    @Test
    void anAccountHasTagsDomainsAndSeats(Installation nembar) {
        Client client = nembar.administrator();
        String key = made(client, "Lock and Weir");
        String path = "/api/accounts/" + key;
        Map<String, Object> wanted =
                edit(
                        "Lock & Weir",
                        Map.of(
                                "tags",
                                List.of("timber", "new-one"),
                                "domains",
                                List.of("@Lockweir.example"),
                                "seats",
                                3,
                                "seatsRefuse",
                                true));
        assertThat(client.putOnTop(path, wanted).json().path("done").asBoolean()).isTrue();
        JsonNode sheet = client.get(path).json();
        assertThat(sheet.path("history").path(0).path("who").asString()).isEqualTo("Idris Munro");
        JsonNode line = sheet.path("line");
        assertThat(line.path("name").asString()).isEqualTo("Lock & Weir");
        assertThat(line.path("domains").path(0).asString()).isEqualTo("lockweir.example");
        assertThat(line.path("seats").asInt()).isEqualTo(3);
        assertThat(client.get("/api/accounts?tag=new-one").json().path("total").asInt())
                .isEqualTo(1);
        assertThat(client.get("/api/accounts?search=lockweir").text()).contains("Lock & Weir");
    }

    @Test
    void whatCannotBeIsSaidWithItsField(Installation nembar) {
        Client client = nembar.administrator();
        String path = "/api/accounts/" + made(client, "Wrong Turns");
        Map<String, Map<String, Object>> wrong =
                Map.of(
                        "tags", Map.of("tags", List.of("two words")),
                        "domains", Map.of("domains", List.of("no domain")),
                        "seats", Map.of("seats", -1),
                        "ends", Map.of("ends", "soon"));
        wrong.forEach(
                (field, change) ->
                        assertThat(
                                        client.putOnTop(path, edit("Wrong Turns", change))
                                                .json()
                                                .path("problems")
                                                .path(0)
                                                .path("path")
                                                .asString())
                                .isEqualTo(field));
        Answer taken =
                client.putOnTop(
                        path,
                        edit("Wrong Turns", Map.of("domains", List.of("hollis-grain.example"))));
        assertThat(taken.detail()).contains("belongs to Hollis Grain");
        Answer own =
                client.putOnTop(
                        "/api/accounts/larkwater",
                        edit("Larkwater Barge Lines", Map.of("pending", true)));
        assertThat(own.detail()).contains("neither held back nor ended");
    }

    @Test
    void whoIsHeldBackCannotEnterAndHasNoAccessUntilReleased(Installation nembar) {
        Client client = nembar.administrator();
        String key = made(client, "Patient Cargo");
        String email = external(nembar, key);
        String path = "/api/accounts/" + key;
        Client theirs = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        assertThat(theirs.get("/api/session").status()).isEqualTo(200);
        Answer preview =
                client.putOnTop(
                        path + "?preview=true", edit("Patient Cargo", Map.of("pending", true)));
        assertThat(preview.json().path("done").asBoolean()).isFalse();
        client.putOnTop(path, edit("Patient Cargo", Map.of("pending", true)));
        assertThat(client.get(path).json().path("line").path("state").asString())
                .isEqualTo("pending");
        Answer out = nembar.nobody().trySignIn(email, Arrivals.PASSWORD);
        assertThat(out.status()).isEqualTo(403);
        assertThat(out.detail()).contains("Patient Cargo is not released");
        String person = Arrivals.key(client, email);
        Answer access = client.get("/api/ask/what-can?application=towline&person=" + person);
        assertThat(access.json().path("holdings")).isEmpty();
        client.putOnTop(path, edit("Patient Cargo", Map.of("pending", false)));
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void anEndedAccountLetsNobodyIn(Installation nembar) {
        Client client = nembar.administrator();
        String key = made(client, "Last Season");
        String email = external(nembar, key);
        client.putOnTop("/api/accounts/" + key, edit("Last Season", Map.of("ends", "2020-01-31")));
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(403);
        assertThat(client.get("/api/accounts/" + key).json().path("line").path("state").asString())
                .isEqualTo("ended");
    }

    @Test
    void onlyThoseWhoMayChangeIt(Installation nembar) {
        Client auditor = nembar.auditor();
        assertThat(auditor.get("/api/accounts/hollis-grain").status()).isEqualTo(200);
        assertThat(
                        auditor.putOnTop(
                                        "/api/accounts/hollis-grain",
                                        edit("Hollis Grain", Map.of()))
                                .status())
                .isEqualTo(403);
        assertThat(auditor.post("/api/accounts", edit("Mine", Map.of())).status()).isEqualTo(403);
        assertThat(nembar.administrator().get("/api/accounts/none").status()).isEqualTo(404);
    }

    @Test
    void ofTwoEditsOfTheSameOneIsToldAndNothingIsLost(Installation nembar) {
        Client client = nembar.administrator();
        String path = "/api/accounts/" + made(client, "Two Hands");
        Map<String, Object> first = new HashMap<>(edit("Two Hands", Map.of("seats", 4)));
        Map<String, Object> second =
                new HashMap<>(edit("Two Hands", Map.of("domains", List.of("two-hands.example"))));
        long version = client.get(path).json().path("version").asLong();
        first.put("version", version);
        second.put("version", version);
        assertThat(client.put(path, first).status()).isEqualTo(200);
        Answer late = client.put(path, second);
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.json().path("overtaken").asBoolean()).isTrue();
        assertThat(client.get(path).json().path("line").path("seats").asInt()).isEqualTo(4);
        second.remove("version");
        assertThat(client.put(path, second).status()).isEqualTo(400);
    }
}
