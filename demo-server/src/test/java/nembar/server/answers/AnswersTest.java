package nembar.server.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Answers about the whole design of the demo (docs/access-model.md, sections 6, 7 and 9). */
@ExtendWith(Installation.class)
class AnswersTest {
    private static final String TOWLINE = "/api/applications/towline";

    @Test
    void everyPlantedFaultIsFound(Installation nembar) {
        Answer findings = nembar.auditor().get(TOWLINE + "/findings?size=200");
        assertThat(findings.status()).as(findings.text()).isEqualTo(200);
        String text = findings.text();
        finding(text, "personCanDoNothing", "clemency.hart");
        finding(text, "roleGivesNothingWithinBounds", "incidents-astrid");
        finding(text, "shareCutToNothing", "ore-to-keelmark");
        finding(text, "rolesInConflict", "ambrose.teague");
        finding(text, "assignmentEnded", "survey-ashlar");
        finding(text, "externalKeptInByFilterAlone", "elspeth.lantern");
        finding(text, "setRedundant", "see-berths");
        finding(text, "roleNotMeantForThem", "towline.gateway");
        finding(text, "expectationBroken", "two-pairs-of-eyes");
        finding(text, "expectationBroken", "safety-no-contracts");
        finding(text, "expectationCoversNobody", "newcomer-sells-nothing");
        finding(text, "roleHeldByNobody", "winter-warden");
        finding(text, "invitationNotAccepted", "ottilie.brandt");
        String before = Instant.now().minus(Duration.ofDays(100)).toString();
        assertThat(nembar.auditor().get(TOWLINE + "/findings?size=200&at=" + before).text())
                .as("the share came later")
                .doesNotContain("ore-to-keelmark");
        Answer some = nembar.auditor().get(TOWLINE + "/findings?kind=setRedundant");
        assertThat(some.json().path("total").asInt()).isEqualTo(1);
        assertThat(some.json().at("/findings/0/mend/0/put").asString()).isEqualTo("roles");
    }

    private static void finding(String text, String kind, String about) {
        assertThat(text)
                .containsPattern(
                        "\\{\"kind\":\"" + kind + "\",\"concerns\":\\[[^\\]]*\"" + about + "\"");
    }

    @Test
    void expectationsAreProvedOrRefutedWithSomebody(Installation nembar) {
        Answer proofs = nembar.auditor().get(TOWLINE + "/expectations");
        assertThat(proofs.json()).hasSize(18);
        int broken = 0;
        for (var proof : proofs.json()) {
            if (!proof.path("holds").asBoolean()) {
                broken++;
                assertThat(proof.path("person").asString()).isNotBlank();
            }
        }
        assertThat(broken).isEqualTo(2);
    }

    @Test
    void mendsAreOfferedCheapestFirst(Installation nembar) {
        Client client = nembar.administrator();
        String records = "/api/ask/records?person=honora.larke&application=towline&type=claim";
        String claim = client.get(records + "&size=1").json().at("/rows/0/key").asString();
        Answer mends =
                client.get(
                        TOWLINE
                                + "/mends?person=clemency.hart&type=claim&operation=view&record="
                                + claim);
        assertThat(mends.status()).as(mends.text()).isEqualTo(200);
        assertThat(mends.json().at("/0/words").asString()).startsWith("Share this claim with");
        assertThat(mends.json().at("/0/records").asLong()).isEqualTo(1);
        assertThat(mends.json().at("/0/people").toString()).isEqualTo("[\"clemency.hart\"]");
        long last = 0;
        for (var mend : mends.json()) {
            assertThat(mend.path("records").asLong()).isGreaterThanOrEqualTo(last);
            last = mend.path("records").asLong();
        }
    }

    @Test
    void twoPeopleAndTwoRolesAreCompared(Installation nembar) {
        Client client = nembar.administrator();
        Answer people =
                client.get(TOWLINE + "/difference?person=mabel.hollis&otherPerson=ragna.northfell");
        assertThat(people.json().path("first").asString()).isEqualTo("Mabel Hollis");
        assertThat(people.json().at("/lines").toString()).contains("cargo_lot", "Hollis");
        Answer roles = client.get(TOWLINE + "/roles/dispatcher/difference/berth-planner");
        assertThat(roles.text())
                .contains(
                        "\"what\":\"confirm\",\"use\":\"\",\"first\":[],\"second\":[\"own branch\"]");
    }

    @Test
    void conditionsAreCheckedAndRendered(Installation nembar) {
        Client client = nembar.administrator();
        String path = TOWLINE + "/conditions/check";
        Answer good =
                client.post(
                        path,
                        "{\"recordType\":\"voyage\",\"text\":\"status <> 'closed' and"
                                + " t_during(departs, interval(now(), now(7)))\"}");
        assertThat(good.status()).as(good.text()).isEqualTo(200);
        assertThat(good.json().path("words").asString())
                .isEqualTo("status is not closed and departs within 7 days");
        assertThat(good.json().path("text").asString())
                .isEqualTo("status <> 'closed' AND T_DURING(departs, INTERVAL(now(), now(7)))");
        Answer again =
                client.post(
                        path,
                        "{\"recordType\":\"voyage\",\"json\":" + good.json().path("json") + "}");
        assertThat(again.text()).isEqualTo(good.text());
        Answer never =
                client.post(
                        path, "{\"recordType\":\"voyage\",\"text\":\"margin > 3 AND margin < 2\"}");
        assertThat(never.json().path("always").asString()).isEqualTo("never");
        Answer wrong = client.post(path, "{\"recordType\":\"voyage\",\"text\":\"stauts = 'x'\"}");
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.json().at("/problems/0/path").asString()).isEqualTo("character 1");
        assertThat(wrong.json().at("/problems/0/message").asString())
                .isEqualTo("no field `stauts` on Voyage; did you mean `status`?");
        assertThat(client.get(TOWLINE + "/conditions/names?recordType=voyage").text())
                .contains(
                        "\"user.training\",\"type\":\"list\"",
                        "\"departs\",\"type\":\"timestamp\"");
    }

    @Test
    void anExpectationTellsSinceWhenItStandsAsItDoes(Installation nembar) {
        Client client = nembar.administrator();
        Answer stood = client.get(TOWLINE + "/expectations/crew-office-whole/history");
        assertThat(stood.status()).as(stood.text()).isEqualTo(200);
        assertThat(stood.json()).isNotEmpty();
        assertThat(stood.json().get(0).path("since").asString()).isNotEmpty();
        boolean holds = false;
        for (JsonNode one : client.get(TOWLINE + "/expectations").json()) {
            holds |=
                    one.path("key").asString().equals("crew-office-whole")
                            && one.path("holds").asBoolean();
        }
        assertThat(stood.json().get(0).path("holds").asBoolean()).isEqualTo(holds);
        assertThat(client.get(TOWLINE + "/expectations/none/history").status()).isEqualTo(404);
    }
}
