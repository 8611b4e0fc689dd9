package nembar.server.ask;

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

@ExtendWith(Installation.class)
class RecordListTest {
    private static JsonNode list(Client client, String question) {
        Answer answer = client.get("/api/ask/records?application=towline&" + question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> column(JsonNode page, String key) {
        int at = 0;
        while (!page.at("/columns/" + at + "/key").asString().equals(key)) {
            at++;
        }
        List<String> values = new ArrayList<>();
        for (JsonNode row : page.path("rows")) {
            values.add(row.at("/values/" + at + "/value").asString(""));
        }
        return values;
    }

    private static List<String> keys(JsonNode page) {
        List<String> keys = new ArrayList<>();
        page.path("rows").forEach(row -> keys.add(row.path("key").asString()));
        return keys;
    }

    /** Turns all pages forth, and back again, and holds each against the list as a whole. */
    private static void pagesCoverTheList(Client client, String question) {
        List<String> whole = keys(list(client, question + "&size=200"));
        assertThat(whole).as(question).hasSizeGreaterThan(40);
        JsonNode page = list(client, question + "&size=17");
        int total = page.path("total").asInt();
        assertThat(page.has("previous")).isFalse();
        List<List<String>> forth = new ArrayList<>(List.of(keys(page)));
        while (page.has("next")) {
            page = list(client, question + "&size=17&after=" + page.path("next").asString());
            assertThat(page.has("total")).isFalse();
            forth.add(keys(page));
        }
        assertThat(forth.stream().flatMap(List::stream))
                .as(question)
                .hasSize(total)
                .doesNotHaveDuplicates()
                .startsWith(whole.toArray(String[]::new));
        for (int at = forth.size() - 2; at >= 0; at--) {
            page = list(client, question + "&size=17&before=" + page.path("previous").asString());
            assertThat(keys(page)).as(question + " back at " + at).isEqualTo(forth.get(at));
            assertThat(page.has("next")).isTrue();
        }
        assertThat(page.has("previous")).isFalse();
    }

    @Test
    void pagesCoverTheListForthAndBackInAnyOrder(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "person=mabel.hollis&type=cargo_lot";
        pagesCoverTheList(client, lots);
        pagesCoverTheList(client, lots + "&descending=true");
        for (JsonNode column : list(client, lots + "&size=1").path("columns")) {
            if (column.path("seen").asBoolean()) {
                String sorted = lots + "&sort=" + column.path("key").asString();
                pagesCoverTheList(client, sorted);
                pagesCoverTheList(client, sorted + "&descending=true");
            }
        }
    }

    @Test
    void aListIsNarrowedToWhatAFieldIsSeenToBe(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "person=ilse.marrow&type=cargo_lot&size=200";
        JsonNode grain = list(client, lots + "&field=shipper&value=Hollis%20Grain");
        assertThat(column(grain, "shipper")).isNotEmpty().containsOnly("Hollis Grain");
        assertThat(grain.path("total"))
                .isEqualTo(list(client, lots + "&field=shipper&value=hollis-grain").path("total"));
        String crew = "/api/ask/records?application=towline&person=ilse.marrow&type=crew_member";
        Answer hidden = nembar.steward().get(crew + "&field=address&value=x");
        assertThat(hidden.status()).isEqualTo(400);
        assertThat(hidden.detail()).contains("cannot see");
        assertThat(
                        client.get("/api/ask/records?application=towline&" + lots + "&field=status")
                                .status())
                .isEqualTo(400);
    }

    @Test
    void whatOneMayAndAnotherMayNotIsListed(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "type=cargo_lot&size=200&person=";
        List<String> mabel = keys(list(client, lots + "mabel.hollis"));
        List<String> saskia = keys(list(client, lots + "saskia.bellweather"));
        List<String> only = keys(list(client, lots + "mabel.hollis&without=saskia.bellweather"));
        assertThat(only).isEqualTo(mabel.stream().filter(one -> !saskia.contains(one)).toList());
        assertThat(keys(list(client, lots + "mabel.hollis&without=mabel.hollis"))).isEmpty();
        Answer nobody =
                client.get(
                        "/api/ask/records?application=towline&" + lots + "ilse.marrow&without=x");
        assertThat(nobody.status()).isEqualTo(404);
    }

    @Test
    void aListIsSortedBothWays(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "person=ilse.marrow&type=cargo_lot&sort=loads_on&size=50";
        List<String> up = column(list(client, lots), "loads_on");
        List<String> down = column(list(client, lots + "&descending=true"), "loads_on");
        assertThat(up).isSorted();
        assertThat(down).isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(up.get(0)).isLessThan(down.get(0));
    }

    @Test
    void namesStandInPlaceOfKeys(Installation nembar) {
        JsonNode page = list(nembar.administrator(), "person=mabel.hollis&type=cargo_lot");
        assertThat(column(page, "shipper")).containsOnly("Hollis Grain");
        assertThat(column(page, "basin")).contains("Sorrel Delta").doesNotContain("sorrel-delta");
    }

    @Test
    void hiddenFieldsLeaveTheServerEmptyAndCannotBeSortedBy(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode page = list(client, "person=ilse.marrow&type=voyage");
        assertThat(column(page, "margin")).containsOnly("");
        Answer sorted =
                client.get(
                        "/api/ask/records?application=towline&person=ilse.marrow&type=voyage"
                                + "&sort=margin");
        assertThat(sorted.status()).isEqualTo(400);
        assertThat(sorted.detail()).contains("cannot see margin");
        JsonNode seen = list(client, "person=honora.larke&type=voyage&sort=margin");
        assertThat(column(seen, "margin")).doesNotContain("");
    }

    @Test
    void maskedValuesAreMaskedBeforeTheyLeave(Installation nembar) {
        JsonNode page = list(nembar.steward(), "person=ilse.marrow&type=crew_member");
        assertThat(column(page, "birth_date")).isNotEmpty().allMatch(one -> one.matches("\\d{4}"));
        assertThat(column(page, "address")).containsOnly("");
    }

    @Test
    void searchLooksOnlyAtWhatTheySee(Installation nembar) {
        Client client = nembar.steward();
        String crew = "type=crew_member&search=Towpath&person=";
        assertThat(list(client, crew + "agnete.solberg").path("total").asLong()).isEqualTo(121);
        assertThat(list(client, crew + "ilse.marrow").path("total").asLong()).isZero();
        assertThat(
                        list(client, "person=agnete.solberg&type=crew_member&search=%25")
                                .path("total")
                                .asLong())
                .isZero();
    }

    @Test
    void searchFindsNamesAsTheyAreShown(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "person=ilse.marrow&type=cargo_lot&size=200&search=";
        assertThat(column(list(client, lots + "Hollis%20Grain"), "shipper"))
                .isNotEmpty()
                .containsOnly("Hollis Grain");
        assertThat(column(list(client, lots + "tove%20ans"), "clerk")).containsOnly("Tove Ansgar");
        assertThat(list(client, lots + "hollis-grain").path("total").asLong()).isZero();
    }

    @Test
    void guardedRecordsAreForStewardsOnly(Installation nembar) {
        String medical =
                "/api/ask/records?application=towline&person=agnete.solberg&type=medical_note";
        assertThat(nembar.steward().get(medical).json().path("total").asLong()).isEqualTo(300);
        Answer refused = nembar.administrator().get(medical);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.json().at("/because/0").asString()).contains("none of its stewards");
        Answer because =
                nembar.auditor()
                        .get(
                                medical.replace("records", "because")
                                        + "&operation=view&record=H-900");
        assertThat(because.status()).isEqualTo(403);
    }

    @Test
    void theCsvFileHasTheWholeListAndNothingHidden(Installation nembar) {
        Client client = nembar.administrator();
        String contracts = "person=ilse.marrow&type=voyage";
        long total = list(client, contracts).path("total").asLong();
        Answer file = client.get("/api/ask/records.csv?application=towline&" + contracts);
        assertThat(file.header("Content-Type")).startsWith("text/csv");
        String[] lines = file.text().split("\r\n");
        assertThat(lines).hasSize((int) total + 1);
        assertThat(lines[0]).startsWith("Number,Voyage,Vessel").endsWith("Margin");
        assertThat(lines[1]).endsWith(",hidden");
    }

    @Test
    void oneRecordIsListedWhereItIsTheirs(Installation nembar) {
        Client client = nembar.administrator();
        String voyages = "type=voyage&size=1&person=";
        String key =
                list(client, voyages + "ilse.marrow&operation=change").at("/rows/0/key").asString();
        JsonNode one = list(client, voyages + "ilse.marrow&operation=change&record=" + key);
        assertThat(one.path("total").asLong()).isEqualTo(1);
        assertThat(one.at("/rows/0/key").asString()).isEqualTo(key);
        JsonNode notHers = list(client, voyages + "mabel.hollis&operation=change&record=" + key);
        assertThat(notHers.path("total").asLong()).isZero();
        assertThat(list(client, voyages + "ilse.marrow&record=no-such").path("total").asLong())
                .isZero();
    }

    @Test
    void badPagesAreRefused(Installation nembar) {
        Client client = nembar.administrator();
        String voyages = "/api/ask/records?application=towline&person=ilse.marrow&type=voyage";
        Answer totalAlone = client.get(voyages + "&size=0");
        assertThat(totalAlone.json().path("total").asLong()).isPositive();
        assertThat(totalAlone.json().path("rows")).isEmpty();
        assertThat(client.get(voyages + "&count=false").json().has("total")).isFalse();
        assertThat(client.get(voyages + "&size=100000").status()).isEqualTo(400);
        assertThat(client.get(voyages + "&size=-1").status()).isEqualTo(400);
        for (String rubbish :
                List.of(
                        "x",
                        "%00",
                        "W10",
                        "WyJhXHUwMDAwIl0",
                        "e30",
                        "W251bGxd",
                        "A".repeat(3000))) {
            assertThat(client.get(voyages + "&after=" + rubbish).status()).isEqualTo(400);
        }
        assertThat(client.get(voyages + "&after=WyJhIl0&before=WyJhIl0").status()).isEqualTo(400);
        assertThat(client.get(voyages + "&operation=create").status()).isEqualTo(400);
    }

    @Test
    void whatIsWithheldIsListedByItsKeyAlone(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "person=ilse.marrow&type=cargo_lot&size=200";
        JsonNode seen = list(client, lots);
        JsonNode all = list(client, lots + "&withheld=true");
        assertThat(all.path("total").asLong()).isGreaterThan(seen.path("total").asLong());
        boolean withheld = false;
        for (JsonNode row : all.path("rows")) {
            if (!row.path("seen").asBoolean()) {
                withheld = true;
                row.path("values")
                        .forEach(
                                value -> {
                                    assertThat(value.path("level").asString()).isEqualTo("hidden");
                                    assertThat(value.has("value")).isFalse();
                                });
            }
        }
        assertThat(withheld).isTrue();
        Answer sorted =
                client.get(
                        "/api/ask/records?application=towline&withheld=true&sort=loads_on&" + lots);
        assertThat(sorted.status()).isEqualTo(400);
        assertThat(sorted.detail()).contains("in the order of their keys");
    }

    @Test
    void aRecordIsShownWithWhatIsAroundIt(Installation nembar) {
        Client client = nembar.administrator();
        String mabel = "/api/ask/record?application=towline&person=mabel.hollis&type=";
        JsonNode voyages = list(client, "person=mabel.hollis&type=voyage&size=1");
        String voyage = voyages.at("/rows/0/key").asString();
        JsonNode sheet = client.get(mabel + "voyage&record=" + voyage).json();
        assertThat(sheet.path("seen").asBoolean()).isTrue();
        assertThat(sheet.path("operations").toString()).contains("view").doesNotContain("create");
        JsonNode lots = sheet.at("/children/0");
        JsonNode below =
                list(
                        client,
                        "person=mabel.hollis&type="
                                + lots.path("type").asString()
                                + "&size=200&of="
                                + voyage);
        assertThat(below.path("total").asLong()).isEqualTo(lots.path("records").asLong());
        assertThat(column(below, "voyage")).containsOnly(voyage);
        String lot = below.at("/rows/0/key").asString();
        JsonNode parent = client.get(mabel + "cargo_lot&record=" + lot).json().path("parent");
        assertThat(parent.path("key").asString()).isEqualTo(voyage);
        Answer gone = client.get(mabel + "voyage&record=V-0");
        assertThat(gone.status()).isEqualTo(404);
        assertThat(gone.detail()).contains("It may have been deleted.");
    }

    @Test
    void anExternalFindsNothingOfAnybodyElses(Installation nembar) {
        Client client = nembar.administrator();
        String others =
                list(client, "person=ragna.northfell&type=invoice&size=1")
                        .at("/rows/0/key")
                        .asString();
        String mabel = "person=mabel.hollis&type=invoice";
        assertThat(list(client, mabel + "&search=" + others).path("rows").toString())
                .doesNotContain('"' + others + '"');
        assertThat(list(client, mabel + "&record=" + others).path("total").asLong()).isZero();
        JsonNode sheet =
                client.get("/api/ask/record?application=towline&" + mabel + "&record=" + others)
                        .json();
        assertThat(sheet.path("seen").asBoolean()).isFalse();
        assertThat(sheet.path("values")).isEmpty();
        assertThat(sheet.path("parent").isMissingNode()).isTrue();
        Answer sorted =
                client.get(
                        "/api/ask/records?application=towline&person=mabel.hollis&type=voyage"
                                + "&sort=margin");
        assertThat(sorted.status()).isEqualTo(400);
    }

    @Test
    void thatSomebodyLookedIsKeptOnceAnHour(Installation nembar) {
        Client client = nembar.administrator();
        list(client, "person=otto.grist&type=voyage&size=1");
        list(client, "person=otto.grist&type=invoice&size=1");
        String history = client.get("/api/people/otto.grist").json().path("history").toString();
        assertThat(history.split("looked through in Towline", -1)).hasSize(2);
    }

    @Test
    void aDraftIsLookedThroughAsIfItWerePublished(Installation nembar) {
        Client client = nembar.administrator();
        String towline = "/api/applications/towline";
        Answer made =
                client.post(
                        towline + "/drafts",
                        Limited.draft(
                                "look",
                                List.of(
                                        Limited.assign(
                                                "look-berths",
                                                "set",
                                                "see-berths",
                                                "clemency.hart",
                                                Map.of()))));
        String draft = made.json().path("id").asString();
        String berths = "person=clemency.hart&type=berth_booking";
        assertThat(list(client, berths).path("total").asLong()).isZero();
        JsonNode page = list(client, berths + "&draft=" + draft);
        assertThat(page.path("total").asLong()).isPositive();
        String key = page.at("/rows/0/key").asString();
        String record = "/api/ask/record?application=towline&" + berths + "&record=" + key;
        assertThat(client.get(record).json().path("seen").asBoolean()).isFalse();
        assertThat(client.get(record + "&draft=" + draft).json().path("seen").asBoolean()).isTrue();
        assertThat(
                        nembar.branchAdministrator()
                                .get(
                                        "/api/ask/records?application=towline&"
                                                + berths
                                                + "&draft="
                                                + draft)
                                .status())
                .isEqualTo(403);
        client.with("If-Match", made.header("ETag")).delete(towline + "/drafts/" + draft);
    }
}
