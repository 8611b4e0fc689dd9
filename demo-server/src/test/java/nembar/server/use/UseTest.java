package nembar.server.use;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import nembar.core.use.Use.Used;
import nembar.demo.DemoWorld;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Use: counted from decisions, and told by applications (docs/use.md). */
@ExtendWith(Installation.class)
class UseTest {
    private static final String USE = "/api/applications/towline/use";
    private static final String PATH = "/access/v1/use?application=towline";
    private static final String MAP = "function:movement-map";
    private static final LocalDate TODAY = LocalDate.now(ZoneOffset.UTC);
    private static final String ILSE = "ilse.marrow@larkwater.example";

    private static Client gateway(Installation nembar) {
        return nembar.nobody().with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN);
    }

    private static Answer tell(Installation nembar, String name, String type, String lines) {
        return gateway(nembar)
                .send("POST", PATH + "&name=" + name, Map.of("Content-Type", type), lines);
    }

    private static JsonNode used(Installation nembar, String what, String operation) {
        JsonNode use = nembar.administrator().get(USE + "/people/ilse.marrow").json();
        for (JsonNode one : use.path("used")) {
            if (one.path("what").asString().equals(what)
                    && one.path("operation").asString().equals(operation)) {
                return one;
            }
        }
        return null;
    }

    @Test
    void aYesIsCountedAndANoIsNot(Installation nembar) {
        String asked =
                """
                {"subject":{"type":"person","id":"%s"},"action":{"name":"%s"},
                 "resource":{"type":"function","id":"%s"}%s}
                """;
        String past = ",\"context\":{\"time\":\"%sT12:00:00Z\"}".formatted(TODAY.minusDays(9));
        assertThat(used(nembar, MAP, "look").path("last").asString())
                .isNotEqualTo(TODAY.toString());
        assertThat(decided(nembar, asked.formatted(ILSE, "look", "movement-map", past))).isTrue();
        nembar.part(UseCounter.class).keep();
        assertThat(used(nembar, MAP, "look").path("last").asString())
                .as("what was so at another time is no use of today")
                .isNotEqualTo(TODAY.toString());
        assertThat(decided(nembar, asked.formatted(ILSE, "look", "movement-map", ""))).isTrue();
        assertThat(decided(nembar, asked.formatted(ILSE, "run", "month-end", ""))).isFalse();
        nembar.part(UseCounter.class).keep();
        assertThat(used(nembar, MAP, "look").path("last").asString()).isEqualTo(TODAY.toString());
        assertThat(used(nembar, "function:month-end", "run")).isNull();
    }

    private static boolean decided(Installation nembar, String question) {
        Answer answer = gateway(nembar).post("/access/v1/evaluation", question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().path("decision").asBoolean();
    }

    @Test
    void theSameOfOneDayMayComeSeveralTimesAtOnce(Installation nembar) {
        UseStore.Counted one =
                new UseStore.Counted("towline", "otis.penn", new Used("voyage", "close"), TODAY, 2);
        nembar.part(UseStore.class).add(List.of(one, one.times(3), one));
        assertThat(
                        nembar.part(EntityManager.class)
                                .createQuery(
                                        "select times from UsedRow where which.person = 'otis.penn' and"
                                                + " which.day = :today and which.operation ="
                                                + " 'close'",
                                        Long.class)
                                .setParameter("today", TODAY)
                                .getResultList())
                .containsExactly(7L);
    }

    @Test
    void whatAnApplicationTellsCountsOnce(Installation nembar) {
        String day = TODAY.minusDays(3).toString();
        String lines =
                "person,type,operation,day,times,id\r\n"
                        + ILSE
                        + ",claim,settle,"
                        + day
                        + ",4,\r\n"
                        + "nobody@larkwater.example,claim,settle,"
                        + day
                        + ",,\r\n"
                        + ILSE
                        + ",clam,settle,"
                        + day
                        + ",,\r\n"
                        + ILSE
                        + ",claim,settle,"
                        + TODAY.plusDays(2)
                        + ",,\r\n"
                        + ILSE
                        + ",claim,settle,2019-01-01,,\r\n"
                        + ILSE
                        + ",claim,settle,yesterday,,\r\n"
                        + ILSE
                        + ",claim,settle,"
                        + day
                        + ",-3,\r\n";
        Answer told = tell(nembar, "november", "text/csv", lines);
        assertThat(told.status()).as(told.text()).isEqualTo(200);
        assertThat(told.json().path("lines").asInt()).isEqualTo(7);
        assertThat(told.json().path("counted").asInt()).isEqualTo(1);
        assertThat(told.json().path("leftOut")).hasSize(6);
        assertThat(told.json().at("/leftOut/0/reason").asString())
                .isEqualTo("Nobody has this address.");
        assertThat(told.json().at("/leftOut/0/examples/0").asInt()).isEqualTo(2);
        assertThat(used(nembar, "claim", "settle").path("last").asString()).isEqualTo(day);
        assertThat(tell(nembar, "november", "text/csv", lines).json().path("again").asBoolean())
                .isTrue();
        assertThat(tell(nembar, "november", "text/csv", lines + "\r\n" + ILSE).status())
                .as("something else under the same name")
                .isEqualTo(409);
        JsonNode shown = nembar.administrator().get(USE).json();
        assertThat(shown.at("/told/0/name").asString()).isEqualTo("november");
        assertThat(shown.path("tells").asBoolean()).as("the demo has use of 130 days").isTrue();
    }

    @Test
    void jsonLinesAreReadOneByOne(Installation nembar) {
        String line =
                "{\"person\":\"%s\",\"type\":\"%s\",\"id\":\"%s\",\"operation\":\"%s\","
                        + "\"day\":\"%s\"}\n";
        String now = TODAY + "T00:00:00Z";
        Answer told =
                tell(
                        nembar,
                        "lines",
                        "application/x-ndjson",
                        line.formatted(ILSE, "function", "month-end", "look", now)
                                + line.formatted(ILSE, "voyage.margin", "", "view", now)
                                + "not json\n\n[1]\n");
        assertThat(told.json().path("counted").asInt()).as(told.text()).isEqualTo(2);
        assertThat(told.json().at("/leftOut/0/lines").asInt()).isEqualTo(2);
        assertThat(used(nembar, "voyage.margin", "view")).isNotNull();
    }

    @Test
    void whatCannotBeReadCountsNothing(Installation nembar) {
        Answer headless = tell(nembar, "x", "text/csv", ILSE + ",claim,settle,2026-11-03");
        assertThat(headless.status()).isEqualTo(400);
        assertThat(headless.text()).contains("person, type, operation, day");
        assertThat(tell(nembar, "x", "text/csv", "").status()).isEqualTo(400);
        assertThat(
                        nembar.nobody()
                                .send("POST", PATH, Map.of("Content-Type", "text/csv"), "")
                                .status())
                .isEqualTo(401);
        assertThat(nembar.administrator().postBytes(USE + "/file?format=x", new byte[0]).status())
                .isEqualTo(400);
    }

    @Test
    void aRoleIsCutToWhatIsUsedOfIt(Installation nembar) {
        JsonNode trim =
                nembar.administrator()
                        .get("/api/applications/towline/roles/dispatcher/trim")
                        .json();
        assertThat(trim.path("tells").asBoolean()).isTrue();
        assertThat(trim.path("holders").asInt()).isPositive();
        assertThat(nembar.administrator().get("/api/applications/towline/roles/none/trim").status())
                .isEqualTo(404);
    }

    @Test
    void rolesAreProposedWithWhomTheyWouldChange(Installation nembar) {
        List<Map<String, Object>> given = new ArrayList<>();
        for (String name : List.of("Maud Finch", "Nils Vane")) {
            String email = name.toLowerCase(Locale.ROOT).replace(' ', '.') + "@larkwater.example";
            String who = Arrivals.arrive(nembar, email, name, "larkwater");
            for (String role : List.of("bill-chaser", "claims-handler")) {
                given.add(Limited.assign(who + "-" + role, "role", role, who, Map.of()));
            }
        }
        Limited.publish(nembar.administrator(), "/api/applications/towline", "For both", given);
        JsonNode proposed =
                nembar.administrator().get("/api/applications/towline/role-proposals").json();
        assertThat(proposed.toString())
                .contains(
                        "Maud Finch and Nils Vane are each given Bill chaser and Claims handler",
                        "Nobody needs the whole of Berth planner");
        for (JsonNode one : proposed) {
            assertThat(one.path("changes")).as(one.path("sentence").asString()).isNotEmpty();
            if (one.path("kind").asString().equals("oneRole")) {
                assertThat(one.path("changed").asInt())
                        .as(one.path("sentence").asString())
                        .isZero();
            }
        }
        assertThat(nembar.auditor().get("/api/applications/towline/role-proposals").status())
                .isEqualTo(403);
    }
}
