package nembar.server.authzen;

import static nembar.server.testing.Limited.may;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import nembar.demo.DemoWorld;
import nembar.server.session.Tokens;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** OpenID AuthZEN Authorization API 1.0, access evaluation. */
@ExtendWith(Installation.class)
class EvaluationTest {
    private static final String PATH = "/access/v1/evaluation";

    private static Client gateway(Installation nembar) {
        return nembar.nobody().with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN);
    }

    private static String request(String person, String action, String type, String rest) {
        return "{\"subject\":{\"type\":\"person\",\"id\":\""
                + person
                + "\"},\"action\":{\"name\":\""
                + action
                + "\"},\"resource\":{\"type\":\""
                + type
                + "\","
                + rest
                + "},\"context\":{}}";
    }

    private static void malformed(Installation nembar, String body, String path) {
        Answer answer = gateway(nembar).post(PATH, body);
        assertThat(answer.status()).as(answer.text()).isEqualTo(400);
        assertThat(answer.json().at("/problems/0/path").asString()).isEqualTo(path);
    }

    @Test
    void aRecordIsReadFromTowlineAndDecided(Installation nembar) {
        String lots =
                "/api/ask/records?person=ilse.marrow&application=towline&type=cargo_lot&size=1";
        String seen = nembar.administrator().get(lots).json().at("/rows/0/key").asString();
        String ilse = "ilse.marrow@larkwater.example";
        Answer yes =
                gateway(nembar)
                        .post(PATH, request(ilse, "view", "cargo_lot", "\"id\":\"" + seen + "\""));
        assertThat(yes.status()).isEqualTo(200);
        assertThat(yes.json().path("decision").asBoolean()).isTrue();
        assertThat(yes.json().at("/context/reasons/0").asString())
                .contains("member of Delta Dispatch", "holds Dispatcher");
        Answer no =
                gateway(nembar)
                        .post(
                                PATH,
                                request(ilse, "delete", "cargo_lot", "\"id\":\"" + seen + "\""));
        assertThat(no.status()).isEqualTo(200);
        assertThat(no.json().path("decision").asBoolean()).isFalse();
    }

    @Test
    void theAnswerAgreesWithTheList(Installation nembar) {
        String lots =
                "/api/ask/records?person=mabel.hollis&application=towline&type=voyage&size=200";
        String listed = nembar.administrator().get(lots).text();
        Client gateway = gateway(nembar);
        for (int i = 1000; i < 1040; i++) {
            String key = "V-" + i;
            boolean decided =
                    gateway.post(
                                    PATH,
                                    request(
                                            "mabel.hollis@hollis-grain.example",
                                            "view",
                                            "voyage",
                                            "\"id\":\"" + key + "\""))
                            .json()
                            .path("decision")
                            .asBoolean();
            assertThat(decided).as(key).isEqualTo(listed.contains("\"key\":\"" + key + "\""));
        }
    }

    @Test
    void propertiesSentAlongStandForTheRecord(Installation nembar) {
        String red = "\"id\":\"new\",\"properties\":{\"shipper\":\"hollis-grain\",\"tonnes\":12.5}";
        String mabel = "mabel.hollis@hollis-grain.example";
        Client gateway = gateway(nembar);
        assertThat(
                        gateway.post(PATH, request(mabel, "view", "cargo_lot", red))
                                .json()
                                .path("decision")
                                .asBoolean())
                .isTrue();
        assertThat(
                        gateway.post(
                                        PATH,
                                        request(
                                                mabel,
                                                "view",
                                                "cargo_lot",
                                                red.replace("hollis-grain", "brandt-fuels")))
                                .json()
                                .path("decision")
                                .asBoolean())
                .isFalse();
        malformed(
                nembar,
                request(mabel, "view", "cargo_lot", red.replace("12.5", "\"heavy\"")),
                "resource.properties.tonnes");
        malformed(
                nembar,
                request(mabel, "view", "cargo_lot", red.replace("shipper", "shiper")),
                "resource.properties.shiper");
    }

    @Test
    void somebodyOfSeveralAccountsSaysForWhichTheyAct(Installation nembar) {
        String saskia = "saskia.bellweather@hollis-grain.example";
        String lot = "\"id\":\"x\",\"properties\":{\"shipper\":\"marsh-malt\"}";
        malformed(nembar, request(saskia, "view", "cargo_lot", lot), "subject.properties.account");
        String acting =
                request(saskia, "view", "cargo_lot", lot)
                        .replace(
                                saskia + "\"",
                                saskia + "\",\"properties\":{\"account\":\"marsh-malt\"}");
        assertThat(gateway(nembar).post(PATH, acting).json().path("decision").asBoolean()).isTrue();
    }

    @Test
    void unknownPeopleAndRecordsAreANo(Installation nembar) {
        Answer nobody =
                gateway(nembar)
                        .post(
                                PATH,
                                request("no@one.example", "view", "voyage", "\"id\":\"V-1000\""));
        assertThat(nobody.status()).isEqualTo(200);
        assertThat(nobody.json().path("decision").asBoolean()).isFalse();
        Answer nothing =
                gateway(nembar)
                        .post(
                                PATH,
                                request(
                                        "ilse.marrow@larkwater.example",
                                        "view",
                                        "voyage",
                                        "\"id\":\"V-0\""));
        assertThat(nothing.json().path("decision").asBoolean()).isFalse();
    }

    @Test
    void malformedRequestsAreNamed(Installation nembar) {
        malformed(nembar, "{}", "subject");
        String ilse = "ilse.marrow@larkwater.example";
        malformed(nembar, request(ilse, "view", "voyge", "\"id\":\"V-1000\""), "resource.type");
        malformed(nembar, request(ilse, "sail", "voyage", "\"id\":\"V-1000\""), "action.name");
        malformed(nembar, request(ilse, "view", "voyage", "\"id\":\"\""), "resource.id");
        malformed(
                nembar,
                request(ilse, "view", "voyage", "\"id\":\"V-1000\"")
                        .replace("\"person\"", "\"robot\""),
                "subject.type");
        assertThat(gateway(nembar).post(PATH, "{\"subject\":").status()).isEqualTo(400);
    }

    @Test
    void theRequestIdComesBackOnAnswersAndErrors(Installation nembar) {
        Client gateway = gateway(nembar).with("X-Request-ID", "r-42");
        String body =
                request("ilse.marrow@larkwater.example", "view", "voyage", "\"id\":\"V-1000\"");
        assertThat(gateway.post(PATH, body).header("X-Request-ID")).isEqualTo("r-42");
        Answer malformed = gateway.post(PATH, "{}");
        assertThat(malformed.status()).isEqualTo(400);
        assertThat(malformed.header("X-Request-ID")).isEqualTo("r-42");
        Answer unreadable = gateway.post(PATH, "{\"subject\":");
        assertThat(unreadable.header("X-Request-ID")).isEqualTo("r-42");
    }

    @Test
    void aTokenIsNeeded(Installation nembar) {
        String body =
                request("ilse.marrow@larkwater.example", "view", "voyage", "\"id\":\"V-1000\"");
        Answer without = nembar.nobody().post(PATH, body);
        assertThat(without.status()).isEqualTo(401);
        assertThat(without.header("WWW-Authenticate")).isEqualTo("Bearer");
        assertThat(nembar.nobody().with("Authorization", "Bearer guess").post(PATH, body).status())
                .isEqualTo(401);
        assertThat(nembar.administrator().post(PATH, body).status()).isEqualTo(401);
    }

    @Test
    void aTokenIsGoodForNoMoreThanItsKeeperMayGive(Installation nembar) {
        String body =
                request("ilse.marrow@larkwater.example", "view", "voyage", "\"id\":\"V-1000\"");
        Client kept = keptBy(nembar, "idris.munro", "kept-by-idris");
        assertThat(kept.post(PATH, body).status()).isEqualTo(200);

        // who reads everything, and gives nothing
        Answer refused = keptBy(nembar, "osric.vane", "kept-by-osric").post(PATH, body);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).contains("may not give what Towline Gateway holds in Nembar");

        // with the keeper the token ends
        Client limited = Limited.administrator(nembar, "token.keeper", may("role", "give"));
        String keeper = limited.get("/api/session").json().path("person").asString();
        Client ends = keptBy(nembar, keeper, "kept-for-now");
        assertThat(ends.post(PATH, body).status()).isEqualTo(200);
        Answer suspended =
                nembar.administrator()
                        .post(
                                "/api/people/acts",
                                Map.of("act", "suspend", "people", List.of(keeper)));
        assertThat(suspended.status()).as(suspended.text()).isEqualTo(200);
        assertThat(ends.post(PATH, body).status()).isEqualTo(403);
    }

    private static Client keptBy(Installation nembar, String keeper, String token) {
        nembar.part(Tokens.class)
                .allow(
                        token,
                        Tokens.Token.ofService(DemoWorld.GATEWAY, keeper),
                        "test",
                        Instant.now().plusSeconds(3_600));
        return nembar.nobody().with("Authorization", "Bearer " + token);
    }

    private static Answer ask(
            Installation nembar, String who, String action, String type, String rest) {
        Answer answer =
                gateway(nembar).post(PATH, request(who + "@larkwater.example", action, type, rest));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer;
    }

    private static boolean yes(Answer answer) {
        assertThat(answer.json().at("/context/reasons/0").asString())
                .as(answer.text())
                .isNotBlank();
        return answer.json().path("decision").asBoolean();
    }

    @Test
    void fieldsAreAskedAbout(Installation nembar) {
        String one = "\"id\":\"V-1001\"";
        assertThat(yes(ask(nembar, "honora.larke", "view", "voyage.margin", one))).isTrue();
        assertThat(yes(ask(nembar, "honora.larke", "change", "voyage.margin", one))).isFalse();
        Answer hidden = ask(nembar, "ilse.marrow", "view", "voyage.margin", one);
        assertThat(yes(hidden)).isFalse();
        assertThat(hidden.json().at("/context/level").asString()).isEqualTo("hidden");
        malformed(
                nembar,
                request("ilse.marrow@larkwater.example", "view", "voyage.marign", one),
                "resource.type");
        malformed(
                nembar,
                request("ilse.marrow@larkwater.example", "delete", "voyage.margin", one),
                "action.name");
    }

    @Test
    void functionsAreAskedAboutByTheirLevels(Installation nembar) {
        String month = "\"id\":\"month-end\"";
        assertThat(yes(ask(nembar, "winifred.stroud", "run", "function", month))).isTrue();
        assertThat(yes(ask(nembar, "ilse.marrow", "run", "function", month))).isFalse();
        malformed(
                nembar,
                request("ilse.marrow@larkwater.example", "fly", "function", month),
                "action.name");
    }

    @Test
    void whatIsToBeCreatedNeedsNoKey(Installation nembar) {
        String delta = "\"properties\":{\"basin\":\"sorrel-delta\"}";
        assertThat(yes(ask(nembar, "ilse.marrow", "create", "voyage", delta))).isTrue();
        assertThat(
                        yes(
                                ask(
                                        nembar,
                                        "ilse.marrow",
                                        "create",
                                        "voyage",
                                        delta.replace("sorrel-delta", "winter-canal"))))
                .isFalse();
        malformed(
                nembar,
                request("ilse.marrow@larkwater.example", "view", "voyage", delta),
                "resource.id");
    }

    @Test
    void anotherInstantIsAskedAbout(Installation nembar) {
        String livia =
                request("livia.sarto@larkwater.example", "view", "berth_booking", "\"id\":\"B-1\"");
        String later = livia.replace("\"context\":{}", "\"context\":{\"time\":\"TIME\"}");
        assertThat(gateway(nembar).post(PATH, later.replace("TIME", "soon")).status())
                .isEqualTo(400);
        Answer early = gateway(nembar).post(PATH, later.replace("TIME", "2001-01-01T00:00:00Z"));
        assertThat(early.status()).isEqualTo(404);
        assertThat(
                        gateway(nembar)
                                .post(PATH, later.replace("TIME", "2027-06-01T00:00:00Z"))
                                .status())
                .isEqualTo(200);
    }
}
