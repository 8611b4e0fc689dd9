package nembar.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Random;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.Evaluator;
import nembar.core.condition.Expression;
import nembar.core.condition.Operator;
import nembar.core.condition.Polarity;
import nembar.core.lookup.Lookups;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Draws;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;

/** What is written in a few characters costs little to render and to evaluate (section 5). */
class SizeLaws {
    private static final int SQL_FOR_A_CHARACTER = 400;
    private static final int DIGITS_AT_MOST = 100_000;
    private static final Map<String, Object> ROW = Map.of("crew", 987_654_321L);

    private final AccessModel model = new Harbour().model();
    private final RecordType trip = model.catalogue().recordType("trip").orElseThrow();

    @Law(tries = 2_000)
    void whatPassesTheCheckComesToNoMoreThanItsBudget(Draws draws) {
        Condition condition =
                Condition.of(
                        Expression.of(
                                Operator.GREATER,
                                number(draws, 6),
                                new Expression.Literal(BigDecimal.ZERO)));
        try {
            condition.check(model.scopeOf(trip), Polarity.OPENS);
        } catch (ConditionRefused tooMuch) {
            return;
        }
        String text = condition.text();
        SqlText sql =
                new TableScan(trip, "t", Lookups.NONE)
                        .where(RecordSet.where(condition.expression(), text));
        assertThat(sql.sql().length())
                .as("SQL of %s", text)
                .isLessThan(SQL_FOR_A_CHARACTER * Math.max(20, text.length()));
        Expression counted = ((Expression.Call) condition.expression()).argument(0);
        if (Evaluator.value(counted, ROW::get) instanceof BigDecimal number) {
            assertThat(number.precision()).as("digits of %s", text).isLessThan(DIGITS_AT_MOST);
        }
    }

    /** Powers of powers mostly, as deep as they go. */
    private static Expression number(Random random, int deep) {
        if (deep == 0 || random.nextInt(6) == 0) {
            return random.nextInt(3) > 0
                    ? new Expression.Property("crew")
                    : new Expression.Literal(BigDecimal.valueOf(random.nextInt(99)));
        }
        if (random.nextInt(3) > 0) {
            return Expression.of(
                    Operator.POWER,
                    number(random, deep - 1),
                    new Expression.Literal(BigDecimal.valueOf(random.nextInt(10))));
        }
        List<Operator> others =
                List.of(
                        Operator.PLUS,
                        Operator.TIMES,
                        Operator.DIVIDED,
                        Operator.DIV,
                        Operator.MODULO);
        return Expression.of(
                others.get(random.nextInt(others.size())),
                number(random, deep - 1),
                number(random, deep - 1));
    }
}
