package nembar.server.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The sheet of one record. */
@ExtendWith(Installation.class)
class RecordAccessTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String SHEET = TOWLINE + "/record-access";

    private static JsonNode json(Client client, String address) {
        Answer answer = client.get(address);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static String lotOfMabel(Client client) {
        return json(
                        client,
                        "/api/ask/records?application=towline&person=mabel.hollis&size=1"
                                + "&type=cargo_lot")
                .at("/rows/0/key")
                .asString();
    }

    @Test
    void aRecordIsShownWithWhatItBelongsToAndWhoReachesIt(Installation nembar) {
        Client client = nembar.administrator();
        String lot = lotOfMabel(client);
        JsonNode sheet = json(client, SHEET + "?type=cargo_lot&record=" + lot);
        assertThat(sheet.path("places").toString())
                .contains("Hollis Grain", "\"kind\":\"account\"");
        assertThat(sheet.at("/parent/type").asString()).isEqualTo("voyage");
        JsonNode view = sheet.at("/operations/0");
        JsonNode who =
                json(client, TOWLINE + "/who-can?type=cargo_lot&operation=view&record=" + lot);
        assertThat(view.path("people").asInt()).isEqualTo(who.path("all").asInt());
        assertThat(view.path("externals").asInt()).isPositive();
        JsonNode voyage =
                json(client, SHEET + "?type=voyage&record=" + sheet.at("/parent/key").asString());
        assertThat(voyage.path("children").toString()).contains("cargo_lot");
        assertThat(voyage.at("/children/0/records").asLong()).isPositive();
    }

    @Test
    void whatIsGuardedOrNotThereIsNotShown(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.get(SHEET + "?type=medical_note&record=H-900").status()).isEqualTo(403);
        assertThat(client.get(SHEET + "/history?type=medical_note&record=H-900").status())
                .isEqualTo(403);
        Answer gone = client.get(SHEET + "?type=voyage&record=V-0");
        assertThat(gone.status()).isEqualTo(404);
        assertThat(gone.detail()).contains("It may have been deleted.");
    }

    @Test
    void aShareStandsOnItsRecordAndInItsHistory(Installation nembar) {
        Client client = nembar.administrator();
        String lot = lotOfMabel(client);
        Map<String, Object> share =
                Map.of(
                        "put",
                        "directShares",
                        "element",
                        Map.of(
                                "key",
                                "sheet-share",
                                "recordType",
                                "cargo_lot",
                                "record",
                                lot,
                                "audience",
                                Map.of("of", List.of(Map.of("person", "clemency.hart"))),
                                "operations",
                                List.of("view"),
                                "reason",
                                "to look at a sheet"));
        Limited.publish(client, TOWLINE, "Share one lot", List.of(share));
        try {
            JsonNode sheet = json(client, SHEET + "?type=cargo_lot&record=" + lot);
            assertThat(sheet.path("shares").toString()).contains("sheet-share", "Clemency Hart");
            JsonNode history = json(client, SHEET + "/history?type=cargo_lot&record=" + lot);
            JsonNode last = history.at("/changed/0");
            assertThat(last.path("reason").asString()).isEqualTo("A test");
            assertThat(last.at("/changes/0/operation").asString()).isEqualTo("view");
            assertThat(last.at("/changes/0/gained").toString()).contains("Clemency Hart");
            assertThat(history.path("looked").asInt()).isPositive();
        } finally {
            Limited.publish(
                    client,
                    TOWLINE,
                    "Take it back",
                    List.of(Map.of("remove", "directShares", "key", "sheet-share")));
        }
        JsonNode after = json(client, SHEET + "/history?type=cargo_lot&record=" + lot);
        assertThat(after.at("/changed/0/changes/0/lost").toString()).contains("Clemency Hart");
    }
}
