package nembar.server.session;

import jakarta.servlet.http.HttpSession;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/**
 * The sessions that are open, by person; ends them. They are kept in the database, so that one that
 * ends is over on every server.
 */
@Component
public class Sessions {
    private static final String OPEN = "nembar.open";
    private static final String ADDRESS = "nembar.address";
    private static final String AGENT = "nembar.agent";

    private final FindByIndexNameSessionRepository<? extends Session> sessions;

    Sessions(FindByIndexNameSessionRepository<? extends Session> sessions) {
        this.sessions = sessions;
    }

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

    void entered(HttpSession session, String address, String agent) {
        session.setAttribute(OPEN, UUID.randomUUID().toString());
        session.setAttribute(ADDRESS, address);
        session.setAttribute(AGENT, agent);
    }

    /** The id by which {@link #of} names this session; empty for one that nobody has signed in. */
    public static String idOf(HttpSession session) {
        Object id = session == null ? null : session.getAttribute(OPEN);
        return id == null ? "" : (String) id;
    }

    /** A person's sessions, the last used first. */
    public List<Live> of(String person) {
        return open(person).stream()
                .map(one -> live(person, one))
                .sorted(Comparator.comparing(Live::lastSeen).reversed())
                .toList();
    }

    private List<? extends Session> open(String person) {
        return sessions.findByPrincipalName(person).values().stream()
                .filter(one -> one.getAttribute(OPEN) != null)
                .filter(one -> !one.isExpired())
                .toList();
    }

    private static Live live(String person, Session one) {
        return new Live(
                one.getAttribute(OPEN),
                person,
                one.getCreationTime(),
                one.getLastAccessedTime(),
                Objects.requireNonNullElse(one.getAttribute(ADDRESS), ""),
                Objects.requireNonNullElse(one.getAttribute(AGENT), ""));
    }

    /** Ends all sessions of a person, at once. */
    public void endAll(String person) {
        open(person).forEach(one -> sessions.deleteById(one.getId()));
    }

    /** Ends all sessions of a person but this one. */
    public void endOthers(String person, String keep) {
        open(person).stream()
                .filter(one -> !keep.equals(one.getAttribute(OPEN)))
                .forEach(one -> sessions.deleteById(one.getId()));
    }

    /** Ends one session of a person; nothing happens where there is none of that id. */
    public void endOne(String person, String id) {
        open(person).stream()
                .filter(one -> id.equals(one.getAttribute(OPEN)))
                .forEach(one -> sessions.deleteById(one.getId()));
    }
}
