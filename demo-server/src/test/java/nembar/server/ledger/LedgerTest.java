package nembar.server.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Whom publications concerned, what two differ in, what was done to people and who came in. */
@ExtendWith(Installation.class)
class LedgerTest {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String PUBLICATIONS = TOWLINE + "/publications";
    private static final String CLEMENCY = "clemency.hart";

    private static long publish(Client client, List<Map<String, Object>> changes) {
        return Limited.publish(client, TOWLINE, "Ledger", changes).json().path("number").asLong();
    }

    private static Map<String, Object> removal(String key) {
        return Map.of("remove", "assignments", "key", key);
    }

    private static boolean concerned(Client client, String person, long number) {
        for (JsonNode one :
                client.get(PUBLICATIONS + "?person=" + person).json().path("publications")) {
            if (one.path("number").asLong() == number) {
                return true;
            }
        }
        return false;
    }

    @Test
    void aPublicationIsFoundByWhomItConcerned(Installation nembar) {
        Client client = nembar.administrator();
        long now =
                publish(
                        client,
                        List.of(
                                Limited.assign(
                                        "concern-now", "set", "see-berths", CLEMENCY, Map.of())));
        long later =
                publish(
                        client,
                        List.of(
                                Limited.assign(
                                        "concern-later",
                                        "set",
                                        "see-voyages",
                                        CLEMENCY,
                                        Map.of("from", "2099-01-01T00:00:00Z"))));
        Arrivals.await(() -> concerned(client, CLEMENCY, later) ? true : null);
        assertThat(concerned(client, CLEMENCY, now)).isTrue();
        assertThat(concerned(client, "osric.vane", now)).isFalse();
        assertThat(client.get(PUBLICATIONS + "?person=no-such").status()).isEqualTo(404);
        publish(client, List.of(removal("concern-now"), removal("concern-later")));
    }

    @Test
    void twoPublicationsAreCompared(Installation nembar) {
        Client client = nembar.administrator();
        long first =
                publish(
                        client,
                        List.of(
                                Limited.assign(
                                        "compare-one", "set", "see-berths", CLEMENCY, Map.of())));
        long last = publish(client, List.of(removal("compare-one")));
        String between = PUBLICATIONS + "/" + first + "/comparison/" + last;
        Answer compared = client.get(between);
        assertThat(compared.status()).as(compared.text()).isEqualTo(200);
        assertThat(compared.json().path("words")).hasSize(1);
        assertThat(compared.json().at("/words/0").asString()).contains("Clemency Hart");
        assertThat(compared.json().at("/changes/0/key").asString()).isEqualTo("compare-one");
        assertThat(compared.json().at("/inverse/0/put").asString()).isEqualTo("assignments");
        JsonNode impact = client.get(between + "/impact").json();
        assertThat(impact.at("/lines/0/name").asString()).isEqualTo("Clemency Hart");
        assertThat(impact.at("/lines/0/lost").asLong()).isGreaterThan(800);
        assertThat(client.get(PUBLICATIONS + "/" + first + "/comparison/99999").status())
                .isEqualTo(404);
    }

    @Test
    void actsAreFoundByWhomTheyWereDoneTo(Installation nembar) {
        Client client = nembar.administrator();
        String key =
                Arrivals.arrive(nembar, "ledger.act@larkwater.example", "Ledger Act", "larkwater");
        Answer acts = client.get("/api/ledger/acts?person=" + key);
        assertThat(acts.status()).as(acts.text()).isEqualTo(200);
        assertThat(acts.json().path("total").asInt()).isPositive();
        for (JsonNode one : acts.json().path("acts")) {
            assertThat(one.path("name").asString()).isEqualTo("Ledger Act");
        }
        assertThat(client.get("/api/ledger/acts?author=idris.munro").json().path("total").asInt())
                .isPositive();
        assertThat(
                        client.get("/api/ledger/acts?search=no%20such%20words")
                                .json()
                                .path("total")
                                .asInt())
                .isZero();
        assertThat(client.get("/api/ledger/acts.csv?person=" + key).text())
                .startsWith("At,Who,Did,To,Name")
                .contains("Ledger Act");
        assertThat(client.get("/api/ledger/acts?size=0").status()).isEqualTo(400);
        assertThat(client.get("/api/ledger/acts?from=yesterday").status()).isEqualTo(400);
    }

    @Test
    void signInsAreToldOfThoseWhomOneMayView(Installation nembar) {
        Client client = nembar.administrator();
        nembar.nobody().trySignIn("osric.vane@larkwater.example", "not this one");
        Answer tries = client.get("/api/ledger/sign-ins?person=osric.vane&search=wrong%20password");
        assertThat(tries.status()).as(tries.text()).isEqualTo(200);
        assertThat(tries.json().at("/tries/0/name").asString()).isEqualTo("Osric Vane");
        assertThat(client.get("/api/ledger/sign-ins.csv?person=osric.vane").text())
                .startsWith("At,Person,Outcome,Program,Address")
                .contains("Osric Vane,wrong password");

        Client branch = nembar.branchAdministrator();
        int all = client.get("/api/ledger/sign-ins").json().path("total").asInt();
        assertThat(branch.get("/api/ledger/sign-ins").json().path("total").asInt()).isLessThan(all);
        Client none = Limited.administrator(nembar, "ledger.none", Limited.may("draft", "view"));
        assertThat(none.get("/api/ledger/sign-ins?person=osric.vane").json().path("total").asInt())
                .isZero();
        assertThat(none.get("/api/ledger/acts?person=osric.vane").json().path("total").asInt())
                .isZero();
    }
}
