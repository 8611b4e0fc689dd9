package nembar.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers what fails outside of every controller, as where a session cannot be read, by the same
 * rule as the rest.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class LastResort extends OncePerRequestFilter {
    private final Problems problems;

    LastResort(Problems problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (RuntimeException | ServletException failed) {
            if (response.isCommitted()) {
                throw failed;
            }
            response.resetBuffer();
            problems.write(request, response, problems.unforeseen(failed));
        }
    }
}
