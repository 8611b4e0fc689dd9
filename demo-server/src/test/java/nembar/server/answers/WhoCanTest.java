package nembar.server.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import java.util.TreeSet;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Who can do something in the demo (docs/access-model.md, section 6). */
@ExtendWith(Installation.class)
class WhoCanTest {
    private static final String TOWLINE = "/api/applications/towline";

    @Test
    void whoCanNamesPeopleTheirAccountsAndRoutes(Installation nembar) {
        Client client = nembar.administrator();
        String records = "/api/ask/records?person=mabel.hollis&application=towline&type=cargo_lot";
        String lot = client.get(records + "&size=1").json().at("/rows/0/key").asString();
        Answer who =
                client.get(
                        TOWLINE + "/who-can?type=cargo_lot&operation=view&size=200&record=" + lot);
        assertThat(who.status()).as(who.text()).isEqualTo(200);
        Set<String> people = new TreeSet<>();
        who.json().path("people").forEach(one -> people.add(one.path("person").asString()));
        assertThat(people).contains("mabel.hollis", "otto.grist").doesNotContain("ragna.northfell");
        assertThat(who.json().path("total").asInt()).isEqualTo(who.json().path("people").size());
        assertThat(who.text()).contains("\"account\":\"hollis-grain\"", "holds Shipper contact");
        Answer page =
                client.get(TOWLINE + "/who-can?type=cargo_lot&operation=view&size=1&record=" + lot);
        assertThat(page.json().path("people")).hasSize(1);
    }

    @Test
    void whoCanIsAskedOfFieldsFunctionsAndDraftsToo(Installation nembar) {
        Client client = nembar.administrator();
        Answer run = client.get(TOWLINE + "/who-can?function=month-end");
        assertThat(run.text()).contains("winifred.stroud").contains("\"level\":\"run\"");
        Answer any = client.get(TOWLINE + "/who-can?type=invoice&operation=approve");
        assertThat(any.text()).contains("ambrose.teague", "leander.voss");
        Answer unknown = client.get(TOWLINE + "/who-can?type=invoce&operation=view");
        assertThat(unknown.status()).isEqualTo(404);
        assertThat(unknown.detail()).contains("did you mean `invoice`?");
    }

    @Test
    void aBranchAdministratorIsToldOfTheirOwnPeopleOnly(Installation nembar) {
        Answer who =
                nembar.branchAdministrator()
                        .get(TOWLINE + "/who-can?type=voyage&operation=view&size=200");
        assertThat(who.json().path("withheld").asInt()).isPositive();
        assertThat(who.text()).contains("ilse.marrow").doesNotContain("winifred.stroud");
    }

    @Test
    void whoCanSaysByWhatAndIsNarrowedToOneWay(Installation nembar) {
        Client client = nembar.administrator();
        String asked = TOWLINE + "/who-can?type=invoice&operation=view&size=200";
        JsonNode all = client.get(asked).json();
        JsonNode first = all.at("/ways/0");
        assertThat(first.path("people").asInt()).isPositive();
        assertThat(first.path("words").asString()).isNotBlank();
        JsonNode narrowed = client.get(asked + "&by=" + first.path("key").asString()).json();
        assertThat(narrowed.path("total").asInt()).isEqualTo(first.path("people").asInt());
        assertThat(narrowed.path("all").asInt()).isEqualTo(all.path("all").asInt());
        // Saskia Bellweather acts for two: one person, a line for each.
        JsonNode broker = client.get(asked + "&by=assignments/shipper-saskia-bellweather").json();
        assertThat(broker.path("total").asInt()).isEqualTo(2);
        assertThat(broker.toString()).contains("two shippers.\",\"people\":1,\"externals\":1");
        all.path("people")
                .forEach(one -> assertThat(one.path("records").asLong(-1)).isNotNegative());
        Answer gone = client.get(asked + "&by=assignments/nothing");
        assertThat(gone.status()).isEqualTo(404);
        assertThat(gone.detail()).contains("Look at all");
    }

    @Test
    void whoSeesAFieldOfAnyRecordOrAnyFieldOfAClass(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode margin = client.get(TOWLINE + "/who-can?type=voyage&field=margin&size=200").json();
        assertThat(margin.path("people")).isNotEmpty();
        assertThat(margin.toString()).contains("\"level\":\"view\"");
        JsonNode personal = client.get(TOWLINE + "/who-can?classification=personal").json();
        assertThat(personal.at("/people/0/level").asString()).contains(" of ");
        Answer unknown = client.get(TOWLINE + "/who-can?classification=cheese");
        assertThat(unknown.status()).isEqualTo(400);
        assertThat(unknown.detail()).contains("No field is classified");
    }

