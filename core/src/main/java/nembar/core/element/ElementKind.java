package nembar.core.element;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The kinds of element, in the order in which catalogues and designs list them. */
public enum ElementKind {
    AREA(Part.CATALOGUE, "areas", "area", true),
    RECORD_TYPE(Part.CATALOGUE, "recordTypes", "record type", true),
    FUNCTION(Part.CATALOGUE, "functions", "function", true),
    PRIVILEGE_SET(Part.DESIGN, "privilegeSets", "privilege set", true),
    ROLE(Part.DESIGN, "roles", "role", true),
    ASSIGNMENT(Part.DESIGN, "assignments", "assignment", false),
    SHARING_RULE(Part.DESIGN, "sharingRules", "sharing rule", false),
    DIRECT_SHARE(Part.DESIGN, "directShares", "direct share", false),
    ACCOUNT_FILTER(Part.DESIGN, "accountFilters", "account filter", false),
    FIELD_FILTER(Part.DESIGN, "fieldFilters", "field filter", false),
    DELEGATION(Part.DESIGN, "delegations", "delegation", false),
    EXPECTATION(Part.DESIGN, "expectations", "expectation", false),
    SEAT_POOL(Part.DESIGN, "seatPools", "seat pool", false);

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
    private final boolean named;

    ElementKind(Part part, String list, String words, boolean named) {
        this.part = part;
        this.list = list;
        this.words = words;
        this.named = named;
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

    /** The kind that is called so in words; empty where there is none. */
    public static Optional<ElementKind> ofWords(String words) {
        return Arrays.stream(values()).filter(one -> one.words.equals(words)).findFirst();
    }

    public String words() {
        return words;
    }

    /** Whether other elements may name one of the kind, so that not each can be taken out. */
    public boolean named() {
        return named;
    }

    /** Where the element is, in the terms of a design document. */
    public String path(String key) {
        return part.name + "." + list + "[" + key + "]";
    }
}
