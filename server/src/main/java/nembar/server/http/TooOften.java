package nembar.server.http;

import java.time.Instant;

/** Something was tried too often of late. */
public final class TooOften extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final transient Instant until;

    public TooOften(Instant until) {
        super("There were too many tries of late.");
        this.until = until;
    }

    /** From when on it may be tried again. */
    public Instant until() {
        return until;
    }
}
