package nembar.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
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
}
