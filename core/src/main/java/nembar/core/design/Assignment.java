package nembar.core.design;

import java.time.Instant;
import java.util.Optional;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * An audience gets a role or a privilege set (docs/access-model.md, section 3).
 *
 * @param givenBy key of the person who gave it
 */
public record Assignment(
        String key,
        Audience audience,
        Gives gives,
        Bounds bounds,
        Times times,
        String reason,
        Optional<String> givenBy,
        Optional<Instant> givenAt)
        implements Element {

    /** What an assignment gives: a role or a single set, by key. */
    public sealed interface Gives {
        record OfRole(String role) implements Gives {}

        record OfSet(String set) implements Gives {}
    }

    /** The same for another audience. */
    public Assignment withAudience(Audience other) {
        return new Assignment(key, other, gives, bounds, times, reason, givenBy, givenAt);
    }

    /** The same within other bounds. */
    public Assignment within(Bounds others) {
        return new Assignment(key, audience, gives, others, times, reason, givenBy, givenAt);
    }

    /** The same at other times. */
    public Assignment at(Times others) {
        return new Assignment(key, audience, gives, bounds, others, reason, givenBy, givenAt);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.ASSIGNMENT;
    }
}
