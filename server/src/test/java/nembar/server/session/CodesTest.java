package nembar.server.session;

import static java.nio.charset.StandardCharsets.US_ASCII;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CodesTest {
    private static final byte[] SECRET = "12345678901234567890".getBytes(US_ASCII);
    private final Secrets secrets = new Secrets("a key for this test alone");
    private final Codes codes = new Codes(secrets);

    /** The last six digits of the codes in RFC 6238, appendix B. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void codesAreThoseOfTheStandard(long seconds, String code) {
        assertThat(codes.step(SECRET, code, Instant.ofEpochSecond(seconds))).hasValue(seconds / 30);
    }

    @Test
    void aClockMayBeOneStepAway() {
        Instant made = Instant.ofEpochSecond(1111111109);
        assertThat(codes.step(SECRET, "081804", made.plusSeconds(30))).isPresent();
        assertThat(codes.step(SECRET, "081804", made.minusSeconds(30))).isPresent();
        assertThat(codes.step(SECRET, "081804", made.plusSeconds(90))).isEmpty();
        assertThat(codes.step(SECRET, "081804", made.minusSeconds(90))).isEmpty();
    }

    @Test
    void blanksAreOverlookedAndNothingElse() {
        Instant at = Instant.ofEpochSecond(59);
        assertThat(codes.step(SECRET, "287 082", at)).isPresent();
        assertThat(codes.step(SECRET, "287083", at)).isEmpty();
        assertThat(codes.step(SECRET, "", at)).isEmpty();
    }

    @Test
    void aSecretIsKeptSoThatOnlyTheKeyOpensIt() {
        String kept = secrets.encrypt(SECRET);
        assertThat(kept).isNotEqualTo(secrets.encrypt(SECRET));
        assertThat(codes.step(kept, "287082", Instant.ofEpochSecond(59))).isPresent();
        Secrets other = new Secrets("another key");
        assertThatThrownBy(() -> other.decrypt(kept)).isInstanceOf(IllegalStateException.class);
        assertThat(new Secrets(" ").canEncrypt()).isFalse();
    }

    @Test
    void tokensAreLongDifferentAndKeptAsAHash() {
        String token = secrets.token();
        assertThat(token).hasSizeGreaterThanOrEqualTo(32).matches("[A-Za-z0-9_-]+");
        assertThat(token).isNotEqualTo(secrets.token());
        assertThat(Secrets.hash(token)).hasSize(64).isEqualTo(Secrets.hash(token));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Mozilla/5.0 (X11; Linux x86_64) Chrome/140.0 Safari/537 | Chromium on Linux",
                "Mozilla/5.0 (Windows NT 10.0) Chrome/140.0 Safari/537 Edg/140 | Edge on Windows",
                "Mozilla/5.0 (Macintosh; Mac OS X) Version/18 Safari/605 | Safari on macOS",
                "Mozilla/5.0 (Android 15; Mobile) Firefox/140 | Firefox on Android",
                "curl/8.5.0 | curl/8.5.0"
            })
    void aProgramIsNamedInAFewWords(String agent, String words) {
        assertThat(Devices.words(agent)).isEqualTo(words);
    }

    @Test
    void aLongNameIsCut() {
        assertThat(Devices.words("x".repeat(400))).hasSize(60);
    }
}
