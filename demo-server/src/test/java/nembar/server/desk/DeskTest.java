package nembar.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import nembar.server.mail.TakenMail;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What stands on the Desk, for whom, and what is decided of it. */
@ExtendWith(Installation.class)
class DeskTest {
    private static final String TOWLINE = "/api/applications/towline";

    /** The Desk, once everything has been gone through. */
    private static JsonNode desk(Client client, boolean aside) {
        return Arrivals.await(
                () -> {
                    Answer answer = client.get("/api/desk?aside=" + aside);
                    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
                    return answer.json().path("working").isEmpty() ? answer.json() : null;
                });
    }

    private static List<JsonNode> lines(JsonNode desk, String kind) {
        List<JsonNode> lines = new ArrayList<>();
        for (JsonNode group : desk.path("groups")) {
            if (group.path("kind").asString().equals(kind)) {
                group.path("lines").forEach(lines::add);
            }
        }
        return lines;
    }

    private static Optional<JsonNode> line(JsonNode desk, String id) {
        for (JsonNode group : desk.path("groups")) {
            for (JsonNode one : group.path("lines")) {
                if (one.path("id").asString().equals(id)) {
                    return Optional.of(one);
                }
            }
        }
        return Optional.empty();
    }

    private static String service(JsonNode desk) {
        return lines(desk, "roleNotMeantForThem").get(0).path("id").asString();
    }

    private static Answer aside(Client client, String item, String reason, Instant until) {
        Map<String, Object> body = new HashMap<>();
        body.put("items", List.of(item));
        body.put("reason", reason);
        body.put("until", until == null ? null : until.toString());
        return client.post("/api/desk/aside", body);
    }

    @Test
    void plantedFaultsStandThereWithWhatMendsThem(Installation nembar) {
        JsonNode desk = desk(nembar.administrator(), false);
        assertThat(desk.path("needing").asInt()).isGreaterThan(10);
        for (String kind :
                List.of(
                        "rolesInConflict",
                        "roleNotMeantForThem",
                        "externalKeptInByFilterAlone",
                        "shareCutToNothing",
                        "roleGivesNothingWithinBounds",
                        "assignmentEnded",
                        "setRedundant")) {
            assertThat(lines(desk, kind))
                    .as(kind)
                    .isNotEmpty()
                    .anySatisfy(one -> assertThat(one.path("mend")).isNotEmpty());
        }
        assertThat(lines(desk, "expectationBroken")).isNotEmpty();
        assertThat(lines(desk, "personCanDoNothing"))
                .extracting(one -> one.path("sentence").asString())
                .contains("Clemency Hart is active and can do nothing.");
        List<String> kinds = new ArrayList<>();
        desk.path("groups").forEach(one -> kinds.add(one.path("kind").asString()));
        assertThat(kinds.indexOf("expectationBroken")).isZero();
        assertThat(kinds.indexOf("setRedundant")).isGreaterThan(kinds.indexOf("assignmentEnded"));
    }

    @Test
    void aGroupIsReadByPages(Installation nembar) {
        Client client = nembar.administrator();
        desk(client, false);
        String group = "/api/desk/items?kind=externalKeptInByFilterAlone&application=towline";
        JsonNode first = client.get(group + "&size=2").json();
        long total = first.path("total").asLong();
        assertThat(first.path("lines")).hasSize(2);
        assertThat(client.get(group + "&size=2&page=" + (total - 1) / 2).json().path("lines"))
                .hasSize((int) ((total - 1) % 2) + 1);
        assertThat(client.get(group + "&size=0").status()).isEqualTo(400);
    }

    @Test
    void whatIsSetAsideSaysWhyAndComesBack(Installation nembar) {
        Client client = nembar.administrator();
        String item = service(desk(client, false));
        assertThat(aside(client, item, " ", null).status()).isEqualTo(400);
        assertThat(aside(client, item, "x", Instant.now().minusSeconds(5)).status()).isEqualTo(400);
        assertThat(aside(client, "nothing/such/as:this", "x", null).status()).isEqualTo(404);

        Instant until = Instant.now().plus(Duration.ofDays(3));
        assertThat(aside(client, item, "The gateway is replaced in May", until).status())
                .isEqualTo(204);
        assertThat(line(desk(client, false), item)).isEmpty();
        JsonNode there = line(desk(client, true), item).orElseThrow();
        assertThat(there.at("/mark/reason").asString()).isEqualTo("The gateway is replaced in May");
        assertThat(there.at("/mark/by").asString()).isEqualTo("Idris Munro");
        assertThat(client.post("/api/desk/back", Map.of("items", List.of(item))).status())
                .isEqualTo(204);
        assertThat(line(desk(client, false), item)).isPresent();
    }

