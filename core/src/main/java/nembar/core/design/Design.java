package nembar.core.design;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * Everything that is decided about access to one application (docs/access-model.md, section 3).
 * Immutable; keeps the first of elements with the same key, the model's check reports the others.
 */
public final class Design {
    private final List<PrivilegeSet> sets;
    private final List<Role> roles;
    private final List<Assignment> assignments;
    private final List<AccountFilter> accountFilters;
    private final List<FieldFilter> fieldFilters;
    private final Map<String, PrivilegeSet> setByKey;
    private final Map<String, Role> roleByKey;

    public Design(
            List<PrivilegeSet> sets,
            List<Role> roles,
            List<Assignment> assignments,
            List<AccountFilter> accountFilters,
            List<FieldFilter> fieldFilters) {
        this.sets = List.copyOf(sets);
        this.roles = List.copyOf(roles);
        this.assignments = List.copyOf(assignments);
        this.accountFilters = List.copyOf(accountFilters);
        this.fieldFilters = List.copyOf(fieldFilters);
        setByKey = byKey(sets, PrivilegeSet::key);
        roleByKey = byKey(roles, Role::key);
    }

    public static Design empty() {
        return new Design(List.of(), List.of(), List.of(), List.of(), List.of());
    }

    public List<PrivilegeSet> sets() {
        return sets;
    }

    public List<Role> roles() {
        return roles;
    }

    public List<Assignment> assignments() {
        return assignments;
    }

    public List<AccountFilter> accountFilters() {
        return accountFilters;
    }

    public List<FieldFilter> fieldFilters() {
        return fieldFilters;
    }

    public Optional<PrivilegeSet> set(String key) {
        return Optional.ofNullable(setByKey.get(key));
    }

    public Optional<Role> role(String key) {
        return Optional.ofNullable(roleByKey.get(key));
    }

    /** The sets that an assignment of this gives, in the role's order. */
    public List<PrivilegeSet> setsOf(Assignment.Gives gives) {
        if (gives instanceof Assignment.Gives.OfRole ofRole) {
            return role(ofRole.role()).stream()
                    .flatMap(role -> role.sets().stream())
                    .flatMap(key -> set(key).stream())
                    .toList();
        }
        return set(((Assignment.Gives.OfSet) gives).set()).stream().toList();
    }

    private static <T> Map<String, T> byKey(List<T> elements, Function<T, String> key) {
        Map<String, T> index = new LinkedHashMap<>();
        elements.forEach(element -> index.putIfAbsent(key.apply(element), element));
        return index;
    }
}
