package nembar.server.session;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import nembar.server.session.Tokens.Token;
import org.springframework.stereotype.Component;

/**
 * Tokens that have been looked up, in memory for as long as none is made, renewed or ended: each
 * request says first at which edition of the tokens it is asked.
 */
@Component
public class KnownTokens {
    private static final int AT_MOST = 10_000;
    private static final Duration USE_NOTED_EACH = Duration.ofMinutes(1);

    private volatile AtEdition current = new AtEdition(-1, new ConcurrentHashMap<>());

    private record AtEdition(long number, Map<String, Known> tokens) {}

    /** One that was good when it was looked up. */
    static final class Known {
        private final Token of;
        private final Instant validUntil;
        private volatile Instant lastUsed;

        /**
         * @param lastUsed as far as it has been noted; null for never
         */
        Known(Token of, Instant validUntil, Instant lastUsed) {
            this.of = of;
            this.validUntil = validUntil;
            this.lastUsed = lastUsed;
        }

        Token of() {
            return of;
        }

        Instant validUntil() {
            return validUntil;
        }

        boolean good(Instant now) {
            return now.isBefore(validUntil);
        }

        /** Whether it is time to note that it is used; true once each minute. */
        synchronized boolean noteUse(Instant now) {
            if (lastUsed != null && !lastUsed.isBefore(now.minus(USE_NOTED_EACH))) {
                return false;
            }
            lastUsed = now;
            return true;
        }
    }

    /**
     * Forgets all where it is another edition of the tokens.
     *
     * @param number as the database has it
     */
    public void at(long number) {
        if (number != current.number()) {
            current = new AtEdition(number, new ConcurrentHashMap<>());
        }
    }

    /** What is known now; whoever looks up meanwhile keeps it for this edition only. */
    Map<String, Known> now() {
        Map<String, Known> tokens = current.tokens();
        if (tokens.size() > AT_MOST) {
            tokens.clear();
        }
        return tokens;
    }
}
