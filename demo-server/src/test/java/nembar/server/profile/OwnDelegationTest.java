package nembar.server.profile;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
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

/** Somebody lets another act for them, on their own page. */
@ExtendWith(Installation.class)
class OwnDelegationTest {
    private static final String OWN = "/api/own/delegations";
    private static final String TOWLINE = "/api/applications/towline";

    private static Map<String, Object> wanted(String delegate, String... sets) {
        return Map.of(
                "application",
                "towline",
                "delegate",
                delegate,
                "sets",
                List.of(sets),
                "lastDay",
                LocalDate.now().plusDays(10).toString(),
                "reason",
                "A week away");
    }

    private static JsonNode delegations(Client client) {
        for (JsonNode one : client.get(OWN).json()) {
            if (one.at("/application/key").asString().equals("towline")) {
                return one.path("delegations");
            }
        }
        return client.get(OWN).json().path("none");
    }

    private static List<String> sets(Client client) {
        List<String> sets = new ArrayList<>();
        for (JsonNode one : client.get(OWN).json()) {
            if (one.at("/application/key").asString().equals("towline")) {
                one.path("sets").forEach(set -> sets.add(set.path("key").asString()));
            }
        }
        return sets;
    }

    @Test
    void whoMayGiveItDelegatesAtOnceAndEndsIt(Installation nembar) {
        Client client = nembar.administrator();
        String set = sets(client).get(0);
        Answer looked = client.post(OWN + "?preview=true", wanted("ilse.marrow", set));
        assertThat(looked.status()).as(looked.text()).isEqualTo(200);
        Answer made = client.post(OWN, wanted("ilse.marrow", set));
        assertThat(made.json().path("done").asBoolean()).as(made.text()).isTrue();
        JsonNode one = delegations(client).get(0);
        assertThat(one.path("mine").asBoolean()).isTrue();
        assertThat(one.path("sentence").toString()).contains("Ilse Marrow", "Idris Munro");
        assertThat(client.get(TOWLINE + "/publications?size=1").text())
                .contains("Ilse Marrow act for Idris Munro");
        Answer ended = client.delete(OWN + "/towline/" + one.path("key").asString());
        assertThat(ended.status()).as(ended.text()).isEqualTo(204);
        assertThat(delegations(client)).isEmpty();
    }

    @Test
    void whoMayNotGiveItIsToldWhoCouldAgree(Installation nembar) {
        Client admin = nembar.administrator();
        String email = "own.delegates@larkwater.example";
        String key = Arrivals.arrive(nembar, email, "Own Delegates", "credit");
        Client client = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        Limited.publish(
                admin,
                TOWLINE,
                "Something to ask for",
                List.of(Limited.assign("ask-voyages", "set", "see-voyages", key, Map.of())));
        try {
            Answer looked =
                    client.post(OWN + "?preview=true", wanted("clemency.hart", "see-voyages"));
            assertThat(looked.json().path("against")).as(looked.text()).isNotEmpty();
            assertThat(looked.json().path("canAgree").toString()).contains("Idris Munro");
            assertThat(client.post(OWN, wanted("clemency.hart", "see-voyages")).status())
                    .isEqualTo(403);
            assertThat(client.get(OWN + "/colleagues?search=tove%20ansgar").text())
                    .contains("Tove Ansgar");
        } finally {
            Limited.publish(
                    admin,
                    TOWLINE,
                    "Nothing to ask for",
                    List.of(Map.of("remove", "assignments", "key", "ask-voyages")));
        }
    }

    @Test
    void whatCannotBeIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.post(OWN, wanted("ilse.marrow")).status()).isEqualTo(400);
        assertThat(client.post(OWN, wanted("nobody.here", "see-voyages")).status()).isEqualTo(400);
        Answer notHeld = client.post(OWN, wanted("ilse.marrow", "crew-welfare"));
        assertThat(notHeld.status()).isEqualTo(400);
        assertThat(notHeld.text()).contains("You do not hold");
        assertThat(client.delete(OWN + "/towline/desmond-to-piers").status()).isEqualTo(404);
    }
}