    @Test
    void itIsHandedOnlyToWhoeverCanDoSomethingAboutIt(Installation nembar) {
        Client client = nembar.administrator();
        String item = service(desk(client, false));
        Answer refused = hand(client, item, "osric.vane");
        assertThat(refused.status()).as(refused.text()).isEqualTo(403);
        assertThat(hand(client, item, "nobody.there").status()).isEqualTo(400);
        assertThat(hand(client, item, "idris.munro").status()).isEqualTo(204);
        assertThat(line(desk(client, false), item).orElseThrow().at("/mark/handedTo/name"))
                .hasToString("\"Idris Munro\"");
        client.post("/api/desk/back", Map.of("items", List.of(item)));
    }

    private static Answer hand(Client client, String item, String to) {
        return client.post(
                "/api/desk/handed", Map.of("items", List.of(item), "to", to, "note", "Yours?"));
    }

    @Test
    void whoeverOnlyReadsIsToldNothing(Installation nembar) {
        JsonNode desk = desk(nembar.auditor(), false);
        assertThat(desk.path("groups")).isEmpty();
        assertThat(desk.path("decidesKinds").asBoolean()).isFalse();
        assertThat(nembar.auditor().put("/api/desk/kinds/setRedundant", kind(false, 0)).status())
                .isEqualTo(403);
        assertThat(nembar.nobody().get("/api/desk").status()).isEqualTo(401);
    }

    private static Map<String, Object> kind(boolean told, long version, String... people) {
        return Map.of("told", told, "people", List.of(people), "version", version);
    }

    @Test
    void aKindIsToldToThoseNamedOrToNobody(Installation nembar) {
        Client client = nembar.administrator();
        String at = "/api/desk/kinds/setRedundant";
        assertThat(lines(desk(client, false), "setRedundant")).isNotEmpty();
        JsonNode off = client.put(at, kind(false, 0)).json();
        assertThat(lines(desk(client, false), "setRedundant")).isEmpty();
        assertThat(client.put(at, kind(true, 0)).status()).isEqualTo(409);
        long version = off.path("version").asLong();
        JsonNode other = client.put(at, kind(true, version, "maren.holt")).json();
        assertThat(lines(desk(client, false), "setRedundant")).isEmpty();
        Answer on = client.put(at, kind(true, other.path("version").asLong()));
        assertThat(on.status()).as(on.text()).isEqualTo(200);
        assertThat(lines(desk(client, false), "setRedundant")).isNotEmpty();
        assertThat(client.put("/api/desk/kinds/weather", kind(true, 0)).status()).isEqualTo(404);
    }

    @Test
    void whatIsMendedIsDone(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> lonely = Limited.set("desk-lonely", "Desk lonely");
        Limited.publish(client, TOWLINE, "Lonely", List.of(lonely));
        String sentence = "Desk lonely is in no role and given to nobody.";
        assertThat(lines(desk(client, false), "setInNoRole"))
                .extracting(one -> one.path("sentence").asString())
                .contains(sentence);
        Limited.publish(
                client,
                TOWLINE,
                "Clean",
                List.of(Map.of("remove", "privilegeSets", "key", "desk-lonely")));
        assertThat(lines(desk(client, false), "setInNoRole"))
                .extracting(one -> one.path("sentence").asString())
                .doesNotContain(sentence);
        assertThat(client.get("/api/desk/done").json().path("lines"))
                .anySatisfy(one -> assertThat(one.path("sentence").asString()).isEqualTo(sentence));
    }

    @Test
    void whatIsOfAnOrganisationHasItsDayAndIsDoneToo(Installation nembar) {
        Client client = nembar.administrator();
        String key =
                client.post("/api/accounts", Map.of("name", "Desk Ends"))
                        .json()
                        .path("key")
                        .asString();
        String path = "/api/accounts/" + key;
        String end = LocalDate.now().plusDays(3).toString();
        client.putOnTop(path, Map.of("name", "Desk Ends", "ends", end));
        desk(client, false);
        JsonNode ends =
                lines(desk(client, false), "accountEndsSoon").stream()
                        .filter(one -> one.path("sentence").asString().contains("Desk Ends"))
                        .findFirst()
                        .orElseThrow();
        assertThat(ends.path("since").asString()).isNotEmpty();
        client.putOnTop(path, Map.of("name", "Desk Ends"));
        desk(client, false);
        Arrivals.await(
                () -> {
                    for (JsonNode one : client.get("/api/desk/done").json().path("lines")) {
                        if (one.path("sentence").equals(ends.path("sentence"))) {
                            return one;
                        }
                    }
                    return null;
                });
    }

