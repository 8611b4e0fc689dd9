package nembar.core.sql;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Evaluator;
import nembar.core.condition.Expression;
import nembar.core.condition.Operator;
import nembar.core.condition.Periods;
import nembar.core.condition.ValueType;

/**
 * A bound condition as a predicate on a row. Agrees with {@link Evaluator} on every row: texts
 * compare by their bytes, cases fold by Unicode's rules whatever the database's locale, numbers are
 * exact, and a division by zero is unknown.
 */
final class SqlCondition {
    private static final String BY_BYTES = " COLLATE \"C\"";
    private static final String UNICODE = " COLLATE \"und-x-icu\"";

    private final TableScan scan;
    private final RecordType type;

    /** Within how much the part lies, that is being written, in which unknown is not like false. */
    private int particular;

    SqlCondition(TableScan scan) {
        this.scan = scan;
        type = scan.type();
    }

    SqlText of(Expression expression) {
        SqlText.Builder sql = new SqlText.Builder();
        write(expression, sql);
        return sql.build();
    }

    private void write(Expression expression, SqlText.Builder sql) {
        if (expression instanceof Expression.Literal literal) {
            literal(literal.value(), sql);
        } else if (expression instanceof Expression.Absent absent) {
            sql.add("NULL::" + name(absent.type()));
        } else if (expression instanceof Expression.Property property) {
            property(property, sql);
        } else if (expression instanceof Expression.Array array) {
            sql.add("?::text[]", (Object) texts(array));
        } else if (expression instanceof Expression.Call call) {
            call(call, sql);
        } else {
            throw new IllegalStateException("not bound: " + expression);
        }
    }

    /** A value of a field, of any of the Java types that a field's value has. */
    static SqlText literal(Object value) {
        SqlText.Builder sql = new SqlText.Builder();
        if (value instanceof Long) {
            sql.add("?::bigint", value);
        } else if (value instanceof List<?> list) {
            sql.add("?::text[]", (Object) list.toArray(String[]::new));
        } else {
            literal(value, sql);
        }
        return sql.build();
    }

    private static void literal(Object value, SqlText.Builder sql) {
        if (value instanceof Boolean truth) {
            sql.add(truth ? "TRUE" : "FALSE");
        } else if (value instanceof BigDecimal) {
            sql.add("?::numeric", value);
        } else if (value instanceof LocalDate) {
            sql.add("?::date", value);
        } else if (value instanceof Instant instant) {
            sql.add("?::timestamptz", instant.atOffset(ZoneOffset.UTC));
        } else {
            sql.add("?::text", value);
        }
    }

    private static String name(ValueType type) {
        return switch (type) {
            case NUMBER -> "numeric";
            case DATE -> "date";
            case TIMESTAMP -> "timestamptz";
            case YES_NO, TRUTH -> "boolean";
            case LIST -> "text[]";
            default -> "text";
        };
    }

    private void property(Expression.Property property, SqlText.Builder sql) {
        Field field = type.knownField(property.name());
        sql.add(scan.value(property.name()));
        if (field.type() == FieldType.WHOLE_NUMBER) {
            sql.add("::numeric");
        }
    }

    private void call(Expression.Call call, SqlText.Builder sql) {
        switch (call.operator().kind()) {
            case LOGIC -> logic(call, sql);
            case COMPARISON -> comparison(call, sql);
            case PREDICATE -> predicate(call, sql);
            case ARITHMETIC -> arithmetic(call, sql);
            case FOLDING -> folded(call, sql);
            case TEMPORAL -> temporal(call, sql);
            case ARRAY -> array(call, sql);
        }
    }

    private void logic(Expression.Call call, SqlText.Builder sql) {
        if (call.operator() == Operator.NOT) {
            sql.add("(NOT ");
            particular++;
            write(call.argument(0), sql);
            particular--;
        } else {
            sql.add("(");
            joined(call.arguments(), call.operator() == Operator.AND ? " AND " : " OR ", sql);
        }
        sql.add(")");
    }

    /**
     * A field with a look-up that has to be one of some keys: what leads to them is looked for.
     * Where it leads nowhere that is false where it ought to be unknown; where the two are not
     * alike, what leads anywhere is looked for too.
     */
    private boolean lookedUp(Expression expression, List<Expression> keys, SqlText.Builder sql) {
        if (!(expression instanceof Expression.Property property)
                || type.knownField(property.name()).lookup().isEmpty()
                || !keys.stream().allMatch(SqlCondition::literalText)) {
            return false;
        }
        SortedSet<String> wanted = new TreeSet<>();
        keys.forEach(key -> wanted.add((String) ((Expression.Literal) key).value()));
        Optional<SqlText> predicate =
                particular > 0
                        ? scan.amongKnown(property.name(), wanted)
                        : Optional.of(scan.among(property.name(), wanted));
        predicate.ifPresent(sql::add);
        return predicate.isPresent();
    }

