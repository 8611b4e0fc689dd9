package nembar.core.condition;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Says of a condition that it can never hold, always holds, or follows from another, where that can
 * be seen cheaply: the condition is spread into alternatives, and each alternative is searched for
 * a field that would have to be two things at once. A "no" here means "not seen", never "proved
 * otherwise".
 */
public final class Satisfiability {
    private static final int ALTERNATIVES_AT_MOST = 512;

    private final Scope scope;

    public Satisfiability(Scope scope) {
        this.scope = scope;
    }

    /** Whether no record can meet it. */
    public boolean never(Expression condition) {
        return impossible(spread(condition, Outcome.TRUE));
    }

    /** Whether every record meets it, also one without any value. */
    public boolean always(Expression condition) {
        return impossible(spread(condition, Outcome.NOT_TRUE));
    }

    /** Whether every record that meets one meets the other too. */
    public boolean implies(Expression one, Expression other) {
        if (one.equals(other)) {
            return true;
        }
        return impossible(crossed(spread(one, Outcome.TRUE), spread(other, Outcome.NOT_TRUE)));
    }

    /** What a condition is to come to. */
    private enum Outcome {
        TRUE,
        FALSE,
        NOT_TRUE,
        NOT_FALSE;

        Outcome turned() {
            return switch (this) {
                case TRUE -> FALSE;
                case FALSE -> TRUE;
                case NOT_TRUE -> NOT_FALSE;
                case NOT_FALSE -> NOT_TRUE;
            };
        }
    }

    /** A plain predicate that comes to true, to false, or a field that has no value. */
    private record Demand(Expression predicate, boolean truth) {}

    /** Alternatives, each a set of demands; empty where there would be too many. */
    private Optional<List<Set<Demand>>> spread(Expression expression, Outcome outcome) {
        if (expression instanceof Expression.Literal literal) {
            boolean truth = literal.value().equals(true);
            boolean met = truth == (outcome == Outcome.TRUE || outcome == Outcome.NOT_FALSE);
            return Optional.of(met ? List.of(Set.of()) : List.of());
        }
        if (expression instanceof Expression.Call call && call.operator() == Operator.NOT) {
            return spread(call.argument(0), outcome.turned());
        }
        if (expression instanceof Expression.Call call
                && call.operator().kind() == Operator.Kind.LOGIC) {
            boolean and = call.operator() == Operator.AND;
            boolean all = and == (outcome == Outcome.TRUE || outcome == Outcome.NOT_FALSE);
            Optional<List<Set<Demand>>> result = Optional.of(all ? List.of(Set.of()) : List.of());
            for (Expression part : call.arguments()) {
                Optional<List<Set<Demand>>> more = spread(part, outcome);
                result = all ? crossed(result, more) : joined(result, more);
            }
            return result;
        }
        return Optional.of(plain(expression, outcome));
    }

    private static List<Set<Demand>> plain(Expression predicate, Outcome outcome) {
        boolean truth = outcome == Outcome.TRUE || outcome == Outcome.NOT_FALSE;
        List<Set<Demand>> alternatives = new ArrayList<>();
        alternatives.add(Set.of(new Demand(predicate, truth)));
        boolean isNull =
                predicate instanceof Expression.Call call && call.operator() == Operator.IS_NULL;
        if ((outcome == Outcome.NOT_TRUE || outcome == Outcome.NOT_FALSE) && !isNull) {
            if (!unknownOnlyByMissing(predicate)) {
                alternatives.add(Set.of());
            }
            for (String property : predicate.properties()) {
                alternatives.add(
                        Set.of(
                                new Demand(
                                        Expression.of(
                                                Operator.IS_NULL,
                                                new Expression.Property(property)),
                                        true)));
            }
        }
        return alternatives;
    }

    private static boolean unknownOnlyByMissing(Expression expression) {
        boolean divides =
                expression instanceof Expression.Call call
                        && (call.operator() == Operator.DIVIDED
                                || call.operator() == Operator.DIV
                                || call.operator() == Operator.MODULO);
        return !divides
                && expression.parts().stream().allMatch(Satisfiability::unknownOnlyByMissing);
    }

