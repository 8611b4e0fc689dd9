package nembar.server.session;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.annotation.Order;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Ends a session some hours after it began, however busy it is. */
@Component
@Order(SessionRepositoryFilter.DEFAULT_ORDER + 1)
class SessionLifetime extends OncePerRequestFilter {
    private final Duration lifetime;
    private final Clock clock;

    SessionLifetime(@Value("${nembar.session-lifetime}") Duration lifetime, Clock clock) {
        this.lifetime = lifetime;
        this.clock = clock;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        HttpSession session = request.getSession(false);
        if (session != null && over(Instant.ofEpochMilli(session.getCreationTime()))) {
            session.invalidate();
        }
        chain.doFilter(request, response);
    }

    private boolean over(Instant begun) {
        return !clock.instant().isBefore(begun.plus(lifetime));
    }
}
