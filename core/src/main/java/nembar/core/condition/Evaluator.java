package nembar.core.condition;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.Normalizer;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Evaluates a bound expression on one record, with SQL's three values: null is "no value" and, of a
 * condition, "unknown". Agrees with {@code nembar.core.sql.SqlCondition} on every record.
 */
public final class Evaluator {
    /** Places after the point that a division keeps; what is beyond is cut off. */
    public static final int DIVISION_PLACES = 12;

    private Evaluator() {}

    /** Whether the condition is true on the row; unknown is not. */
    public static boolean holds(Expression bound, Row row) {
        return Boolean.TRUE.equals(value(bound, row));
    }

    /** The expression's value on the row; null for none, and for unknown. */
    public static Object value(Expression bound, Row row) {
        if (bound instanceof Expression.Literal literal) {
            return literal.value();
        }
        if (bound instanceof Expression.Property property) {
            return known(row.value(property.name()));
        }
        if (bound instanceof Expression.Call call) {
            return call(call, row);
        }
        if (bound instanceof Expression.Array array) {
            List<Object> elements = new ArrayList<>();
            array.elements().forEach(element -> elements.add(value(element, row)));
            return elements;
        }
        if (bound instanceof Expression.Absent) {
            return null;
        }
        throw new IllegalStateException("not bound: " + bound);
    }

    /** Less than, equal to, or more than zero, as for a comparator; both of the same type. */
    static int compare(Object one, Object other) {
        if (one instanceof String text) {
            return compareText(text, (String) other);
        }
        if (one instanceof BigDecimal number) {
            return number.compareTo((BigDecimal) other);
        }
        if (one instanceof LocalDate day) {
            return day.compareTo((LocalDate) other);
        }
        return one instanceof Instant instant
                ? instant.compareTo((Instant) other)
                : ((Boolean) one).compareTo((Boolean) other);
    }

    /** By code point, as a database compares bytes of UTF-8. */
    private static int compareText(String one, String other) {
        int length = Math.min(one.length(), other.length());
        for (int i = 0; i < length; i++) {
            char a = one.charAt(i);
            char b = other.charAt(i);
            if (a != b) {
                boolean high = Character.isSurrogate(a);
                return high == Character.isSurrogate(b) ? a - b : high ? 1 : -1;
            }
        }
        return one.length() - other.length();
    }

    private static Object known(Object value) {
        return value instanceof Number number && !(value instanceof BigDecimal)
                ? new BigDecimal(number.toString())
                : value;
    }

    private static Object call(Expression.Call call, Row row) {
        return switch (call.operator().kind()) {
            case LOGIC -> logic(call, row);
            case COMPARISON ->
                    compared(
                            call.operator(),
                            value(call.argument(0), row),
                            value(call.argument(1), row));
            case PREDICATE -> predicate(call, row);
            case ARITHMETIC -> arithmetic(call, row);
            case FOLDING -> folded(call.operator(), (String) value(call.argument(0), row));
            case TEMPORAL -> Periods.relation(call, row);
            case ARRAY ->
                    array(
                            call.operator(),
                            (List<?>) value(call.argument(0), row),
                            (List<?>) value(call.argument(1), row));
        };
    }

    private static Boolean logic(Expression.Call call, Row row) {
        if (call.operator() == Operator.NOT) {
            Boolean truth = (Boolean) value(call.argument(0), row);
            return truth == null ? null : !truth;
        }
        boolean deciding = call.operator() == Operator.OR;
        Boolean result = !deciding;
        for (Expression part : call.arguments()) {
            Boolean truth = (Boolean) value(part, row);
            if (truth == null) {
                result = null;
            } else if (truth == deciding) {
                return deciding;
            }
        }
        return result;
    }

    static Boolean compared(Operator operator, Object left, Object right) {
        if (left == null || right == null) {
            return null;
        }
        int order = compare(left, right);
        return switch (operator) {
            case EQUAL -> order == 0;
            case NOT_EQUAL -> order != 0;
            case LESS -> order < 0;
            case GREATER -> order > 0;
            case AT_MOST -> order <= 0;
            default -> order >= 0;
        };
    }

    private static Boolean predicate(Expression.Call call, Row row) {
        Object first = value(call.argument(0), row);
        switch (call.operator()) {
            case IS_NULL:
                return first == null;
            case LIKE:
                Object pattern = value(call.argument(1), row);
                return first == null || pattern == null
                        ? null
                        : (Boolean) Pattern.matches((String) first, (String) pattern);
            case BETWEEN:
                return both(
                        compared(Operator.AT_LEAST, first, value(call.argument(1), row)),
                        compared(Operator.AT_MOST, first, value(call.argument(2), row)));
            default:
                Boolean found = false;
                for (Expression element : ((Expression.Array) call.argument(1)).elements()) {
                    Boolean equal = compared(Operator.EQUAL, first, value(element, row));
                    if (Boolean.TRUE.equals(equal)) {
                        return true;
                    }
                    found = equal == null ? null : found;
                }
                return found;
        }
    }

    static Boolean both(Boolean one, Boolean other) {
        if (Boolean.FALSE.equals(one) || Boolean.FALSE.equals(other)) {
            return false;
        }
        return one == null || other == null ? null : (Boolean) true;
    }

    private static BigDecimal arithmetic(Expression.Call call, Row row) {
        BigDecimal left = (BigDecimal) value(call.argument(0), row);
        BigDecimal right = (BigDecimal) value(call.argument(1), row);
        if (left == null || right == null) {
            return null;
        }
        boolean divides =
                call.operator() == Operator.DIVIDED
                        || call.operator() == Operator.MODULO
                        || call.operator() == Operator.DIV;
        if (divides && right.signum() == 0) {
            return null;
        }
        return switch (call.operator()) {
            case PLUS -> left.add(right);
            case MINUS -> left.subtract(right);
            case TIMES -> left.multiply(right);
            case DIVIDED -> left.divide(right, DIVISION_PLACES, RoundingMode.DOWN);
            case MODULO -> left.remainder(right);
            case DIV -> left.divideToIntegralValue(right);
            default -> left.pow(right.intValueExact());
        };
    }

    /**
     * Cases fold fully: what differs in case alone comes to the same, so ß and SS, and the ligature
     * ﬁ and FI. Accents fold to what is left without combining marks, put together again.
     */
    private static String folded(Operator operator, String text) {
        if (text == null) {
            return null;
        }
        if (operator == Operator.CASEI) {
            return text.toLowerCase(Locale.ROOT)
                    .toUpperCase(Locale.ROOT)
                    .toLowerCase(Locale.ROOT)
                    .replace('ς', 'σ');
        }
        String apart = Normalizer.normalize(text, Normalizer.Form.NFD);
        StringBuilder plain = new StringBuilder();
        for (int i = 0; i < apart.length(); i++) {
            char one = apart.charAt(i);
            if (one < '\u0300' || one > '\u036f') {
                plain.append(one);
            }
        }
        return Normalizer.normalize(plain, Normalizer.Form.NFC);
    }

    private static Boolean array(Operator operator, List<?> left, List<?> right) {
        if (left == null || right == null) {
            return null;
        }
        return switch (operator) {
            case A_CONTAINS -> contains(left, right);
            case A_CONTAINEDBY -> contains(right, left);
            case A_EQUALS -> contains(left, right) && contains(right, left);
            default -> left.stream().anyMatch(one -> one != null && right.contains(one));
        };
    }

    /** An element without a value is in no list. */
    private static boolean contains(List<?> list, List<?> elements) {
        Set<?> known = new HashSet<>(list);
        return elements.stream().allMatch(one -> one != null && known.contains(one));
    }
}