    /** An equality of a field with a look-up and a key, on either side. */
    private boolean lookedUp(Expression.Call equality, SqlText.Builder sql) {
        return lookedUp(equality.argument(0), List.of(equality.argument(1)), sql)
                || lookedUp(equality.argument(1), List.of(equality.argument(0)), sql);
    }

    private void comparison(Expression.Call call, SqlText.Builder sql) {
        if (call.operator() == Operator.EQUAL && lookedUp(call, sql)) {
            return;
        }
        if (call.operator() == Operator.NOT_EQUAL && differs(call, sql)) {
            return;
        }
        boolean equality =
                call.operator() == Operator.EQUAL || call.operator() == Operator.NOT_EQUAL;
        boolean ordered = !equality && text(call.argument(0));
        sql.add("(");
        write(call.argument(0), sql);
        sql.add(ordered ? BY_BYTES : "");
        sql.add(" " + call.operator().jsonName() + " ");
        write(call.argument(1), sql);
        sql.add(ordered ? BY_BYTES : "").add(")");
    }

    private boolean differs(Expression.Call call, SqlText.Builder sql) {
        SqlText.Builder equal = new SqlText.Builder();
        particular++;
        boolean known = lookedUp(call, equal);
        particular--;
        if (known) {
            sql.add("(NOT ").add(equal.build()).add(")");
        }
        return known;
    }

    /** Whether the expression's value is a text. */
    private boolean text(Expression expression) {
        if (expression instanceof Expression.Literal literal) {
            return literal.value() instanceof String;
        }
        if (expression instanceof Expression.Absent absent) {
            return absent.type() == ValueType.TEXT;
        }
        if (expression instanceof Expression.Property property) {
            return switch (type.knownField(property.name()).type()) {
                case TEXT, CHOICE, REFERENCE, PERSON -> true;
                default -> false;
            };
        }
        return expression instanceof Expression.Call call
                && call.operator().kind() == Operator.Kind.FOLDING;
    }

    private void predicate(Expression.Call call, SqlText.Builder sql) {
        if (call.operator() == Operator.IN
                && lookedUp(
                        call.argument(0), ((Expression.Array) call.argument(1)).elements(), sql)) {
            return;
        }
        if (call.operator() == Operator.IS_NULL) {
            missing(call.argument(0), sql);
            return;
        }
        sql.add("(");
        write(call.argument(0), sql);
        switch (call.operator()) {
            case LIKE -> {
                sql.add(" LIKE ");
                write(call.argument(1), sql);
            }
            case BETWEEN -> {
                sql.add(" BETWEEN ");
                write(call.argument(1), sql);
                sql.add(" AND ");
                write(call.argument(2), sql);
            }
            default -> in((Expression.Array) call.argument(1), sql);
        }
        sql.add(")");
    }

    private void missing(Expression expression, SqlText.Builder sql) {
        Optional<SqlText> somewhere =
                expression instanceof Expression.Property property
                        ? scan.leadsSomewhere(property.name())
                        : Optional.empty();
        sql.add("(");
        if (somewhere.isPresent()) {
            sql.add(somewhere.get()).add(" IS NOT TRUE)");
            return;
        }
        particular++;
        write(expression, sql);
        particular--;
        sql.add(" IS NULL)");
    }

    private void in(Expression.Array list, SqlText.Builder sql) {
        if (list.elements().stream().allMatch(SqlCondition::literalText)) {
            sql.add(" = ANY (?::text[])", (Object) texts(list));
            return;
        }
        sql.add(" IN (");
        joined(list.elements(), ", ", sql);
        sql.add(")");
    }

    private static boolean literalText(Expression element) {
        return element instanceof Expression.Literal literal && literal.value() instanceof String;
    }

    private static String[] texts(Expression.Array array) {
        return array.elements().stream()
                .map(element -> ((Expression.Literal) element).value().toString())
                .toArray(String[]::new);
    }

