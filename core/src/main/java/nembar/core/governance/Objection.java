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

    /** Those of some that nobody's approval has lifted. */
    static List<Objection> standing(List<Objection> some, Set<String> approvers) {
        return some.stream()
                .filter(one -> one.approvers().stream().noneMatch(approvers::contains))
                .toList();
    }

    /** The rule it comes from. */
    public enum Rule {
        NO_RAISING,
        GUARDED_AREA,
        NEVER_NOBODY,
        SIGN_IN,
        SEATS
    }
}
