package nembar.core.condition;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import nembar.core.condition.Expression.Applied;
import nembar.core.condition.Expression.Array;
import nembar.core.condition.Expression.Call;
import nembar.core.condition.Expression.Literal;
import nembar.core.condition.Expression.Property;

/**
 * A condition as rows that can be put together one by one: a field, a comparison and its values, or
 * a group of rows of which all or any must hold (docs/access-model.md, section 5). What rows cannot
 * show is a row of text, so that each condition has rows and nothing of it is lost.
 *
 * @param not whether it is the opposite that must hold
 * @param is of a comparison its operator, as the JSON encoding names it, or {@code below} or {@code
 *     has}; of a group {@code and} or {@code or}; of text {@code text}
 * @param left what is compared; empty for {@code has}, groups and text
 * @param values what it is compared with; the function and its level for {@code has}
 * @param rows those of a group
 * @param text the text encoding of what rows cannot show; empty for all else
 */
public record ConditionRow(
        boolean not,
        String is,
        Optional<Term> left,
        List<Term> values,
        List<ConditionRow> rows,
        String text) {
    private static final String TEXT = "text";

    public ConditionRow {
        is = is == null ? "" : is;
        left = left == null ? Optional.empty() : left;
        values = values == null ? List.of() : List.copyOf(values);
        rows = rows == null ? List.of() : List.copyOf(rows);
        text = text == null ? "" : text;
    }

    /** What kind of value a term is. */
    public enum Kind {
        /** A field of the record, or with {@code user.} in front a value of the person's. */
        NAME,
        TEXT,
        NUMBER,
        YES_NO,
        DATE,
        TIMESTAMP,
        /** So many days from today; no number for today itself. */
        TODAY,
        /** So many times 24 hours from now; no number for now itself. */
        NOW
    }

    /** A value, as people write it. */
    public record Term(Kind kind, String value) {
        public Term {
            kind = kind == null ? Kind.TEXT : kind;
            value = value == null ? "" : value;
        }
    }

    /** The rows that say the same. */
    public static ConditionRow of(Expression expression) {
        return shown(expression).orElseGet(() -> text(expression));
    }

    private static ConditionRow text(Expression expression) {
        return new ConditionRow(
                false, TEXT, Optional.empty(), List.of(), List.of(), TextWriter.text(expression));
    }

    private static Optional<ConditionRow> shown(Expression expression) {
        if (expression instanceof Applied applied) {
            return added(applied);
        }
        if (!(expression instanceof Call call)) {
            return Optional.empty();
        }
        return switch (call.operator()) {
            case AND, OR ->
                    Optional.of(
                            group(
                                    call.operator().jsonName(),
                                    call.arguments().stream().map(ConditionRow::of).toList()));
            case NOT ->
                    shown(call.argument(0)).filter(row -> !row.not()).map(ConditionRow::negated);
            case IS_NULL, BETWEEN -> comparison(call, call.arguments().subList(1, arity(call)));
            case IN, A_CONTAINS, A_OVERLAPS ->
                    call.argument(1) instanceof Array array && !array.elements().isEmpty()
                            ? comparison(call, array.elements())
                            : Optional.empty();
            case EQUAL, NOT_EQUAL, LESS, GREATER, AT_MOST, AT_LEAST, LIKE ->
                    comparison(call, List.of(call.argument(1)));
            default -> Optional.empty();
        };
    }

    private static int arity(Call call) {
        return call.arguments().size();
    }

    private static ConditionRow group(String is, List<ConditionRow> rows) {
        return new ConditionRow(false, is, Optional.empty(), List.of(), rows, "");
    }

    private ConditionRow negated() {
        return new ConditionRow(true, is, left, values, rows, text);
    }

    private static Optional<ConditionRow> comparison(Call call, List<Expression> values) {
        return row(call.operator().jsonName(), Optional.of(call.argument(0)), values);
    }

    private static Optional<ConditionRow> added(Applied applied) {
        return switch (applied.function()) {
            case BELOW ->
                    row(
                            Added.BELOW.word(),
                            Optional.of(applied.arguments().get(0)),
                            applied.arguments().subList(1, applied.arguments().size()));
            case HAS -> row(Added.HAS.word(), Optional.empty(), applied.arguments());
            default -> Optional.empty();
        };
    }

    private static Optional<ConditionRow> row(
            String is, Optional<Expression> left, List<Expression> values) {
        List<Term> terms = new ArrayList<>();
        for (Expression value : values) {
            Optional<Term> term = term(value);
            if (term.isEmpty()) {
                return Optional.empty();
            }
            terms.add(term.get());
        }
        Optional<Term> compared = left.flatMap(ConditionRow::term);
        return compared.isPresent() == left.isPresent()
                ? Optional.of(new ConditionRow(false, is, compared, terms, List.of(), ""))
                : Optional.empty();
    }

    private static Optional<Term> term(Expression expression) {
        if (expression instanceof Property property) {
            return Optional.of(new Term(Kind.NAME, property.name()));
        }
        if (expression instanceof Literal literal) {
            return Optional.of(new Term(kind(literal.value()), literal.value().toString()));
        }
        if (expression instanceof Applied applied
                && (applied.function() == Added.TODAY || applied.function() == Added.NOW)) {
            Kind kind = applied.function() == Added.TODAY ? Kind.TODAY : Kind.NOW;
            if (applied.arguments().isEmpty()) {
                return Optional.of(new Term(kind, ""));
            }
            return applied.arguments().get(0) instanceof Literal literal
                    ? Optional.of(new Term(kind, literal.value().toString()))
                    : Optional.empty();
        }
        return Optional.empty();
    }

    private static Kind kind(Object value) {
        if (value instanceof String) {
            return Kind.TEXT;
        }
        if (value instanceof Boolean) {
            return Kind.YES_NO;
        }
        if (value instanceof LocalDate) {
            return Kind.DATE;
        }
        return value instanceof Instant ? Kind.TIMESTAMP : Kind.NUMBER;
    }

    /**
     * What the rows say.
     *
     * @throws ConditionRefused with the row that says nothing, as {@code rows[1].rows[0]}
     */
    public Expression expression() {
        return expression("");
    }

    private Expression expression(String place) {
        Expression said = is.equals(TEXT) ? Condition.ofText(text).expression() : shaped(place);
        return not ? Expression.not(said) : said;
    }

    private Expression shaped(String place) {
        if (is.equals(Added.BELOW.word())) {
            return new Applied(Added.BELOW, List.of(compared(place), only(place)));
        }
        if (is.equals(Added.HAS.word())) {
            require(values.size() == 2, place, "has takes a function and a level");
            return new Applied(Added.HAS, expressions(place));
        }
        Operator operator =
                Operator.named(is)
                        .orElseThrow(() -> refused(place, "there is no comparison `" + is + "`"));
        return switch (operator) {
            case AND, OR -> joined(operator, place);
            case IS_NULL -> {
                require(values.isEmpty(), place, "nothing is compared with no value");
                yield Expression.of(operator, compared(place));
            }
            case BETWEEN -> {
                require(values.size() == 2, place, "between takes two values");
                List<Expression> ends = expressions(place);
                yield Expression.of(operator, compared(place), ends.get(0), ends.get(1));
            }
            case IN, A_CONTAINS, A_OVERLAPS -> {
                require(!values.isEmpty(), place, "name at least one value");
                yield Expression.of(operator, compared(place), new Array(expressions(place)));
            }
            case EQUAL, NOT_EQUAL, LESS, GREATER, AT_MOST, AT_LEAST, LIKE ->
                    Expression.of(operator, compared(place), only(place));
            default -> throw refused(place, "rows cannot say `" + is + "`; write it as text");
        };
    }

    /** A group of one is that one. */
    private Expression joined(Operator operator, String place) {
        require(!rows.isEmpty(), place, "a group has at least one row");
        List<Expression> said = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            said.add(rows.get(i).expression(below(place, "rows[" + i + "]")));
        }
        return said.size() == 1 ? said.get(0) : new Call(operator, said);
    }

    private Expression compared(String place) {
        return expression(
                left.orElseThrow(() -> refused(place, "say which field is compared")),
                below(place, "left"));
    }

    private Expression only(String place) {
        require(values.size() == 1, place, "say what it is compared with");
        return expressions(place).get(0);
    }

    private List<Expression> expressions(String place) {
        List<Expression> said = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            said.add(expression(values.get(i), below(place, "values[" + i + "]")));
        }
        return said;
    }

    private static Expression expression(Term term, String place) {
        try {
            return switch (term.kind()) {
                case NAME -> {
                    require(!term.value().isBlank(), place, "say which field is meant");
                    yield new Property(term.value());
                }
                case TEXT -> new Literal(term.value());
                case NUMBER -> new Literal(new BigDecimal(term.value().strip()));
                case YES_NO -> new Literal(term.value().toLowerCase(Locale.ROOT).equals("true"));
                case DATE -> new Literal(LocalDate.parse(term.value()));
                case TIMESTAMP -> new Literal(Instant.parse(term.value()));
                case TODAY -> new Applied(Added.TODAY, days(term));
                case NOW -> new Applied(Added.NOW, days(term));
            };
        } catch (NumberFormatException | DateTimeException wrong) {
            throw refused(
                    place,
                    term.value().isBlank()
                            ? "say what it is compared with"
                            : "`" + term.value() + "` is not what is compared here");
        }
    }

    private static List<Expression> days(Term term) {
        return term.value().isBlank()
                ? List.of()
                : List.of(new Literal(new BigDecimal(term.value().strip())));
    }

    private static String below(String place, String part) {
        return place.isEmpty() ? part : place + "." + part;
    }

    private static void require(boolean met, String place, String otherwise) {
        if (!met) {
            throw refused(place, otherwise);
        }
    }

    private static ConditionRefused refused(String place, String why) {
        return new ConditionRefused(place.isEmpty() ? "rows" : place, why);
    }
}
