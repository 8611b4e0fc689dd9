package nembar.server.http;

import java.time.DateTimeException;
import java.time.Instant;
import java.util.Optional;

/** Instants as requests say them. */
public final class Instants {
    /** Before everything that is kept, and after it: bounds of a period that has none. */
    public static final Instant EARLIEST = Instant.parse("0001-01-01T00:00:00Z");

    public static final Instant LATEST = Instant.parse("9999-01-01T00:00:00Z");

    private Instants() {}

    /**
     * The instant that is meant by the parameter {@code at}; empty, for now, where none is said.
     *
     * @throws BadRequest when it cannot be read
     */
    public static Optional<Instant> at(String said) {
        if (said == null || said.isBlank()) {
            return Optional.empty();
        }
        return Optional.of(
                read(said)
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "at",
                                                "Write the instant as in 2026-03-03T14:05:00Z,"
                                                        + " between the years 1 and 9998.")));
    }

    /** The instant that a text says (RFC 3339); empty where it says none that can be kept. */
    public static Optional<Instant> read(String text) {
        try {
            return Optional.of(Instant.parse(text))
                    .filter(one -> !one.isBefore(EARLIEST) && one.isBefore(LATEST));
        } catch (DateTimeException malformed) {
            return Optional.empty();
        }
    }
}
