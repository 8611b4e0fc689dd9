package nembar.server.profile;

import static org.assertj.core.api.Assertions.assertThat;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.security.InvalidKeyException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import javax.crypto.spec.SecretKeySpec;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import tools.jackson.databind.JsonNode;

/** What people see and change of themselves. */
@ExtendWith(Installation.class)
class OwnTest {
    private static Client somebody(Installation nembar, String local) {
        String email = local + "@larkwater.example";
        Arrivals.arrive(nembar, email, "Own Self", "credit");
        return nembar.nobody().signIn(email, Arrivals.PASSWORD);
    }

    private static String code(String secret, Instant at) {
        TimeBasedOneTimePasswordGenerator codes = new TimeBasedOneTimePasswordGenerator();
        SecretKeySpec key = new SecretKeySpec(new Base32().decode(secret), codes.getAlgorithm());
        try {
            return codes.generateOneTimePasswordString(key, at);
        } catch (InvalidKeyException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    @Test
    void nameZoneAndStartPlaceAreOnesOwn(Installation nembar) {
        Client client = somebody(nembar, "own.name");
        Answer saved =
                client.put(
                        "/api/own",
                        Map.of(
                                "givenName", "Øystein",
                                "familyName", "Self",
                                "timeZone", "Europe/Oslo",
                                "startPlace", "/people",
                                "dateStyle", "iso"));
        assertThat(saved.status()).isEqualTo(204);
        JsonNode session = client.get("/api/session").json();
        assertThat(session.path("name").asString()).isEqualTo("Øystein Self");
        assertThat(session.path("timeZone").asString()).isEqualTo("Europe/Oslo");
        assertThat(session.path("startPlace").asString()).isEqualTo("/people");
        assertThat(session.path("dateStyle").asString()).isEqualTo("iso");
        assertThat(
                        client.put(
                                        "/api/own",
                                        Map.of(
                                                "givenName",
                                                "A",
                                                "timeZone",
                                                "UTC",
                                                "dateStyle",
                                                "backwards"))
                                .status())
                .isEqualTo(400);
        assertThat(client.put("/api/own", Map.of("givenName", "A", "timeZone", "Moon")).status())
                .isEqualTo(400);
        Answer away =
                client.put(
                        "/api/own",
                        Map.of(
                                "givenName",
                                "A",
                                "timeZone",
                                "UTC",
                                "startPlace",
                                "https://elsewhere.example"));
        assertThat(away.detail()).contains("no such place");
    }

    @Test
    void aNewPasswordNeedsTheOldAndEndsOtherSessions(Installation nembar) {
        Client here = somebody(nembar, "own.password");
        Client there = nembar.nobody().signIn("own.password@larkwater.example", Arrivals.PASSWORD);
        assertThat(here.get("/api/own").json().path("sessions")).hasSize(2);
        String next = "seven barges in a row";
        assertThat(here.put("/api/own/password", Map.of("now", "wrong", "password", next)).detail())
                .contains("not your password");
        assertThat(
                        here.put(
                                        "/api/own/password",
                                        Map.of("now", Arrivals.PASSWORD, "password", "short"))
                                .status())
                .isEqualTo(400);
        assertThat(
                        here.put(
                                        "/api/own/password",
                                        Map.of("now", Arrivals.PASSWORD, "password", next))
                                .status())
                .isEqualTo(204);
        assertThat(here.get("/api/session").status()).isEqualTo(200);
        assertThat(there.get("/api/session").status()).isEqualTo(401);
    }

    @Test
    void oneEndsASessionFromAnother(Installation nembar) {
        Client here = somebody(nembar, "own.session");
        Client there = nembar.nobody().signIn("own.session@larkwater.example", Arrivals.PASSWORD);
        JsonNode page = here.get("/api/own").json();
        String own = page.path("thisSession").asString();
        String other =
                page.path("sessions")
                        .valueStream()
                        .map(one -> one.path("id").asString())
                        .filter(id -> !id.equals(own))
                        .findFirst()
                        .orElseThrow();
        here.delete("/api/own/sessions/" + other);
        assertThat(there.get("/api/session").status()).isEqualTo(401);
        assertThat(here.get("/api/session").status()).isEqualTo(200);
    }

    @Test
    void aSessionIsListedAndEndedWhateverWasKeptInItSince(Installation nembar) {
        Client first = somebody(nembar, "own.sessions.kept");
        Client second =
                nembar.nobody().signIn("own.sessions.kept@larkwater.example", Arrivals.PASSWORD);
        first.post("/api/own/second-factor", Map.of("password", Arrivals.PASSWORD));
        // With what it then knows, PostgreSQL reads what is kept in the order it was written.
        new JdbcTemplate(
                        new DriverManagerDataSource(
                                nembar.cluster().url("nembar"),
                                "nembar_owner",
                                nembar.cluster().password("nembar_owner")))
                .execute("ANALYZE nembar.spring_session, nembar.spring_session_attributes");
        assertThat(first.get("/api/own").json().path("sessions").size()).isEqualTo(2);
        second.delete("/api/own/sessions");
        assertThat(first.get("/api/session").status()).isEqualTo(401);
    }

    @Test
    void aSecondFactorIsAskedForOnceItsCodeWasShown(Installation nembar) {
        Client client = somebody(nembar, "own.factor");
        String email = "own.factor@larkwater.example";
        Answer offer = client.post("/api/own/second-factor", Map.of("password", Arrivals.PASSWORD));
        String secret = offer.json().path("secret").asString();
        assertThat(offer.json().path("address").asString()).startsWith("otpauth://totp/Nembar");
        assertThat(client.put("/api/own/second-factor", Map.of("code", "000000")).status())
                .isEqualTo(400);
        Instant now = Instant.now();
        assertThat(client.put("/api/own/second-factor", Map.of("code", code(secret, now))).status())
                .isEqualTo(204);
        Client visitor = nembar.nobody();
        Answer wanted = visitor.trySignIn(email, Arrivals.PASSWORD);
        assertThat(wanted.status()).isEqualTo(401);
        assertThat(wanted.json().path("wanted").asString()).isEqualTo("code");
        Map<String, String> right =
                Map.of(
                        "email",
                        email,
                        "password",
                        Arrivals.PASSWORD,
                        "code",
                        code(secret, Instant.now()));
        assertThat(visitor.post("/api/session", right).status()).isEqualTo(200);
        Client thief = nembar.nobody();
        thief.get("/api/session");
        assertThat(thief.post("/api/session", right).status()).isEqualTo(401);
        Answer without =
                client.post(
                        "/api/own/second-factor/end",
                        Map.of("password", Arrivals.PASSWORD, "code", "000000"));
        assertThat(without.status()).isEqualTo(400);
        Map<String, String> next =
                Map.of(
                        "password",
                        Arrivals.PASSWORD,
                        "code",
                        code(secret, Instant.now().plusSeconds(30)));
        assertThat(client.post("/api/own/second-factor/end", next).status()).isEqualTo(204);
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void whoLostTheirAuthenticatorIsHelpedByAnAdministrator(Installation nembar) {
        Client client = somebody(nembar, "own.lost");
        String email = "own.lost@larkwater.example";
        Answer offer = client.post("/api/own/second-factor", Map.of("password", Arrivals.PASSWORD));
        String secret = offer.json().path("secret").asString();
        client.put("/api/own/second-factor", Map.of("code", code(secret, Instant.now())));
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(401);
        Client administrator = nembar.administrator();
        String key = Arrivals.key(administrator, email);
        administrator.post("/api/people/acts", Map.of("act", "endFactor", "people", List.of(key)));
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void somebodyOfSeveralAccountsChoosesWhomTheyActFor(Installation nembar) {
        Client administrator = nembar.administrator();
        String email = "saskia.bellweather@hollis-grain.example";
        administrator.post(
                "/api/people/acts",
                Map.of("act", "reset", "people", List.of("saskia.bellweather")));
        Arrivals.comeIn(nembar, email);
        Client theirs = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        JsonNode session = theirs.get("/api/session").json();
        assertThat(session.path("accounts")).hasSize(2);
        assertThat(session.path("account").path("key").asString()).isEqualTo("hollis-grain");
        Answer switched = theirs.put("/api/session/account", Map.of("account", "marsh-malt"));
        assertThat(switched.json().path("account").path("name").asString())
                .isEqualTo("Marsh and Malt");
        assertThat(theirs.put("/api/session/account", Map.of("account", "keelmark")).status())
                .isEqualTo(400);
        Client later = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        assertThat(later.get("/api/session").json().path("account").path("key").asString())
                .isEqualTo("marsh-malt");
    }
}
