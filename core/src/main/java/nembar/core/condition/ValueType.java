package nembar.core.condition;

/** What an expression's value is. */
public enum ValueType {
    /** {@link String}. */
    TEXT("a text"),
    /** {@link java.math.BigDecimal}; any {@link Number} of a record is taken as one. */
    NUMBER("a number"),
    /** {@link java.time.LocalDate}. */
    DATE("a date"),
    /** {@link java.time.Instant}. */
    TIMESTAMP("a timestamp"),
    /** {@link Boolean}. */
    YES_NO("yes or no"),
    /** {@link java.util.List} of {@link String}, taken as a set. */
    LIST("a list"),
    /** Two dates or two timestamps, either of which may be open. */
    INTERVAL("an interval"),
    /** A condition: true, false or unknown. */
    TRUTH("a condition");

    private final String words;

    ValueType(String words) {
        this.words = words;
    }

    /** The type for people, with its article. */
    public String words() {
        return words;
    }
}
