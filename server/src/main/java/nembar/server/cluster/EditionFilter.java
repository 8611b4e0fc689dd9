package nembar.server.cluster;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import nembar.server.http.Problems;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Answers nothing from an edition that is over. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class EditionFilter extends OncePerRequestFilter {
    private final Freshness freshness;
    private final Problems problems;

    EditionFilter(Freshness freshness, Problems problems) {
        this.freshness = freshness;
        this.problems = problems;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return !path.startsWith("/api/")
                && !path.startsWith("/access/")
                && !path.startsWith("/scim/");
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            freshness.require();
        } catch (RuntimeException failed) {
            problems.write(request, response, problems.unforeseen(failed));
            return;
        }
        chain.doFilter(request, response);
    }
}
