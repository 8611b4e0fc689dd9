package nembar.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers only where it is asked for by a name of its own: that of {@code nembar.address}, or this
 * machine's. So no other name can be made to lead here in somebody's browser.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class KnownHosts extends OncePerRequestFilter {
    private static final Set<String> THIS_MACHINE =
            Set.of("127.0.0.1", "localhost", "[::1]", "::1");

    private final Address address;
    private final Problems problems;

    KnownHosts(Address address, Problems problems) {
        this.address = address;
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String host = request.getServerName().toLowerCase(Locale.ROOT);
        if (THIS_MACHINE.contains(host)
                || address.host().filter(host::equalsIgnoreCase).isPresent()) {
            chain.doFilter(request, response);
        } else {
            problems.write(
                    request,
                    response,
                    Problems.of(
                            HttpStatus.MISDIRECTED_REQUEST,
                            "Not reached by this name",
                            "Whoever runs Nembar has to set nembar.address to the address in the"
                                    + " browser."));
        }
    }
}
