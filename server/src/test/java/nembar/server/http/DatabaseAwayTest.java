package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Installation.class)
class DatabaseAwayTest {
    @Test
    void requestsFailClearlyAndRecoverWithoutARestart(Installation nembar) {
        Client client = nembar.administrator();
        String question = "/api/ask/what-can?person=ilse.marrow&application=towline";
        String before = client.get(question).text();
        nembar.cluster().down();
        try {
            Answer away = client.get(question);
            assertThat(away.status()).isEqualTo(503);
            assertThat(away.json().path("title").asString())
                    .isEqualTo("The database does not answer");
            Answer signIn = nembar.nobody().trySignIn("idris.munro@larkwater.example", "x");
            assertThat(signIn.status()).isEqualTo(503);
        } finally {
            nembar.cluster().up();
        }
        assertThat(client.get(question).text()).isEqualTo(before);
        assertThat(nembar.administrator().get("/api/session").status()).isEqualTo(200);
    }
}
