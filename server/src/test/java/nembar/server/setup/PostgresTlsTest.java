package nembar.server.setup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which databases may be reached without TLS, and by which TLS. */
class PostgresTlsTest {
    @ParameterizedTest
    @CsvSource({
        "jdbc:postgresql://127.0.0.1:5432/nembar, true",
        "jdbc:postgresql://localhost/nembar, true",
        "jdbc:postgresql://192.0.2.7:5432/nembar, false",
        "jdbc:postgresql://192.0.2.7:5432/nembar?sslmode=require, false",
        "jdbc:postgresql://192.0.2.7:5432/nembar?sslmode=verify-ca, false",
        "jdbc:postgresql://192.0.2.7:5432/nembar?sslmode=verify-full, true",
        "'jdbc:postgresql://127.0.0.1,192.0.2.7/nembar', false"
    })
    void onlyLoopbackGoesWithoutACheckedName(String url, boolean trusted) {
        assertThat(PostgresTls.trusted(url)).isEqualTo(trusted);
    }
}
