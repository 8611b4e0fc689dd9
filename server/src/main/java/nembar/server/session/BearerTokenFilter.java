package nembar.server.session;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import nembar.server.http.Problems;
import nembar.server.session.Tokens.Token;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Signs a program in as a service by the bearer token it sends, for this one request; the token is
 * among the details.
 */
class BearerTokenFilter extends OncePerRequestFilter {
    private final Tokens tokens;
    private final Problems problems;

    BearerTokenFilter(Tokens tokens, Problems problems) {
        this.tokens = tokens;
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<String> sent = Bearer.sent(request.getHeader(HttpHeaders.AUTHORIZATION));
        if (sent.isPresent()) {
            Optional<Token> known;
            try {
                known = tokens.find(sent.get());
            } catch (RuntimeException failed) {
                problems.write(request, response, problems.unforeseen(failed));
                return;
            }
            known.filter(one -> one.service().isPresent())
                    .ifPresent(
                            one -> {
                                UsernamePasswordAuthenticationToken signedIn =
                                        UsernamePasswordAuthenticationToken.authenticated(
                                                one.service().get(), null, List.of());
                                signedIn.setDetails(one);
                                SecurityContextHolder.getContext().setAuthentication(signedIn);
                            });
        }
        chain.doFilter(request, response);
    }
}
