package nembar.server.cluster;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import nembar.server.http.Problems;
import nembar.server.model.Models;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers nothing from an edition that is over: one read of one row before each request, and what
 * has changed is read where it is another.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class EditionFilter extends OncePerRequestFilter {
    private final Models models;
    private final Problems problems;

    EditionFilter(Models models, Problems problems) {
        this.models = models;
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
            models.catchUp();
        } catch (RuntimeException failed) {
            problems.write(request, response, problems.unforeseen(failed));
            return;
        }
        chain.doFilter(request, response);
    }
}
