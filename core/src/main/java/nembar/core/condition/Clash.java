package nembar.core.condition;

import java.util.List;
import java.util.Optional;
import nembar.core.condition.Expression.Call;

/** Why a condition never holds, or always does: the part, or the two parts, that show it. */
public final class Clash {
    private final Scope scope;
    private final Satisfiability seen;

    public Clash(Scope scope) {
        this.scope = scope;
        this.seen = new Satisfiability(scope);
    }

    /** Why it never holds, in a sentence; empty where no two of its parts show it. */
    public Optional<String> never(Expression condition) {
        List<Expression> parts = parts(condition, Operator.AND);
        for (Expression one : parts) {
            if (seen.never(one)) {
                return Optional.of(said(one) + " never holds.");
            }
        }
        return pair(
                parts,
                (one, other) ->
                        seen.never(Expression.of(Operator.AND, one, other))
                                ? Optional.of(
                                        said(one) + " and " + said(other) + " never hold together.")
                                : Optional.empty());
    }

    /** Why it always holds, in a sentence; empty where no two of its parts show it. */
    public Optional<String> always(Expression condition) {
        List<Expression> parts = parts(condition, Operator.OR);
        for (Expression one : parts) {
            if (seen.always(one)) {
                return Optional.of(said(one) + " always holds.");
            }
        }
        return pair(
                parts,
                (one, other) ->
                        seen.always(Expression.of(Operator.OR, one, other))
                                ? Optional.of(
                                        "One of "
                                                + said(one)
                                                + " and "
                                                + said(other)
                                                + " always holds.")
                                : Optional.empty());
    }

    private interface Pair {
        Optional<String> why(Expression one, Expression other);
    }

    private static Optional<String> pair(List<Expression> parts, Pair pair) {
        for (int i = 0; i < parts.size(); i++) {
            for (int j = i + 1; j < parts.size(); j++) {
                Optional<String> why = pair.why(parts.get(i), parts.get(j));
                if (why.isPresent()) {
                    return why;
                }
            }
        }
        return Optional.empty();
    }

    private static List<Expression> parts(Expression condition, Operator joint) {
        return condition instanceof Call call && call.operator() == joint
                ? call.arguments()
                : List.of(condition);
    }

    private String said(Expression part) {
        return "\u201c" + Condition.of(part).words(scope) + "\u201d";
    }
}
