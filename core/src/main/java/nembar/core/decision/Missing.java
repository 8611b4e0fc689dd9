package nembar.core.decision;

import java.util.Optional;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.directory.Audience;
import nembar.core.element.Element;

/** What alone stands between a person and a yes (docs/access-model.md, section 6, "why not?"). */
public sealed interface Missing {

    /** Step 1 fails. */
    record NotActive(Inactive what) implements Missing {}

    /** It is granted, and a filter cuts it. */
    record CutByFilter(Cut cut) implements Missing {}

    /** The person does not hold a role, or a set that is in no role, that would give it. */
    record NotHeld(Optional<Role> role, PrivilegeSet set, Privilege.RecordPrivilege privilege)
            implements Missing {}

    /** The person is in an assignment's audience, and one link of the chain breaks. */
    record BrokenLink(
            Assignment assignment,
            Optional<Role> role,
            PrivilegeSet set,
            Privilege.RecordPrivilege privilege,
            Link link)
            implements Missing {}

    /** A sharing rule or direct share opens the record, to others. */
    record NotShared(Element opener, Audience audience) implements Missing {}

    /** What step 1 fails for. */
    enum Inactive {
        /** The application is paused, or was taken away. */
        APPLICATION,
        /** The person is not active. */
        PERSON,
        /** The account they act for is held back, or past its last day. */
        ACCOUNT,
        /** They act for somebody by a delegation that is not in force. */
        DELEGATION,
        /** Whoever acts for them could not act for themselves. */
        DELEGATE
    }

    /** The links of a route that can break once the audience has the person. */
    enum Link {
        /** The assignment is not in force at the instant. */
        TIMES,
        /** The record is outside the privilege's reach. */
        REACH,
        /** The record does not meet the privilege's condition. */
        CONDITION,
        /** The record is outside the assignment's bounds. */
        BOUNDS,
        /** The person is external, and the type has no account field to keep them in by. */
        OWN_ACCOUNT
    }
}
