package nembar.core.condition;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Puts a person's values, the instant and the tree of units into a condition, and works out what no
 * record has a part in. What is left names fields only, so one bound condition serves a million
 * records.
 */
public final class Binding {
    private final Person person;
    private final Map<String, ValueType> unknown;

    /** What a condition takes from the person, the moment and the directory. */
    public interface Person {
        /** The value of {@code user.} name; null where the person has none. */
        Object value(String name);

        /** The type of {@code user.} name. */
        ValueType type(String name);

        boolean has(String function, String level);

        /** Keys of the unit and all below it. */
        Set<String> unitAndBelow(String unit);

        Instant now();

        /** The day it is in the application's zone. */
        LocalDate today();

        /** Whether the instant and the day stay open: then neither is asked for. */
        boolean timeless();
    }

    private Binding(Person person, Map<String, ValueType> unknown) {
        this.person = person;
        this.unknown = unknown;
    }

    /** The expression with everything but the record's own values put in. */
    public static Expression bind(Expression expression, Person person) {
        return bind(expression, person, Map.of());
    }

    /**
     * The expression with everything but the record's own values put in.
     *
     * @param unknown types of the fields of which nobody knows what a record has: whatever is said
     *     of them is unknown, even that there is no value
     */
    public static Expression bind(
            Expression expression, Person person, Map<String, ValueType> unknown) {
        return new Binding(person, unknown).bound(expression);
    }

    private Expression bound(Expression expression) {
        if (expression instanceof Expression.Property property && property.ofPerson()) {
            Object value = person.value(property.name());
            if (value instanceof List<?> list) {
                return new Expression.Array(
                        list.stream().<Expression>map(Expression.Literal::new).toList());
            }
            return value == null
                    ? new Expression.Absent(person.type(property.name()))
                    : new Expression.Literal(
                            value instanceof Number ? new BigDecimal(value.toString()) : value);
        }
        if (expression instanceof Expression.Property property
                && unknown.containsKey(property.name())) {
            return new Expression.Absent(unknown.get(property.name()));
        }
        if (expression instanceof Expression.Applied applied) {
            return applied(applied);
        }
        if (expression instanceof Expression.Interval interval) {
            return new Expression.Interval(
                    interval.from().map(this::bound), interval.to().map(this::bound));
        }
        if (expression instanceof Expression.Array array) {
            return new Expression.Array(array.elements().stream().map(this::bound).toList());
        }
        if (expression instanceof Expression.Call call) {
            if (call.operator() == Operator.IS_NULL && speaksOfUnknown(call)) {
                return new Expression.Absent(ValueType.TRUTH);
            }
            return simplest(
                    new Expression.Call(
                            call.operator(), call.arguments().stream().map(this::bound).toList()));
        }
        return expression;
    }

    private boolean speaksOfUnknown(Expression expression) {
        return !unknown.isEmpty()
                && expression.properties().stream().anyMatch(unknown::containsKey);
    }

    private Expression applied(Expression.Applied applied) {
        List<Expression> arguments = applied.arguments().stream().map(this::bound).toList();
        boolean ofTime = applied.function() == Added.TODAY || applied.function() == Added.NOW;
        if (ofTime && person.timeless()) {
            return new Expression.Applied(applied.function(), arguments);
        }
        return switch (applied.function()) {
            case TODAY -> new Expression.Literal(person.today().plusDays(days(arguments)));
            case NOW ->
                    new Expression.Literal(
                            Added.wholeMinute(person.now()).plus(Duration.ofDays(days(arguments))));
            case HAS ->
                    new Expression.Literal(
                            person.has(text(arguments.get(0)), text(arguments.get(1))));
            case BELOW -> below(arguments.get(0), arguments.get(1));
        };
    }

    private Expression below(Expression unit, Expression top) {
        if (!(top instanceof Expression.Literal literal)) {
            return new Expression.Absent(ValueType.TRUTH);
        }
        List<Expression> units = new ArrayList<>();
        person.unitAndBelow(literal.value().toString())
                .forEach(key -> units.add(new Expression.Literal(key)));
        return simplest(Expression.of(Operator.IN, unit, new Expression.Array(units)));
    }

    private static long days(List<Expression> arguments) {
        return arguments.isEmpty()
                ? 0
                : ((BigDecimal) ((Expression.Literal) arguments.get(0)).value()).longValueExact();
    }

    private static String text(Expression literal) {
        return (String) ((Expression.Literal) literal).value();
    }

    /** Constant parts worked out; AND and OR without the parts that change nothing. */
    private static Expression simplest(Expression.Call call) {
        if (call.arguments().stream().allMatch(Binding::constant)) {
            Object value = Evaluator.value(call, Row.EMPTY);
            return value == null
                    ? new Expression.Absent(typeOf(call.operator()))
                    : new Expression.Literal(value);
        }
        if (call.operator() != Operator.AND && call.operator() != Operator.OR) {
            return call;
        }
        Expression deciding = call.operator() == Operator.OR ? Expression.TRUE : Expression.FALSE;
        Expression idle = call.operator() == Operator.OR ? Expression.FALSE : Expression.TRUE;
        if (call.arguments().contains(deciding)) {
            return deciding;
        }
        List<Expression> left =
                call.arguments().stream().filter(part -> !part.equals(idle)).toList();
        return left.size() == 1 ? left.get(0) : new Expression.Call(call.operator(), left);
    }

    private static ValueType typeOf(Operator operator) {
        return switch (operator.kind()) {
            case ARITHMETIC -> ValueType.NUMBER;
            case FOLDING -> ValueType.TEXT;
            default -> ValueType.TRUTH;
        };
    }

    private static boolean constant(Expression expression) {
        if (expression instanceof Expression.Interval interval) {
            return interval.from().filter(end -> !constant(end)).isEmpty()
                    && interval.to().filter(end -> !constant(end)).isEmpty();
        }
        if (expression instanceof Expression.Array array) {
            return array.elements().stream().allMatch(Binding::constant);
        }
        return expression instanceof Expression.Literal || expression instanceof Expression.Absent;
    }
}
