package nembar.core.condition;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import nembar.core.text.Dates;
import nembar.core.text.Wording;

/** Says a condition in plain words, with the names people know fields by. */
final class ConditionWords {
    private static final DateTimeFormatter MOMENT =
            DateTimeFormatter.ofPattern("d MMMM yyyy HH:mm 'UTC'", Locale.ENGLISH);

    private final Scope scope;

    ConditionWords(Scope scope) {
        this.scope = scope;
    }

    String say(Expression expression) {
        return say(expression, false);
    }

    private String say(Expression expression, boolean not) {
        if (expression instanceof Expression.Literal literal) {
            return literal.value().equals(!not) ? "always" : "never";
        }
        if (expression instanceof Expression.Absent) {
            return "never";
        }
        if (expression instanceof Expression.Applied applied) {
            return applied(applied, not);
        }
        if (expression instanceof Expression.Call call) {
            return call(call, not);
        }
        return value(expression);
    }

    private String call(Expression.Call call, boolean not) {
        Operator operator = call.operator();
        switch (operator.kind()) {
            case LOGIC:
                return logic(call, not);
            case COMPARISON:
                return comparison(call, not);
            case PREDICATE:
                return predicate(call, not);
            case TEMPORAL:
                return temporal(call, not);
            case ARRAY:
                String has =
                        switch (operator) {
                            case A_CONTAINS -> not ? " lacks some of " : " has all of ";
                            case A_CONTAINEDBY -> not ? " has more than " : " has nothing beyond ";
                            case A_EQUALS -> not ? " is not exactly " : " is exactly ";
                            default -> not ? " has none of " : " has any of ";
                        };
                return value(call.argument(0)) + has + value(call.argument(1));
            default:
                return value(call);
        }
    }

    private String logic(Expression.Call call, boolean not) {
        if (call.operator() == Operator.NOT) {
            return say(call.argument(0), !not);
        }
        boolean and = (call.operator() == Operator.AND) != not;
        return call.arguments().stream()
                .map(
                        part -> {
                            String said = say(part, not);
                            boolean group =
                                    part instanceof Expression.Call inner
                                            && (inner.operator() == Operator.AND
                                                    || inner.operator() == Operator.OR);
                            return group ? "(" + said + ")" : said;
                        })
                .collect(Collectors.joining(and ? " and " : " or "));
    }

    private String comparison(Expression.Call call, boolean not) {
        Operator operator = not ? opposite(call.operator()) : call.operator();
        String left = value(call.argument(0));
        if (call.argument(1) instanceof Expression.Literal literal
                && literal.value() instanceof Boolean truth) {
            return left + (truth == (operator == Operator.EQUAL) ? " is yes" : " is no");
        }
        boolean time = timed(call.argument(0)) || timed(call.argument(1));
        String is =
                switch (operator) {
                    case EQUAL -> " is ";
                    case NOT_EQUAL -> " is not ";
                    case LESS -> time ? " is before " : " is less than ";
                    case GREATER -> time ? " is after " : " is more than ";
                    case AT_MOST -> time ? " is at the latest " : " is at most ";
                    default -> time ? " is at the earliest " : " is at least ";
                };
        return left + is + value(call.argument(1));
    }

    static Operator opposite(Operator comparison) {
        return switch (comparison) {
            case EQUAL -> Operator.NOT_EQUAL;
            case NOT_EQUAL -> Operator.EQUAL;
            case LESS -> Operator.AT_LEAST;
            case GREATER -> Operator.AT_MOST;
            case AT_MOST -> Operator.GREATER;
            default -> Operator.LESS;
        };
    }

    /** Of a value that it is empty; of a condition that nothing tells whether it holds. */
    private String isNull(Expression of, boolean not) {
        boolean condition =
                of instanceof Expression.Applied
                        || of instanceof Expression.Call call
                                && call.operator().kind() != Operator.Kind.ARITHMETIC
                                && call.operator().kind() != Operator.Kind.FOLDING;
        if (condition) {
            return (not ? "it is known whether " : "it is not known whether ") + say(of, false);
        }
        return value(of) + (not ? " is filled in" : " is empty");
    }

