package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.Set;
import java.util.TreeSet;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Answers as files hold what the answers themselves do. */
@ExtendWith(Installation.class)
class AnswerFilesTest {
    private static final String TOWLINE = "/api/applications/towline";

    private static String csv(Client client, String address) {
        Answer file = client.get(address);
        assertThat(file.status()).as(file.text()).isEqualTo(200);
        assertThat(file.header("Content-Type")).startsWith("text/csv");
        return file.text();
    }

    @Test
    void whatSomebodyCanDo(Installation nembar) {
        Client client = nembar.administrator();
        String ilse = "application=towline&person=ilse.marrow";
        JsonNode voyages =
                client.get("/api/ask/what-can?" + ilse).json().at("/areas/0/types/0/cells/1");
        assertThat(csv(client, "/api/ask/what-can.csv?" + ilse))
                .startsWith("Area,Record type,What,Reach or level,Records,Of,Which")
                .contains(",Voyages,change," + voyages.path("reach").asString() + ",")
                .contains("," + voyages.path("records").asLong() + ",")
                .contains(",Voyages,see margin,hidden,0,");
    }

    @Test
    void whyTheyCan(Installation nembar) {
        String cell =
                "/api/ask/because.csv?application=towline&person=emeka.walsh&type=contract"
                        + "&operation=view";
        assertThat(csv(nembar.administrator(), cell))
                .contains("\r\nroute,")
                .contains("\r\nfilter,")
                .contains("Emeka Walsh");
        assertThat(csv(nembar.administrator(), cell.replace("emeka.walsh", "clemency.hart")))
                .contains("\r\nmissing,");
    }

    @Test
    void whatDiffers(Installation nembar) {
        Client client = nembar.administrator();
        String file =
                csv(
                        client,
                        TOWLINE + "/difference.csv?person=ilse.marrow&otherPerson=mabel.hollis");
        assertThat(file)
                .startsWith("What,Only the first,Only the second\r\n")
                .contains("\r\nchange voyages,");
        int lines =
                client.get(TOWLINE + "/difference?person=ilse.marrow&otherPerson=mabel.hollis")
                        .json()
                        .path("lines")
                        .size();
        assertThat(file.lines()).hasSize(lines + 1);
        JsonNode roles = client.get(TOWLINE + "/role-matrix").json().path("roles");
        String one = roles.at("/0/key").asString();
        String other = roles.at("/1/key").asString();
        assertThat(csv(client, TOWLINE + "/roles/" + one + "/difference/" + other + "/csv").lines())
                .hasSize(
                        client.get(TOWLINE + "/roles/" + one + "/difference/" + other).json().size()
                                + 1);
    }

    @Test
    void rolesBySets(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode told = client.get(TOWLINE + "/role-matrix").json();
        assertThat(told.at("/roles/0/external").asBoolean()).isTrue();
        JsonNode first = told.at("/roles/0");
        Set<String> holders = new TreeSet<>();
        client.get(TOWLINE + "/bench/holders?size=200&role=" + first.path("key").asString())
                .json()
                .path("holders")
                .forEach(one -> holders.add(one.path("key").asString()));
        assertThat(holders).hasSize(first.path("holders").asInt());
        assertThat(first.path("sets")).isNotEmpty();
        String csv = csv(client, TOWLINE + "/role-matrix.csv");
        assertThat(csv).startsWith("Role,For externals,Held by,");
        assertThat(csv.lines()).hasSize(told.path("roles").size() + 1);
        assertThat(csv)
                .contains("\r\n" + first.path("name").asString() + ",yes,")
                .contains("up to");
        assertThat(client.get(TOWLINE + "/role-matrix.xlsx").text()).startsWith("PK");
    }

    @Test
    void anAccessCardIsOnePageInPlainWords(Installation nembar) throws IOException {
        Client client = nembar.administrator();
        JsonNode ilse =
                client.get("/api/ask/what-can?application=towline&person=ilse.marrow").json();
        String card = page(client, "ilse.marrow");
        assertThat(card)
                .startsWith("What Ilse Marrow can do in Towline")
                .contains("Holds: ")
                .contains("It rests on publication no. ")
                .contains("not shown: margin")
                .contains("Nothing of: ");
        String changed =
                String.format("%,d", ilse.at("/areas/0/types/0/cells/1/records").asLong())
                        .replace(',', '\u00a0');
        assertThat(card).contains("change " + changed);
        assertThat(page(client, "saskia.bellweather")).contains("acting for ");
        assertThat(page(client, "clemency.hart")).contains("nothing they can do");
    }

    private static String page(Client client, String person) throws IOException {
        byte[] pdf = client.bytes("/api/ask/access-card.pdf?application=towline&person=" + person);
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            return new PDFTextStripper().getText(document);
        }
    }
}
