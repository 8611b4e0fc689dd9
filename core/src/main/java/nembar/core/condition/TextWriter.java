package nembar.core.condition;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** Writes the text encoding, with parentheses just where they are needed. */
final class TextWriter {
    private static final int OR = 1;
    private static final int AND = 2;
    private static final int NOT = 3;
    private static final int PREDICATE = 4;
    private static final int SUM = 5;
    private static final int PRODUCT = 6;
    private static final int POWER = 7;
    private static final int PRIMARY = 8;

    private TextWriter() {}

    static String text(Expression expression) {
        if (expression instanceof Expression.Literal literal) {
            return literal(literal.value());
        }
        if (expression instanceof Expression.Absent) {
            return "NULL";
        }
        if (expression instanceof Expression.Property property) {
            return name(property.name());
        }
        if (expression instanceof Expression.Interval interval) {
            return "INTERVAL(" + end(interval.from()) + ", " + end(interval.to()) + ")";
        }
        if (expression instanceof Expression.Array array) {
            return list(array.elements());
        }
        if (expression instanceof Expression.Applied applied) {
            return applied.function().word() + list(applied.arguments());
        }
        return call((Expression.Call) expression);
    }

    private static String call(Expression.Call call) {
        Operator operator = call.operator();
        List<Expression> arguments = call.arguments();
        if (operator.writtenAsCall()) {
            return operator.name() + list(arguments);
        }
        return switch (operator) {
            case OR -> joined(arguments, " OR ", AND);
            case AND -> joined(arguments, " AND ", NOT);
            case NOT -> not(call.argument(0));
            case LIKE, IN, BETWEEN, IS_NULL -> predicate(call, "");
            case PLUS, MINUS -> infix(call, SUM, PRODUCT);
            case TIMES, DIVIDED, MODULO, DIV -> infix(call, PRODUCT, POWER);
            case POWER -> infix(call, PRIMARY, PRIMARY);
            default -> infix(call, SUM, SUM);
        };
    }

    private static String not(Expression negated) {
        if (negated instanceof Expression.Call call
                && call.operator().kind() == Operator.Kind.PREDICATE) {
            return predicate(call, "NOT ");
        }
        return "NOT " + within(negated, PREDICATE);
    }

    private static String predicate(Expression.Call call, String not) {
        String left = within(call.argument(0), SUM);
        return switch (call.operator()) {
            case LIKE -> left + " " + not + "LIKE " + within(call.argument(1), SUM);
            case IN -> left + " " + not + "IN " + text(call.argument(1));
            case BETWEEN ->
                    left
                            + " "
                            + not
                            + "BETWEEN "
                            + within(call.argument(1), SUM)
                            + " AND "
                            + within(call.argument(2), SUM);
            default -> left + " IS " + not + "NULL";
        };
    }

    private static String infix(Expression.Call call, int left, int right) {
        String sign = call.operator() == Operator.DIV ? "div" : call.operator().jsonName();
        return within(call.argument(0), left) + " " + sign + " " + within(call.argument(1), right);
    }

    private static String joined(List<Expression> parts, String between, int level) {
        return parts.stream().map(part -> within(part, level)).collect(Collectors.joining(between));
    }

    private static String within(Expression part, int level) {
        return level(part) < level ? "(" + text(part) + ")" : text(part);
    }

    private static int level(Expression expression) {
        if (!(expression instanceof Expression.Call call) || call.operator().writtenAsCall()) {
            return PRIMARY;
        }
        return switch (call.operator()) {
            case OR -> OR;
            case AND -> AND;
            case NOT ->
                    call.argument(0) instanceof Expression.Call inner
                                    && inner.operator().kind() == Operator.Kind.PREDICATE
                            ? PREDICATE
                            : NOT;
            case PLUS, MINUS -> SUM;
            case TIMES, DIVIDED, MODULO, DIV -> PRODUCT;
            case POWER -> POWER;
            default -> PREDICATE;
        };
    }

    private static String end(Optional<Expression> end) {
        if (end.isEmpty()) {
            return "'..'";
        }
        return end.get() instanceof Expression.Literal literal
                ? "'" + literal.value() + "'"
                : text(end.get());
    }

    private static String list(List<Expression> parts) {
        return parts.stream().map(TextWriter::text).collect(Collectors.joining(", ", "(", ")"));
    }

    private static String literal(Object value) {
        if (value instanceof String said) {
            return "'" + said.replace("'", "''") + "'";
        }
        if (value instanceof Boolean truth) {
            return truth ? "TRUE" : "FALSE";
        }
        if (value instanceof java.time.LocalDate) {
            return "DATE('" + value + "')";
        }
        return value instanceof java.time.Instant ? "TIMESTAMP('" + value + "')" : value.toString();
    }

    private static String name(String name) {
        boolean plain =
                !name.isEmpty()
                        && TextReader.nameStart(name.charAt(0))
                        && name.chars().allMatch(one -> TextReader.namePart((char) one))
                        && !TextReader.reserved(name.toLowerCase(Locale.ROOT));
        return plain ? name : '"' + name.replace("\"", "\"\"") + '"';
    }
}