    private String predicate(Expression.Call call, boolean not) {
        String left = value(call.argument(0));
        String is = not ? " is not " : " is ";
        return switch (call.operator()) {
            case IS_NULL -> isNull(call.argument(0), not);
            case LIKE -> left + like(call.argument(1), not);
            case BETWEEN ->
                    left
                            + is
                            + "from "
                            + value(call.argument(1))
                            + " to "
                            + value(call.argument(2));
            default ->
                    left
                            + is
                            + Wording.or(
                                    ((Expression.Array) call.argument(1))
                                            .elements().stream().map(this::value).toList());
        };
    }

    private String like(Expression pattern, boolean not) {
        String said = value(pattern);
        String inner = said.length() > 1 ? said.substring(1, said.length() - 1) : "";
        boolean plain = said.chars().noneMatch(one -> one == '_' || one == '\\');
        if (plain && said.indexOf('%') == said.length() - 1 && said.length() > 1) {
            return (not ? " does not begin with " : " begins with ")
                    + said.substring(0, said.length() - 1);
        }
        if (plain && said.lastIndexOf('%') == 0 && said.length() > 1) {
            return (not ? " does not end with " : " ends with ") + said.substring(1);
        }
        boolean around = said.startsWith("%") && said.endsWith("%") && inner.indexOf('%') < 0;
        if (plain && around && !inner.isEmpty()) {
            return (not ? " does not contain " : " contains ") + inner;
        }
        return (not ? " does not look like " : " looks like ") + said;
    }

    private String temporal(Expression.Call call, boolean not) {
        String left = value(call.argument(0));
        if (call.operator() == Operator.T_DURING
                && call.argument(1) instanceof Expression.Interval interval) {
            Optional<String> days = daysAround(interval);
            if (days.isPresent()) {
                return left + (not ? " not" : "") + " within " + days.get();
            }
        }
        String relation =
                switch (call.operator()) {
                    case T_AFTER -> "after";
                    case T_BEFORE -> "before";
                    case T_CONTAINS -> "around";
                    case T_DISJOINT -> "apart from";
                    case T_DURING -> "within";
                    case T_EQUALS -> "the same as";
                    case T_FINISHEDBY -> "begun before and ended with";
                    case T_FINISHES -> "begun within and ended with";
                    case T_INTERSECTS -> "at a time of";
                    case T_MEETS -> "ended when this begins:";
                    case T_METBY -> "begun when this ends:";
                    case T_OVERLAPPEDBY -> "begun within and ended after";
                    case T_OVERLAPS -> "begun before and ended within";
                    case T_STARTEDBY -> "begun with and ended after";
                    default -> "begun with and ended within";
                };
        return left + (not ? " is not " : " is ") + relation + " " + value(call.argument(1));
    }

    /** "7 days", "the last 30 days", where one end is now or today and the other so far from it. */
    private static Optional<String> daysAround(Expression.Interval interval) {
        if (interval.from().isEmpty() || interval.to().isEmpty()) {
            return Optional.empty();
        }
        Optional<Long> from = daysFromNow(interval.from().get());
        Optional<Long> to = daysFromNow(interval.to().get());
        if (from.filter(days -> days == 0).isPresent() && to.filter(days -> days > 0).isPresent()) {
            return to.map(days -> count(days, "day"));
        }
        if (to.filter(days -> days == 0).isPresent() && from.filter(days -> days < 0).isPresent()) {
            return from.map(days -> "the last " + count(-days, "day"));
        }
        return Optional.empty();
    }

    private static Optional<Long> daysFromNow(Expression end) {
        if (!(end instanceof Expression.Applied applied)
                || applied.function() != Added.TODAY && applied.function() != Added.NOW) {
            return Optional.empty();
        }
        return Optional.of(
                applied.arguments().isEmpty()
                        ? 0L
                        : ((BigDecimal) ((Expression.Literal) applied.arguments().get(0)).value())
                                .longValue());
    }

