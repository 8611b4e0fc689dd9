package nembar.core.testing;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import nembar.core.condition.Added;
import nembar.core.condition.Expression;
import nembar.core.condition.Operator;
import nembar.core.condition.Polarity;
import nembar.core.condition.Scope;
import nembar.core.condition.ValueType;

/** Random conditions that pass the check of a scope; the same random source makes the same. */
public final class RandomCondition {
    /** Texts that letters' case, accents, patterns and quotes make awkward. */
    public static final List<String> TEXTS =
            List.of(
                    "", "a", "A", "b", "ab", "á", "Ábel", "o'er", "50%", "a_b", "ß", "SS", "ΑΣ",
                    "ας", "ﬁn", "FIN", "한국", "İ", "𝔸z", "\\");

    private static final List<Operator> ORDER =
            List.of(
                    Operator.EQUAL,
                    Operator.NOT_EQUAL,
                    Operator.LESS,
                    Operator.GREATER,
                    Operator.AT_MOST,
                    Operator.AT_LEAST);

    private final Random random;
    private final Scope scope;
    private final List<String> units;

    public RandomCondition(Random random, Scope scope, List<String> units) {
        this.random = random;
        this.scope = scope;
        this.units = units;
    }

    public Expression next(Polarity standing) {
        return condition(2, standing == Polarity.OPENS);
    }

    private Expression condition(int deep, boolean opening) {
        if (deep > 0 && random.nextInt(3) > 0) {
            return switch (random.nextInt(3)) {
                case 0 -> Expression.not(condition(deep - 1, !opening));
                case 1 -> logic(Operator.AND, deep, opening);
                default -> logic(Operator.OR, deep, opening);
            };
        }
        return plain(opening);
    }

    private Expression logic(Operator operator, int deep, boolean opening) {
        List<Expression> parts = new ArrayList<>();
        for (int i = 0; i < 2 + random.nextInt(2); i++) {
            parts.add(condition(deep - 1, opening));
        }
        return new Expression.Call(operator, parts);
    }

    private Expression plain(boolean opening) {
        return switch (random.nextInt(13)) {
            case 0 -> Expression.of(Operator.IS_NULL, property(any(ValueType.values())));
            case 11 -> Expression.of(Operator.IS_NULL, plain(false));
            case 1 -> comparison(ValueType.NUMBER);
            case 2 -> comparison(ValueType.DATE);
            case 3 -> comparison(ValueType.TIMESTAMP);
            case 4 -> truth();
            case 5 -> like();
            case 6 -> Expression.of(Operator.BETWEEN, value(ValueType.NUMBER), number(), number());
            case 7 -> in();
            case 8 -> temporal();
            case 9 -> array();
            case 10 -> applied(opening);
            default -> comparison(ValueType.TEXT);
        };
    }

    private Expression comparison(ValueType type) {
        return Expression.of(any(ORDER), value(type), value(type));
    }

    private Expression truth() {
        Operator operator = random.nextBoolean() ? Operator.EQUAL : Operator.NOT_EQUAL;
        return Expression.of(
                operator, property(ValueType.YES_NO), new Expression.Literal(random.nextBoolean()));
    }

    private Expression like() {
        String pattern =
                any(
                        List.of(
                                "%",
                                "a%", "%b", "%a%", "_", "a\\_b", "50\\%", "Á%", "%\\\\", "a_b",
                                "%ß", "fi%", "__", "%Σ"));
        Expression wanted = new Expression.Literal(pattern);
        Expression text = value(ValueType.TEXT);
        if (random.nextBoolean()) {
            Operator fold = random.nextBoolean() ? Operator.CASEI : Operator.ACCENTI;
            return Expression.of(
                    Operator.LIKE, Expression.of(fold, text), Expression.of(fold, wanted));
        }
        return Expression.of(Operator.LIKE, text, wanted);
    }

    private Expression in() {
        ValueType type = any(List.of(ValueType.TEXT, ValueType.NUMBER, ValueType.DATE));
        List<Expression> elements = new ArrayList<>();
        for (int i = 0; i <= random.nextInt(3); i++) {
            elements.add(value(type));
        }
        return Expression.of(Operator.IN, value(type), new Expression.Array(elements));
    }

    private Expression temporal() {
        List<Operator> relations =
                List.of(Operator.values()).stream()
                        .filter(one -> one.kind() == Operator.Kind.TEMPORAL)
                        .toList();
        ValueType type = random.nextBoolean() ? ValueType.DATE : ValueType.TIMESTAMP;
        return Expression.of(any(relations), time(type), time(type));
    }

    private Expression time(ValueType type) {
        if (random.nextBoolean()) {
            return value(type);
        }
        Optional<Expression> from =
                random.nextInt(3) == 0 ? Optional.empty() : Optional.of(property(type));
        Optional<Expression> to =
                random.nextInt(3) == 0 ? Optional.empty() : Optional.of(value(type));
        return new Expression.Interval(from, to.filter(end -> forward(from, end)));
    }

