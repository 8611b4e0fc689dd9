package nembar.core.roles;

import java.util.List;
import nembar.core.draft.Change;

/**
 * Something that would make roles simpler or smaller.
 *
 * @param sentence what is so
 * @param people keys of those it is about
 * @param changes that would be made of it
 */
public record RoleProposal(Kind kind, String sentence, List<String> people, List<Change> changes) {
    public RoleProposal {
        people = List.copyOf(people);
        changes = List.copyOf(changes);
    }

    /** What kind of thing is proposed. */
    public enum Kind {
        /** People are given the same things one by one, which could be one role. */
        ONE_ROLE,
        /** Nobody who holds a role uses all of it. */
        SMALLER_ROLE,
        /** Somebody holds what none of their peers hold. */
        HELD_ALONE
    }
}
