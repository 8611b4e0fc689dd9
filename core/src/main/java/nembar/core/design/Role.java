package nembar.core.design;

import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.directory.PersonKind;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * Privilege sets under a name that people know (docs/access-model.md, section 3).
 *
 * @param sets keys of the privilege sets it is made of
 * @param conflicts keys of roles that nobody should hold beside it
 */
public record Role(
        String key,
        String name,
        String purpose,
        MeantFor meantFor,
        List<String> sets,
        Set<String> conflicts)
        implements Element {

    /** Whom a role is meant for. */
    public enum MeantFor {
        STAFF,
        EXTERNAL,
        SERVICE,
        ANY;

        public boolean suits(PersonKind kind) {
            return this == ANY || name().equals(kind.name());
        }
    }

    public Role {
        sets = List.copyOf(sets);
        conflicts = Collections.unmodifiableSet(new TreeSet<>(conflicts));
    }

    /** This role made of other privilege sets. */
    public Role withSets(List<String> others) {
        return new Role(key, name, purpose, meantFor, others, conflicts);
    }

    /** This role in conflict with other roles. */
    public Role withConflicts(Set<String> others) {
        return new Role(key, name, purpose, meantFor, sets, others);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.ROLE;
    }
}
