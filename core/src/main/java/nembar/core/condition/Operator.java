package nembar.core.condition;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** The operators of the language, each with its name in the JSON encoding. */
public enum Operator {
    OR("or", Kind.LOGIC, 2, Integer.MAX_VALUE),
    AND("and", Kind.LOGIC, 2, Integer.MAX_VALUE),
    NOT("not", Kind.LOGIC, 1, 1),
    EQUAL("=", Kind.COMPARISON, 2, 2),
    NOT_EQUAL("<>", Kind.COMPARISON, 2, 2),
    LESS("<", Kind.COMPARISON, 2, 2),
    GREATER(">", Kind.COMPARISON, 2, 2),
    AT_MOST("<=", Kind.COMPARISON, 2, 2),
    AT_LEAST(">=", Kind.COMPARISON, 2, 2),
    LIKE("like", Kind.PREDICATE, 2, 2),
    BETWEEN("between", Kind.PREDICATE, 3, 3),
    IN("in", Kind.PREDICATE, 2, 2),
    IS_NULL("isNull", Kind.PREDICATE, 1, 1),
    PLUS("+", Kind.ARITHMETIC, 2, 2),
    MINUS("-", Kind.ARITHMETIC, 2, 2),
    TIMES("*", Kind.ARITHMETIC, 2, 2),
    DIVIDED("/", Kind.ARITHMETIC, 2, 2),
    MODULO("%", Kind.ARITHMETIC, 2, 2),
    DIV("div", Kind.ARITHMETIC, 2, 2),
    POWER("^", Kind.ARITHMETIC, 2, 2),
    CASEI("casei", Kind.FOLDING, 1, 1),
    ACCENTI("accenti", Kind.FOLDING, 1, 1),
    T_AFTER("t_after", Kind.TEMPORAL, 2, 2),
    T_BEFORE("t_before", Kind.TEMPORAL, 2, 2),
    T_CONTAINS("t_contains", Kind.TEMPORAL, 2, 2),
    T_DISJOINT("t_disjoint", Kind.TEMPORAL, 2, 2),
    T_DURING("t_during", Kind.TEMPORAL, 2, 2),
    T_EQUALS("t_equals", Kind.TEMPORAL, 2, 2),
    T_FINISHEDBY("t_finishedBy", Kind.TEMPORAL, 2, 2),
    T_FINISHES("t_finishes", Kind.TEMPORAL, 2, 2),
    T_INTERSECTS("t_intersects", Kind.TEMPORAL, 2, 2),
    T_MEETS("t_meets", Kind.TEMPORAL, 2, 2),
    T_METBY("t_metBy", Kind.TEMPORAL, 2, 2),
    T_OVERLAPPEDBY("t_overlappedBy", Kind.TEMPORAL, 2, 2),
    T_OVERLAPS("t_overlaps", Kind.TEMPORAL, 2, 2),
    T_STARTEDBY("t_startedBy", Kind.TEMPORAL, 2, 2),
    T_STARTS("t_starts", Kind.TEMPORAL, 2, 2),
    A_EQUALS("a_equals", Kind.ARRAY, 2, 2),
    A_CONTAINS("a_contains", Kind.ARRAY, 2, 2),
    A_CONTAINEDBY("a_containedBy", Kind.ARRAY, 2, 2),
    A_OVERLAPS("a_overlaps", Kind.ARRAY, 2, 2);

    /** What operators of one kind have in common: how they are written and typed. */
    public enum Kind {
        LOGIC,
        COMPARISON,
        PREDICATE,
        ARITHMETIC,
        FOLDING,
        TEMPORAL,
        ARRAY
    }

    private static final Map<String, Operator> BY_NAME =
            Arrays.stream(values())
                    .collect(
                            Collectors.toUnmodifiableMap(
                                    one -> one.name.toLowerCase(Locale.ROOT), Function.identity()));

    private final String name;
    private final Kind kind;
    private final int least;
    private final int most;

    Operator(String name, Kind kind, int least, int most) {
        this.name = name;
        this.kind = kind;
        this.least = least;
        this.most = most;
    }

    /** The operator's name in the JSON encoding. */
    public String jsonName() {
        return name;
    }

    public Kind kind() {
        return kind;
    }

    boolean takes(int arguments) {
        return arguments >= least && arguments <= most;
    }

    /** How many arguments, in words. */
    String arity() {
        return most == Integer.MAX_VALUE ? "at least " + least : String.valueOf(least);
    }

    /** The operator of this name, compared without case. */
    static Optional<Operator> named(String name) {
        return Optional.ofNullable(BY_NAME.get(name.toLowerCase(Locale.ROOT)));
    }

    /** Whether text writes it as a name with its arguments in parentheses. */
    boolean writtenAsCall() {
        return kind == Kind.FOLDING || kind == Kind.TEMPORAL || kind == Kind.ARRAY;
    }
}