    private static Optional<List<Set<Demand>>> joined(
            Optional<List<Set<Demand>>> some, Optional<List<Set<Demand>>> more) {
        if (some.isEmpty() || more.isEmpty()) {
            return Optional.empty();
        }
        List<Set<Demand>> all = new ArrayList<>(some.get());
        all.addAll(more.get());
        return all.size() > ALTERNATIVES_AT_MOST ? Optional.empty() : Optional.of(all);
    }

    private static Optional<List<Set<Demand>>> crossed(
            Optional<List<Set<Demand>>> some, Optional<List<Set<Demand>>> more) {
        if (some.isEmpty()
                || more.isEmpty()
                || (long) some.get().size() * more.get().size() > ALTERNATIVES_AT_MOST) {
            return Optional.empty();
        }
        List<Set<Demand>> all = new ArrayList<>();
        for (Set<Demand> one : some.get()) {
            for (Set<Demand> other : more.get()) {
                Set<Demand> both = new LinkedHashSet<>(one);
                both.addAll(other);
                all.add(both);
            }
        }
        return Optional.of(all);
    }

    private boolean impossible(Optional<List<Set<Demand>>> alternatives) {
        return alternatives.filter(all -> all.stream().allMatch(this::contradictory)).isPresent();
    }

    private boolean contradictory(Set<Demand> demands) {
        Map<String, Range> ranges = new HashMap<>();
        for (Demand demand : demands) {
            if (demands.contains(new Demand(demand.predicate(), !demand.truth()))) {
                return true;
            }
            narrow(demand, ranges);
        }
        return ranges.values().stream().anyMatch(Range::empty);
    }

    private void narrow(Demand demand, Map<String, Range> ranges) {
        if (!(demand.predicate() instanceof Expression.Call call)) {
            return;
        }
        if (call.arguments().size() == 2
                && call.argument(0) instanceof Expression.Literal
                && call.argument(1) instanceof Expression.Property
                && call.operator().kind() == Operator.Kind.COMPARISON) {
            narrow(new Demand(mirrored(call), demand.truth()), ranges);
            return;
        }
        if (!(call.argument(0) instanceof Expression.Property property)) {
            return;
        }
        boolean constant =
                call.arguments().stream().skip(1).allMatch(part -> part.properties().isEmpty());
        Range range =
                ranges.computeIfAbsent(
                        property.name(),
                        name ->
                                new Range(
                                        scope.find(name)
                                                .map(Scope.Named::choices)
                                                .orElse(List.of())));
        if (call.operator() == Operator.IS_NULL) {
            range.filledIn(!demand.truth());
        } else if (constant) {
            range.filledIn(true);
            range.narrow(call, demand.truth());
        }
    }

    private static Expression mirrored(Expression.Call call) {
        Operator operator =
                switch (call.operator()) {
                    case LESS -> Operator.GREATER;
                    case GREATER -> Operator.LESS;
                    case AT_MOST -> Operator.AT_LEAST;
                    case AT_LEAST -> Operator.AT_MOST;
                    default -> call.operator();
                };
        return Expression.of(operator, call.argument(1), call.argument(0));
    }

    /** What is left for one field's value. */
    private static final class Range {
        private boolean mayBeMissing = true;
        private boolean mayBeThere = true;
        private Set<Object> among;
        private final Set<Object> barred = new HashSet<>();
        private Object low;
        private boolean lowIn;
        private Object high;
        private boolean highIn;

        Range(List<String> choices) {
            among = choices.isEmpty() ? null : new HashSet<>(choices);
        }

        void filledIn(boolean there) {
            mayBeMissing &= !there;
            mayBeThere &= there;
        }

