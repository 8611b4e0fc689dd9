package nembar.core.condition;

import java.util.Optional;

/**
 * The relations of intervals. A date or an instant is an interval that begins and ends there; an
 * open end is before, or after, everything.
 */
public final class Periods {
    /** One end compared with one end; a relation is such comparisons, all of which must hold. */
    public record Ends(boolean startOfFirst, Operator operator, boolean startOfSecond) {}

    private Periods() {}

    /** What must hold of starts and ends for the relation; for disjoint, any of it. */
    public static Ends[] of(Operator relation) {
        return switch (relation) {
            case T_AFTER -> ends("s>e");
            case T_BEFORE -> ends("e<s");
            case T_CONTAINS -> ends("s<s", "e>e");
            case T_DISJOINT -> ends("s>e", "e<s");
            case T_DURING -> ends("s>s", "e<e");
            case T_EQUALS -> ends("s=s", "e=e");
            case T_FINISHEDBY -> ends("s<s", "e=e");
            case T_FINISHES -> ends("s>s", "e=e");
            case T_INTERSECTS -> ends("s≤e", "e≥s");
            case T_MEETS -> ends("e=s");
            case T_METBY -> ends("s=e");
            case T_OVERLAPPEDBY -> ends("s>s", "s<e", "e>e");
            case T_OVERLAPS -> ends("s<s", "e>s", "e<e");
            case T_STARTEDBY -> ends("s=s", "e>e");
            case T_STARTS -> ends("s=s", "e<e");
            default -> throw new IllegalArgumentException(relation.name());
        };
    }

    private static Ends[] ends(String... said) {
        Ends[] ends = new Ends[said.length];
        for (int i = 0; i < said.length; i++) {
            Operator operator =
                    switch (said[i].charAt(1)) {
                        case '<' -> Operator.LESS;
                        case '>' -> Operator.GREATER;
                        case '=' -> Operator.EQUAL;
                        case '≤' -> Operator.AT_MOST;
                        default -> Operator.AT_LEAST;
                    };
            ends[i] = new Ends(said[i].charAt(0) == 's', operator, said[i].charAt(2) == 's');
        }
        return ends;
    }

    static Boolean relation(Expression.Call call, Row row) {
        boolean any = call.operator() == Operator.T_DISJOINT;
        Boolean result = !any;
        for (Ends ends : of(call.operator())) {
            Boolean truth =
                    compared(
                            end(call.argument(0), ends.startOfFirst(), row),
                            ends.operator(),
                            end(call.argument(1), ends.startOfSecond(), row));
            if (truth == null) {
                result = null;
            } else if (truth == any) {
                return any;
            }
        }
        return result;
    }

    /** One end: a value, or open towards the past or the future; a value may be unknown. */
    private record End(Object value, int open) {}

    private static End end(Expression expression, boolean start, Row row) {
        if (expression instanceof Expression.Interval interval) {
            Optional<Expression> said = start ? interval.from() : interval.to();
            return said.isEmpty()
                    ? new End(null, start ? -1 : 1)
                    : new End(Evaluator.value(said.get(), row), 0);
        }
        return new End(Evaluator.value(expression, row), 0);
    }

    private static Boolean compared(End one, Operator operator, End other) {
        if (one.open() == 0 && one.value() == null || other.open() == 0 && other.value() == null) {
            return null;
        }
        if (one.open() == 0 && other.open() == 0) {
            return Evaluator.compared(operator, one.value(), other.value());
        }
        return Evaluator.compared(
                operator,
                java.math.BigDecimal.valueOf(one.open()),
                java.math.BigDecimal.valueOf(other.open()));
    }
}
