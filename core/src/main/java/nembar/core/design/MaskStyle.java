package nembar.core.design;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Optional;
import nembar.core.catalogue.FieldType;

/**
 * How much of a masked value is left to see (docs/access-model.md, section 3); of several the first
 * counts.
 */
public enum MaskStyle {
    /** Nothing: five dots. */
    FULL,
    /** Of a number, between which two it lies; of a date or an instant, the decade. */
    RANGE,
    /** The first letter of each word. */
    INITIALS,
    /** The last two characters. */
    ENDING,
    /** Of a date or an instant, the year. */
    YEAR,
    /** Of a number, its first two digits: "about 12000". */
    ROUNDED,
    /** Of an e-mail address, what follows its sign. */
    DOMAIN;

    private static final MathContext TWO_DIGITS = new MathContext(2, RoundingMode.HALF_UP);
    private static final String DOTS = "\u2022\u2022\u2022\u2022\u2022";

    /** Whether values of the type have what this leaves to see. */
    public boolean suits(FieldType type) {
        boolean day = type == FieldType.DATE || type == FieldType.TIMESTAMP;
        boolean number =
                type == FieldType.WHOLE_NUMBER
                        || type == FieldType.DECIMAL
                        || type == FieldType.MONEY;
        return switch (this) {
            case FULL, INITIALS, ENDING -> true;
            case YEAR -> day;
            case RANGE -> day || number;
            case ROUNDED -> number;
            case DOMAIN -> type == FieldType.TEXT;
        };
    }

    /** The value as it may be shown; an empty value stays empty so that a mask invents nothing. */
    public String mask(String value) {
        if (value.isEmpty()) {
            return "";
        }
        return switch (this) {
            case FULL -> DOTS;
            case INITIALS -> initials(value);
            case ENDING -> value.length() <= 4 ? DOTS : DOTS + value.substring(value.length() - 2);
            case YEAR -> day(value) ? value.substring(0, 4) : DOTS;
            case RANGE -> day(value) ? value.substring(0, 3) + "0s" : range(value);
            case ROUNDED ->
                    number(value).map(one -> "about " + plain(one.round(TWO_DIGITS))).orElse(DOTS);
            case DOMAIN ->
                    value.lastIndexOf('@') < 0
                            ? DOTS
                            : DOTS + value.substring(value.lastIndexOf('@'));
        };
    }

    private static boolean day(String value) {
        return value.matches("\\d{4}-.*");
    }

    /** Between two whole hundreds, or thousands of a number of thousands, and so on. */
    private static String range(String value) {
        return number(value)
                .map(
                        one -> {
                            int digits = one.precision() - one.scale();
                            BigDecimal step =
                                    BigDecimal.ONE.scaleByPowerOfTen(Math.max(2, digits - 1));
                            BigDecimal from =
                                    one.divide(step, 0, RoundingMode.FLOOR).multiply(step);
                            return plain(from) + " to " + plain(from.add(step));
                        })
                .orElse(DOTS);
    }

    private static Optional<BigDecimal> number(String value) {
        try {
            return Optional.of(new BigDecimal(value));
        } catch (NumberFormatException none) {
            return Optional.empty();
        }
    }

    private static String plain(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
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
