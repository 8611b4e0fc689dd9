package nembar.core.condition;

import java.math.BigDecimal;

/** How large a condition may be, so that no text, however hostile, costs much to read or run. */
final class Limits {
    /** Characters of a condition's text. */
    static final int CHARACTERS = 10_000;

    /** Nodes of a condition. */
    static final int NODES = 1_000;

    /** How deep nodes stand in one another. */
    static final int DEPTH = 40;

    /** Digits of a number, and places it may be shifted by. */
    static final int DIGITS = 40;

    private Limits() {}

    /** How many steps it is from the whole to its deepest part. */
    static int depth(Expression expression) {
        int deepest = -1;
        for (Expression part : expression.parts()) {
            deepest = Math.max(deepest, depth(part));
        }
        return deepest + 1;
    }

    /** The number, when it is of a size that arithmetic may work with. */
    static BigDecimal number(String text, String place) {
        if (text.length() > 2 * DIGITS) {
            throw new ConditionRefused(place, "a number has at most " + DIGITS + " digits");
        }
        BigDecimal number;
        try {
            number = new BigDecimal(text);
        } catch (ArithmeticException | NumberFormatException malformed) {
            throw new ConditionRefused(place, "`" + text + "` is no number");
        }
        if (number.precision() > DIGITS || Math.abs((long) number.scale()) > DIGITS) {
            throw new ConditionRefused(place, "a number has at most " + DIGITS + " digits");
        }
        return number;
    }
}
