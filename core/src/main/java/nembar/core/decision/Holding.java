package nembar.core.decision;

import java.util.Optional;
import nembar.core.design.Assignment;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.directory.Audience;

/**
 * A privilege set in a person's hands: through which part of which assignment's audience, and by
 * which role, if by one.
 */
public record Holding(
        Audience.Part through, Assignment assignment, Optional<Role> role, PrivilegeSet set) {}
