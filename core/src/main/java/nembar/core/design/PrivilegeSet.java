package nembar.core.design;

import java.util.List;

/** Privileges that are given together (docs/access-model.md, section 3). */
public record PrivilegeSet(String key, String name, String purpose, List<Privilege> privileges)
        implements Element {
    public PrivilegeSet {
        privileges = List.copyOf(privileges);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.PRIVILEGE_SET;
    }
}
