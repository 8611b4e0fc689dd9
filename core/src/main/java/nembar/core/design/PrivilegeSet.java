package nembar.core.design;

import java.util.List;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/** Privileges that are given together (docs/access-model.md, section 3). */
public record PrivilegeSet(String key, String name, String purpose, List<Privilege> privileges)
        implements Element {
    public PrivilegeSet {
        privileges = List.copyOf(privileges);
    }

    /** This set with other privileges. */
    public PrivilegeSet withPrivileges(List<Privilege> other) {
        return new PrivilegeSet(key, name, purpose, other);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.PRIVILEGE_SET;
    }
}
