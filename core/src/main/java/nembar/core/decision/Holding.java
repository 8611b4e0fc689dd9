package nembar.core.decision;

import java.util.Optional;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.directory.Audience;

/**
 * A privilege set in a person's hands: through which part of which assignment's audience, and by
 * which role, if by one.
 */
public record Holding(
        Audience.Part through, Assignment assignment, Optional<Role> role, PrivilegeSet set) {
    /** A set that a delegation lists, as if it were assigned to the principal without bounds. */
    static Holding listed(Delegation delegation, PrivilegeSet set) {
        Audience.OnePerson principal = new Audience.OnePerson(delegation.principal());
        Assignment given =
                new Assignment(
                        delegation.key(),
                        Audience.anyOf(principal),
                        new Assignment.Gives.OfSet(set.key()),
                        Bounds.NONE,
                        delegation.times(),
                        delegation.reason(),
                        Optional.of(delegation.principal()),
                        Optional.empty());
        return new Holding(principal, given, Optional.empty(), set);
    }
}
