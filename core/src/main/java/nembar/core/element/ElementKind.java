package nembar.core.element;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The kinds of element, in the order in which catalogues and designs list them. */
public enum ElementKind {
    AREA(Part.CATALOGUE, "areas", "area"),
    RECORD_TYPE(Part.CATALOGUE, "recordTypes", "record type"),
    FUNCTION(Part.CATALOGUE, "functions", "function"),
    PRIVILEGE_SET(Part.DESIGN, "privilegeSets", "privilege set"),
    ROLE(Part.DESIGN, "roles", "role"),
    ASSIGNMENT(Part.DESIGN, "assignments", "assignment"),
    SHARING_RULE(Part.DESIGN, "sharingRules", "sharing rule"),
    DIRECT_SHARE(Part.DESIGN, "directShares", "direct share"),
    ACCOUNT_FILTER(Part.DESIGN, "accountFilters", "account filter"),
    FIELD_FILTER(Part.DESIGN, "fieldFilters", "field filter"),
    DELEGATION(Part.DESIGN, "delegations", "delegation"),
    EXPECTATION(Part.DESIGN, "expectations", "expectation"),
    SEAT_POOL(Part.DESIGN, "seatPools", "seat pool");

    /** The two parts of a design document that have elements of one application. */
    public enum Part {
        CATALOGUE("catalogue"),
        DESIGN("design");

        private final String name;

        Part(String name) {
            this.name = name;
        }

        /** Its kinds of element, in their order. */
        public List<ElementKind> kinds() {
            return Arrays.stream(ElementKind.values()).filter(one -> one.part == this).toList();
        }
    }

    private final Part part;
    private final String list;
    private final String words;

    ElementKind(Part part, String list, String words) {
        this.part = part;
        this.list = list;
        this.words = words;
    }

    /** The part of a design document that has the kind's elements. */
    public Part part() {
        return part;
    }

    public boolean inCatalogue() {
        return part == Part.CATALOGUE;
    }

    /** The list in that part that has them. */
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
        return part.name + "." + list + "[" + key + "]";
    }
}
