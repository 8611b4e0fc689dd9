package nembar.server.http;

import java.io.IOException;

/** A request body over the limit. */
public final class TooLarge extends IOException {
    private static final long serialVersionUID = 1L;
    private final long limit;

    TooLarge(long limit) {
        super("body over " + limit + " bytes");
        this.limit = limit;
    }

    long limit() {
        return limit;
    }
}
