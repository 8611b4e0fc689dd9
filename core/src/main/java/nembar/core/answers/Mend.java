package nembar.core.answers;

import java.util.List;
import java.util.Set;
import nembar.core.draft.Change;

/**
 * Changes that would turn a no into a yes, and what else they would open (docs/access-model.md,
 * section 6).
 *
 * @param words what it does: "Share this record with Ben"
 * @param people keys of those who gain anything by it, the person asked about included
 * @param records how many records they gain in all, over people, types and operations
 */
public record Mend(String words, List<Change> changes, Set<String> people, long records) {
    public Mend {
        changes = List.copyOf(changes);
    }
}
