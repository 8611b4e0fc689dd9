package nembar.core.design;

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
    EXPECTATION("expectations", "expectation");

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

    public String words() {
        return words;
    }

    /** Where the element is, in the terms of a design document. */
    public String path(String key) {
        return "design." + list + "[" + key + "]";
    }
}
