package nembar.server.http;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;

/** Instants as requests say them. */
public final class Instants {
    private Instants() {}

    /**
     * The instant that is meant by the parameter {@code at}; now where none is said.
     *
     * @throws BadRequest when it cannot be read
     */
    public static Instant at(String said, Clock clock) {
        if (said == null || said.isBlank()) {
            return clock.instant();
        }
        try {
            return Instant.parse(said);
        } catch (DateTimeException malformed) {
            throw new BadRequest("at", "Write the instant as in 2026-03-03T14:05:00Z.");
        }
    }
}
