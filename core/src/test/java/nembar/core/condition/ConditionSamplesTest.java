package nembar.core.condition;

import static nembar.core.condition.ConditionScopes.VOYAGE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Random;
import nembar.core.testing.RandomCondition;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The laws of conditions on fixed samples, and the edges of what can be read. */
class ConditionSamplesTest {
    private static final int SAMPLES = 400;

    @Test
    void bothEncodingsRoundTrip() {
        for (long seed = 0; seed < SAMPLES; seed++) {
            Condition condition = Condition.of(random(seed));
            condition.check(VOYAGE, Polarity.OPENS);
            assertThat(Condition.ofText(condition.text())).isEqualTo(condition);
            assertThat(Condition.ofJson(condition.json())).isEqualTo(condition);
        }
    }

    @Test
    void whatIsSeenIsSo() {
        Satisfiability seen = new Satisfiability(VOYAGE);
        int never = 0;
        int implied = 0;
        for (long seed = 0; seed < 10 * SAMPLES; seed++) {
            Expression one = random(seed);
            Expression both = Expression.of(Operator.AND, one, random(seed + 1));
            boolean impossible = seen.never(both);
            boolean implies = seen.implies(both, one);
            never += impossible ? 1 : 0;
            implied += implies ? 1 : 0;
            Random random = new Random(seed);
            for (int i = 0; i < 6; i++) {
                SomeVoyage voyage = new SomeVoyage(random);
                assertThat(impossible && voyage.meets(both)).as(both.toString()).isFalse();
                assertThat(implies && voyage.meets(both) && !voyage.meets(one)).isFalse();
                assertThat(seen.always(one) && !voyage.meets(one)).as(one.toString()).isFalse();
            }
        }
        assertThat(never).as("some are seen").isGreaterThan(20);
        assertThat(implied).as("most are seen").isGreaterThan(500);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "lots >= 3 AND lots <= 3 | false",
                "lots >= 3 AND lots < 3 | true",
                "lots > 3 AND lots <= 3 | true",
                "lots >= 3 AND lots <= 3 AND lots <> 3 | true",
                "lots = 3 AND lots >= 3 | false",
                "lots = 3 AND lots > 3 | true",
                "lots = 3 AND lots < 3 | true",
                "lots IN (1, 2) AND lots > 1 | false",
                "lots IN (1, 2) AND lots > 2 | true",
                "lots IN (1, 2) AND lots NOT IN (1, 2) | true",
                "lots > 2 AND lots > 3 AND lots < 3.5 | false",
                "lots > 3 AND lots > 2 AND lots <= 3 | true",
                "lots < 2 AND lots < 3 AND lots >= 2 | true",
                "lots < 3 AND lots <= 3 AND lots >= 3 | true",
                "3 > lots AND 4 < lots | true",
                "3 >= lots AND 3 <= lots | false",
                "3 = lots AND lots <> 3 | true",
                "hazardous <> TRUE AND hazardous <> FALSE | true",
                "hazardous = TRUE AND hazardous <> FALSE | false",
                "lots BETWEEN 5 AND 4 | true",
                "lots NOT BETWEEN 5 AND 4 AND lots = 1 | false",
                "T_AFTER(due, DATE('2026-03-03')) AND T_BEFORE(due, DATE('2026-03-03')) | true",
                "T_EQUALS(due, DATE('2026-03-03')) AND NOT T_EQUALS(due, DATE('2026-03-03')) | true",
                "T_EQUALS(due, DATE('2026-03-03')) AND due > DATE('2026-03-03') | true",
                "T_DURING(due, INTERVAL('2026-03-01', '2026-03-03')) AND due = DATE('2026-03-03') | true",
                "T_DURING(due, INTERVAL('2026-03-01', '2026-03-03')) AND due = DATE('2026-03-02') | false",
                "T_DURING(due, INTERVAL('2026-03-01', '..')) AND due < DATE('2026-03-01') | true",
                "due IS NULL AND due IS NOT NULL | true",
                "due IS NULL OR lots > 3 | false",
                "barge = 'a' AND barge LIKE 'b%' | false",
                "FALSE | true",
                "FALSE OR lots = 1 | false",
                "TRUE AND FALSE | true",
            })
    void contradictionsAreSeen(String text, boolean never) {
        assertThat(new Satisfiability(VOYAGE).never(Condition.ofText(text).expression()))
                .isEqualTo(never);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "lots = 1.5e2",
                "lots = 1.5E-2",
                "lots = .5",
                "lots = - 3",
                "lots = +3",
                "lots = -margin",
                "lots-1=2",
                "a:b_c.d1 = 'x'",
                "_x = 1\tAND\n:y = 2\r\n",
                "notes = 'x' AND orders = 'y' AND inner = 'z'",
                "lots = 1e",
            })
    void unusualSpellingsAreReadOrRefusedWithAPlace(String text) {
        try {
            Condition read = Condition.ofText(text);
            assertThat(Condition.ofText(read.text())).isEqualTo(read);
        } catch (ConditionRefused refused) {
            assertThat(text).isEqualTo("lots = 1e");
            assertThat(refused.place()).isEqualTo("character 9");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "lots = -margin | lots = -1 * margin",
                "lots-1=2 | lots - 1 = 2",
                "lots = +3 | lots = 3",
                "lots = .5 | lots = 0.5",
                "lots - (margin - 1) = 2 | lots - (margin - 1) = 2",
                "(lots - margin) - 1 = 2 | lots - margin - 1 = 2",
                "(2 ^ 2) ^ 2 = 16 | (2 ^ 2) ^ 2 = 16",
                "NOT (NOT lots = 1) | NOT (NOT lots = 1)",
                "NOT (lots IN (1)) | lots NOT IN (1)",
            })
    void isWrittenInOneWay(String text, String written) {
        assertThat(Condition.ofText(text).text()).isEqualTo(written);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "lots IN () | character 9: expected a list of at least one value",
                "lots IN 3 | character 9: expected (, found `3`",
                "today(1, 2) = due | character 1: today takes 0 or 1 arguments",
                "below(unit) | character 1: below takes 2 arguments",
                "CASEI() = barge | character 1: CASEI takes 1 arguments",
                "due = DATE(3) | character 12: expected a text in single quotes, found `3`",
                "due = DATE('0000-01-01') | character 7: `0000-01-01` is no day; write it as in DATE('2026-03-03')",
                "departs = TIMESTAMP('2026-03-03T14:05:00.1234567Z') | character 11: `2026-03-03T14:05:00.1234567Z` is no instant to the microsecond; write it as in TIMESTAMP('2026-03-03T14:05:00Z')",
                "lots = AND | character 8: expected a value, found AND",
                "lots = # | character 8: expected a value, found `#`",
                "lots IS 3 | character 9: expected NULL, found `3`",
                "lots BETWEEN 1 OR 3 | character 16: expected AND, found `OR`",
                "permits < ('a') | character 1: a list is compared with A_CONTAINS, A_OVERLAPS ...",
                "hazardous < TRUE | character 1: yes or no can only be equal or not, not more or less",
                "T_AFTER(lots, today()) | character 9: expected a date, a timestamp or an interval, found a number",
                "T_DURING(due, INTERVAL('2026-01-01', '2026-01-01T00:00:00Z')) | character 15: one end is a date, the other a timestamp",
                "A_CONTAINS(permits, (1)) | character 22: the elements of a list are texts, written out",
                "A_CONTAINS(permits, barge) | character 21: expected a list, found a text",
                "barge LIKE user.id | character 12: expected a pattern in single quotes",
                "lots + barge = 1 | character 8: expected a number, found a text",
                "today(1.5) = due | character 7: a number of days is a whole number from -36600 to 36600, written out",
                "today(40000) = due | character 7: a number of days is a whole number from -36600 to 36600, written out",
                "lots ^ 10 = 1 | character 8: an exponent is a whole number from 0 to 9, written out",
                "has(barge, 'x') | character 5: expected a text in single quotes",
                "user.grde > 3 | character 1: no name `user.grde` of the person; did you mean `user.grade`?",
                "(lots = 1) = TRUE | character 2: expected a value, found a condition",
                "INTERVAL('..', '..') = due | character 1: an interval is compared with T_DURING, T_INTERSECTS ...",
                "lots | character 1: expected a condition, found a number",
                "NOT lots | character 5: expected a condition, found a number",
                "CASEI(lots) = 'a' | character 7: expected a text, found a number",
            })
    void whatIsWrongIsSaid(String text, String message) {
        assertThatThrownBy(() -> Condition.ofText(text).check(VOYAGE, Polarity.OPENS))
                .isInstanceOf(ConditionRefused.class)
                .hasMessage(message);
    }

    @Test
    void whatJsonGetsWrongIsSaid() {
        refused(Map.of("op", 3), "$.op: expected a text");
        refused(Map.of("op", "and"), "$.args: expected a list");
        refused(Map.of("op", "and", "args", List.of(true)), "$: and takes at least 2 arguments");
        refused(Map.of("op", "today", "args", List.of(1, 2)), "$: today takes 0 or 1 arguments");
        refused(Map.of("op", "=", "args", List.of(), "x", 1), "$: `x` has no place here");
        refused(Map.of("property", 1), "$: expected a text");
        refused(Map.of("date", "x"), "$: `x` is no day; write it as in DATE('2026-03-03')");
        refused(Map.of("interval", List.of("..")), "$.interval: an interval has two ends");
        refused(Map.of("property", "a", "b", 1), "$: `b` has no place here");
        refused("a\ud800", "$: a text has a character that is none");
    }

    private static void refused(Object json, String message) {
        assertThatThrownBy(() -> Condition.ofJson(json)).hasMessage(message);
    }

    private static Expression random(long seed) {
        return new RandomCondition(new Random(seed), VOYAGE, List.of("pier")).next(Polarity.OPENS);
    }
}
