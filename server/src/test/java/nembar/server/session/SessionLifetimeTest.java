package nembar.server.session;

import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;

class SessionLifetimeTest {
    private static final Instant BEGUN = Instant.parse("2026-11-27T08:00:00Z");

    private final HttpSession session = mock(HttpSession.class);
    private final HttpServletRequest request = mock(HttpServletRequest.class);
    private final HttpServletResponse response = mock(HttpServletResponse.class);
    private final FilterChain chain = mock(FilterChain.class);

    private void asked(Duration after) throws ServletException, IOException {
        when(session.getCreationTime()).thenReturn(BEGUN.toEpochMilli());
        when(request.getSession(false)).thenReturn(session);
        new SessionLifetime(Duration.ofHours(12), Clock.fixed(BEGUN.plus(after), ZoneOffset.UTC))
                .doFilterInternal(request, response, chain);
    }

    @Test
    void aSessionLastsItsHours() throws ServletException, IOException {
        asked(Duration.ofHours(12).minusMillis(1));
        verify(session, never()).invalidate();
        verify(chain).doFilter(request, response);
    }

    @Test
    void thenItEndsHoweverBusyAndTheRequestGoesOnSignedOut() throws ServletException, IOException {
        asked(Duration.ofHours(12));
        verify(session).invalidate();
        verify(chain).doFilter(request, response);
    }
}
