package nembar.server.scim;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Knock;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets a source in by the bearer token it sends, for this one request. */
class ScimTokenFilter extends OncePerRequestFilter {
    /** The request's attribute that has the source. */
    static final String SOURCE = "nembar.source";

    private static final String BEARER = "Bearer ";

    private final Sources sources;

    ScimTokenFilter(Sources sources) {
        this.sources = sources;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (header != null && header.startsWith(BEARER)) {
            Optional<Knock> source =
                    sources.byToken(header.substring(BEARER.length()).strip())
                            .filter(one -> one.source().kind().equals(Sources.SCIM));
            source.ifPresent(
                    one -> {
                        request.setAttribute(SOURCE, one);
                        SecurityContextHolder.getContext()
                                .setAuthentication(
                                        UsernamePasswordAuthenticationToken.authenticated(
                                                "source/" + one.source().id(), null, List.of()));
                    });
        }
        chain.doFilter(request, response);
    }
}
