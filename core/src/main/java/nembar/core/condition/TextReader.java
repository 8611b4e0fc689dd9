package nembar.core.condition;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import nembar.core.text.Nearest;

/** Reads the text encoding by descent; depth and size are limited. */
final class TextReader {
    private static final Set<String> RESERVED =
            Set.of(
                    "and", "or", "not", "like", "between", "in", "is", "null", "true", "false",
                    "div");
    private static final List<String> COMPARISONS = List.of("<>", "<=", ">=", "=", "<", ">");

    private final String text;
    private final Map<Expression, String> places;
    private int at;
    private int depth;
    private int nodes;

    TextReader(String text, Map<Expression, String> places) {
        this.text = text;
        this.places = places;
    }

    Expression read() {
        if (text.length() > Limits.CHARACTERS) {
            throw refused(0, "a condition has at most " + Limits.CHARACTERS + " characters");
        }
        Expression whole = or();
        skipBlanks();
        if (at < text.length()) {
            throw refused(at, "expected AND, OR or the end, found " + found());
        }
        if (Limits.depth(whole) > Limits.DEPTH) {
            throw tooDeep(0);
        }
        return whole;
    }

    static boolean reserved(String name) {
        return RESERVED.contains(name.toLowerCase(Locale.ROOT));
    }

    private Expression or() {
        return chain(Operator.OR, "or", this::and);
    }

    private Expression and() {
        return chain(Operator.AND, "and", this::not);
    }

    private Expression chain(Operator operator, String word, Supplier<Expression> part) {
        skipBlanks();
        int start = at;
        List<Expression> parts = new ArrayList<>(List.of(part.get()));
        while (word(word)) {
            parts.add(part.get());
        }
        return parts.size() == 1 ? parts.get(0) : node(start, new Expression.Call(operator, parts));
    }

    private Expression not() {
        skipBlanks();
        int start = at;
        return word("not") ? node(start, Expression.not(predicate())) : predicate();
    }

    private Expression predicate() {
        skipBlanks();
        int start = at;
        Expression left = sum();
        for (String sign : COMPARISONS) {
            if (sign(sign)) {
                Operator operator = Operator.named(sign).orElseThrow();
                return node(start, Expression.of(operator, left, sum()));
            }
        }
        if (word("is")) {
            boolean not = word("not");
            expect("null", "NULL");
            return negated(start, not, Expression.of(Operator.IS_NULL, left));
        }
        int here = at;
        boolean not = word("not");
        if (word("like")) {
            return negated(start, not, Expression.of(Operator.LIKE, left, sum()));
        }
        if (word("between")) {
            Expression low = sum();
            expect("and", "AND");
            return negated(start, not, Expression.of(Operator.BETWEEN, left, low, sum()));
        }
        if (word("in")) {
            return negated(start, not, Expression.of(Operator.IN, left, array()));
        }
        if (not) {
            throw refused(at, "expected LIKE, BETWEEN or IN after NOT, found " + found());
        }
        at = here;
        return left;
    }

    private Expression negated(int start, boolean not, Expression predicate) {
        Expression placed = node(start, predicate);
        return not ? node(start, Expression.not(placed)) : placed;
    }

    private Expression sum() {
        skipBlanks();
        int start = at;
        Expression left = product();
        while (true) {
            if (sign("+")) {
                left = node(start, Expression.of(Operator.PLUS, left, product()));
            } else if (sign("-")) {
                left = node(start, Expression.of(Operator.MINUS, left, product()));
            } else {
                return left;
            }
        }
    }

    private Expression product() {
        skipBlanks();
        int start = at;
        Expression left = power();
        while (true) {
            if (sign("*")) {
                left = node(start, Expression.of(Operator.TIMES, left, power()));
            } else if (sign("/")) {
                left = node(start, Expression.of(Operator.DIVIDED, left, power()));
            } else if (sign("%")) {
                left = node(start, Expression.of(Operator.MODULO, left, power()));
            } else if (word("div")) {
                left = node(start, Expression.of(Operator.DIV, left, power()));
            } else {
                return left;
            }
        }
    }

    private Expression power() {
        skipBlanks();
        int start = at;
        Expression base = signed();
        return sign("^") ? node(start, Expression.of(Operator.POWER, base, signed())) : base;
    }

    private Expression signed() {
        skipBlanks();
        int start = at;
        if (!sign("-")) {
            sign("+");
            return primary();
        }
        skipBlanks();
        if (at < text.length() && startsNumber()) {
            return number(start, "-");
        }
        Expression minusOne =
                node(start, new Expression.Literal(java.math.BigDecimal.ONE.negate()));
        return node(start, Expression.of(Operator.TIMES, minusOne, primary()));
    }

