package nembar.core.testing;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.regex.Pattern;
import nembar.core.condition.Expression;
import nembar.core.condition.Operator;

/**
 * What an expression comes to on one record, read aloud from docs/access-model.md, section 5, and
 * from the standard that it names. Nothing here is the engine's: the referee stands on its own.
 */
final class ByTheBook {
    private static final BigDecimal FOREVER = BigDecimal.ONE;

    private final Map<String, Object> record;

    ByTheBook(Map<String, Object> record) {
        this.record = record;
    }

    /** The value; null for none, and for unknown. */
    Object value(Expression expression) {
        if (expression instanceof Expression.Literal literal) {
            return literal.value();
        } else if (expression instanceof Expression.Property property) {
            Object value = record.get(property.name());
            return value instanceof Long whole ? BigDecimal.valueOf(whole) : value;
        } else if (expression instanceof Expression.Array array) {
            return array.elements().stream().map(this::value).toList();
        } else if (expression instanceof Expression.Call call) {
            return call(call);
        }
        return null;
    }

    private Object call(Expression.Call call) {
        switch (call.operator().kind()) {
            case LOGIC:
                return logic(call);
            case TEMPORAL:
                return temporal(call);
            default:
                break;
        }
        if (call.operator() == Operator.IS_NULL) {
            return value(call.argument(0)) == null;
        }
        List<Object> values = new ArrayList<>();
        call.arguments().forEach(part -> values.add(value(part)));
        if (call.operator() == Operator.BETWEEN) {
            Boolean least = order(Operator.AT_LEAST, values.get(0), values.get(1));
            Boolean most = order(Operator.AT_MOST, values.get(0), values.get(2));
            return least != null && !least || most != null && !most
                    ? (Boolean) false
                    : least == null || most == null ? null : (Boolean) true;
        }
        if (values.get(0) == null || values.size() > 1 && values.get(1) == null) {
            return null;
        }
        return switch (call.operator()) {
            case EQUAL, NOT_EQUAL, LESS, GREATER, AT_MOST, AT_LEAST ->
                    order(call.operator(), values.get(0), values.get(1));
            case LIKE -> like(values.get(0).toString(), values.get(1).toString());
            case IN -> in(values.get(0), (List<?>) values.get(1));
            case CASEI -> folded(values.get(0).toString());
            case ACCENTI -> plain(values.get(0).toString());
            case A_CONTAINS -> set(values.get(0)).containsAll(set(values.get(1)));
            case A_CONTAINEDBY -> set(values.get(1)).containsAll(set(values.get(0)));
            case A_EQUALS -> set(values.get(0)).equals(set(values.get(1)));
            case A_OVERLAPS -> set(values.get(0)).stream().anyMatch(set(values.get(1))::contains);
            default ->
                    number(call.operator(), (BigDecimal) values.get(0), (BigDecimal) values.get(1));
        };
    }

    private Boolean logic(Expression.Call call) {
        boolean unknown = false;
        boolean some = false;
        boolean all = true;
        for (Expression part : call.arguments()) {
            Boolean truth = (Boolean) value(part);
            unknown |= truth == null;
            some |= truth != null && truth;
            all &= truth == null || truth;
        }
        if (call.operator() == Operator.NOT) {
            return unknown ? null : (Boolean) !some;
        }
        if (call.operator() == Operator.OR) {
            return some ? (Boolean) true : unknown ? null : (Boolean) false;
        }
        return !all ? (Boolean) false : unknown ? null : (Boolean) true;
    }

    @SuppressWarnings("unchecked")
    private static Boolean order(Operator operator, Object left, Object right) {
        if (left == null || right == null) {
            return null;
        }
        int order =
                left instanceof String one
                        ? byCodePoints(one, right.toString())
                        : ((Comparable<Object>) left).compareTo(right);
        return holds(operator, order);
    }

    private static boolean holds(Operator operator, int order) {
        return switch (operator) {
            case EQUAL -> order == 0;
            case NOT_EQUAL -> order != 0;
            case LESS -> order < 0;
            case GREATER -> order > 0;
            case AT_MOST -> order <= 0;
            default -> order >= 0;
        };
    }

    private static int byCodePoints(String left, String right) {
        int[] one = left.codePoints().toArray();
        int[] other = right.codePoints().toArray();
        for (int i = 0; i < one.length && i < other.length; i++) {
            if (one[i] != other[i]) {
                return one[i] < other[i] ? -1 : 1;
            }
        }
        return one.length - other.length;
    }

    private static Boolean in(Object value, List<?> list) {
        boolean unknown = false;
        for (Object one : list) {
            Boolean same = order(Operator.EQUAL, value, one);
            if (same == null) {
                unknown = true;
            } else if (same) {
                return true;
            }
        }
        return unknown ? null : (Boolean) false;
    }

    private static boolean like(String text, String pattern) {
        StringBuilder regex = new StringBuilder();
        int[] points = pattern.codePoints().toArray();
        for (int i = 0; i < points.length; i++) {
            if (points[i] == '%') {
                regex.append(".*");
            } else if (points[i] == '_') {
                regex.append('.');
            } else {
                i += points[i] == '\\' ? 1 : 0;
                regex.append(Pattern.quote(new String(points, i, 1)));
            }
        }
        return Pattern.compile(regex.toString(), Pattern.DOTALL).matcher(text).matches();
    }

