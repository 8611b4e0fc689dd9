package nembar.core.condition;

import static nembar.core.condition.ConditionScopes.VOYAGE;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import nembar.core.testing.RandomCondition;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** What holds for every condition (docs/access-model.md, section 5). */
class ConditionLaws {
    private static final int FUZZED = 500_000;
    private static final List<String> PIECES =
            List.of(
                    "a",
                    "status",
                    "user.unit",
                    "'x'",
                    "'",
                    "\"",
                    "(",
                    ")",
                    ",",
                    "AND",
                    "or",
                    "NOT",
                    "IN",
                    "LIKE",
                    "BETWEEN",
                    "IS",
                    "NULL",
                    "=",
                    "<>",
                    "<",
                    "1",
                    "-",
                    "1e9",
                    ".",
                    "DATE('2026-03-03')",
                    "INTERVAL(",
                    "'..'",
                    "T_AFTER(",
                    "A_OVERLAPS(",
                    "CASEI(",
                    "today()",
                    "has('a','b')",
                    "^",
                    "%",
                    "div",
                    "\u0000",
                    "\ud800",
                    "é",
                    "TRUE",
                    "1e99999999999",
                    "TIMESTAMP('",
                    "\n");

    @Property(tries = 2000)
    void bothEncodingsRoundTrip(@ForAll long seed) {
        Condition condition = Condition.of(random(seed));
        condition.check(VOYAGE, Polarity.OPENS);
        assertThat(Condition.ofText(condition.text())).isEqualTo(condition);
        assertThat(Condition.ofJson(condition.json())).isEqualTo(condition);
        assertThat(condition.words(VOYAGE)).isNotBlank();
    }

    @Property(tries = 2000)
    void rowsAndTextTurnIntoEachOther(@ForAll long seed) {
        Condition condition = Condition.of(random(seed));
        ConditionRow row = ConditionRow.of(condition.expression());
        assertThat(row.expression()).isEqualTo(condition.expression());
        Condition read = Condition.ofText(condition.text());
        assertThat(ConditionRow.of(read.expression())).isEqualTo(row);
    }

    @Property(tries = 2000)
    void whatIsSeenToNeverHoldNeverHolds(@ForAll long seed) {
        Random random = new Random(seed);
        Expression one = random(seed);
        Expression other = random(seed + 1);
        Satisfiability seen = new Satisfiability(VOYAGE);
        boolean never = seen.never(one);
        boolean always = seen.always(one);
        boolean implies = seen.implies(one, other);
        for (int i = 0; i < 20; i++) {
            SomeVoyage voyage = new SomeVoyage(random);
            boolean holds = voyage.meets(one);
            assertThat(never && holds).isFalse();
            assertThat(always && !holds).isFalse();
            assertThat(implies && holds && !voyage.meets(other)).isFalse();
        }
    }

    @Property(tries = 1)
    void noTextBreaksTheReader(@ForAll long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < FUZZED; i++) {
            StringBuilder text = new StringBuilder();
            for (int piece = random.nextInt(14); piece >= 0; piece--) {
                text.append(PIECES.get(random.nextInt(PIECES.size())));
                text.append(random.nextInt(3) == 0 ? "" : " ");
            }
            try {
                Condition read = Condition.ofText(text.toString());
                assertThat(Condition.ofText(read.text())).isEqualTo(read);
                read.check(VOYAGE, Polarity.OPENS);
            } catch (ConditionRefused refused) {
                assertThat(refused.place()).isNotBlank();
            }
        }
    }

    @Property(tries = 1)
    void noJsonBreaksTheReader(@ForAll long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < FUZZED; i++) {
            Object json = json(random, 4);
            try {
                Condition read = Condition.ofJson(json);
                assertThat(Condition.ofJson(read.json())).isEqualTo(read);
                read.check(VOYAGE, Polarity.OPENS);
                assertThat(Condition.ofText(read.text())).isEqualTo(read);
            } catch (ConditionRefused refused) {
                assertThat(refused.place()).isNotBlank();
            }
        }
    }

    private static Object json(Random random, int deep) {
        switch (random.nextInt(deep == 0 ? 5 : 9)) {
            case 0:
                return PIECES.get(random.nextInt(PIECES.size()));
            case 1:
                return random.nextBoolean() ? (Object) random.nextInt() : random.nextDouble();
            case 2:
                return random.nextBoolean();
            case 3:
                return Map.of("property", random.nextBoolean() ? "status" : "margin");
            case 4:
                return Map.of(
                        random.nextBoolean() ? "date" : "interval",
                        random.nextBoolean() ? "2026-03-03" : List.of("..", "2026-03-03"));
            case 5:
                return List.of(json(random, deep - 1));
            default:
                Operator[] operators = Operator.values();
                List<Object> arguments = new ArrayList<>();
                for (int i = random.nextInt(4); i > 0; i--) {
                    arguments.add(json(random, deep - 1));
                }
                return Map.of(
                        "op",
                        operators[random.nextInt(operators.length)].jsonName(),
                        "args",
                        arguments);
        }
    }

    private static Expression random(long seed) {
        return new RandomCondition(new Random(seed), VOYAGE, List.of("pier")).next(Polarity.OPENS);
    }
}
