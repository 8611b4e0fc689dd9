package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Installation.class)
class BecauseTest {
    private static JsonNode because(Client client, String person, String about) {
        Answer answer =
                client.get("/api/ask/because?application=towline&person=" + person + "&" + about);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    @Test
    void aCellNamesItsRouteLinkByLink(Installation nembar) {
        JsonNode answer =
                because(nembar.administrator(), "ilse.marrow", "type=cargo_lot&operation=view");
        JsonNode steps = answer.at("/routes/0/steps");
        assertThat(steps.findValuesAsString("kind"))
                .containsExactly("person", "audience", "assignment", "set", "privilege");
        assertThat(steps.findValuesAsString("name"))
                .containsExactly(
                        "Ilse Marrow", "Delta Dispatch", "Dispatcher", "Run voyages", "own branch");
        assertThat(answer.path("title").asString()).startsWith("Ilse Marrow may view ");
        assertThat(answer.path("list").asBoolean()).isTrue();
    }

    @Test
    void routesThatOverlapSaySo(Installation nembar) {
        JsonNode answer =
                because(nembar.administrator(), "emeka.walsh", "type=contract&operation=view");
        JsonNode routes = answer.path("routes");
        assertThat(routes.size()).isEqualTo(3);
        JsonNode last = routes.get(2);
        assertThat(last.path("records").asLong()).isEqualTo(52);
        assertThat(last.path("alreadyAbove").asLong())
                .isEqualTo(routes.get(0).path("records").asLong());
    }

    @Test
    void aFilterSaysHowMuchItTakesAway(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode answer = because(client, "emeka.walsh", "type=contract&operation=view");
        JsonNode cut = answer.at("/cuts/0");
        assertThat(cut.path("name").asString()).isEqualTo("Tariffs keeps to small shippers");
        long left =
                client.get("/api/ask/records?person=emeka.walsh&application=towline&type=contract")
                        .json()
                        .path("total")
                        .asLong();
        assertThat(cut.path("takes").asLong()).isPositive().isEqualTo(52 - left);
    }

    @Test
    void whatIsLiftedOrFollowsPointsToWhereItComesFrom(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode lifted = because(client, "mabel.hollis", "type=voyage&operation=view");
        assertThat(lifted.at("/routes/0/see/type").asString()).isEqualTo("cargo_lot");
        JsonNode follows = because(client, "mabel.hollis", "type=inspection&operation=view");
        assertThat(follows.at("/routes/0/see/type").asString()).isEqualTo("cargo_lot");
    }

    @Test
    void aNoSaysWhatIsMissing(Installation nembar) {
        JsonNode answer =
                because(nembar.administrator(), "clemency.hart", "type=invoice&operation=approve");
        assertThat(answer.path("routes").size()).isZero();
        assertThat(answer.at("/missing/0").asString())
                .isEqualTo(
                        "The role Invoice approver would give it (approve invoices, own branch);"
                                + " Clemency Hart does not hold it.");
    }

    @Test
    void aContractorWhoseWorkEndedIsToldWhen(Installation nembar) {
        JsonNode answer =
                because(nembar.administrator(), "rupert.ashlar", "type=cargo_lot&operation=view");
        assertThat(answer.at("/missing/0").asString()).contains("it ended on 1 July 2026");
    }

    @Test
    void oneRecordHasItsOwnReasons(Installation nembar) {
        Client client = nembar.administrator();
        String lots = "person=ilse.marrow&application=towline&type=cargo_lot";
        String key = client.get("/api/ask/records?" + lots).json().at("/rows/0/key").asString();
        JsonNode yes =
                because(client, "ilse.marrow", "type=cargo_lot&operation=view&record=" + key);
        assertThat(yes.path("title").asString()).isEqualTo("Ilse Marrow may view cargo lot " + key);
        JsonNode no =
                because(client, "ilse.marrow", "type=cargo_lot&operation=delete&record=" + key);
        assertThat(no.path("title").asString()).contains("may not delete");
        Answer missing = client.get("/api/ask/because?" + lots + "&operation=view&record=L-0");
        assertThat(missing.status()).isEqualTo(404);
    }

    @Test
    void aFieldNamesWhatOpensAndWhatLowersIt(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode margin = because(client, "honora.larke", "type=voyage&field=margin");
        assertThat(margin.at("/routes/0/steps").findValuesAsString("name"))
                .contains("Commercial figures");
        JsonNode born = because(client, "ilse.marrow", "type=crew_member&field=birth_date");
        assertThat(born.at("/cuts/0/words").asString())
                .isEqualTo("masks it for all staff, except Crew Office");
        JsonNode closed = because(client, "ilse.marrow", "type=voyage&field=margin");
        assertThat(closed.at("/missing/0").asString())
                .contains("no privilege for the field margin");
    }

    @Test
    void aFunctionNamesItsRouteAndUnmetNeeds(Installation nembar) {
        JsonNode answer = because(nembar.administrator(), "ilse.marrow", "function=movement-map");
        assertThat(answer.path("title").asString()).isEqualTo("Movement map: redraw");
        assertThat(answer.path("routes").size()).isEqualTo(2);
        assertThat(answer.at("/routes/0/steps").findValuesAsString("name"))
                .contains("Run voyages", "redraw");
    }

    @Test
    void unknownTypesOperationsAndFieldsAreNamed(Installation nembar) {
        Client client = nembar.administrator();
        String ilse = "/api/ask/because?person=ilse.marrow&application=towline&";
        assertThat(client.get(ilse + "type=cargo_lott&operation=view").detail())
                .isEqualTo("Towline has no record type `cargo_lott`; did you mean `cargo_lot`?");
        assertThat(client.get(ilse + "type=voyage&operation=dispach").detail())
                .isEqualTo("Voyage has no operation `dispach`; did you mean `dispatch`?");
        assertThat(client.get(ilse + "type=voyage&field=margn").detail())
                .contains("did you mean `margin`?");
        assertThat(client.get(ilse + "function=tide").status()).isEqualTo(404);
        assertThat(client.get(ilse).status()).isEqualTo(400);
    }
}
