package nembar.server.answers;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** People by record type (docs/access-model.md, section 6). */
@ExtendWith(Installation.class)
class MatrixTest {
    private static final String MATRIX = "/api/applications/towline/matrix";

    @Test
    void externalsComeFirstAndEachCellIsAReach(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode page = client.get(MATRIX + "?size=200").json();
        assertThat(page.at("/rows/0/external").asBoolean()).isTrue();
        assertThat(page.path("rows")).hasSize(page.path("total").asInt());
        page.path("rows")
                .forEach(row -> assertThat(row.path("cells")).hasSize(page.path("types").size()));
        JsonNode ilse = client.get(MATRIX + "?search=ilse+marrow").json();
        assertThat(ilse.path("total").asInt()).isEqualTo(1);
        assertThat(ilse.at("/rows/0/cells/0/words").asString()).isEqualTo("all");
        assertThat(ilse.at("/rows/0/cells/1/notches").asInt()).isEqualTo(5);
        JsonNode change = client.get(MATRIX + "?operation=change&search=ilse+marrow").json();
        assertThat(change.at("/rows/0/cells/0/notches").asInt()).isEqualTo(5);
        Answer wrong = client.get(MATRIX + "?operation=paint");
        assertThat(wrong.status()).isEqualTo(400);
        assertThat(wrong.detail()).contains("view, change, create, delete");
    }

    @Test
    void itIsHadAsFiles(Installation nembar) {
        Client client = nembar.administrator();
        Answer csv = client.get(MATRIX + ".csv?search=mabel");
        assertThat(csv.text())
                .startsWith("Person,Sits in or acts for,External,Voyages,Cargo lots")
                .contains("Mabel Hollis,Hollis Grain,yes,");
        Answer workbook = client.get(MATRIX + ".xlsx");
        assertThat(workbook.status()).isEqualTo(200);
        assertThat(workbook.header("Content-Type")).contains("spreadsheetml");
        assertThat(workbook.text()).startsWith("PK");
    }

    @Test
    void aBranchAdministratorIsShownTheirOwnPeople(Installation nembar) {
        JsonNode page = nembar.branchAdministrator().get(MATRIX + "?size=200").json();
        assertThat(page.path("withheld").asInt()).isPositive();
        assertThat(page.toString()).contains("ilse.marrow").doesNotContain("winifred.stroud");
    }
}