    /** Character by character, so that no neighbour has a say. */
    private static String folded(String text) {
        StringBuilder folded = new StringBuilder();
        text.codePoints()
                .forEach(
                        one -> {
                            String lower = Character.toString(one).toLowerCase(Locale.ROOT);
                            String upper = lower.toUpperCase(Locale.ROOT);
                            upper.codePoints()
                                    .mapToObj(Character::toString)
                                    .forEach(each -> folded.append(each.toLowerCase(Locale.ROOT)));
                        });
        return folded.toString();
    }

    private static String plain(String text) {
        String apart = Normalizer.normalize(text, Normalizer.Form.NFD);
        return Normalizer.normalize(apart.replaceAll("[\\u0300-\\u036f]", ""), Normalizer.Form.NFC);
    }

    private static TreeSet<Object> set(Object list) {
        return new TreeSet<>((Collection<?>) list);
    }

    private static BigDecimal number(Operator operator, BigDecimal left, BigDecimal right) {
        if (operator == Operator.POWER) {
            BigDecimal power = BigDecimal.ONE;
            for (int i = 0; i < right.intValueExact(); i++) {
                power = power.multiply(left);
            }
            return power;
        }
        if (operator == Operator.PLUS || operator == Operator.MINUS) {
            return operator == Operator.PLUS ? left.add(right) : left.subtract(right);
        }
        if (operator == Operator.TIMES) {
            return left.multiply(right);
        }
        if (right.signum() == 0) {
            return null;
        }
        if (operator == Operator.DIVIDED) {
            return left.divide(right, 12, RoundingMode.DOWN);
        }
        int places = Math.max(0, Math.max(left.scale(), right.scale()));
        BigInteger over = left.setScale(places).unscaledValue();
        BigInteger under = right.setScale(places).unscaledValue();
        return operator == Operator.DIV
                ? new BigDecimal(over.divide(under))
                : new BigDecimal(over.remainder(under), places);
    }

    /** Where it begins and ends; each an instant, or out of time on one side. */
    private Boolean temporal(Expression.Call call) {
        Object[] one = ends(call.argument(0));
        Object[] other = ends(call.argument(1));
        Boolean disjoint = any(less(other[1], one[0]), less(one[1], other[0]));
        return switch (call.operator()) {
            case T_AFTER -> less(other[1], one[0]);
            case T_BEFORE -> less(one[1], other[0]);
            case T_DISJOINT -> disjoint;
            case T_INTERSECTS -> turned(disjoint);
            case T_EQUALS -> all(same(one[0], other[0]), same(one[1], other[1]));
            case T_CONTAINS -> all(less(one[0], other[0]), less(other[1], one[1]));
            case T_DURING -> all(less(other[0], one[0]), less(one[1], other[1]));
            case T_MEETS -> same(one[1], other[0]);
            case T_METBY -> same(other[1], one[0]);
            case T_STARTS -> all(same(one[0], other[0]), less(one[1], other[1]));
            case T_STARTEDBY -> all(same(one[0], other[0]), less(other[1], one[1]));
            case T_FINISHES -> all(less(other[0], one[0]), same(one[1], other[1]));
            case T_FINISHEDBY -> all(less(one[0], other[0]), same(one[1], other[1]));
            case T_OVERLAPS ->
                    all(less(one[0], other[0]), less(other[0], one[1]), less(one[1], other[1]));
            default -> all(less(other[0], one[0]), less(one[0], other[1]), less(other[1], one[1]));
        };
    }

    private Object[] ends(Expression expression) {
        if (!(expression instanceof Expression.Interval interval)) {
            return new Object[] {value(expression), value(expression)};
        }
        return new Object[] {end(interval.from(), FOREVER.negate()), end(interval.to(), FOREVER)};
    }

    private Object end(Optional<Expression> said, Object open) {
        return said.isPresent() ? value(said.get()) : open;
    }

    @SuppressWarnings("unchecked")
    private static Integer compared(Object one, Object other) {
        if (one == null || other == null) {
            return null;
        }
        boolean openOne = one instanceof BigDecimal;
        boolean openOther = other instanceof BigDecimal;
        if (openOne || openOther) {
            int left = openOne ? ((BigDecimal) one).signum() : 0;
            return Integer.compare(left, openOther ? ((BigDecimal) other).signum() : 0);
        }
        return ((Comparable<Object>) one).compareTo(other);
    }

    private static Boolean less(Object one, Object other) {
        Integer order = compared(one, other);
        return order == null ? null : (Boolean) (order < 0);
    }

    private static Boolean same(Object one, Object other) {
        Integer order = compared(one, other);
        return order == null ? null : (Boolean) (order == 0);
    }

    private static Boolean turned(Boolean truth) {
        return truth == null ? null : !truth;
    }

    private static Boolean any(Boolean... parts) {
        Boolean[] turned = new Boolean[parts.length];
        for (int i = 0; i < parts.length; i++) {
            turned[i] = turned(parts[i]);
        }
        return turned(all(turned));
    }

    private static Boolean all(Boolean... parts) {
        Boolean all = true;
        for (Boolean part : parts) {
            if (part != null && !part) {
                return false;
            }
            all = part == null ? null : all;
        }
        return all;
    }
}
