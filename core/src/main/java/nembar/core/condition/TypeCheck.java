package nembar.core.condition;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.text.Nearest;
import nembar.core.text.Wording;

/** Checks what an expression says against the names and types of its scope. */
final class TypeCheck {
    private static final int LARGEST_POWER = 9;
    private static final int FACTORS_AT_MOST = 100;
    private static final int FARTHEST_DAY = 36_600;
    private static final Set<ValueType> ORDERED =
            Set.of(ValueType.TEXT, ValueType.NUMBER, ValueType.DATE, ValueType.TIMESTAMP);

    private final Scope scope;
    private final Map<Expression, String> places;

    TypeCheck(Scope scope, Map<Expression, String> places) {
        this.scope = scope;
        this.places = places;
    }

    /** The expression must be a condition. */
    void condition(Expression expression) {
        if (expression instanceof Expression.Literal literal
                && literal.value() instanceof Boolean) {
            return;
        }
        ValueType type = typeOf(expression);
        if (type == ValueType.YES_NO) {
            throw refused(
                    expression,
                    "expected a condition, found a value; write `"
                            + TextWriter.text(expression)
                            + " = TRUE`");
        }
        if (type != ValueType.TRUTH) {
            throw refused(expression, "expected a condition, found " + type.words());
        }
    }

    /** {@code has} must be where more of it can only open, never restrict. */
    void functionsStand(Expression expression, Polarity standing) {
        functionsStand(expression, standing == Polarity.OPENS, standing);
    }

    private void functionsStand(Expression expression, boolean opening, Polarity standing) {
        if (expression instanceof Expression.Call call && call.operator() == Operator.IS_NULL) {
            if (Condition.of(expression).calls(Added.HAS)) {
                throw refused(
                        expression,
                        "has may not stand before IS NULL: a level more could then both give and"
                                + " take");
            }
            return;
        }
        if (expression instanceof Expression.Applied applied
                && applied.function() == Added.HAS
                && !opening) {
            throw refused(
                    expression,
                    standing == Polarity.OPENS
                            ? "has may not stand under a NOT here: a level more would then take"
                                    + " access away, and grants only add"
                            : "has may stand only under a NOT in a field filter: a level more"
                                    + " would else restrict, and grants only add");
        }
        boolean turned =
                expression instanceof Expression.Call call && call.operator() == Operator.NOT;
        for (Expression part : expression.parts()) {
            functionsStand(part, opening != turned, standing);
        }
    }

    private ValueType typeOf(Expression expression) {
        if (expression instanceof Expression.Literal literal) {
            return typeOf(literal.value());
        }
        if (expression instanceof Expression.Property property) {
            return scope.find(property.name())
                    .map(Scope.Named::type)
                    .orElseThrow(() -> unknown(property));
        }
        if (expression instanceof Expression.Interval interval) {
            bound(interval);
            return ValueType.INTERVAL;
        }
        if (expression instanceof Expression.Array array) {
            elements(array);
            return ValueType.LIST;
        }
        if (expression instanceof Expression.Applied applied) {
            return applied(applied);
        }
        if (expression instanceof Expression.Call call) {
            return call(call);
        }
        throw new IllegalStateException("a bound condition is not checked");
    }

    private static ValueType typeOf(Object value) {
        if (value instanceof String) {
            return ValueType.TEXT;
        }
        if (value instanceof BigDecimal) {
            return ValueType.NUMBER;
        }
        if (value instanceof Boolean) {
            return ValueType.YES_NO;
        }
        return value instanceof java.time.LocalDate ? ValueType.DATE : ValueType.TIMESTAMP;
    }

    private ValueType call(Expression.Call call) {
        switch (call.operator().kind()) {
            case LOGIC -> call.arguments().forEach(this::condition);
            case COMPARISON -> comparison(call);
            case PREDICATE -> predicate(call);
            case TEMPORAL -> temporal(call);
            case ARRAY -> call.arguments().forEach(part -> expect(part, ValueType.LIST));
            case FOLDING -> {
                expect(call.argument(0), ValueType.TEXT);
                return ValueType.TEXT;
            }
            case ARITHMETIC -> {
                call.arguments().forEach(part -> expect(part, ValueType.NUMBER));
                if (call.operator() == Operator.POWER) {
                    whole(call.argument(1), 0, LARGEST_POWER, "an exponent");
                    if (Powers.factors(call) > FACTORS_AT_MOST) {
                        throw refused(
                                call,
                                "a power may multiply out to at most "
                                        + FACTORS_AT_MOST
                                        + " values; powers of powers come to more");
                    }
                }
                return ValueType.NUMBER;
            }
        }
        return ValueType.TRUTH;
    }

