package nembar.server.scim;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import nembar.server.session.Bearer;
import nembar.server.sources.Sources;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets a source in by the bearer token it sends, for this one request. */
class ScimTokenFilter extends OncePerRequestFilter {
    /** The request's attribute that has the source. */
    static final String SOURCE = "nembar.source";

    private final Sources sources;

    ScimTokenFilter(Sources sources) {
        this.sources = sources;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Bearer.sent(request)
                .flatMap(sources::byToken)
                .filter(one -> one.source().kind().equals(Sources.SCIM))
                .ifPresent(
                        one -> {
                            request.setAttribute(SOURCE, one);
                            SecurityContextHolder.getContext()
                                    .setAuthentication(
                                            UsernamePasswordAuthenticationToken.authenticated(
                                                    "source/" + one.source().id(),
                                                    null,
                                                    List.of()));
                        });
        chain.doFilter(request, response);
    }
}