    private void arithmetic(Expression.Call call, SqlText.Builder sql) {
        SqlText left = of(call.argument(0));
        SqlText right = of(call.argument(1));
        switch (call.operator()) {
            case DIVIDED -> {
                String zeros = "0".repeat(Evaluator.DIVISION_PLACES);
                sql.add("(div(").add(left).add(" * 1" + zeros + ", NULLIF(").add(right);
                sql.add(", 0)) * 0." + zeros.substring(1) + "1)");
            }
            case MODULO -> sql.add("mod(").add(left).add(", NULLIF(").add(right).add(", 0))");
            case DIV -> sql.add("div(").add(left).add(", NULLIF(").add(right).add(", 0))");
            case POWER -> power(left, call.argument(1), sql);
            default ->
                    sql.add("(")
                            .add(left)
                            .add(" " + call.operator().jsonName() + " ")
                            .add(right)
                            .add(")");
        }
    }

    /** Multiplied out, which is exact; the exponent is a small number that is written out. */
    private static void power(SqlText base, Expression exponent, SqlText.Builder sql) {
        int times = ((BigDecimal) ((Expression.Literal) exponent).value()).intValueExact();
        sql.add("(");
        for (int i = 0; i < times; i++) {
            sql.add(base).add(" * ");
        }
        sql.add(times == 0 ? "(CASE WHEN " : "1");
        if (times == 0) {
            sql.add(base).add(" IS NOT NULL THEN 1 END)");
        }
        sql.add(")");
    }

    private void folded(Expression.Call call, SqlText.Builder sql) {
        if (call.operator() == Operator.CASEI) {
            sql.add("replace(lower(upper(lower(");
            write(call.argument(0), sql);
            sql.add(UNICODE + "))), 'ς', 'σ')");
        } else {
            sql.add("normalize(regexp_replace(normalize(");
            write(call.argument(0), sql);
            sql.add(", NFD), '[\\u0300-\\u036f]', '', 'g'), NFC)");
        }
    }

    private void temporal(Expression.Call call, SqlText.Builder sql) {
        String between = call.operator() == Operator.T_DISJOINT ? " OR " : " AND ";
        boolean days = days(call.argument(0)).orElse(days(call.argument(1)).orElse(true));
        String joint = "(";
        for (Periods.Ends ends : Periods.of(call.operator())) {
            sql.add(joint);
            end(call.argument(0), ends.startOfFirst(), days, sql);
            sql.add(" " + ends.operator().jsonName() + " ");
            end(call.argument(1), ends.startOfSecond(), days, sql);
            joint = between;
        }
        sql.add(")");
    }

    /** Whether it is about days, rather than instants; empty where nothing tells. */
    private Optional<Boolean> days(Expression expression) {
        if (expression instanceof Expression.Interval interval) {
            return interval.from().flatMap(this::days).or(() -> interval.to().flatMap(this::days));
        }
        if (expression instanceof Expression.Literal literal) {
            return Optional.of(literal.value() instanceof LocalDate);
        }
        if (expression instanceof Expression.Property property) {
            return Optional.of(type.knownField(property.name()).type() == FieldType.DATE);
        }
        return expression instanceof Expression.Absent absent
                ? Optional.of(absent.type() == ValueType.DATE)
                : Optional.empty();
    }

    private void end(Expression expression, boolean start, boolean days, SqlText.Builder sql) {
        if (!(expression instanceof Expression.Interval interval)) {
            write(expression, sql);
            return;
        }
        Optional<Expression> said = start ? interval.from() : interval.to();
        if (said.isPresent()) {
            write(said.get(), sql);
        } else {
            sql.add((start ? "'-infinity'::" : "'infinity'::") + (days ? "date" : "timestamptz"));
        }
    }

    private void array(Expression.Call call, SqlText.Builder sql) {
        SqlText left = of(call.argument(0));
        SqlText right = of(call.argument(1));
        switch (call.operator()) {
            case A_CONTAINS -> sql.add("(").add(left).add(" @> ").add(right).add(")");
            case A_CONTAINEDBY -> sql.add("(").add(left).add(" <@ ").add(right).add(")");
            case A_OVERLAPS -> sql.add("(").add(left).add(" && ").add(right).add(")");
            default -> {
                sql.add("(").add(left).add(" @> ").add(right).add(" AND ");
                sql.add(left).add(" <@ ").add(right).add(")");
            }
        }
    }

    private void joined(List<Expression> parts, String between, SqlText.Builder sql) {
        String joint = "";
        for (Expression part : parts) {
            sql.add(joint);
            write(part, sql);
            joint = between;
        }
    }
}
