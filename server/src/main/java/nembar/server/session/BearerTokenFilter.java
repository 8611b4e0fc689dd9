package nembar.server.session;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import nembar.server.http.Problems;
import nembar.server.session.BearerTokens.Token;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Signs a program in by the bearer token it sends, for this one request; the token is among the
 * details.
 */
class BearerTokenFilter extends OncePerRequestFilter {
    private static final String BEARER = "Bearer ";

    private final BearerTokens tokens;
    private final Problems problems;

    BearerTokenFilter(BearerTokens tokens, Problems problems) {
        this.tokens = tokens;
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (header != null && header.startsWith(BEARER)) {
            Optional<Token> known;
            try {
                known = tokens.find(header.substring(BEARER.length()).strip());
            } catch (RuntimeException failed) {
                problems.write(request, response, problems.unforeseen(failed));
                return;
            }
            known.ifPresent(
                    one -> {
                        UsernamePasswordAuthenticationToken signedIn =
                                UsernamePasswordAuthenticationToken.authenticated(
                                        one.service(), null, List.of());
                        signedIn.setDetails(one);
                        SecurityContextHolder.getContext().setAuthentication(signedIn);
                    });
        }
        chain.doFilter(request, response);
    }
}