        void narrow(Expression.Call call, boolean truth) {
            switch (call.operator()) {
                case EQUAL, NOT_EQUAL, LESS, GREATER, AT_MOST, AT_LEAST ->
                        literal(call.argument(1))
                                .ifPresent(
                                        value ->
                                                compared(
                                                        truth
                                                                ? call.operator()
                                                                : ConditionWords.opposite(
                                                                        call.operator()),
                                                        value));
                case IN -> listed((Expression.Array) call.argument(1), truth);
                case BETWEEN -> {
                    if (truth) {
                        literal(call.argument(1)).ifPresent(v -> compared(Operator.AT_LEAST, v));
                        literal(call.argument(2)).ifPresent(v -> compared(Operator.AT_MOST, v));
                    }
                }
                case T_AFTER -> instant(call, truth, Operator.GREATER);
                case T_BEFORE -> instant(call, truth, Operator.LESS);
                case T_EQUALS -> instant(call, truth, Operator.EQUAL);
                case T_DURING -> {
                    if (truth && call.argument(1) instanceof Expression.Interval interval) {
                        interval.from()
                                .flatMap(Range::literal)
                                .ifPresent(v -> compared(Operator.GREATER, v));
                        interval.to()
                                .flatMap(Range::literal)
                                .ifPresent(v -> compared(Operator.LESS, v));
                    }
                }
                default -> {}
            }
        }

        private void instant(Expression.Call call, boolean truth, Operator operator) {
            literal(call.argument(1))
                    .ifPresent(
                            value ->
                                    compared(
                                            truth ? operator : ConditionWords.opposite(operator),
                                            value));
        }

        private static Optional<Object> literal(Expression expression) {
            return expression instanceof Expression.Literal literal
                    ? Optional.of(plain(literal.value()))
                    : Optional.empty();
        }

        private static Object plain(Object value) {
            return value instanceof java.math.BigDecimal number
                    ? number.stripTrailingZeros()
                    : value;
        }

        private void listed(Expression.Array list, boolean truth) {
            Set<Object> values = new HashSet<>();
            for (Expression element : list.elements()) {
                Optional<Object> value = literal(element);
                if (value.isEmpty()) {
                    return;
                }
                values.add(value.get());
            }
            if (truth) {
                keep(values);
            } else {
                barred.addAll(values);
            }
        }

        private void keep(Set<Object> values) {
            if (among == null) {
                among = values;
            } else {
                among.retainAll(values);
            }
        }

        private void compared(Operator operator, Object value) {
            switch (operator) {
                case EQUAL -> keep(new HashSet<>(Set.of(value)));
                case NOT_EQUAL -> barred.add(value);
                case LESS, AT_MOST -> {
                    boolean in = operator == Operator.AT_MOST;
                    int order = high == null ? -1 : Evaluator.compare(value, high);
                    if (order < 0 || order == 0 && !in) {
                        high = value;
                        highIn = in;
                    }
                }
                default -> {
                    boolean in = operator == Operator.AT_LEAST;
                    int order = low == null ? 1 : Evaluator.compare(value, low);
                    if (order > 0 || order == 0 && !in) {
                        low = value;
                        lowIn = in;
                    }
                }
            }
        }

        boolean empty() {
            return !mayBeMissing && (!mayBeThere || nothingLeft());
        }

        private boolean nothingLeft() {
            if (among != null) {
                return among.stream().allMatch(value -> barred.contains(value) || !within(value));
            }
            if (barred.contains(true) && barred.contains(false)) {
                return true;
            }
            if (low == null || high == null) {
                return false;
            }
            int order = Evaluator.compare(low, high);
            return order > 0 || order == 0 && (!lowIn || !highIn || barred.contains(low));
        }

        private boolean within(Object value) {
            int fromLow = low == null ? 1 : Evaluator.compare(value, low);
            int toHigh = high == null ? -1 : Evaluator.compare(value, high);
            return (fromLow > 0 || fromLow == 0 && lowIn) && (toHigh < 0 || toHigh == 0 && highIn);
        }
    }
}
