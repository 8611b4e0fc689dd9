package nembar.core.catalogue;

/** What a field's values are (docs/access-model.md, section 1). */
public enum FieldType {
    /** {@link String}. */
    TEXT("text"),
    /** {@link Long}. */
    WHOLE_NUMBER("wholeNumber"),
    /** {@link java.math.BigDecimal}. */
    DECIMAL("decimal"),
    /** {@link java.math.BigDecimal}, in the application's currency. */
    MONEY("money"),
    /** {@link java.time.LocalDate}. */
    DATE("date"),
    /** {@link java.time.Instant}. */
    TIMESTAMP("timestamp"),
    /** {@link Boolean}. */
    YES_NO("yesNo"),
    /** {@link String}, one of the field's choices. */
    CHOICE("choice"),
    /** {@link java.util.List} of {@link String}, each one of the field's choices. */
    CHOICES("choices"),
    /** {@link String}, the key of a record of another type. */
    REFERENCE("reference"),
    /** {@link String}, the key of a person. */
    PERSON("person");

    private final String word;

    FieldType(String word) {
        this.word = word;
    }

    /** The word that design documents use. */
    public String word() {
        return word;
    }
}
