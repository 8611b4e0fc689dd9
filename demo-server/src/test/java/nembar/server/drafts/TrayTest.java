package nembar.server.drafts;

import static nembar.server.testing.Limited.may;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The draft in which somebody works: each edit, undone, done again, taken back, told. */
@ExtendWith(Installation.class)
class TrayTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String TRAY = TOWLINE + "/tray";
    private final List<Runnable> after = new ArrayList<>();

    @AfterEach
    void leaveNoDraft() {
        after.forEach(Runnable::run);
    }

    private Client client(Installation nembar) {
        Client client = nembar.administrator();
        client.put(TRAY, Map.of());
        after.add(() -> client.put(TRAY, Map.of()));
        return client;
    }

    private static Map<String, Object> set(String key, String name, String reach) {
        return Limited.set(key, name, Limited.may("voyage", "view", reach));
    }

    private static Map<String, Object> remove(String list, String key) {
        return Map.of("remove", list, "key", key);
    }

    @SafeVarargs
    private static Answer edit(Client client, Long seen, Map<String, Object>... changes) {
        Map<String, Object> body = new HashMap<>();
        body.put("changes", List.of(changes));
        if (seen != null) {
            body.put("seen", seen);
        }
        return client.post(TRAY + "/edits", body);
    }

    private static long version(Answer tray) {
        assertThat(tray.status()).as(tray.text()).isEqualTo(200);
        return tray.json().at("/draft/version").asLong();
    }

    private static String at(Answer tray) {
        return TOWLINE + "/drafts/" + tray.json().at("/draft/id").asString();
    }

    private static String reach(Answer tray, String key) {
        String reach = "";
        for (JsonNode change : tray.json().at("/draft/changes")) {
            if (change.at("/element/key").asString("").equals(key)) {
                reach = change.at("/element/privileges/0/reach").asString();
            }
        }
        return reach;
    }

    private static List<String> states(Answer tray) {
        List<String> states = new ArrayList<>();
        tray.json().path("edits").forEach(one -> states.add(one.path("state").asString()));
        return states;
    }

    @Test
    void theFirstEditMakesTheDraftAndNamesIt(Installation nembar) {
        Client client = client(nembar);
        assertThat(
                        client.get(TRAY).json().path("draft").isMissingNode()
                                || client.get(TRAY).json().path("draft").isNull())
                .isTrue();
        Answer first = edit(client, null, set("tray-one", "Night look-out", "unit"));
        assertThat(first.json().at("/draft/name").asString()).isEqualTo("Night look-out");
        assertThat(first.json().at("/edits/0/words/0").asString())
                .isEqualTo("New privilege set: Night look-out, view voyages, none → own unit");
        assertThat(first.json().at("/edits/0/writer").asString()).isEqualTo("Idris Munro");
        assertThat(at(client.get(TRAY))).isEqualTo(at(first));
    }

    @Test
    void everyEditIsUndoneAndDoneAgain(Installation nembar) {
        Client client = client(nembar);
        Answer tray = edit(client, null, set("tray-two", "Two", "own"));
        tray = edit(client, version(tray), set("tray-two", "Two", "unit"));
        tray = edit(client, version(tray), set("tray-two", "Two", "branch"));
        assertThat(reach(tray, "tray-two")).isEqualTo("branch");
        assertThat(tray.json().at("/draft/changes")).hasSize(1);

        tray = client.post(at(tray) + "/undo", Map.of());
        tray = client.post(at(tray) + "/undo", Map.of());
        assertThat(reach(tray, "tray-two")).isEqualTo("own");
        assertThat(states(tray)).containsExactly("undone", "undone", "counts");
        tray = client.post(at(tray) + "/redo", Map.of());
        assertThat(reach(tray, "tray-two")).isEqualTo("unit");

        // another edit: what is undone cannot be done again
        tray = edit(client, version(tray), set("tray-two", "Two", "all"));
        assertThat(states(tray)).containsExactly("counts", "counts", "counts");
        Answer nothing = client.post(at(tray) + "/redo", Map.of());
        assertThat(nothing.status()).isEqualTo(409);
        for (int i = 0; i < 3; i++) {
            tray = client.post(at(tray) + "/undo", Map.of());
        }
        assertThat(tray.json().at("/draft/changes")).isEmpty();
        assertThat(client.post(at(tray) + "/undo", Map.of()).status()).isEqualTo(409);
    }

    @Test
    void anEditIsTakenBackUnlessLaterOnesBuildOnIt(Installation nembar) {
        Client client = client(nembar);
        Answer tray = edit(client, null, set("tray-three", "Three", "own"));
        tray = edit(client, version(tray), set("tray-four", "Four", "own"));
        Map<String, Object> role = new HashMap<>();
        role.put("key", "tray-role");
        role.put("name", "Tray role");
        role.put("meantFor", "staff");
        role.put("sets", List.of("tray-three"));
        tray = edit(client, version(tray), Map.of("put", "roles", "element", role));

        Answer refused = client.post(at(tray) + "/edits/1/take-back", Map.of());
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).contains("Other edits build on this one");

        tray = client.post(at(tray) + "/edits/2/take-back", Map.of());
        assertThat(states(tray)).containsExactly("takesBack", "counts", "takenBack", "counts");
        assertThat(reach(tray, "tray-four")).isEmpty();
        tray = client.post(at(tray) + "/undo", Map.of());
        assertThat(reach(tray, "tray-four")).isEqualTo("own");

        tray = edit(client, version(tray), set("tray-three", "Three", "unit"));
        Answer later = client.post(at(tray) + "/edits/1/take-back", Map.of());
        assertThat(later.status()).isEqualTo(403);
        assertThat(later.text()).contains("Three: view voyages, own → own unit");
        assertThat(client.post(at(tray) + "/edits/99/take-back", Map.of()).status()).isEqualTo(404);
    }

    @Test
    void twoWorkInOneDraftAndNobodysEditIsLost(Installation nembar) {
        Client one = client(nembar);
        Answer tray = edit(one, null, set("tray-five", "Five", "own"));
        Client other =
                Limited.administrator(
                        nembar,
                        "tray.fellow",
                        may("application", "view"),
                        may("draft", "view"),
                        may("draft", "change"),
                        may("draft", "create"));
        Answer theirs = other.put(TRAY, Map.of("draft", tray.json().at("/draft/id").asString()));
        long seen = version(theirs);

        version(edit(one, version(tray), set("tray-six", "Six", "own")));
        assertThat(edit(other, seen, set("tray-seven", "Seven", "own")).status()).isEqualTo(200);
        assertThat(one.get(TRAY).json().at("/draft/changes")).hasSize(3);

        version(edit(one, version(one.get(TRAY)), set("tray-five", "Five", "unit")));
        Answer same = edit(other, seen, set("tray-five", "Five", "all"));
        assertThat(same.status()).isEqualTo(409);
        assertThat(same.text()).contains("Five: view voyages, own → own unit");
        assertThat(reach(one.get(TRAY), "tray-five")).isEqualTo("unit");
        Answer chosen = edit(other, version(other.get(TRAY)), set("tray-five", "Five", "all"));
        assertThat(reach(chosen, "tray-five")).isEqualTo("all");
    }

    @Test
    void aDraftIsRenamedHandedOverDiscardedAndOpenedAgain(Installation nembar) {
        Client client = client(nembar);
        Answer tray = edit(client, null, set("tray-eight", "Eight", "own"));
        assertThat(client.put(at(tray) + "/name", Map.of("name", " ")).status()).isEqualTo(400);
        tray = client.put(at(tray) + "/name", Map.of("name", "Ünïcode 夜 draft"));
        assertThat(tray.json().at("/draft/name").asString()).isEqualTo("Ünïcode 夜 draft");
        assertThat(client.put(at(tray) + "/author", Map.of("person", "nobody")).status())
                .isEqualTo(400);
        assertThat(client.put(at(tray) + "/author", Map.of("person", "ilse.marrow")).status())
                .isEqualTo(403);
        tray = client.put(at(tray) + "/author", Map.of("person", "vikram.sethi"));
        assertThat(tray.json().at("/draft/authorName").asString()).isEqualTo("Vikram Sethi");
        Answer own =
                client.with("If-Match", client.get(at(tray)).header("ETag"))
                        .post(at(tray) + "/approve", Map.of());
        assertThat(own.status()).as("who wrote in it cannot approve it").isEqualTo(403);

        String draft = at(tray);
        String tag = client.get(draft).header("ETag");
        assertThat(client.with("If-Match", tag).delete(draft).status()).isEqualTo(204);
        assertThat(client.get(TRAY).json().path("draft").isObject()).isFalse();
        assertThat(client.post(draft + "/undo", Map.of()).status()).isEqualTo(404);
        assertThat(client.post(draft + "/restore", Map.of()).status()).isEqualTo(200);
        assertThat(reach(client.get(TRAY), "tray-eight")).isEqualTo("own");
        assertThat(client.post(draft + "/restore", Map.of()).status()).isEqualTo(409);
    }

    @Test
    void whatItLeadsToIsToldForTheVersionItIsOf(Installation nembar) {
        Client client = client(nembar);
        Map<String, Object> assign =
                Limited.assign("tray-assign", "set", "see-berths", "clemency.hart", Map.of());
        Answer tray = edit(client, null, assign);
        Answer told = client.get(at(tray) + "/consequences?wait=5000");
        assertThat(told.status()).as(told.text()).isEqualTo(200);
        assertThat(told.json().path("version").asLong()).isEqualTo(version(tray));
        assertThat(told.json().path("ready").asBoolean()).as(told.text()).isTrue();
        assertThat(told.json().path("gaining").asInt()).isEqualTo(1);
        assertThat(told.json().path("losing").asInt()).isZero();
        assertThat(told.json().at("/kinds/0/type").asString()).isEqualTo("berth_booking");
        assertThat(told.json().at("/kinds/0/gained/records").asLong()).isGreaterThan(800);

        Answer person = client.get(at(tray) + "/impact?person=clemency.hart");
        assertThat(person.json().at("/lines/0/gainedExamples")).hasSize(5);
        assertThat(client.get(at(tray) + "/impact?person=ilse.marrow").json().path("total").asInt())
                .isZero();

        tray = client.post(at(tray) + "/undo", Map.of());
        told = client.get(at(tray) + "/consequences?wait=5000");
        assertThat(told.json().path("version").asLong()).isEqualTo(version(tray));
        assertThat(told.json().path("gaining").asInt()).isZero();
    }

    @Test
    void whatCannotBeIsRefusedAndTheDraftStays(Installation nembar) {
        Client client = client(nembar);
        Answer tray = edit(client, null, set("tray-nine", "Nine", "own"));
        long before = version(tray);
        assertThat(edit(client, before).status()).isEqualTo(400);
        assertThat(client.post(TRAY + "/edits", "{\"changes\":[null]}").status()).isEqualTo(400);
        Answer inUse = edit(client, before, remove("privilegeSets", "see-berths"));
        assertThat(inUse.status()).isEqualTo(422);
        assertThat(inUse.text()).contains("see-berths");
        assertThat(edit(client, before, remove("roles", "no-such")).status()).isEqualTo(422);
        assertThat(version(client.get(TRAY))).isEqualTo(before);
        assertThat(client.get("/api/applications/nowhere/tray").status()).isEqualTo(404);
        assertThat(client.put(TRAY, Map.of("draft", "no-such")).status()).isEqualTo(404);
    }

    @Test
    void aDraftIsBroughtUpByTakingTheirs(Installation nembar) {
        Client client = client(nembar);
        Limited.publish(
                client, TOWLINE, "Set to differ about", List.of(set("tray-ten", "Ten", "own")));
        Answer tray = edit(client, null, set("tray-ten", "Ten", "branch"));
        tray = edit(client, version(tray), set("tray-eleven", "Eleven", "own"));
        Limited.publish(client, TOWLINE, "Another", List.of(set("tray-ten", "Ten", "unit")));
        tray = client.get(TRAY);
        assertThat(tray.json().at("/behind/0/key").asString()).isEqualTo("tray-ten");
        assertThat(tray.json().at("/behind/0/published/privileges/0/reach").asString())
                .isEqualTo("unit");

        tray =
                client.post(
                        at(tray) + "/bring-up",
                        Map.of("theirs", List.of("privilegeSets/tray-ten")));
        assertThat(tray.json().path("behind")).isEmpty();
        assertThat(reach(tray, "tray-ten")).isEmpty();
        assertThat(reach(tray, "tray-eleven")).isEqualTo("own");
        Limited.publish(client, TOWLINE, "Clean", List.of(remove("privilegeSets", "tray-ten")));
    }
}
