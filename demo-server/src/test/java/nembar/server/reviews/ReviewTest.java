package nembar.server.reviews;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
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
import tools.jackson.databind.JsonNode;

/** Access reviews: begun, answered, ended, sealed (docs/reviews.md). */
@ExtendWith(Installation.class)
class ReviewTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String MAREN = "maren.holt";
    private static final LocalDate TODAY = LocalDate.now(ZoneOffset.UTC);

    private static Map<String, Object> wanted(
            String name, Map<String, Object> scope, String... named) {
        Map<String, Object> wanted = new HashMap<>();
        wanted.put("name", name);
        wanted.put("scope", scope);
        wanted.put("asked", named.length == 0 ? "managers" : "named");
        wanted.put("named", List.of(named));
        wanted.put("due", TODAY.plusDays(20).toString());
        return wanted;
    }

    private static Map<String, Object> role(String key) {
        return Map.of("kind", "role", "role", key);
    }

    private static Map<String, Object> person(String key) {
        return Map.of(
                "kind",
                "people",
                "audience",
                Map.of("of", List.of(Map.of("person", key)), "except", List.of()));
    }

    private static String begin(Installation nembar, Map<String, Object> wanted) {
        Answer begun = nembar.administrator().post(TOWLINE + "/reviews", wanted);
        assertThat(begun.status()).as(begun.text()).isEqualTo(201);
        return "/api/reviews/" + begun.json().path("id").asString();
    }

    private static List<Integer> numbers(Client client, String review, String person) {
        List<Integer> numbers = new ArrayList<>();
        card(client, review, person)
                .path("rights")
                .forEach(one -> numbers.add(one.path("number").asInt()));
        return numbers;
    }

    private static JsonNode card(Client client, String review, String person) {
        Answer card = client.get(review + "/people/" + person);
        assertThat(card.status()).as(card.text()).isEqualTo(200);
        return card.json();
    }

    private static Answer answer(
            Client client, String review, List<Integer> numbers, Map<String, Object> said) {
        Map<String, Object> body = new HashMap<>(said);
        body.put("numbers", numbers);
        return client.post(review + "/answers", body);
    }

    private static void look(Client client, String review, List<Integer> numbers) {
        assertThat(client.post(review + "/looked", Map.of("numbers", numbers)).status())
                .isEqualTo(204);
    }

    private static JsonNode shown(Installation nembar, String review) {
        return nembar.administrator().get(review).json();
    }

    @Test
    void aReviewGoesFromItsBeginningToASealedResult(Installation nembar) {
        Client maren = nembar.branchAdministrator();
        Client idris = nembar.administrator();
        Map<String, Object> wanted = wanted("Berths", role("berth-planner"), MAREN);
        JsonNode preview = idris.post(TOWLINE + "/reviews/preview", wanted).json();
        assertThat(preview.path("rights").asInt()).isGreaterThanOrEqualTo(5);
        assertThat(preview.path("asked")).hasSize(2);
        String review = begin(nembar, wanted);
        assertThat(Arrivals.letter(nembar, "maren.holt@larkwater.example", "asks you to look at"))
                .contains("4 rights", "/desk/reviews/");
        assertThat(maren.get(review).json().at("/mine/rights").asInt()).isGreaterThanOrEqualTo(4);
        assertThat(maren.get("/api/reviews").json().path("total").asInt()).isPositive();

        JsonNode keziah = card(maren, review, "keziah.moss");
        assertThat(keziah.at("/rights/0/what").asString()).startsWith("Berth planner");
        assertThat(keziah.at("/rights/0/records").toString()).contains("Berth bookings");
        assertThat(keziah.at("/rights/0/peers/of").asInt()).isPositive();
        assertThat(keziah.at("/rights/0/useTells").asBoolean()).isTrue();
        List<Integer> end = numbers(maren, review, "keziah.moss");
        assertThat(answer(maren, review, end, Map.of("answer", "keep")).detail())
                .as("what was not looked at is not answered")
                .contains("Look at each");
        look(maren, review, end);
        assertThat(answer(maren, review, end, Map.of("answer", "end")).status())
                .as("without a reason")
                .isEqualTo(400);
        assertThat(
                        answer(
                                        maren,
                                        review,
                                        end,
                                        Map.of("answer", "end", "reason", "She moved on."))
                                .status())
                .isEqualTo(204);

        List<Integer> change = numbers(maren, review, "gwen.harrow");
        look(maren, review, change);
        assertThat(
                        answer(maren, review, change, Map.of("answer", "change", "reason", "x"))
                                .status())
                .as("it does not say what is otherwise")
                .isEqualTo(400);
        String until = TODAY.plusDays(60).toString();
        assertThat(
                        answer(
                                        maren,
                                        review,
                                        change,
                                        Map.of(
                                                "answer",
                                                "change",
                                                "reason",
                                                "For the season.",
                                                "until",
                                                until))
                                .status())
                .isEqualTo(204);
        List<Integer> kept = new ArrayList<>(numbers(maren, review, "hedda.nyquist"));
        kept.addAll(numbers(maren, review, "livia.sarto"));
        look(maren, review, kept);
        assertThat(answer(maren, review, kept, Map.of("answer", "keep")).status()).isEqualTo(204);
        assertThat(maren.post(review + "/end", Map.of()).status())
                .as("whoever is only asked does not end it, unless they may make drafts")
                .isIn(200, 403);
    }

    @Test
    void whatEndsOrChangesIsADraftAndThenTheResultIsSealed(Installation nembar) {
        Client idris = nembar.administrator();
        String who =
                Arrivals.arrive(nembar, "vera.sund@larkwater.example", "Vera Sund", "larkwater");
        Limited.publish(
                idris,
                TOWLINE,
                "For Vera",
                List.of(
                        Limited.assign("vera-1", "role", "bill-chaser", who, Map.of()),
                        Limited.assign("vera-2", "role", "account-manager", who, Map.of())));
        String review = begin(nembar, wanted("Vera", person(who), "idris.munro"));
        List<Integer> all = numbers(idris, review, who);
        look(idris, review, all);
        JsonNode rights = card(idris, review, who).path("rights");
        for (JsonNode one : rights) {
            boolean chaser = one.path("what").asString().startsWith("Bill chaser");
            answer(
                    idris,
                    review,
                    List.of(one.path("number").asInt()),
                    chaser
                            ? Map.of("answer", "end", "reason", "No bills any more.")
                            : Map.of("answer", "keep"));
        }
        JsonNode ended = idris.post(review + "/end", Map.of()).json();
        assertThat(ended.path("state").asString()).isEqualTo("closed");
        assertThat(idris.get(review + "/result.csv").status())
                .as("there is no result yet")
                .isEqualTo(400);
        String draft = TOWLINE + "/drafts/" + ended.path("draft").asString();
        Answer published =
                idris.with("If-Match", idris.get(draft).header("ETag"))
                        .post(draft + "/publish", Map.of("reason", "The review of Vera"));
        assertThat(published.status()).as(published.text()).isEqualTo(200);
        JsonNode sealed = shown(nembar, review);
        assertThat(sealed.path("state").asString()).isEqualTo("sealed");
        assertThat(sealed.path("publication").asLong()).isPositive();
        assertThat(idris.get(review + "/check").json().path("holds").asBoolean()).isTrue();
        byte[] result = idris.bytes(review + "/result.json");
        assertThat(
                        idris.postBytes("/api/reviews/results/file", result)
                                .json()
                                .path("holds")
                                .asBoolean())
                .isTrue();
        byte[] forged =
                new String(result, StandardCharsets.UTF_8)
                        .replace("No bills any more.", "He asked for it.")
                        .getBytes(StandardCharsets.UTF_8);
        assertThat(idris.postBytes("/api/reviews/results/file", forged).status()).isEqualTo(404);
        assertThat(idris.get(review + "/result.csv").text())
                .contains("No bills any more.", sealed.path("digest").asString());
        assertThat(new String(idris.bytes(review + "/result.pdf"), StandardCharsets.ISO_8859_1))
                .startsWith("%PDF");
        assertThat(answer(idris, review, all, Map.of("answer", "keep")).status())
                .as("nothing is answered any more")
                .isEqualTo(409);
        assertThat(
                        nembar.nobody()
                                .signIn("vera.sund@larkwater.example", Arrivals.PASSWORD)
                                .get(review)
                                .status())
                .as("whoever was not asked does not see it")
                .isEqualTo(404);
    }

    @Test
    void nobodyReviewsThemselvesAndWhoLeavesIsReplaced(Installation nembar) {
        Client idris = nembar.administrator();
        String first =
                Arrivals.arrive(nembar, "orla.finn@larkwater.example", "Orla Finn", "larkwater");
        String other =
                Arrivals.arrive(nembar, "tove.rask@larkwater.example", "Tove Rask", "larkwater");
        Limited.publish(
                idris,
                TOWLINE,
                "For both",
                List.of(
                        Limited.assign("both-1", "role", "bill-chaser", first, Map.of()),
                        Limited.assign("both-2", "role", "bill-chaser", other, Map.of())));
        String review = begin(nembar, wanted("One", person(first), other));
        Client two = nembar.nobody().signIn("tove.rask@larkwater.example", Arrivals.PASSWORD);
        Answer self = two.post(review + "/handed", Map.of("to", first, "note", "Yours?"));
        assertThat(self.status()).isEqualTo(403);
        assertThat(self.text()).contains("Nobody reviews their own rights");
        assertThat(two.get(TOWLINE + "/drafts").status())
                .as("they see no more than they are asked")
                .isEqualTo(403);
        Answer suspended =
                idris.post(
                        "/api/people/acts",
                        Map.of("act", "suspend", "people", List.of(other), "draft", false));
        assertThat(suspended.status()).as(suspended.text()).isLessThan(300);
        nembar.part(ReviewJobs.class).due(Instant.now());
        assertThat(shown(nembar, review).at("/reviewers/0/reviewer/key").asString())
                .as("the next who may be asked")
                .isNotEqualTo(other);
    }

    @Test
    void remindersGoOutAndWhatIsLateIsPassedOnAndInTheEndClosed(Installation nembar) {
        String who =
                Arrivals.arrive(nembar, "lena.dorn@larkwater.example", "Lena Dorn", "larkwater");
        Limited.publish(
                nembar.administrator(),
                TOWLINE,
                "For Late",
                List.of(Limited.assign("late-1", "role", "bill-chaser", who, Map.of())));
        Map<String, Object> wanted = wanted("Late", person(who), "keziah.moss");
        wanted.put("everyMonths", 1);
        String review = begin(nembar, wanted);
        ReviewJobs jobs = nembar.part(ReviewJobs.class);
        jobs.due(Instant.now().plus(Duration.ofDays(11)));
        jobs.due(Instant.now().plus(Duration.ofDays(11)));
        String keziah = "keziah.moss@larkwater.example";
        assertThat(Arrivals.letter(nembar, keziah, "still missing")).contains("/desk/reviews/");
        assertThat(
                        Arrivals.letters(nembar, keziah, 1).stream()
                                .filter(one -> one.contains("still missing")))
                .as("nobody is reminded twice of the same")
                .hasSize(1);
        jobs.due(Instant.now().plus(Duration.ofDays(22)));
        assertThat(shown(nembar, review).at("/reviewers/0/reviewer/key").asString())
                .as("Keziah's manager")
                .isEqualTo(MAREN);
        jobs.due(Instant.now().plus(Duration.ofDays(31)));
        JsonNode over = shown(nembar, review);
        assertThat(over.path("state").asString()).isEqualTo("sealed");
        assertThat(over.path("outcome").asString()).isEqualTo("Nothing was to be changed.");
        JsonNode all = nembar.administrator().get("/api/reviews?size=200").json().path("reviews");
        int times = 0;
        for (JsonNode one : all) {
            times += one.path("name").asString().equals("Late") ? 1 : 0;
        }
        assertThat(times).as("it comes again after a month, once").isEqualTo(2);
    }

    @Test
    void whatEndedSinceIsAskedAboutNoMore(Installation nembar) {
        Client idris = nembar.administrator();
        String who =
                Arrivals.arrive(nembar, "gorm.rell@larkwater.example", "Gorm Rell", "larkwater");
        Limited.publish(
                idris,
                TOWLINE,
                "For Gone",
                List.of(Limited.assign("gone-1", "role", "bill-chaser", who, Map.of())));
        String review = begin(nembar, wanted("Gone", person(who), "idris.munro"));
        Limited.publish(
                idris,
                TOWLINE,
                "Ended meanwhile",
                List.of(Map.of("remove", "assignments", "key", "gone-1")));
        assertThat(card(idris, review, who).at("/rights/0/gone").asBoolean()).isTrue();
        JsonNode over = idris.post(review + "/end", Map.of()).json();
        assertThat(over.path("state").asString())
                .as("nothing is left to be changed")
                .isEqualTo("sealed");
    }

    @Test
    void whatCannotBeReviewedIsSaid(Installation nembar) {
        Client idris = nembar.administrator();
        String reviews = TOWLINE + "/reviews";
        assertThat(idris.post(reviews, wanted("x", role("none"), MAREN)).status()).isEqualTo(400);
        assertThat(idris.post(reviews, wanted("", role("berth-planner"), MAREN)).status())
                .isEqualTo(400);
        assertThat(idris.post(reviews, wanted("x", Map.of("kind", "odd"), MAREN)).status())
                .isEqualTo(400);
        assertThat(idris.post(reviews, wanted("x", Map.of("kind", "people"), MAREN)).status())
                .isEqualTo(400);
        assertThat(idris.post(reviews, wanted("x", person("nobody.here"), MAREN)).text())
                .contains("Nobody whom you may view holds anything of this");
        Map<String, Object> past = wanted("x", role("berth-planner"), MAREN);
        past.put("due", TODAY.minusDays(2).toString());
        assertThat(idris.post(reviews, past).status()).isEqualTo(400);
        assertThat(
                        nembar.auditor()
                                .post(reviews, wanted("x", role("berth-planner"), MAREN))
                                .status())
                .isEqualTo(403);
        assertThat(idris.get("/api/reviews/none").status()).isEqualTo(404);
    }
}
