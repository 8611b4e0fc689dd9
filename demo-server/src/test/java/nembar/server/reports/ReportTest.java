package nembar.server.reports;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Reports that auditors ask for (docs/reports.md). */
@ExtendWith(Installation.class)
class ReportTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String REPORTS = TOWLINE + "/reports";

    private static List<List<String>> rows(Client client, String report) {
        String sep = report.contains("?") ? "&" : "?";
        Answer answer = client.get(REPORTS + "/" + report + sep + "size=200");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        List<List<String>> rows = new ArrayList<>();
        for (JsonNode row : answer.json().path("rows")) {
            List<String> cells = new ArrayList<>();
            row.forEach(cell -> cells.add(cell.asString()));
            rows.add(cells);
        }
        return rows;
    }

    private static Optional<List<String>> rowOf(List<List<String>> rows, String person) {
        return rows.stream().filter(one -> one.contains(person)).findFirst();
    }

    @Test
    void everyKindIsATableAndAFile(Installation nembar) {
        Client idris = nembar.administrator();
        JsonNode kinds = idris.get(REPORTS).json();
        assertThat(kinds).hasSize(7);
        for (JsonNode kind : kinds) {
            String at =
                    REPORTS
                            + "/"
                            + kind.path("key").asString()
                            + "%s?recordType=voyage&person=ilse.marrow";
            Answer page = idris.get(at.formatted(""));
            assertThat(page.status()).as(page.text()).isEqualTo(200);
            JsonNode columns = page.json().path("columns");
            for (JsonNode row : page.json().path("rows")) {
                assertThat(row).as(kind.path("key").asString()).hasSameSizeAs(columns);
            }
            assertThat(idris.get(at.formatted("/rows.csv")).text())
                    .contains(columns.path(0).asString());
            assertThat(idris.bytes(at.formatted("/rows.xlsx"))).startsWith('P', 'K');
        }
    }

    @Test
    void whoHadAccessIsKnownOfAnyDay(Installation nembar) {
        Client idris = nembar.administrator();
        String who =
                Arrivals.arrive(
                        nembar, "past.reader@larkwater.example", "Past Reader", "larkwater");
        Limited.publish(
                idris,
                TOWLINE,
                "For a while",
                List.of(Limited.assign("past-1", "role", "claims-handler", who, Map.of())));
        assertThat(
                        Arrivals.await(
                                () ->
                                        rowOf(
                                                        rows(
                                                                idris,
                                                                "changes-of-person?person=" + who),
                                                        "A test")
                                                .orElse(null)))
                .as("the publication that gave it")
                .isNotNull();
        Instant between = Instant.now();
        String report = "past-access?recordType=claim&from=" + between.minus(Duration.ofHours(1));
        assertThat(rowOf(rows(idris, report), "Past Reader").orElseThrow().get(4))
                .isEqualTo("after");
        Limited.publish(
                idris,
                TOWLINE,
                "No more",
                List.of(Map.of("remove", "assignments", "key", "past-1")));
        List<String> ended = rowOf(rows(idris, report), "Past Reader").orElseThrow();
        assertThat(ended.get(4)).as("from when until when").isNotEqualTo("after");
        assertThat(ended.get(5)).contains("Claims handler");
        assertThat(
                        rowOf(
                                rows(
                                        idris,
                                        "past-access?recordType=claim&from="
                                                + Instant.now().minusMillis(1)),
                                "Past Reader"))
                .isEmpty();
        assertThat(idris.get(REPORTS + "/past-access?recordType=none").status()).isEqualTo(404);
        assertThat(
                        idris.get(
                                        REPORTS
                                                + "/past-access?recordType=claim&from=2026-05-01T00:00:00Z"
                                                + "&until=2026-04-01T00:00:00Z")
                                .status())
                .isEqualTo(400);
    }

    @Test
    void theOthersSayWhatIsSoToday(Installation nembar) {
        Client idris = nembar.administrator();
        List<String> ragna = rowOf(rows(idris, "outsiders"), "Ragna Northfell").orElseThrow();
        assertThat(ragna.get(1)).isEqualTo("Northfell Ore");
        assertThat(ragna.get(4)).contains("view ");
        assertThat(rows(idris, "guarded-fields"))
                .anyMatch(one -> one.contains("Ilse Marrow") || one.contains("Cecily Fairweather"));
        assertThat(rowOf(rows(idris, "administrators"), "Maren Holt").orElseThrow().get(4))
                .contains("some");
        assertThat(rows(idris, "segregation-of-duties"))
                .anyMatch(one -> one.contains("Ambrose Teague") || one.contains("nobody"));
        assertThat(idris.get(REPORTS + "/changes-of-person?person=nobody.here").status())
                .isEqualTo(404);
        assertThat(rows(idris, "dormant")).allMatch(one -> !one.contains("Idris Munro"));
    }

    @Test
    void nobodyIsToldOfWhomTheyMayNotView(Installation nembar) {
        Client limited =
                Limited.administrator(nembar, "report-reader", Limited.may("application", "view"));
        assertThat(rows(limited, "outsiders")).isEmpty();
        assertThat(rows(limited, "guarded-fields")).allMatch(one -> one.contains("nobody"));
        assertThat(limited.get(REPORTS + "/changes-of-person?person=ilse.marrow").status())
                .isEqualTo(403);
        assertThat(limited.get(REPORTS + "/none").status()).isEqualTo(404);
    }
}
