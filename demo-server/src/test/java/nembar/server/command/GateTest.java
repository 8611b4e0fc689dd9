package nembar.server.command;

import static nembar.server.testing.Limited.assign;
import static nembar.server.testing.Limited.may;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Whatever way a change comes, it is judged, and nothing of another's is undone by it. */
@ExtendWith(Installation.class)
class GateTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String NEMBAR = "/api/applications/nembar";

    private static Answer act(Client client, String act, List<String> people) {
        return client.post("/api/people/acts", Map.of("act", act, "people", people));
    }

    /** Puts a person as they are, with something else. */
    private static Answer edit(Client client, String key, Map<String, Object> change) {
        JsonNode sheet = client.get("/api/people/" + key).json();
        Map<String, Object> edit = Limited.asTheyAre(sheet);
        edit.putAll(change);
        return client.put("/api/people/" + key, edit);
    }

    @Test
    void whatWillOpenAGuardedAreaLaterIsRefusedNow(Installation nembar) {
        Client client = nembar.administrator();
        String soon = Instant.now().plusSeconds(20).toString();
        List<Map<String, Object>> ways =
                List.of(
                        assign(
                                "later",
                                "set",
                                "crew-welfare",
                                "clemency.hart",
                                Map.of("from", soon)),
                        assign(
                                "at-night",
                                "set",
                                "crew-welfare",
                                "clemency.hart",
                                Map.of(
                                        "hours",
                                        List.of(
                                                Map.of(
                                                        "days",
                                                        List.of("sunday"),
                                                        "from",
                                                        "03:00",
                                                        "to",
                                                        "03:05")))),
                        Map.of(
                                "put",
                                "delegations",
                                "element",
                                Map.of(
                                        "key",
                                        "from-steward",
                                        "principal",
                                        "agnete.solberg",
                                        "delegate",
                                        "clemency.hart",
                                        "sets",
                                        List.of("crew-welfare"),
                                        "reason",
                                        "A test")));
        for (Map<String, Object> way : ways) {
            Answer refused = Limited.tryToPublish(client, TOWLINE, "A way round", List.of(way));
            assertThat(refused.status()).as(refused.text()).isEqualTo(403);
            assertThat(refused.text()).contains("guarded");
        }
    }

    @Test
    void theLastAdministratorsDoNotEndInAWhile(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> until =
                Map.of(
                        "put",
                        "assignments",
                        "element",
                        Map.of(
                                "key",
                                "administrator",
                                "role",
                                "administrator",
                                "audience",
                                Map.of(
                                        "of",
                                        List.of(
                                                Map.of("person", "idris.munro"),
                                                Map.of("person", "vikram.sethi"))),
                                "until",
                                Instant.now().plusSeconds(15).toString()));
        Answer refused = Limited.tryToPublish(client, NEMBAR, "Until soon", List.of(until));
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).contains("leave nobody able to administer Nembar from");
    }

    @Test
    void aDocumentChangesNobodyWhomItsAuthorMayNot(Installation nembar) {
        Client writer =
                Limited.administrator(
                        nembar, "writer", may("application", "view"), may("application", "change"));
        Answer read = nembar.administrator().get(TOWLINE + "/design");
        String other = read.text().replace("ilse.marrow@", "somebody.else@");
        assertThat(other).isNotEqualTo(read.text());
        Answer refused =
                writer.with("If-Match", writer.get(TOWLINE + "/design").header("ETag"))
                        .put(TOWLINE + "/design", other);
        assertThat(refused.status()).as(refused.text()).isEqualTo(403);
        assertThat(refused.text()).contains("You may not change ilse.marrow");
        Client client = nembar.administrator();
        Answer left =
                client.with("If-Match", read.header("ETag"))
                        .put(
                                TOWLINE + "/design",
                                read.text().replace("\"clemency.hart\"", "\"clemency.hurt\""));
        assertThat(left.status()).isEqualTo(422);
        assertThat(left.text()).contains("people are never taken out");
    }

    @Test
    void aRecordTypeShowsNoTableThatIsGuardedOrAnothers(Installation nembar) {
        Client client = nembar.administrator();
        for (String table :
                List.of("towline.medical_note", "pg_catalog.pg_authid", "nembar.sign_in")) {
            Answer read = client.get(TOWLINE + "/design");
            String type =
                    """
                    {"key": "peep", "singular": "Peep", "plural": "Peeps", "area": "voyages",
                     "table": "%s", "keyField": "number", "titleField": "number",
                     "fields": [{"key": "number", "label": "Number", "type": "text"}]},
                    """
                            .formatted(table);
            String other = read.text().replaceFirst("\"recordTypes\"\\s*:\\s*\\[", "$0" + type);
            Answer refused =
                    nembar.administrator()
                            .with("If-Match", read.header("ETag"))
                            .put(TOWLINE + "/design", other);
            assertThat(refused.status()).as(table + refused.text()).isEqualTo(422);
            assertThat(refused.text()).containsPattern("catalogue.recordTypes\\[\\w+\\].table");
        }
    }

    @Test
    void guardedTextIsNotReadThroughCounts(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> rule = rule("medical_note", "note LIKE 'a%'");
        Answer refused = client.post(TOWLINE + "/drafts", Limited.draft("Peep", List.of(rule)));
        assertThat(refused.status()).as(refused.text()).isEqualTo(403);
        assertThat(refused.text()).contains("not yours to see");
        Map<String, Object> margin = rule("voyage", "margin > 1000");
        assertThat(
                        client.post(TOWLINE + "/drafts", Limited.draft("Peep", List.of(margin)))
                                .status())
                .isEqualTo(403);
        Answer stewards =
                nembar.steward()
                        .get(
                                TOWLINE
                                        + "/difference?person=clemency.hart&otherPerson=agnete.solberg");
        Answer others =
                client.get(TOWLINE + "/difference?person=clemency.hart&otherPerson=agnete.solberg");
        assertThat(line(stewards, "medical_note").path("onlySecondRecords").asLong())
                .isEqualTo(300);
        assertThat(line(others, "medical_note").path("onlySecondRecords").asLong()).isZero();
        assertThat(line(others, "medical_note").path("withheld").asBoolean()).isTrue();
    }

    /** A rule that opens records of a type that meet a condition to somebody. */
    private static Map<String, Object> rule(String type, String condition) {
        Map<String, Object> element =
                Map.of(
                        "key",
                        "peep",
                        "name",
                        "Peep",
                        "recordType",
                        type,
                        "condition",
                        condition,
                        "audience",
                        Map.of("of", List.of(Map.of("person", "clemency.hart"))),
                        "operations",
                        List.of("view"),
                        "reason",
                        "A test");
        return Map.of("put", "sharingRules", "element", element);
    }

    private static JsonNode line(Answer difference, String type) {
        for (JsonNode one : difference.json().path("lines")) {
            if (one.path("type").asString().equals(type)
                    && one.path("what").asString().equals("view")) {
                return one;
            }
        }
        throw new AssertionError(difference.text());
    }

    @Test
    void aDraftIsJudgedByWhoWroteInIt(Installation nembar) {
        Client ghost =
                Limited.administrator(
                        nembar,
                        "ghost",
                        may("draft", "view"),
                        may("draft", "change"),
                        may("draft", "publish"),
                        may("application", "view"));
        String key = Arrivals.key(nembar.administrator(), "ghost@larkwater.example");
        Client client = nembar.administrator();
        Answer draft =
                client.post(
                        NEMBAR + "/drafts",
                        Limited.draft(
                                "An administrator's",
                                List.of(
                                        assign(
                                                "audit-more",
                                                "role",
                                                "auditor",
                                                "petra.lindqvist",
                                                Map.of()))));
        String at = NEMBAR + "/drafts/" + draft.json().path("id").asString();
        Answer rewritten =
                ghost.with("If-Match", draft.header("ETag"))
                        .put(
                                at,
                                Limited.draft(
                                        "An administrator's",
                                        List.of(
                                                assign(
                                                        "audit-more",
                                                        "role",
                                                        "administrator",
                                                        key,
                                                        Map.of()))));
        assertThat(rewritten.status()).as(rewritten.text()).isEqualTo(200);
        Answer published = Limited.publish(ghost, NEMBAR, draft);
        assertThat(published.status()).as(published.text()).isEqualTo(403);
        assertThat(published.text()).contains("not the author's to give");
        Answer byOther = Limited.publish(nembar.administrator(), NEMBAR, draft);
        assertThat(byOther.status()).as("the administrator gives their word").isEqualTo(200);
        assertThat(byOther.json().path("publisher").asString()).isEqualTo("idris.munro");
        assertThat(byOther.json().path("writers").toString()).contains(key);
        Answer undo =
                nembar.administrator()
                        .post(
                                NEMBAR
                                        + "/publications/"
                                        + byOther.json().path("number").asLong()
                                        + "/undo",
                                "{}");
        assertThat(Limited.publish(nembar.administrator(), NEMBAR, undo).status()).isEqualTo(200);
    }

    @Test
    void aSuspensionIsNotUndoneByWhatHappensBesides(Installation nembar) throws Exception {
        Client client = nembar.administrator();
        List<String> keys = new ArrayList<>();
        List<Client> theirs = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            String email = "busy" + i + "@larkwater.example";
            keys.add(Arrivals.arrive(nembar, email, "Busy Bee" + i, "larkwater"));
            theirs.add(nembar.nobody().signIn(email, Arrivals.PASSWORD));
        }
        ExecutorService pool = Executors.newFixedThreadPool(6);
        List<Callable<Integer>> work = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            String key = keys.get(i);
            Client own = theirs.get(i);
            Client other = nembar.administrator();
            work.add(() -> act(other, "suspend", List.of(key)).status());
            work.add(
                    () ->
                            own.put(
                                            "/api/own",
                                            Map.of(
                                                    "givenName",
                                                    "Busier",
                                                    "familyName",
                                                    "Bee",
                                                    "timeZone",
                                                    "Europe/London",
                                                    "startPlace",
                                                    ""))
                                    .status());
        }
        Client placing = nembar.administrator();
        work.add(
                () ->
                        placing.post(
                                        "/api/people/acts",
                                        Map.of(
                                                "act",
                                                "place",
                                                "people",
                                                keys,
                                                "place",
                                                Map.of("timeZone", "Europe/Paris")))
                                .status());
        for (Future<Integer> one : pool.invokeAll(work)) {
            assertThat(one.get()).isNotEqualTo(500);
        }
        pool.shutdown();
        keys.forEach(
                key ->
                        assertThat(
                                        client.get("/api/people/" + key)
                                                .json()
                                                .path("status")
                                                .asString())
                                .isEqualTo("suspended"));
    }

    @Test
    void editsOfDifferentPeopleAndPublicationsGoOnSideBySide(Installation nembar) throws Exception {
        List<String> keys = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            keys.add(
                    Arrivals.invite(
                            nembar.administrator(),
                            "side" + i + "@larkwater.example",
                            "Side By" + i,
                            "larkwater"));
        }
        ExecutorService pool = Executors.newFixedThreadPool(8);
        List<Callable<Answer>> work = new ArrayList<>();
        for (String key : keys) {
            Client client = nembar.administrator();
            work.add(() -> edit(client, key, Map.of("familyName", "Sidelong")));
        }
        for (int i = 0; i < 4; i++) {
            String name = "side-" + i;
            Client client = nembar.administrator();
            work.add(
                    () ->
                            Limited.tryToPublish(
                                    client,
                                    TOWLINE,
                                    name,
                                    List.of(
                                            assign(
                                                    name,
                                                    "set",
                                                    "see-berths",
                                                    keys.get(0),
                                                    Map.of()))));
        }
        for (Future<Answer> one : pool.invokeAll(work)) {
            assertThat(one.get().status()).as(one.get().text()).isEqualTo(200);
        }
        pool.shutdown();
        String design = nembar.administrator().get(TOWLINE + "/design").text();
        for (int i = 0; i < 4; i++) {
            assertThat(design).contains("\"side-" + i + "\"");
        }
    }

    @Test
    void nobodyTakesOverWhoHoldsMoreByTheirAddress(Installation nembar) {
        Client clerk =
                Limited.administrator(
                        nembar,
                        "clerk",
                        may("person", "view"),
                        may("person", "change"),
                        may("person", "reset"),
                        may("person", "suspend"));
        Answer address = edit(clerk, "vikram.sethi", Map.of("email", "mine@larkwater.example"));
        assertThat(address.status()).as(address.text()).isEqualTo(403);
        assertThat(address.text()).contains("for those who may give that");
        for (String act : List.of("reset", "unlock", "endFactor", "suspend", "close")) {
            assertThat(act(clerk, act, List.of("vikram.sethi")).status()).as(act).isEqualTo(403);
        }
        assertThat(act(clerk, "reset", List.of("rufus.tannahill")).status())
                .as("a steward")
                .isEqualTo(403);
        for (String name : List.of("Clem", "Clemency")) {
            assertThat(edit(clerk, "clemency.hart", Map.of("givenName", name)).status())
                    .as("a name is no way in")
                    .isEqualTo(200);
        }
        Answer asked =
                clerk.post(
                        "/api/people/acts?ask=true",
                        Map.of("act", "reset", "people", List.of("vikram.sethi")));
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        assertThat(asked.json().path("canAgree").toString()).contains("idris.munro");
    }

    @Test
    void aChangedAddressIsToldToTheOldOne(Installation nembar) {
        Client client = nembar.administrator();
        String plain =
                Arrivals.arrive(nembar, "plain@larkwater.example", "Plain Sail", "larkwater");
        assertThat(edit(client, plain, Map.of("email", "plainer@larkwater.example")).status())
                .isEqualTo(200);
        assertThat(Arrivals.letters(nembar, "plain@larkwater.example", 2).get(0))
                .contains("plainer@larkwater.example");
    }

    @Test
    void theAddressOfWhoeverReachesAGuardedAreaWaitsAndIsStoppedFromTheOldOne(Installation nembar) {
        Client client = nembar.administrator();
        Client steward = nembar.steward();
        String old = "hazel@larkwater.example";
        String key = Arrivals.arrive(nembar, old, "Hazel Quay", "credit");
        String asked =
                ask(
                        client,
                        "/api/people/acts?ask=true",
                        Map.of(
                                "act",
                                "place",
                                "people",
                                List.of(key),
                                "place",
                                Map.of("unit", "crew-office")));
        steward.post("/api/approvals/" + asked + "/agree", Map.of());

        assertThat(edit(client, key, Map.of("email", "thief@larkwater.example")).status())
                .isEqualTo(403);
        JsonNode sheet = client.get("/api/people/" + key).json();
        Map<String, Object> other = Limited.asTheyAre(sheet);
        other.put("email", "hq@larkwater.example");
        Answer waiting = client.put("/api/people/" + key + "?ask=true", other);
        assertThat(waiting.status()).as(waiting.text()).isEqualTo(200);
        Answer agreed = steward.post("/api/approvals/" + firstOpen(steward) + "/agree", Map.of());
        assertThat(agreed.json().path("made").asBoolean()).as(agreed.text()).isTrue();

        sheet = client.get("/api/people/" + key).json();
        assertThat(sheet.path("email").asString()).isEqualTo(old);
        assertThat(sheet.path("pendingAddress").path("email").asString())
                .isEqualTo("hq@larkwater.example");
        String token = Arrivals.token(nembar, old, "hq@larkwater.example");
        assertThat(
                        nembar.nobody()
                                .post("/api/entry/open", Map.of("token", token))
                                .json()
                                .path("purpose")
                                .asString())
                .isEqualTo("objection");
        Client owner = nembar.nobody();
        owner.get("/api/session");
        assertThat(
                        owner.post(
                                        "/api/entry/come-in",
                                        Map.of("token", token, "password", "", "code", ""))
                                .status())
                .isEqualTo(204);
        sheet = client.get("/api/people/" + key).json();
        assertThat(sheet.path("pendingAddress").isObject()).isFalse();
        assertThat(sheet.path("email").asString()).isEqualTo(old);
    }

    private static String ask(Client client, String path, Map<String, Object> body) {
        Answer answer = client.post(path, body);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return firstOpen(client);
    }

    private static String firstOpen(Client client) {
        return client.get("/api/approvals?open=true")
                .json()
                .path("waiting")
                .path(0)
                .path("id")
                .asString();
    }

    @Test
    void recordsOfAGuardedAreaGoToNobodyWithoutASteward(Installation nembar) {
        Client client = nembar.administrator();
        Answer closing =
                client.post(
                        "/api/people/acts?preview=true",
                        Map.of(
                                "act",
                                "close",
                                "people",
                                List.of("delphine.roe"),
                                "heir",
                                "ilse.marrow"));
        assertThat(closing.json().path("against").toString()).contains("guarded");
    }
}