    private void comparison(Expression.Call call) {
        Expression left = call.argument(0);
        Expression right = call.argument(1);
        ValueType type = scalar(left);
        same(right, type, left);
        boolean equality =
                call.operator() == Operator.EQUAL || call.operator() == Operator.NOT_EQUAL;
        if (!equality && !ORDERED.contains(type)) {
            throw refused(call, type.words() + " can only be equal or not, not more or less");
        }
        chosen(left, right);
        chosen(right, left);
    }

    private void predicate(Expression.Call call) {
        Expression first = call.argument(0);
        switch (call.operator()) {
            case IS_NULL -> {
                ValueType type = typeOf(first);
                if (type == ValueType.INTERVAL || first instanceof Expression.Array) {
                    throw refused(first, "expected a value before IS NULL, found " + type.words());
                }
            }
            case LIKE -> {
                expect(first, ValueType.TEXT);
                pattern(call.argument(1));
            }
            case BETWEEN ->
                    call.arguments()
                            .forEach(
                                    part -> {
                                        ValueType type = typeOf(part);
                                        if (type != ValueType.NUMBER) {
                                            throw refused(
                                                    part,
                                                    "BETWEEN is for numbers, found "
                                                            + type.words()
                                                            + "; use >= and <=, or T_DURING");
                                        }
                                    });
            default -> {
                ValueType type = scalar(first);
                if (!(call.argument(1) instanceof Expression.Array list)
                        || list.elements().isEmpty()) {
                    throw refused(call.argument(1), "expected a list of at least one value");
                }
                for (Expression element : list.elements()) {
                    same(element, type, first);
                    chosen(first, element);
                }
            }
        }
    }

    private void temporal(Expression.Call call) {
        Optional<ValueType> left = kind(call.argument(0));
        Optional<ValueType> right = kind(call.argument(1));
        if (left.isPresent() && right.isPresent() && !left.equals(right)) {
            throw refused(
                    call,
                    "one side is "
                            + left.get().words()
                            + ", the other "
                            + right.get().words()
                            + "; compare days with today(), instants with now()");
        }
    }

    /** Whether it is about days or instants; empty for an interval open at both ends. */
    private Optional<ValueType> kind(Expression expression) {
        if (expression instanceof Expression.Interval interval) {
            return bound(interval);
        }
        ValueType type = typeOf(expression);
        if (type != ValueType.DATE && type != ValueType.TIMESTAMP) {
            throw refused(
                    expression,
                    "expected a date, a timestamp or an interval, found " + type.words());
        }
        return Optional.of(type);
    }

    private Optional<ValueType> bound(Expression.Interval interval) {
        Optional<ValueType> from = interval.from().flatMap(this::kind);
        Optional<ValueType> to = interval.to().flatMap(this::kind);
        for (Optional<Expression> end : List.of(interval.from(), interval.to())) {
            end.filter(Expression.Interval.class::isInstance)
                    .ifPresent(
                            inner -> {
                                throw refused(inner, "an interval's end is a date or a timestamp");
                            });
        }
        if (from.isPresent() && to.isPresent()) {
            if (!from.equals(to)) {
                throw refused(interval, "one end is a date, the other a timestamp");
            }
            if (interval.from().get() instanceof Expression.Literal one
                    && interval.to().get() instanceof Expression.Literal other
                    && Evaluator.compare(one.value(), other.value()) > 0) {
                throw refused(interval, "it ends before it begins");
            }
        }
        return from.isPresent() ? from : to;
    }

    private ValueType applied(Expression.Applied applied) {
        if (!scope.functions().contains(applied.function())) {
            throw refused(applied, applied.function().word() + "() cannot be used here");
        }
        List<Expression> arguments = applied.arguments();
        switch (applied.function()) {
            case TODAY, NOW -> {
                arguments.forEach(
                        days -> whole(days, -FARTHEST_DAY, FARTHEST_DAY, "a number of days"));
                return applied.function() == Added.TODAY ? ValueType.DATE : ValueType.TIMESTAMP;
            }
            case BELOW -> {
                expect(arguments.get(0), ValueType.TEXT);
                expect(arguments.get(1), ValueType.TEXT);
                boolean known =
                        arguments.get(1) instanceof Expression.Literal
                                || arguments.get(1) instanceof Expression.Property property
                                        && property.ofPerson();
                if (!known) {
                    throw refused(
                            arguments.get(1),
                            "the unit to be below is written out, or one of the person's, as in"
                                    + " user.unit");
                }
                if (arguments.get(1) instanceof Expression.Literal literal) {
                    known(literal, "unit", scope.units());
                }
                return ValueType.TRUTH;
            }
            default -> {
                for (Expression argument : arguments) {
                    if (!(argument instanceof Expression.Literal literal)
                            || !(literal.value() instanceof String)) {
                        throw refused(argument, "expected a text in single quotes");
                    }
                }
                known(arguments.get(0), "function", scope.levels().keySet());
                String function = said(arguments.get(0));
                known(
                        arguments.get(1),
                        "level of `" + function + "`",
                        scope.levels().get(function));
                return ValueType.TRUTH;
            }
        }
    }

