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

/** Refuses an address whose parameters cannot be read: no UTF-8, no name, or far too many. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
class Parameters extends OncePerRequestFilter {
    private final Problems problems;

    Parameters(Problems problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getQueryString() != null) {
            try {
                request.getParameterMap();
            } catch (IllegalStateException unreadable) {
                problems.write(
                        request,
                        response,
                        Problems.bad("", "The parameters of this address cannot be read."));
                return;
            }
        }
        chain.doFilter(request, response);
    }
}
