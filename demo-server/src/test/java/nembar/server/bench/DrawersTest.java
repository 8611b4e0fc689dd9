package nembar.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Elements that are sentences: listed, read while they are written, and what they are made of. */
@ExtendWith(Installation.class)
class DrawersTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String ELEMENTS = TOWLINE + "/bench/elements?list=";
    private static final String READING = TOWLINE + "/bench/reading";

    private static String text(JsonNode sentence) {
        StringBuilder text = new StringBuilder();
        sentence.forEach(piece -> text.append(piece.path("text").asString()));
        return text.toString();
    }

    private static List<String> texts(Answer page) {
        assertThat(page.status()).as(page.text()).isEqualTo(200);
        List<String> texts = new ArrayList<>();
        page.json().path("elements").forEach(one -> texts.add(text(one.path("sentence"))));
        return texts;
    }

    private static Map<String, Object> filter(String... fields) {
        return Map.of(
                "put",
                "fieldFilters",
                "element",
                Map.of(
                        "key",
                        "mask-arrivals",
                        "name",
                        "Arrivals",
                        "audience",
                        Map.of("of", List.of(Map.of("unit", "night-desk"))),
                        "recordType",
                        "voyage",
                        "fields",
                        List.of(fields),
                        "effect",
                        "hide"));
    }

    @Test
    void eachKindIsListedSearchedAndSorted(Installation nembar) {
        Client client = nembar.auditor();
        for (JsonNode drawer : client.get(TOWLINE + "/bench/drawers").json()) {
            Answer page = client.get(ELEMENTS + drawer.path("list").asString() + "&size=200");
            assertThat(texts(page)).hasSize(drawer.path("elements").asInt());
        }
        assertThat(texts(client.get(ELEMENTS + "sharingRules&search=winter%20LAST")))
                .isNotEmpty()
                .allMatch(one -> one.contains("Winter Canal") && one.contains("last leg"));
        List<Integer> people = new ArrayList<>();
        client.get(ELEMENTS + "assignments&sort=people&size=200")
                .json()
                .path("elements")
                .forEach(one -> people.add(one.path("people").asInt()));
        assertThat(people).isSortedAccordingTo((one, other) -> other - one);
        assertThat(client.get(ELEMENTS + "roles").status()).isEqualTo(400);
        assertThat(client.get(ELEMENTS + "assignments&size=0").status()).isEqualTo(400);
    }

    @Test
    void anElementReadsWhileItIsWritten(Installation nembar) {
        Client client = nembar.administrator();
        Answer read = client.post(READING, filter("arrives"));
        assertThat(read.status()).as(read.text()).isEqualTo(200);
        assertThat(text(read.json().path("sentence")))
                .isEqualTo("Hide arrives of voyages for Night Desk.");
        assertThat(read.json().at("/names/0/name").asString()).isEqualTo("Night Desk");
        Answer wrong = client.post(READING, filter("arrivs"));
        assertThat(wrong.json().path("problems").toString()).contains("arrivs");
        assertThat(wrong.json().path("sentence")).isEmpty();
    }

    @Test
    void whatADraftMakesOfThemIsMarked(Installation nembar) {
        Client client = nembar.administrator();
        client.put(TOWLINE + "/tray", Map.of());
        String gone = client.get(ELEMENTS + "fieldFilters").json().at("/elements/0/key").asString();
        Map<String, Object> removal = Map.of("remove", "fieldFilters", "key", gone);
        Answer tray =
                client.post(
                        TOWLINE + "/tray/edits",
                        Map.of("changes", List.of(filter("arrives"), removal)));
        assertThat(tray.status()).as(tray.text()).isEqualTo(200);
        String id = tray.json().at("/draft/id").asString();
        List<String> states = new ArrayList<>();
        client.get(ELEMENTS + "fieldFilters&draft=" + id)
                .json()
                .path("elements")
                .forEach(one -> states.add(one.path("state").asString()));
        assertThat(states).contains("new", "gone", "published");
        client.with("If-Match", "\"" + tray.json().at("/draft/version").asLong() + "\"")
                .delete(TOWLINE + "/drafts/" + id);
    }

    @Test
    void partsOfAudiencesAreFoundByName(Installation nembar) {
        String parts = TOWLINE + "/bench/audience-parts?search=";
        Answer found = nembar.administrator().get(parts + "sorrel%20delta");
        assertThat(found.text()).contains("\"unit\":\"sorrel-delta\",\"below\":true");
        Client limited =
                Limited.administrator(nembar, "parter", Limited.may("application", "view"));
        assertThat(limited.get(parts + "sorrel").json()).isNotEmpty();
        assertThat(limited.get(parts + "osric").text()).doesNotContain("osric.vane");
    }

    @Test
    void aConditionIsCountedWhileItIsWritten(Installation nembar) {
        Answer checked =
                nembar.administrator()
                        .post(
                                TOWLINE + "/conditions/check",
                                Map.of("recordType", "voyage", "text", "status <> 'closed'"));
        assertThat(checked.status()).as(checked.text()).isEqualTo(200);
        long matches = checked.json().path("matches").asLong();
        assertThat(matches).isPositive().isLessThan(checked.json().path("records").asLong());
        Answer personal =
                nembar.administrator()
                        .post(
                                TOWLINE + "/conditions/check",
                                Map.of("recordType", "voyage", "text", "dispatcher = user.id"));
        assertThat(personal.json().has("matches")).isFalse();
    }

    @Test
    void whatTouchesMostRecordsStandsFirst(Installation nembar) {
        Client client = nembar.administrator();
        List<Long> numbers = new ArrayList<>();
        client.get(ELEMENTS + "expectations&sort=records&size=200")
                .json()
                .path("elements")
                .forEach(one -> numbers.add(one.path("records").asLong(-1)));
        assertThat(numbers).isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(numbers.get(0)).isPositive();
    }

    @Test
    void whatIsWorthKnowingIsSaidBeforeASentenceIsKept(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> share =
                Map.of(
                        "key", "care-share",
                        "recordType", "voyage",
                        "record", "no-such-voyage",
                        "audience", Map.of("of", List.of(Map.of("person", "ilse.marrow"))),
                        "operations", List.of("view"));
        Answer read =
                client.post(
                        TOWLINE + "/bench/reading",
                        Map.of("put", "directShares", "element", share));
        assertThat(read.json().path("care").toString()).contains("There is no such record today.");
        Map<String, Object> pool =
                Map.of(
                        "key", "care-pool",
                        "name", "Too small",
                        "agreed", 1,
                        "roles", List.of("dispatcher"),
                        "whenUsedUp", "warn");
        Answer small =
                client.post(
                        TOWLINE + "/bench/reading", Map.of("put", "seatPools", "element", pool));
        assertThat(small.json().path("care").toString()).contains("more than the 1");
    }

    @Test
    void whatBeginsAndEndsIsToldInItsOrder(Installation nembar) {
        Client client = nembar.administrator();
        List<String> days = new ArrayList<>();
        client.get(TOWLINE + "/bench/coming?days=400")
                .json()
                .forEach(one -> days.add(one.path("at").asString()));
        assertThat(days).isNotEmpty().isSorted();
        assertThat(client.get(TOWLINE + "/bench/coming?days=0").status()).isEqualTo(400);
    }

    @Test
    void theSetsOfSomebodyAreTold(Installation nembar) {
        Answer held = nembar.administrator().get(TOWLINE + "/bench/held-sets?person=ilse.marrow");
        assertThat(held.json().path("sets").toString()).contains("run-voyages");
        assertThat(nembar.administrator().get(TOWLINE + "/bench/held-sets?person=nobody").status())
                .isEqualTo(404);
    }

    @Test
    void setsAreSplitAndFolded(Installation nembar) {
        Client client = nembar.administrator();
        Answer fold = client.get(TOWLINE + "/tray/fold?from=see-berths&into=see-voyages");
        assertThat(fold.status()).as(fold.text()).isEqualTo(200);
        assertThat(fold.json().path("changes")).isNotEmpty();
        assertThat(client.get(TOWLINE + "/tray/fold?from=bill&into=bill").status()).isEqualTo(400);
        Answer split = client.get(TOWLINE + "/tray/split?one=bill&other=feed");
        assertThat(split.status()).as(split.text()).isEqualTo(200);
        assertThat(split.json().at("/impact/total").asInt()).isZero();
        assertThat(client.get(TOWLINE + "/tray/split?one=none&other=feed").status()).isEqualTo(404);
    }

    @Test
    void masksAreShownOnValuesThatMayBeKnown(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode open = client.get(TOWLINE + "/bench/masks?recordType=voyage&field=departs").json();
        assertThat(open.path("made").asBoolean()).isFalse();
        for (JsonNode one : open.path("styles")) {
            if (one.path("style").asString().equals("year")) {
                assertThat(one.path("suits").asBoolean()).isTrue();
                assertThat(one.path("seen").get(0).asString()).matches("\\d{4}");
            }
        }
        JsonNode guarded =
                client.get(TOWLINE + "/bench/masks?recordType=crew_member&field=name").json();
        assertThat(guarded.path("made").asBoolean()).isTrue();
        assertThat(client.get(TOWLINE + "/bench/masks?recordType=voyage&field=none").status())
                .isEqualTo(404);
    }

    @Test
    void whatAnAccountFilterLeavesIsToldPersonByPerson(Installation nembar) {
        Map<String, Object> filter =
                Map.of(
                        "key",
                        "left-filter",
                        "name",
                        "Only Hollis",
                        "audience",
                        Map.of("of", List.of(Map.of("person", "ilse.marrow"))),
                        "accounts",
                        Map.of("listed", List.of("hollis-grain")));
        Answer left =
                nembar.administrator()
                        .post(
                                TOWLINE + "/tray/edits/reach",
                                Map.of(
                                        "changes",
                                        List.of(
                                                Map.of(
                                                        "put",
                                                        "accountFilters",
                                                        "element",
                                                        filter))));
        assertThat(left.status()).as(left.text()).isEqualTo(200);
        assertThat(left.json()).isNotEmpty();
        JsonNode first = left.json().get(0);
        assertThat(first.path("name").asString()).isEqualTo("Ilse Marrow");
        assertThat(first.path("after").asLong()).isLessThan(first.path("before").asLong());
    }
}
