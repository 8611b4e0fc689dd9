package nembar.core.design;

/** What a person has of a field, from least to most (docs/access-model.md, section 4). */
public enum FieldLevel {
    HIDDEN,
    MASKED,
    VIEW,
    CHANGE;

    /** Whether whoever has this level has the other one too. */
    public boolean allows(FieldLevel other) {
        return compareTo(other) >= 0;
    }
}