    @Test
    void whoCanIsHadAsAFile(Installation nembar) {
        Client client = nembar.administrator();
        String asked = "?type=invoice&operation=view";
        Answer file = client.get(TOWLINE + "/who-can.csv" + asked);
        assertThat(file.status()).isEqualTo(200);
        assertThat(file.text())
                .startsWith("Person,Account,External,Level,Records,How")
                .contains("Mabel Hollis,Hollis Grain,yes,view,121,");
        long lines = file.text().lines().count() - 1;
        assertThat(lines)
                .isEqualTo(client.get(TOWLINE + "/who-can" + asked).json().path("total").asLong());
    }

    private static String where(String condition) {
        return "&where=" + URLEncoder.encode(condition, StandardCharsets.UTF_8);
    }

    @Test
    void whoCanIsAskedOfRecordsThatMeetACondition(Installation nembar) {
        Client client = nembar.administrator();
        String lots = TOWLINE + "/who-can?type=cargo_lot&operation=view&size=200";
        JsonNode all = client.get(lots).json();
        JsonNode grain = client.get(lots + where("shipper = 'hollis-grain'")).json();
        assertThat(grain.path("total").asInt()).isPositive().isLessThan(all.path("total").asInt());
        assertThat(grain.toString()).contains("mabel.hollis").doesNotContain("ragna.northfell");
        grain.path("people").forEach(one -> assertThat(one.path("records").asLong()).isPositive());
        JsonNode one =
                client.get(
                                "/api/ask/records?person=mabel.hollis&application=towline"
                                        + "&type=cargo_lot&field=shipper&value=hollis-grain")
                        .json();
        assertThat(grain.toString())
                .contains("\"records\":" + one.path("total").asLong() + ",\"routes\"");
        assertThat(client.get(lots + where("shipper = 'nobody'")).json().path("total").asInt())
                .isZero();
        String fields = TOWLINE + "/who-can?type=voyage&field=margin&size=200";
        assertThat(client.get(fields + where("status = 'planned'")).status()).isEqualTo(200);
    }

    @Test
    void aConditionThatCannotBeAskedAboutIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        String lots = TOWLINE + "/who-can?type=cargo_lot&operation=view";
        assertThat(client.get(lots + where("shipper = ")).status()).isEqualTo(400);
        Answer personal = client.get(lots + where("clerk = user.id"));
        assertThat(personal.status()).isEqualTo(400);
        assertThat(personal.detail()).contains("depends on who looks");
        assertThat(client.get(lots + "&record=L-1" + where("TRUE")).status()).isEqualTo(400);
        assertThat(
                        client.get(
                                        TOWLINE
                                                + "/who-can?type=cargo_lot&operation=create"
                                                + where("TRUE"))
                                .status())
                .isEqualTo(400);
        Answer guarded =
                client.get(
                        TOWLINE
                                + "/who-can?type=medical_note&operation=view"
                                + where("fit_for_duty = TRUE"));
        assertThat(guarded.status()).as(guarded.text()).isIn(400, 403);
    }

    @Test
    void anyRecordMeansAWayToOneOrOneThatIsThereToday(Installation nembar) {
        Client client = nembar.administrator();
        String asked = TOWLINE + "/who-can?type=invoice&operation=view&size=200";
        JsonNode way = client.get(asked).json();
        assertThat(way.path("means").asString()).isEqualTo("way");
        JsonNode today = client.get(asked + "&today=true").json();
        assertThat(today.path("means").asString()).isEqualTo("today");
        Set<String> reaching = new TreeSet<>();
        for (JsonNode one : way.path("people")) {
            if (one.path("records").asLong() > 0) {
                reaching.add(one.path("person").asString() + one.path("account").asString(""));
            }
        }
        Set<String> told = new TreeSet<>();
        for (JsonNode one : today.path("people")) {
            told.add(one.path("person").asString() + one.path("account").asString(""));
        }
        assertThat(told).isEqualTo(reaching).isNotEmpty();
        assertThat(way.path("total").asLong()).isGreaterThan(today.path("total").asLong());
        String create = TOWLINE + "/who-can?type=invoice&operation=create&today=true";
        assertThat(client.get(create).status()).isEqualTo(400);
    }
}
