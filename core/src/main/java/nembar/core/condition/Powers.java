package nembar.core.condition;

import java.math.BigDecimal;

/** What powers multiply out to, which is how they are counted in SQL and in memory. */
final class Powers {
    private Powers() {}

    /** How many values stand in an expression once its powers are multiplied out. */
    static long factors(Expression expression) {
        if (!(expression instanceof Expression.Call call)) {
            return 1;
        }
        return call.operator() == Operator.POWER
                ? factors(call.argument(0)) * Math.max(1, times(call.argument(1)))
                : call.arguments().stream().mapToLong(Powers::factors).sum();
    }

    /** An exponent that is written out; one that is not is refused elsewhere. */
    private static long times(Expression exponent) {
        return exponent instanceof Expression.Literal literal
                        && literal.value() instanceof BigDecimal number
                ? number.min(BigDecimal.TEN).longValue()
                : 1;
    }
}
