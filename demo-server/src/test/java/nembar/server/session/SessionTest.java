package nembar.server.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Installation.class)
class SessionTest {
    @Test
    void eachOfTheFourSignsIn(Installation nembar) {
        assertThat(nembar.administrator().get("/api/session").json().path("name").asString())
                .isEqualTo("Idris Munro");
        assertThat(nembar.branchAdministrator().get("/api/session").status()).isEqualTo(200);
        assertThat(nembar.steward().get("/api/session").status()).isEqualTo(200);
        assertThat(nembar.auditor().get("/api/session").status()).isEqualTo(200);
    }

    @Test
    void theSessionCookieIsClosedToScriptsAndOtherSites(Installation nembar) {
        Client client = nembar.nobody();
        Answer answer = client.trySignIn("idris.munro@larkwater.example", "kelp-and-ochre-7");
        assertThat(answer.response().headers().allValues("Set-Cookie"))
                .filteredOn(cookie -> cookie.startsWith("NEMBAR="))
                .isNotEmpty()
                .allSatisfy(cookie -> assertThat(cookie).contains("HttpOnly", "SameSite=Strict"));
    }

    @Test
    void signingInChangesTheSessionId(Installation nembar) {
        Client client = nembar.administrator();
        String before = client.cookie("NEMBAR");
        client.signIn("idris.munro@larkwater.example", "kelp-and-ochre-7");
        assertThat(client.cookie("NEMBAR")).isNotEqualTo(before);
    }

    @Test
    void aWrongPasswordAndAnUnknownAddressGetTheSameAnswer(Installation nembar) {
        Answer wrong = nembar.nobody().trySignIn("maren.holt@larkwater.example", "guess");
        Answer unknown = nembar.nobody().trySignIn("no.one@larkwater.example", "guess");
        assertThat(wrong.status()).isEqualTo(401);
        assertThat(unknown.status()).isEqualTo(401);
        assertThat(wrong.detail()).isEqualTo(unknown.detail()).contains("Check both");
    }

    @Test
    void anAddressIsLockedAfterFiveFailures(Installation nembar) {
        Client client = nembar.nobody();
        String address = "locked.out@larkwater.example";
        for (int i = 0; i < 4; i++) {
            assertThat(client.trySignIn(address, "guess").status()).isEqualTo(401);
        }
        assertThat(client.trySignIn(address, "guess").status()).isEqualTo(429);
        Answer sixth = client.trySignIn(address.toUpperCase(), "guess");
        assertThat(sixth.status()).isEqualTo(429);
        assertThat(sixth.detail()).contains("Try again after");
    }

    @Test
    void aStrangersWrongTriesLockNobodyOut(Installation nembar) {
        String email = "never.locked.out@larkwater.example";
        Arrivals.arrive(nembar, email, "Never Locked", "credit");
        Client own = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        own.delete("/api/session");
        Client stranger = nembar.nobody();
        for (int i = 0; i < 6; i++) {
            stranger.trySignIn(email, "guess");
        }
        assertThat(stranger.trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(429);
        assertThat(own.trySignIn(email, Arrivals.PASSWORD).status())
                .as("a browser that has signed in before")
                .isEqualTo(200);
        SignIns signIns = nembar.part(SignIns.class);
        SignIns.From elsewhere = new SignIns.From("203.0.113.9", "", "");
        assertThat(signIns.tryToSignIn(email, Arrivals.PASSWORD, "", elsewhere))
                .as("from another network")
                .isInstanceOf(SignIns.Outcome.Welcome.class);
    }

    @Test
    void aNetworkThatTriesManyAccountsHasToWait(Installation nembar) {
        Attempts attempts = nembar.part(Attempts.class);
        Attempts.Counted network =
                new Attempts.Counted(
                        "network", "203.0.113.77", Optional.empty(), 10, Duration.ofMinutes(15));
        for (int i = 0; i < 9; i++) {
            assertThat(attempts.tried(List.of(network))).isEmpty();
        }
        assertThat(attempts.tried(List.of(network))).isPresent();
        assertThat(attempts.waiting(List.of(network))).isPresent();
        assertThat(
                        attempts.waiting(
                                List.of(
                                        new Attempts.Counted(
                                                "network",
                                                "203.0.113.78",
                                                Optional.empty(),
                                                10,
                                                Duration.ofMinutes(15)))))
                .isEmpty();
    }

    @Test
    void anEmptyFieldIsNamed(Installation nembar) {
        Answer answer = nembar.nobody().trySignIn("", "guess");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().at("/problems/0/path").asString()).isEqualTo("email");
    }

    @Test
    void aRequestWithoutTheCsrfTokenIsRefused(Installation nembar) {
        Client client = nembar.administrator().withoutCsrf();
        Answer answer = client.delete("/api/session");
        assertThat(answer.status()).isEqualTo(403);
        assertThat(answer.json().path("title").asString()).isEqualTo("This page is out of date");
        assertThat(client.get("/api/session").status()).isEqualTo(200);
    }

    @Test
    void whoSignsOutIsOut(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.delete("/api/session").status()).isEqualTo(204);
        Answer after = client.get("/api/ask/what-can?person=ilse.marrow&application=towline");
        assertThat(after.status()).isEqualTo(401);
        assertThat(after.detail()).contains("Sign in again");
    }

    @Test
    void everyApiNeedsASession(Installation nembar) {
        for (String path :
                new String[] {
                    "/api/session",
                    "/api/people",
                    "/api/applications",
                    "/api/applications/towline/design",
                    "/api/ask/what-can",
                    "/api/ask/because",
                    "/api/ask/records",
                    "/api/ask/records.csv",
                    "/api/openapi.json",
                    "/api/nothing"
                }) {
            assertThat(nembar.nobody().get(path).status()).as(path).isEqualTo(401);
        }
    }

    @Test
    void pagesKeepWhatTheyKnowToThemselves(Installation nembar) {
        Answer answer = nembar.nobody().get("/api/session");
        assertThat(answer.header("Referrer-Policy")).isEqualTo("same-origin");
        assertThat(answer.header("Cross-Origin-Opener-Policy")).isEqualTo("same-origin");
        assertThat(answer.header("Permissions-Policy")).contains("camera=()", "geolocation=()");
        assertThat(answer.header("X-Content-Type-Options")).isEqualTo("nosniff");
        assertThat(answer.header("Content-Security-Policy")).contains("frame-ancestors 'none'");
        assertThat(answer.response().headers().allValues("Set-Cookie"))
                .isNotEmpty()
                .allMatch(cookie -> cookie.contains("SameSite=Strict"));
    }
}
