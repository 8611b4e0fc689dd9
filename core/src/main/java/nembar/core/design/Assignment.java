package nembar.core.design;

import java.time.Instant;
import java.util.Optional;
import nembar.core.directory.Audience;

/**
 * An audience gets a role or a privilege set (docs/access-model.md, section 3).
 *
 * @param from first instant at which it gives anything; empty for always before until
 * @param until first instant at which it gives nothing any more; empty for ever
 * @param givenBy key of the person who gave it
 */
public record Assignment(
        String key,
        Audience audience,
        Gives gives,
        Bounds bounds,
        Optional<Instant> from,
        Optional<Instant> until,
        String reason,
        Optional<String> givenBy,
        Optional<Instant> givenAt) {

    /** What an assignment gives: a role or a single set, by key. */
    public sealed interface Gives {
        record OfRole(String role) implements Gives {}

        record OfSet(String set) implements Gives {}
    }

    public boolean inForce(Instant at) {
        return from.map(start -> !at.isBefore(start)).orElse(true)
                && until.map(at::isBefore).orElse(true);
    }
}