    private String applied(Expression.Applied applied, boolean not) {
        if (applied.function() == Added.HAS) {
            return "the person has "
                    + (not ? "not " : "")
                    + value(applied.arguments().get(0))
                    + " at "
                    + value(applied.arguments().get(1));
        }
        if (applied.function() == Added.BELOW) {
            return value(applied.arguments().get(0))
                    + (not ? " is not " : " is ")
                    + value(applied.arguments().get(1))
                    + " or below";
        }
        return value(applied);
    }

    /** A value for people: names as they know them, texts without quotes. */
    private String value(Expression expression) {
        if (expression instanceof Expression.Property property) {
            return scope.find(property.name()).map(Scope.Named::words).orElse(property.name());
        }
        if (expression instanceof Expression.Literal literal) {
            return literal(literal.value());
        }
        if (expression instanceof Expression.Absent) {
            return "nothing";
        }
        if (expression instanceof Expression.Array array) {
            return Wording.and(array.elements().stream().map(this::value).toList());
        }
        if (expression instanceof Expression.Interval interval) {
            return interval(interval);
        }
        if (expression instanceof Expression.Applied applied) {
            return moment(applied);
        }
        Expression.Call call = (Expression.Call) expression;
        if (call.operator().kind() == Operator.Kind.FOLDING) {
            return value(call.argument(0));
        }
        if (call.operator().kind() != Operator.Kind.ARITHMETIC) {
            return say(call);
        }
        String sign =
                switch (call.operator()) {
                    case PLUS -> " plus ";
                    case MINUS -> " minus ";
                    case TIMES -> " times ";
                    case DIVIDED -> " divided by ";
                    case DIV -> " whole times by ";
                    case MODULO -> " modulo ";
                    default -> " to the power of ";
                };
        return part(call.argument(0)) + sign + part(call.argument(1));
    }

    private String part(Expression expression) {
        boolean compound =
                expression instanceof Expression.Call call
                        && call.operator().kind() == Operator.Kind.ARITHMETIC;
        return compound ? "(" + value(expression) + ")" : value(expression);
    }

    private String interval(Expression.Interval interval) {
        Optional<String> from = interval.from().map(this::value);
        Optional<String> to = interval.to().map(this::value);
        if (from.isEmpty() && to.isEmpty()) {
            return "all time";
        }
        if (from.isEmpty()) {
            return "the time up to " + to.get();
        }
        return to.isEmpty()
                ? "the time from " + from.get()
                : "the time from " + from.get() + " to " + to.get();
    }

    private static String moment(Expression.Applied applied) {
        String base = applied.function() == Added.TODAY ? "today" : "now";
        long days = daysFromNow(applied).orElse(0L);
        if (days == 0) {
            return base;
        }
        return count(Math.abs(days), "day") + (days > 0 ? " from " + base : " before " + base);
    }

    private static String literal(Object value) {
        if (value instanceof LocalDate day) {
            return Dates.DAY.format(day);
        }
        if (value instanceof java.time.Instant instant) {
            return MOMENT.format(instant.atZone(ZoneOffset.UTC));
        }
        if (value instanceof Boolean truth) {
            return truth ? "yes" : "no";
        }
        return value instanceof BigDecimal number ? number.toPlainString() : value.toString();
    }

    private boolean timed(Expression expression) {
        if (expression instanceof Expression.Property property) {
            return scope.find(property.name())
                    .map(Scope.Named::type)
                    .filter(type -> type == ValueType.DATE || type == ValueType.TIMESTAMP)
                    .isPresent();
        }
        if (expression instanceof Expression.Literal literal) {
            return literal.value() instanceof LocalDate
                    || literal.value() instanceof java.time.Instant;
        }
        return expression instanceof Expression.Applied;
    }

    private static String count(long number, String what) {
        return number + " " + what + (number == 1 ? "" : "s");
    }
}