    private Expression primary() {
        skipBlanks();
        int start = at;
        if (at >= text.length()) {
            throw refused(at, "expected a value, found the end");
        }
        char first = text.charAt(at);
        if (first == '(') {
            at++;
            Expression inner = deeper(this::or);
            expectSign(")");
            return inner;
        }
        if (first == '\'') {
            return node(start, new Expression.Literal(quoted('\'', "text")));
        }
        if (first == '"') {
            return node(start, new Expression.Property(quoted('"', "name")));
        }
        if (startsNumber()) {
            return number(start, "");
        }
        if (!nameStart(first)) {
            throw refused(at, "expected a value, found " + found());
        }
        String name = name();
        if (name.equalsIgnoreCase("true") || name.equalsIgnoreCase("false")) {
            return node(start, new Expression.Literal(name.equalsIgnoreCase("true")));
        }
        if (reserved(name)) {
            throw refused(start, "expected a value, found " + name.toUpperCase(Locale.ROOT));
        }
        skipBlanks();
        if (at < text.length() && text.charAt(at) == '(') {
            at++;
            return deeper(() -> called(start, name));
        }
        return node(start, new Expression.Property(name));
    }

    /** What stands behind a name and an opening parenthesis. */
    private Expression called(int start, String name) {
        switch (name.toLowerCase(Locale.ROOT)) {
            case "date":
                return node(start, new Expression.Literal(date(start, closedText())));
            case "timestamp":
                return node(start, new Expression.Literal(instant(start, closedText())));
            case "interval":
                Optional<Expression> from = end();
                expectSign(",");
                Optional<Expression> to = end();
                expectSign(")");
                return node(start, new Expression.Interval(from, to));
            default:
                break;
        }
        Optional<Operator> operator = Operator.named(name).filter(Operator::writtenAsCall);
        boolean array = operator.filter(one -> one.kind() == Operator.Kind.ARRAY).isPresent();
        List<Expression> arguments = new ArrayList<>();
        if (!sign(")")) {
            do {
                skipBlanks();
                arguments.add(array && peek('(') ? array() : sum());
            } while (sign(","));
            expectSign(")");
        }
        if (operator.isPresent()) {
            require(start, operator.get().takes(arguments.size()), name, operator.get().arity());
            return node(start, new Expression.Call(operator.get(), arguments));
        }
        Added added =
                Added.named(name)
                        .orElseThrow(
                                () ->
                                        refused(
                                                start,
                                                "no function `"
                                                        + name
                                                        + "`"
                                                        + Nearest.hint(name, Added.words())));
        require(start, added.takes(arguments.size()), name, added.arity());
        return node(start, new Expression.Applied(added, arguments));
    }

    private void require(int start, boolean right, String name, String arity) {
        if (!right) {
            throw refused(start, name + " takes " + arity + " arguments");
        }
    }

    /** One end of an interval: a text for a day, an instant or open; or a name or function. */
    private Optional<Expression> end() {
        skipBlanks();
        int start = at;
        if (!peek('\'')) {
            return Optional.of(sum());
        }
        return end(quoted('\'', "text"), "character " + (start + 1)).map(one -> node(start, one));
    }

    /** The end of an interval that this text says; empty where it is open. */
    static Optional<Expression> end(String said, String place) {
        if (said.equals("..")) {
            return Optional.empty();
        }
        return Optional.of(
                new Expression.Literal(
                        said.indexOf('T') < 0 ? day(place, said) : moment(place, said)));
    }

    private Expression array() {
        skipBlanks();
        int start = at;
        expectSign("(");
        List<Expression> elements = new ArrayList<>();
        if (sign(")")) {
            return node(start, new Expression.Array(elements));
        }
        do {
            elements.add(deeper(this::sum));
        } while (sign(","));
        expectSign(")");
        return node(start, new Expression.Array(elements));
    }

    private String closedText() {
        skipBlanks();
        if (!peek('\'')) {
            throw refused(at, "expected a text in single quotes, found " + found());
        }
        String said = quoted('\'', "text");
        expectSign(")");
        return said;
    }

    private LocalDate date(int start, String said) {
        return day("character " + (start + 1), said);
    }

    private Instant instant(int start, String said) {
        return moment("character " + (start + 1), said);
    }

    static LocalDate day(String place, String said) {
        try {
            LocalDate day = LocalDate.parse(said);
            if (day.getYear() >= 1 && day.getYear() <= 9999) {
                return day;
            }
        } catch (DateTimeException malformed) {
            // Said below, for this and for years out of range.
        }
        throw new ConditionRefused(
                place, "`" + said + "` is no day; write it as in DATE('2026-03-03')");
    }

