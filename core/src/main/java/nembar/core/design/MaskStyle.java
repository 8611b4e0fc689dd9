package nembar.core.design;

/** How much of a masked value is left to see (docs/access-model.md, section 3). */
public enum MaskStyle {
    /** Nothing: five dots. */
    FULL,
    /** The first letter of each word. */
    INITIALS,
    /** The last two characters. */
    ENDING,
    /** Of a date or an instant, the year. */
    YEAR;

    private static final String DOTS = "\u2022\u2022\u2022\u2022\u2022";

    /** The value as it may be shown; an empty value stays empty so that a mask invents nothing. */
    public String mask(String value) {
        if (value.isEmpty()) {
            return "";
        }
        return switch (this) {
            case FULL -> DOTS;
            case INITIALS -> initials(value);
            case ENDING -> value.length() <= 4 ? DOTS : DOTS + value.substring(value.length() - 2);
            case YEAR -> value.matches("\\d{4}-.*") ? value.substring(0, 4) : DOTS;
        };
    }

    private static String initials(String value) {
        StringBuilder seen = new StringBuilder();
        for (String word : value.trim().split("\\s+")) {
            if (!word.isEmpty()) {
                seen.appendCodePoint(word.codePointAt(0)).append(". ");
            }
        }
        return seen.toString().trim();
    }
}
