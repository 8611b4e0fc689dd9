package nembar.core.findings;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import nembar.core.use.Use;

/**
 * What is known of people's comings and goings, by their keys.
 *
 * @param invited when an invitation went out
 * @param lastSeen when somebody last signed in
 * @param waitFor how long an invitation may wait before it is worth a look
 * @param dormantAfter how long somebody may stay away before it is worth a look
 * @param use what they used in the application
 */
public record Activity(
        Map<String, Instant> invited,
        Map<String, Instant> lastSeen,
        Duration waitFor,
        Duration dormantAfter,
        Use use) {
    /** Nothing is known. */
    public static final Activity UNKNOWN =
            new Activity(Map.of(), Map.of(), Duration.ofDays(7), Duration.ofDays(90), Use.UNKNOWN);
}