    static Instant moment(String place, String said) {
        try {
            Instant moment = Instant.parse(said);
            int year = moment.atZone(java.time.ZoneOffset.UTC).getYear();
            if (moment.getNano() % 1000 == 0 && year >= 1 && year <= 9999) {
                return moment;
            }
        } catch (DateTimeException malformed) {
            // Said below, for this and for what is finer than a microsecond.
        }
        throw new ConditionRefused(
                place,
                "`"
                        + said
                        + "` is no instant to the microsecond; write it as in"
                        + " TIMESTAMP('2026-03-03T14:05:00Z')");
    }

    private Expression number(int start, String sign) {
        int from = at;
        digits();
        if (peek('.')) {
            at++;
            digits();
        }
        if (at > from && (peek('e') || peek('E'))) {
            int back = at++;
            if (peek('+') || peek('-')) {
                at++;
            }
            int exponent = at;
            digits();
            if (at == exponent) {
                at = back;
            }
        }
        return node(
                start,
                new Expression.Literal(
                        Limits.number(
                                sign + text.substring(from, at), "character " + (start + 1))));
    }

    private void digits() {
        while (at < text.length() && text.charAt(at) >= '0' && text.charAt(at) <= '9') {
            at++;
        }
    }

    private boolean startsNumber() {
        char first = text.charAt(at);
        boolean digitNext =
                at + 1 < text.length() && text.charAt(at + 1) >= '0' && text.charAt(at + 1) <= '9';
        return first >= '0' && first <= '9' || first == '.' && digitNext;
    }

    private String quoted(char quote, String what) {
        int start = at++;
        StringBuilder said = new StringBuilder();
        while (at < text.length()) {
            char here = text.charAt(at++);
            if (here != quote) {
                said.append(here);
            } else if (peek(quote)) {
                said.append(quote);
                at++;
            } else {
                boolean goesOn = at < text.length() && namePart(text.charAt(at));
                if (goesOn && said.toString().endsWith("\\")) {
                    throw refused(at - 1, "a quote within a text is written twice, as in 'o''er'");
                }
                return Characters.checked(said.toString(), "character " + (start + 1));
            }
        }
        throw refused(start, "this " + what + " has no closing quote");
    }

    private String name() {
        int start = at;
        while (at < text.length() && namePart(text.charAt(at))) {
            at++;
        }
        return text.substring(start, at);
    }

    static boolean nameStart(char one) {
        return Character.isLetter(one) && one < 0x80 || one == '_' || one == ':';
    }

    static boolean namePart(char one) {
        return nameStart(one) || one >= '0' && one <= '9' || one == '.';
    }

    /** Steps over the word, when it is next. */
    private boolean word(String word) {
        skipBlanks();
        int end = at + word.length();
        boolean there =
                text.regionMatches(true, at, word, 0, word.length())
                        && (end >= text.length() || !namePart(text.charAt(end)));
        if (there) {
            at = end;
        }
        return there;
    }

    private boolean sign(String sign) {
        skipBlanks();
        boolean there = text.startsWith(sign, at);
        if (there) {
            at += sign.length();
        }
        return there;
    }

    private boolean peek(char one) {
        return at < text.length() && text.charAt(at) == one;
    }

    private void expect(String word, String shown) {
        if (!word(word)) {
            throw refused(at, "expected " + shown + ", found " + found());
        }
    }

    private void expectSign(String sign) {
        if (!sign(sign)) {
            throw refused(at, "expected " + sign + ", found " + found());
        }
    }

    private void skipBlanks() {
        while (at < text.length() && " \t\r\n".indexOf(text.charAt(at)) >= 0) {
            at++;
        }
    }

    private String found() {
        if (at >= text.length()) {
            return "the end";
        }
        int end = at;
        while (end < text.length() && namePart(text.charAt(end))) {
            end++;
        }
        end = end == at ? text.offsetByCodePoints(at, 1) : Math.min(end, at + 40);
        return "`" + text.substring(at, end) + "`";
    }

    private Expression deeper(Supplier<Expression> part) {
        if (++depth > 2 * Limits.DEPTH) {
            throw tooDeep(at);
        }
        Expression read = part.get();
        depth--;
        return read;
    }

    private Expression node(int start, Expression node) {
        if (++nodes > Limits.NODES) {
            throw refused(start, "a condition has at most " + Limits.NODES + " parts");
        }
        places.put(node, "character " + (start + 1));
        return node;
    }

    private static ConditionRefused tooDeep(int at) {
        return refused(at, "parts stand more than " + Limits.DEPTH + " deep in one another");
    }

    private static ConditionRefused refused(int at, String reason) {
        return new ConditionRefused("character " + (at + 1), reason);
    }
}
