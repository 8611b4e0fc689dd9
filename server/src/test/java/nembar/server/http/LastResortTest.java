package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import jakarta.servlet.FilterChain;
import java.sql.SQLException;
import nembar.server.securitylog.SecurityLog;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What fails in a filter is answered like what fails in a controller. */
class LastResortTest {
    private final JsonMapper json = new JsonMapper();
    private final LastResort filter = new LastResort(new Problems(json, mock(SecurityLog.class)));
    private final MockHttpServletRequest request = new MockHttpServletRequest("GET", "/api/people");
    private final MockHttpServletResponse response = new MockHttpServletResponse();

    private JsonNode answer(FilterChain chain) throws Exception {
        filter.doFilter(request, response, chain);
        assertThat(response.getContentType()).isEqualTo("application/problem+json");
        return json.readTree(response.getContentAsByteArray());
    }

    @Test
    void aSessionThatCannotBeReadIsADatabaseThatIsAway() throws Exception {
        JsonNode told =
                answer(
                        (asked, answered) -> {
                            throw new DataAccessResourceFailureException(
                                    "rollback", new SQLException("gone", "08006"));
                        });
        assertThat(response.getStatus()).isEqualTo(503);
        assertThat(told.path("title").asString()).isEqualTo("The database does not answer");
        assertThat(told.path("instance").asString()).isEqualTo("/api/people");
    }

    @Test
    void aDefectTellsNothingOfItself() throws Exception {
        JsonNode told =
                answer(
                        (asked, answered) -> {
                            answered.getOutputStream().print("half of an ans");
                            throw new IllegalStateException("a secret of ours");
                        });
        assertThat(response.getStatus()).isEqualTo(500);
        assertThat(told.path("title").asString()).isEqualTo("Something went wrong");
        assertThat(response.getContentAsString()).doesNotContain("half", "secret");
    }

    @Test
    void whatIsUnderWayAlreadyIsBrokenOff() {
        FilterChain chain =
                (asked, answered) -> {
                    answered.flushBuffer();
                    throw new IllegalStateException("later");
                };
        assertThatThrownBy(() -> filter.doFilter(request, response, chain)).hasMessage("later");
    }
}
