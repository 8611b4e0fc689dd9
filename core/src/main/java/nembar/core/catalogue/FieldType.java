package nembar.core.catalogue;

/** What a field's values are (docs/access-model.md, section 1). */
public enum FieldType {
    /** {@link String}. */
    TEXT,
    /** {@link Long}. */
    WHOLE_NUMBER,
    /** {@link java.math.BigDecimal}. */
    DECIMAL,
    /** {@link java.math.BigDecimal}, in the application's currency. */
    MONEY,
    /** {@link java.time.LocalDate}. */
    DATE,
    /** {@link java.time.Instant}. */
    TIMESTAMP,
    /** {@link Boolean}. */
    YES_NO,
    /** {@link String}, one of the field's choices. */
    CHOICE,
    /** {@link java.util.List} of {@link String}, each one of the field's choices. */
    CHOICES,
    /** {@link java.util.List} of {@link String}. */
    TEXTS,
    /** {@link String}, the key of a record of another type. */
    REFERENCE,
    /** {@link String}, the key of a person. */
    PERSON;

    /** Whether one value is a list of texts. */
    public boolean list() {
        return this == CHOICES || this == TEXTS;
    }
}
