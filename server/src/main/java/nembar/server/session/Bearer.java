package nembar.server.session;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import org.springframework.security.oauth2.core.OAuth2AuthenticationException;
import org.springframework.security.oauth2.server.resource.web.DefaultBearerTokenResolver;

/** The token that a program sends in the Authorization header (RFC 6750). */
public final class Bearer {
    private static final DefaultBearerTokenResolver HEADER = new DefaultBearerTokenResolver();

    private Bearer() {}

    /** The token; empty where none is sent, or something that is none. */
    public static Optional<String> sent(HttpServletRequest request) {
        try {
            return Optional.ofNullable(HEADER.resolve(request));
        } catch (OAuth2AuthenticationException malformed) {
            return Optional.empty();
        }
    }
}
