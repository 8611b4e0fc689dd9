package nembar.core.governance;

import java.util.List;
import java.util.Set;

/**
 * What stands against a publication.
 *
 * @param why in a sentence
 * @param people keys of the people it is about
 * @param approvers keys of those whose approval, or authorship, would lift it; empty where nobody's
 *     would
 */
public record Objection(Rule rule, String why, List<String> people, Set<String> approvers) {
    public Objection {
        people = List.copyOf(people);
        approvers = java.util.Collections.unmodifiableSet(new java.util.TreeSet<>(approvers));
    }

    /** The rule it comes from. */
    public enum Rule {
        NO_RAISING,
        GUARDED_AREA,
        NEVER_NOBODY,
        SIGN_IN
    }
}
