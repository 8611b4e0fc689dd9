package nembar.server.session;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.security.InvalidKeyException;
import java.time.Instant;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;

/** Checks the codes of authenticators (RFC 6238: six digits, thirty seconds, SHA-1). */
@Component
class Codes {
    private static final int STEPS_AWAY = 1;

    private final TimeBasedOneTimePasswordGenerator generator =
            new TimeBasedOneTimePasswordGenerator();
    private final Secrets secrets;

    Codes(Secrets secrets) {
        this.secrets = secrets;
    }

    /**
     * The time step that the code belongs to; empty for a code of none near the instant.
     *
     * @param encrypted the secret, as it is kept
     */
    OptionalLong step(String encrypted, String code, Instant at) {
        return step(secrets.decrypt(encrypted), code, at);
    }

    OptionalLong step(byte[] secret, String code, Instant at) {
        String typed = code.replaceAll("\\s", "");
        SecretKeySpec key = new SecretKeySpec(secret, generator.getAlgorithm());
        long seconds = generator.getTimeStep().toSeconds();
        for (int away = -STEPS_AWAY; away <= STEPS_AWAY; away++) {
            Instant there = at.plusSeconds(away * seconds);
            try {
                if (generator.generateOneTimePasswordString(key, there).equals(typed)) {
                    return OptionalLong.of(there.getEpochSecond() / seconds);
                }
            } catch (InvalidKeyException impossible) {
                throw new IllegalStateException(impossible);
            }
        }
        return OptionalLong.empty();
    }
}
