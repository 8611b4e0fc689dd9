package nembar.core.condition;

import static nembar.core.condition.ConditionScopes.VOYAGE;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import nembar.core.testing.Draws;
import nembar.core.testing.Law;
import nembar.core.testing.RandomCondition;

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

    @Law(tries = 2000)
    void bothEncodingsRoundTrip(Draws draws) {
        Condition condition = Condition.of(random(draws));
        condition.check(VOYAGE, Polarity.OPENS);
        assertThat(Condition.ofText(condition.text())).isEqualTo(condition);
        assertThat(Condition.ofJson(condition.json())).isEqualTo(condition);
        assertThat(condition.words(VOYAGE)).isNotBlank();
    }

    @Law(tries = 2000)
    void rowsAndTextTurnIntoEachOther(Draws draws) {
        Condition condition = Condition.of(random(draws));
        ConditionRow row = ConditionRow.of(condition.expression());
        assertThat(row.expression()).isEqualTo(condition.expression());
        Condition read = Condition.ofText(condition.text());
        assertThat(ConditionRow.of(read.expression())).isEqualTo(row);
    }

    @Law(tries = 2000)
    void whatIsSeenToNeverHoldNeverHolds(Draws draws) {
        Expression one = random(draws);
        Expression other = random(draws);
        Satisfiability seen = new Satisfiability(VOYAGE);
        boolean never = seen.never(one);
        boolean always = seen.always(one);
        boolean implies = seen.implies(one, other);
        for (int i = 0; i < 20; i++) {
            SomeVoyage voyage = new SomeVoyage(draws);
            boolean holds = voyage.meets(one);
            assertThat(never && holds).isFalse();
            assertThat(always && !holds).isFalse();
            assertThat(implies && holds && !voyage.meets(other)).isFalse();
        }
    }

    @Law(tries = 1)
    void noTextBreaksTheReader(Draws draws) {
        for (int i = 0; i < FUZZED; i++) {
            StringBuilder text = new StringBuilder();
            for (int piece = draws.nextInt(14); piece >= 0; piece--) {
                text.append(PIECES.get(draws.nextInt(PIECES.size())));
                text.append(draws.nextInt(3) == 0 ? "" : " ");
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

    @Law(tries = 1)
    void noJsonBreaksTheReader(Draws draws) {
        for (int i = 0; i < FUZZED; i++) {
            Object json = json(draws, 4);
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

    private static Object json(Random draws, int deep) {
        switch (draws.nextInt(deep == 0 ? 5 : 9)) {
            case 0:
                return PIECES.get(draws.nextInt(PIECES.size()));
            case 1:
                return draws.nextBoolean() ? (Object) draws.nextInt() : draws.nextDouble();
            case 2:
                return draws.nextBoolean();
            case 3:
                return Map.of("property", draws.nextBoolean() ? "status" : "margin");
            case 4:
                return Map.of(
                        draws.nextBoolean() ? "date" : "interval",
                        draws.nextBoolean() ? "2026-03-03" : List.of("..", "2026-03-03"));
            case 5:
                return List.of(json(draws, deep - 1));
            default:
                Operator[] operators = Operator.values();
                List<Object> arguments = new ArrayList<>();
                for (int i = draws.nextInt(4); i > 0; i--) {
                    arguments.add(json(draws, deep - 1));
                }
                return Map.of(
                        "op",
                        operators[draws.nextInt(operators.length)].jsonName(),
                        "args",
                        arguments);
        }
    }

    private static Expression random(Random draws) {
        return new RandomCondition(draws, VOYAGE, List.of("pier")).next(Polarity.OPENS);
    }
}