    @Test
    void whoWaitsAfterWrongPasswordsStandsThereUntilUnlocked(Installation nembar) {
        Client client = nembar.administrator();
        String email = "desk.forgets@larkwater.example";
        String person = Arrivals.arrive(nembar, email, "Desk Forgets", "credit");
        for (int i = 0; i < 5; i++) {
            nembar.nobody().trySignIn(email, "not it at all");
        }
        assertThat(lines(desk(client, false), "signInLocked"))
                .extracting(one -> one.path("sentence").asString())
                .anyMatch(
                        sentence ->
                                sentence.startsWith(
                                        "Wrong passwords were tried as Desk Forgets too often"));
        client.post("/api/people/acts", Map.of("act", "unlock", "people", List.of(person)));
        assertThat(lines(desk(client, false), "signInLocked"))
                .extracting(one -> one.path("sentence").asString())
                .noneMatch(sentence -> sentence.contains("Desk Forgets"));
    }

    @Test
    void aWordThatIsWaitedForStandsOnTheDeskOfWhoeverIsAsked(Installation nembar) {
        Client client = nembar.administrator();
        String person = Arrivals.invite(client, "teal@larkwater.example", "Teal Dale", "credit");
        client.post(
                "/api/people/acts?ask=true&why=She+starts",
                Map.of(
                        "act", "place",
                        "people", List.of(person),
                        "place", Map.of("unit", "crew-office")));
        List<JsonNode> waiting = lines(desk(nembar.steward(), false), "waitsForAWord");
        assertThat(waiting)
                .anySatisfy(
                        one ->
                                assertThat(one.path("sentence").asString())
                                        .startsWith("Idris Munro waits for your word: ")
                                        .contains("Teal Dale"));
        assertThat(lines(desk(client, false), "waitsForAWord"))
                .extracting(one -> one.path("sentence").asString())
                .noneMatch(sentence -> sentence.contains("Teal Dale"));
    }

    private static final String IDRIS = "idris.munro@larkwater.example";

    private static JsonNode choose(Client client, boolean daily, String... atOnce) {
        long version = client.get("/api/desk/notices").json().path("version").asLong();
        Map<String, Object> wanted =
                Map.of(
                        "daily",
                        daily,
                        "fromHour",
                        0,
                        "atOnce",
                        List.of(atOnce),
                        "version",
                        version);
        Answer chosen = client.put("/api/desk/notices", wanted);
        assertThat(chosen.status()).as(chosen.text()).isEqualTo(200);
        assertThat(client.put("/api/desk/notices", wanted).status()).isEqualTo(409);
        return chosen.json();
    }

    private static long written(Installation nembar, String words) {
        return nembar.part(TakenMail.class).taken().stream()
                .filter(one -> one.to().contains(IDRIS) && one.text().contains(words))
                .count();
    }

    @Test
    void whatIsNewIsWrittenOnceADay(Installation nembar) {
        Client client = nembar.administrator();
        choose(client, true);
        desk(client, false);
        nembar.part(Notices.class).due();
        String letter = Arrivals.letter(nembar, IDRIS, "these are new on your Desk");
        assertThat(letter).contains("Clemency Hart is active and can do nothing.", "/desk?item=");
        nembar.part(Notices.class).due();
        Limited.publish(client, TOWLINE, "Daily", List.of(Limited.set("desk-day", "Desk day")));
        desk(client, false);
        nembar.part(Notices.class).due();
        choose(client, false);
        remove(client, "desk-day");
        assertThat(written(nembar, "these are new on your Desk")).isEqualTo(1);
    }

    private static void remove(Client client, String set) {
        Limited.publish(
                client, TOWLINE, "Clean", List.of(Map.of("remove", "privilegeSets", "key", set)));
    }

    @Test
    void whatIsChosenIsWrittenAtOnceAndLeadsToTheVerySentence(Installation nembar) {
        Client client = nembar.administrator();
        desk(client, false);
        choose(client, false, "setInNoRole");
        nembar.part(Notices.class).due();
        Limited.publish(client, TOWLINE, "Wr", List.of(Limited.set("desk-wr", "Desk written")));
        desk(client, false);
        nembar.part(Notices.class).due();
        nembar.part(Notices.class).due();
        String letter = Arrivals.letter(nembar, IDRIS, "Desk written is in no role");
        Matcher link = Pattern.compile("/desk\\?item=(\\S+)").matcher(letter);
        assertThat(link.find()).isTrue();
        String item = "/api/desk/item?id=" + link.group(1);
        assertThat(client.get(item).json().path("sentence").asString())
                .isEqualTo("Desk written is in no role and given to nobody.");
        choose(client, false);
        remove(client, "desk-wr");
        desk(client, false);
        assertThat(client.get(item).status()).isEqualTo(404);
        assertThat(written(nembar, "Desk written is in no role")).isEqualTo(1);
        assertThat(
                        client.put(
                                        "/api/desk/notices",
                                        Map.of(
                                                "daily",
                                                true,
                                                "fromHour",
                                                24,
                                                "atOnce",
                                                List.of(),
                                                "version",
                                                0))
                                .status())
                .isEqualTo(400);
    }
}
