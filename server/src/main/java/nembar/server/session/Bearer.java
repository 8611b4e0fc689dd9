package nembar.server.session;

import java.util.Optional;

/** The header by which a program sends its token (RFC 6750). */
public final class Bearer {
    private static final String SCHEME = "Bearer ";

    private Bearer() {}

    /** The token that an Authorization header sends; empty where it sends none. */
    public static Optional<String> sent(String header) {
        return Optional.ofNullable(header)
                .filter(one -> one.regionMatches(true, 0, SCHEME, 0, SCHEME.length()))
                .map(one -> one.substring(SCHEME.length()).strip());
    }
}
