package nembar.core.findings;

import java.util.List;
import nembar.core.draft.Change;

/**
 * Something worth a look (docs/access-model.md, section 9).
 *
 * @param concerns what it is about: kinds of thing and keys
 * @param why why it matters, in a sentence
 * @param records how many it is about, as far as that was counted; else 0
 * @param mend changes that mend it; empty where there are none
 */
public record Finding(
        Kind kind, List<Concern> concerns, String why, long records, List<Change> mend) {
    /** One that is about no records, or about some that nobody has counted. */
    public Finding(Kind kind, List<Concern> concerns, String why, List<Change> mend) {
        this(kind, concerns, why, 0, mend);
    }

    public Finding {
        concerns = List.copyOf(concerns);
        mend = List.copyOf(mend);
    }

    /** What kind of thing is worth a look. */
    public enum Kind {
        PERSON_CAN_DO_NOTHING,
        ROLE_GIVES_NOTHING_WITHIN_BOUNDS,
        ROLE_HELD_BY_NOBODY,
        SET_IN_NO_ROLE,
        SET_REDUNDANT,
        CONDITION_NEVER_HOLDS,
        CONDITION_ALWAYS_HOLDS,
        SHARE_CUT_TO_NOTHING,
        ROLES_IN_CONFLICT,
        EXTERNAL_REACHES_GUARDED_FIELD,
        EXTERNAL_REACHES_ANOTHER_ACCOUNT,
        EXTERNAL_KEPT_IN_BY_FILTER_ALONE,
        ASSIGNMENT_ENDS_SOON,
        ASSIGNMENT_ENDED,
        ASSIGNMENT_NEVER_STARTS,
        DELEGATION_ENDS_SOON,
        ACCOUNT_ENDS_SOON,
        INVITATION_NOT_ACCEPTED,
        DORMANT_PERSON,
        ONLY_ONE_ADMINISTRATOR,
        ROLE_NOT_MEANT_FOR_THEM,
        EXPECTATION_COVERS_NOBODY,
        EXPECTATION_BROKEN,
        SEAT_POOL_OVERDRAWN,
        SEAT_POOL_NEARLY_USED_UP,
        SEAT_HELD_BY_SOMEBODY_AWAY,
        RIGHT_NOT_USED
    }

    /**
     * Something a finding is about.
     *
     * @param what the kind of thing: person, role, privilege set, assignment ...
     */
    public record Concern(String what, String key) {}
}
