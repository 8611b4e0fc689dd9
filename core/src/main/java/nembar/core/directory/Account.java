package nembar.core.directory;

import java.time.LocalDate;
import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * The company itself, or another that it deals with (docs/access-model.md, section 2).
 *
 * @param own whether it is the company itself
 * @param tags words that bounds and account filters may name it by
 * @param pending whether its people are held back until it is released
 * @param ends the last day on which its people have access
 */
public record Account(
        String key,
        String name,
        boolean own,
        Set<String> tags,
        boolean pending,
        Optional<LocalDate> ends) {
    public Account {
        tags = Collections.unmodifiableSet(new TreeSet<>(tags));
    }

    /** Released, and without an end. */
    public Account(String key, String name, boolean own, Set<String> tags) {
        this(key, name, own, tags, false, Optional.empty());
    }

    /** Whether it is held back, over, or neither. */
    public enum State {
        PENDING,
        OPEN,
        ENDED
    }

    /** How it stands on a day; what is held back is so even past its end. */
    public State state(LocalDate day) {
        if (pending) {
            return State.PENDING;
        }
        return ends.filter(day::isAfter).isPresent() ? State.ENDED : State.OPEN;
    }

    /** Whether whoever acts for it may have access on that day. */
    public boolean open(LocalDate day) {
        return state(day) == State.OPEN;
    }
}
