package nembar.core.decision;

/** What a person has of a field, from least to most (docs/access-model.md, section 4). */
public enum FieldLevel {
    HIDDEN,
    MASKED,
    VIEW,
    CHANGE
}
