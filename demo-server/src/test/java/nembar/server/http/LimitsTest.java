package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Installation.class)
class LimitsTest {
    private static final int TEN_MB = 10 * 1024 * 1024;

    @Test
    void aBodyOfTenMegabytesIsRefusedInWords(Installation nembar) {
        String huge = "{\"email\":\"" + "x".repeat(TEN_MB) + "\"}";
        Client client = nembar.nobody();
        client.get("/api/session");
        Answer answer = client.post("/api/session", huge);
        assertThat(answer.status()).isEqualTo(413);
        assertThat(answer.detail()).isEqualTo("At most 1 MB are taken here; nothing was changed.");
    }

    @Test
    void aDesignOverItsLimitIsRefused(Installation nembar) {
        Client client = nembar.administrator().with("If-Match", "\"0.0\"");
        Answer answer = client.put("/api/applications/towline/design", " ".repeat(2 * TEN_MB));
        assertThat(answer.status()).isEqualTo(413);
    }

    @Test
    void malformedJsonSaysWhere(Installation nembar) {
        Client client = nembar.nobody();
        client.get("/api/session");
        Answer answer = client.post("/api/session", "{\"email\": ");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().at("/problems/0/path").asString()).startsWith("line 1");
        Answer shape = client.post("/api/session", "{\"email\": {\"a\": 1}}");
        assertThat(shape.status()).isEqualTo(400);
        assertThat(shape.json().at("/problems/0/path").asString()).isEqualTo("email");
    }

    @Test
    void noErrorGivesAwayTheServersInside(Installation nembar) {
        Client client = nembar.administrator();
        for (String path :
                List.of(
                        "/api/nothing",
                        "/api/ask/records?type=%00&person=x&application=towline",
                        "/api/ask/what-can?person=ilse.marrow&application=towline&asIfActive=perhaps",
                        "/api/people?size=99999999999",
                        "/api/ask/because?person=ilse.marrow&application=towline&type=voyage"
                                + "&operation=view&record=%00")) {
            Answer answer = client.get(path);
            assertThat(answer.status()).as(path).isBetween(400, 499);
            assertThat(answer.text())
                    .as(path)
                    .doesNotContain("Exception", "nembar.", "\tat ", "org.spring", "SELECT");
        }
    }

    @Test
    void theInterfaceIsServedAtEveryPlace(Installation nembar) {
        for (String path : List.of("/", "/ask", "/elsewhere", "/ask/what-can?person=ilse.marrow")) {
            Answer page = nembar.nobody().get(path);
            assertThat(page.status()).as(path).isEqualTo(200);
            assertThat(page.text()).contains("<div id=\"root\">");
            assertThat(page.header("Content-Security-Policy")).contains("default-src 'self'");
        }
        String script =
                nembar.nobody()
                        .get("/")
                        .text()
                        .replaceAll("(?s).*src=\"(/assets/[^\"]+)\".*", "$1");
        assertThat(nembar.nobody().get(script).header("Cache-Control")).contains("immutable");
    }
}