    /** What is written out must be there, or the condition would never hold and not say why. */
    private void known(Expression literal, String what, Collection<String> all) {
        if (!all.contains(said(literal))) {
            throw refused(
                    literal,
                    "no " + what + " `" + said(literal) + "`" + Nearest.hint(said(literal), all));
        }
    }

    private static String said(Expression literal) {
        return ((Expression.Literal) literal).value().toString();
    }

    private void whole(Expression expression, int least, int most, String what) {
        boolean right =
                expression instanceof Expression.Literal literal
                        && literal.value() instanceof BigDecimal number
                        && number.stripTrailingZeros().scale() <= 0
                        && number.compareTo(BigDecimal.valueOf(least)) >= 0
                        && number.compareTo(BigDecimal.valueOf(most)) <= 0;
        if (!right) {
            throw refused(
                    expression,
                    what + " is a whole number from " + least + " to " + most + ", written out");
        }
    }

    /** A pattern is written out, so that what it ends with can be seen beforehand. */
    private void pattern(Expression pattern) {
        if (pattern instanceof Expression.Call call
                && call.operator().kind() == Operator.Kind.FOLDING) {
            pattern(call.argument(0));
            return;
        }
        if (!(pattern instanceof Expression.Literal literal)
                || !(literal.value() instanceof String said)) {
            throw refused(pattern, "expected a pattern in single quotes");
        }
        int slashes = said.length() - said.replaceAll("\\\\+$", "").length();
        if (slashes % 2 == 1) {
            throw refused(pattern, "the pattern ends in a \\ that stands before nothing");
        }
    }

    private void elements(Expression.Array array) {
        for (Expression element : array.elements()) {
            if (!(element instanceof Expression.Literal literal)
                    || !(literal.value() instanceof String)) {
                throw refused(element, "the elements of a list are texts, written out");
            }
        }
    }

    private ValueType scalar(Expression expression) {
        ValueType type = typeOf(expression);
        if (type == ValueType.LIST) {
            throw refused(expression, "a list is compared with A_CONTAINS, A_OVERLAPS ...");
        }
        if (type == ValueType.INTERVAL) {
            throw refused(expression, "an interval is compared with T_DURING, T_INTERSECTS ...");
        }
        if (type == ValueType.TRUTH) {
            throw refused(expression, "expected a value, found a condition");
        }
        return type;
    }

    private void same(Expression expression, ValueType expected, Expression as) {
        ValueType type = scalar(expression);
        if (type != expected) {
            throw refused(
                    expression,
                    "`"
                            + TextWriter.text(as)
                            + "` is "
                            + expected.words()
                            + ", and this is "
                            + type.words());
        }
    }

    private void expect(Expression expression, ValueType expected) {
        ValueType type = typeOf(expression);
        if (type != expected) {
            throw refused(expression, "expected " + expected.words() + ", found " + type.words());
        }
    }

    /** A choice is compared only with what can be chosen. */
    private void chosen(Expression name, Expression value) {
        if (name instanceof Expression.Property property
                && value instanceof Expression.Literal literal) {
            List<String> choices =
                    scope.find(property.name()).map(Scope.Named::choices).orElse(List.of());
            String said = literal.value().toString();
            if (!choices.isEmpty() && !choices.contains(said)) {
                String hint = Nearest.hint(said, choices);
                throw refused(
                        value,
                        "`"
                                + property.name()
                                + "` is never `"
                                + said
                                + "`"
                                + (hint.isEmpty() ? "; it is " + Wording.or(choices) : hint));
            }
        }
    }

    private ConditionRefused unknown(Expression.Property property) {
        String what = property.ofPerson() ? "no name `" : "no field `";
        String of = property.ofPerson() ? "` of the person" : "` on " + scope.subject();
        return refused(
                property,
                what
                        + property.name()
                        + of
                        + Nearest.hint(property.name(), scope.names().keySet()));
    }

    private ConditionRefused refused(Expression expression, String reason) {
        return new ConditionRefused(places.getOrDefault(expression, "condition"), reason);
    }
}