    /** Whether an interval of these ends, where both are written out, does not run backwards. */
    @SuppressWarnings("unchecked")
    private static boolean forward(Optional<Expression> from, Expression to) {
        return !(from.orElse(null) instanceof Expression.Literal start)
                || !(to instanceof Expression.Literal end)
                || ((Comparable<Object>) start.value()).compareTo(end.value()) <= 0;
    }

    private Expression array() {
        Operator operator =
                any(
                        List.of(
                                Operator.A_EQUALS,
                                Operator.A_CONTAINS,
                                Operator.A_CONTAINEDBY,
                                Operator.A_OVERLAPS));
        return Expression.of(operator, list(), list());
    }

    private Expression list() {
        if (random.nextBoolean() && has(ValueType.LIST)) {
            return property(ValueType.LIST);
        }
        List<Expression> elements = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            elements.add(new Expression.Literal(any(List.of("x", "y", "cranes"))));
        }
        return new Expression.Array(elements);
    }

    private Expression applied(boolean opening) {
        if (opening && random.nextBoolean() && scope.functions().contains(Added.HAS)) {
            return new Expression.Applied(
                    Added.HAS,
                    List.of(new Expression.Literal("tide"), new Expression.Literal("look")));
        }
        if (!scope.functions().contains(Added.BELOW)) {
            return comparison(ValueType.NUMBER);
        }
        Expression top =
                random.nextBoolean() && scope.names().containsKey("user.unit")
                        ? new Expression.Property("user.unit")
                        : new Expression.Literal(any(units));
        return new Expression.Applied(Added.BELOW, List.of(value(ValueType.TEXT), top));
    }

    private Expression value(ValueType type) {
        if (random.nextInt(5) < 3) {
            return property(type);
        }
        return switch (type) {
            case NUMBER -> random.nextInt(3) == 0 ? sum() : number();
            case DATE ->
                    random.nextInt(3) == 0
                            ? new Expression.Applied(Added.TODAY, days())
                            : new Expression.Literal(
                                    LocalDate.of(2026, 3, 1).plusDays(random.nextInt(5)));
            case TIMESTAMP ->
                    random.nextInt(3) == 0
                            ? new Expression.Applied(Added.NOW, days())
                            : new Expression.Literal(
                                    Instant.parse("2026-03-01T12:00:00Z")
                                            .plusSeconds(random.nextInt(5) * 43_200L));
            case TEXT ->
                    random.nextInt(4) == 0
                            ? Expression.of(
                                    random.nextBoolean() ? Operator.CASEI : Operator.ACCENTI,
                                    property(ValueType.TEXT))
                            : new Expression.Literal(any(TEXTS));
            default -> property(type);
        };
    }

    private List<Expression> days() {
        return random.nextBoolean()
                ? List.of()
                : List.of(new Expression.Literal(BigDecimal.valueOf(random.nextInt(5) - 2)));
    }

    private Expression sum() {
        Operator operator =
                any(
                        List.of(
                                Operator.PLUS,
                                Operator.MINUS,
                                Operator.TIMES,
                                Operator.DIVIDED,
                                Operator.MODULO,
                                Operator.DIV,
                                Operator.POWER));
        return Expression.of(
                operator,
                property(ValueType.NUMBER),
                operator == Operator.POWER
                        ? new Expression.Literal(BigDecimal.valueOf(random.nextInt(4)))
                        : value(ValueType.NUMBER));
    }

    private Expression number() {
        return new Expression.Literal(
                new BigDecimal(any(List.of("0", "1", "2", "-3", "2.50", "0.1", "1E+2", "7"))));
    }

    private boolean has(ValueType type) {
        return scope.names().values().stream().anyMatch(named -> named.type() == type);
    }

    /** A name of the type; where there is none, a value written out, or the name of a text. */
    private Expression property(ValueType type) {
        List<String> names =
                scope.names().entrySet().stream()
                        .filter(named -> named.getValue().type() == type)
                        .filter(named -> named.getValue().choices().isEmpty())
                        .map(Map.Entry::getKey)
                        .sorted()
                        .toList();
        if (!names.isEmpty()) {
            return new Expression.Property(any(names));
        }
        return switch (type) {
            case DATE -> new Expression.Literal(LocalDate.of(2026, 3, 3));
            case TIMESTAMP -> new Expression.Literal(Instant.parse("2026-03-03T12:00:00Z"));
            case YES_NO -> Expression.TRUE;
            default -> property(ValueType.TEXT);
        };
    }

    private <T> T any(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private <T> T any(T[] of) {
        return of[random.nextInt(of.length)];
    }
}
