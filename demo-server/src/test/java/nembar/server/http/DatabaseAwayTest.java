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
        assertThat(onceItAnswers(client, question)).isEqualTo(before);
        assertThat(onceItAnswers(client, "/api/session")).contains("Idris Munro");
        assertThat(onceItAnswers(client, "/api/applications/towline/design")).contains("towline");
    }

    /** The pool looks for the database again every few seconds; a request waits for three. */
    private static String onceItAnswers(Client client, String question) {
        Answer answer = client.get(question);
        for (int tries = 0; answer.status() == 503 && tries < 8; tries++) {
            answer = client.get(question);
        }
        return answer.text();
    }
}
