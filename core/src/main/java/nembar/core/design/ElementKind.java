package nembar.core.design;

import java.util.Arrays;
import java.util.Optional;

/** The kinds of element a design is made of, in the order in which designs list them. */
public enum ElementKind {
    PRIVILEGE_SET("privilegeSets", "privilege set"),
    ROLE("roles", "role"),
    ASSIGNMENT("assignments", "assignment"),
    SHARING_RULE("sharingRules", "sharing rule"),
    DIRECT_SHARE("directShares", "direct share"),
    ACCOUNT_FILTER("accountFilters", "account filter"),
    FIELD_FILTER("fieldFilters", "field filter"),
    DELEGATION("delegations", "delegation"),
    EXPECTATION("expectations", "expectation"),
    SEAT_POOL("seatPools", "seat pool");

    private final String list;
    private final String words;

    ElementKind(String list, String words) {
        this.list = list;
        this.words = words;
    }

    /** The list of a design document that has the kind's elements. */
    public String list() {
        return list;
    }

    /** The kind whose elements such a list has; empty where there is no such list. */
    public static Optional<ElementKind> ofList(String list) {
        return Arrays.stream(values()).filter(one -> one.list.equals(list)).findFirst();
    }

    public String words() {
        return words;
    }

    /** Where the element is, in the terms of a design document. */
    public String path(String key) {
        return "design." + list + "[" + key + "]";
    }
}
