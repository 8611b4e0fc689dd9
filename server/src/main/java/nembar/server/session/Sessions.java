package nembar.server.session;

import jakarta.servlet.http.HttpSession;
import jakarta.servlet.http.HttpSessionEvent;
import jakarta.servlet.http.HttpSessionListener;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** The sessions that are open, by person; ends them. */
@Component
public class Sessions implements HttpSessionListener {
    private static final String OPEN = "nembar.open";

    private final Map<HttpSession, Open> open = new ConcurrentHashMap<>();

    private record Open(String id, String person, Instant since, String address, String agent) {}

    /**
     * One session of a person.
     *
     * @param id names it; says nothing of the cookie
     */
    public record Live(
            String id,
            String person,
            Instant since,
            Instant lastSeen,
            String address,
            String agent) {}

    void entered(HttpSession session, String person, String address, String agent) {
        Open one = new Open(UUID.randomUUID().toString(), person, Instant.now(), address, agent);
        session.setAttribute(OPEN, one.id());
        open.put(session, one);
    }

    @Override
    public void sessionDestroyed(HttpSessionEvent ended) {
        open.keySet().removeIf(session -> session.getId().equals(ended.getSession().getId()));
    }

    /** The id by which {@link #of} names this session; empty for one that nobody has signed in. */
    public static String idOf(HttpSession session) {
        Object id = session == null ? null : session.getAttribute(OPEN);
        return id == null ? "" : (String) id;
    }

    /** A person's sessions, the last used first. */
    public List<Live> of(String person) {
        return open.entrySet().stream()
                .filter(one -> one.getValue().person().equals(person))
                .flatMap(one -> live(one.getKey(), one.getValue()).stream())
                .sorted(Comparator.comparing(Live::lastSeen).reversed())
                .toList();
    }

    private static List<Live> live(HttpSession session, Open one) {
        try {
            return List.of(
                    new Live(
                            one.id(),
                            one.person(),
                            one.since(),
                            Instant.ofEpochMilli(session.getLastAccessedTime()),
                            one.address(),
                            one.agent()));
        } catch (IllegalStateException ended) {
            return List.of();
        }
    }

    /** Ends all sessions of a person, at once. */
    public void endAll(String person) {
        end(person, "");
    }

    /** Ends all sessions of a person but this one. */
    public void endOthers(String person, String keep) {
        end(person, keep);
    }

    /** Ends one session of a person; nothing happens where there is none of that id. */
    public void endOne(String person, String id) {
        open.forEach(
                (session, one) -> {
                    if (one.person().equals(person) && one.id().equals(id)) {
                        invalidate(session);
                    }
                });
    }

    private void end(String person, String keep) {
        open.forEach(
                (session, one) -> {
                    if (one.person().equals(person) && !one.id().equals(keep)) {
                        invalidate(session);
                    }
                });
    }

    private void invalidate(HttpSession session) {
        open.remove(session);
        try {
            session.invalidate();
        } catch (IllegalStateException ended) {
            // It ended by itself in between.
        }
    }
}
