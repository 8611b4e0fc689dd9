package nembar.server.mail;

import java.time.Instant;
import java.util.List;

/** A mail server whose messages can be looked at here; most installations have none. */
public interface TakenMail {
    /** A message it has taken. */
    record Taken(String to, String from, String subject, Instant at, String text) {}

    /** Everything taken since the start, the last first. */
    List<Taken> taken();
}
