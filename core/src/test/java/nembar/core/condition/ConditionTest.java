package nembar.core.condition;

import static nembar.core.condition.ConditionScopes.VOYAGE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Conditions in text and JSON, checked and in words (docs/access-model.md, section 5). */
class ConditionTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "status <> 'closed'",
                "status = 'planned' AND margin > 2.50 OR lots <= 3",
                "(status = 'planned' OR status = 'closed') AND hazardous = TRUE",
                "NOT (margin = 1 AND lots = 2)",
                "NOT margin = 1",
                "barge LIKE 'Sor%' AND barge NOT LIKE '%\\_x'",
                "CASEI(barge) LIKE CASEI('sor%')",
                "ACCENTI(barge) = ACCENTI('Élan')",
                "margin BETWEEN -5 AND 5",
                "lots NOT BETWEEN 1 AND 2",
                "status IN ('planned', 'closed') AND lots NOT IN (1, 2, 3)",
                "due IS NULL OR due IS NOT NULL",
                "(lots = 1) IS NULL",
                "(lots = 1 OR margin > 2) IS NOT NULL",
                "T_AFTER(due, today()) IS NULL",
                "A_CONTAINS(permits, ())",
                "A_EQUALS((), permits)",
                "margin + 2 * lots - 1 > 3 * (margin - 1)",
                "margin / 2 % 3 ^ 2 div 4 = 1",
                "due >= today() AND departs < now(7)",
                "T_DURING(departs, INTERVAL(now(), now(7)))",
                "T_AFTER(due, DATE('2026-03-03'))",
                "T_OVERLAPS(INTERVAL(departs, arrives), INTERVAL('2026-01-01T00:00:00Z', '..'))",
                "T_INTERSECTS(INTERVAL(departs, '..'), TIMESTAMP('2026-03-03T14:05:00Z'))",
                "A_CONTAINS(permits, ('fuel', 'ore'))",
                "A_OVERLAPS(user.teams, ('delta'))",
                "below(unit, user.unit)",
                "has('map', 'look') AND unit = user.unit",
                "barge = 'it''s'",
                "TRUE"
            })
    void isWrittenAsItIsRead(String text) {
        Condition condition = Condition.ofText(text);
        condition.check(VOYAGE, Polarity.OPENS);
        assertThat(condition.text()).isEqualTo(text);
        assertThat(Condition.ofJson(condition.json())).isEqualTo(condition);
    }

    @Test
    void keywordsAreReadInAnyCaseAndSpacing() {
        assertThat(Condition.ofText("status in('planned')and not(lots  is null)").text())
                .isEqualTo("status IN ('planned') AND lots IS NOT NULL");
    }

    @Test
    void quotedNamesMayBeAnything() {
        assertThat(Condition.ofText("\"and\" = \"a \"\"b\"\"\"").text())
                .isEqualTo("\"and\" = \"a \"\"b\"\"\"");
    }

    @Test
    void jsonIsTheStandardsEncoding() {
        assertThat(Condition.ofText("status <> 'closed' AND lots NOT IN (1, 2)").json())
                .hasToString(
                        "{op=and, args=[{op=<>, args=[{property=status}, closed]}, {op=not,"
                                + " args=[{op=in, args=[{property=lots}, [1, 2]]}]}]}");
        assertThat(Condition.ofText("T_AFTER(due, DATE('2026-03-03'))").json())
                .isEqualTo(
                        Map.of(
                                "op",
                                "t_after",
                                "args",
                                List.of(Map.of("property", "due"), Map.of("date", "2026-03-03"))));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "stauts = 'closed' | character 1: no field `stauts` on Voyage; did you mean `status`?",
                "status = 'clsed' | character 10: `status` is never `clsed`; did you mean `closed`?",
                "margin = 'x' | character 10: `margin` is a number, and this is a text",
                "margin > | character 9: expected a value, found the end",
                "margin > 1 extra | character 12: expected AND, OR or the end, found `extra`",
                "(margin > 1 | character 12: expected ), found the end",
                "margin NOT 3 | character 12: expected LIKE, BETWEEN or IN after NOT, found `3`",
                "hazardous | character 1: expected a condition, found a value; write `hazardous = TRUE`",
                "due < now() | character 7: `due` is a date, and this is a timestamp",
                "T_BEFORE(due, now()) | character 1: one side is a date, the other a timestamp; compare days with today(), instants with now()",
                "T_DURING(due, INTERVAL('2026-02-01', '2026-01-01')) | character 15: it ends before it begins",
                "todya() = due | character 1: no function `todya`; did you mean `today`?",
                "permits = 'a' | character 1: a list is compared with A_CONTAINS, A_OVERLAPS ...",
                "barge LIKE 'a\\' | character 12: the pattern ends in a \\ that stands before nothing",
                "margin ^ lots > 1 | character 10: an exponent is a whole number from 0 to 9, written out",
                "margin = 1e999 | character 10: a number has at most 40 digits",
                "due = DATE('2026-02-30') | character 7: `2026-02-30` is no day; write it as in DATE('2026-03-03')",
                "barge = 'open | character 9: this text has no closing quote",
                "below(unit, barge) | character 13: the unit to be below is written out, or one of the person's, as in user.unit",
                "NOT has('map', 'look') | character 5: has may not stand under a NOT here: a level more would then take access away, and grants only add",
                "has('mpa', 'look') | character 5: no function `mpa`; did you mean `map`?",
                "has('map', 'lok') | character 12: no level of `map` `lok`; did you mean `look`?",
                "below(unit, 'peer') | character 13: no unit `peer`; did you mean `pier`?",
                "(has('map', 'look') OR lots = 1) IS NULL | character 1: has may not stand before IS NULL: a level more could then both give and take",
                "barge = 'o\\'er' | character 12: a quote within a text is written twice, as in 'o''er'",
                "due BETWEEN today() AND today(7) | character 1: BETWEEN is for numbers, found a date; use >= and <=, or T_DURING",
            })
    void saysWhereAndWhatWasExpected(String text, String message) {
        assertThatThrownBy(() -> Condition.ofText(text).check(VOYAGE, Polarity.OPENS))
                .isInstanceOf(ConditionRefused.class)
                .hasMessage(message);
    }

    @Test
    void inAFieldFilterHasStandsUnderANot() {
        Condition.ofText("NOT has('map', 'look')").check(VOYAGE, Polarity.RESTRICTS);
        assertThatThrownBy(
                        () ->
                                Condition.ofText("has('map', 'look')")
                                        .check(VOYAGE, Polarity.RESTRICTS))
                .hasMessageContaining("only under a NOT in a field filter");
    }

    @Test
    void whatAJsonFormGetsWrongIsPointedAt() {
        assertThatThrownBy(
                        () ->
                                Condition.ofJson(
                                        Map.of("op", "and", "args", List.of(true, Map.of()))))
                .hasMessage("$.args[1]: expected one of op, property, date, timestamp, interval");
        assertThatThrownBy(() -> Condition.ofJson(Map.of("op", "nto", "args", List.of(true))))
                .hasMessageContaining("$.op: no operator or function `nto`");
    }

    @Test
    void depthAndSizeAreLimited() {
        assertThatThrownBy(() -> Condition.ofText("(".repeat(5000) + "TRUE"))
                .hasMessageContaining("deep in one another");
        assertThatThrownBy(() -> Condition.ofText("1 + ".repeat(60) + "1 = 2"))
                .hasMessageContaining("deep in one another");
        assertThatThrownBy(() -> Condition.ofText("TRUE AND ".repeat(1001) + "TRUE"))
                .hasMessageContaining("at most 1000 parts");
        assertThatThrownBy(() -> Condition.ofText(" ".repeat(10_001)))
                .hasMessageContaining("at most 10000 characters");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "status <> 'closed' AND T_DURING(departs, INTERVAL(now(), now(7))) | status is not closed and departs within 7 days",
                "NOT (lots > 3 OR hazardous = TRUE) | lots is at most 3 and hazardous is no",
                "CASEI(barge) LIKE CASEI('sor%') | barge begins with sor",
                "barge NOT LIKE '%x%' | barge does not contain x",
                "due < today(-30) | due is before 30 days before today",
                "(lots = 1) IS NULL | it is not known whether lots is 1",
                "(lots = 1) IS NOT NULL | it is known whether lots is 1",
                "status IN ('planned', 'closed') OR due IS NULL | status is planned or closed or due is empty",
                "below(unit, user.unit) | unit is the person's unit or below",
                "A_OVERLAPS(permits, ('fuel', 'ore')) | permits has any of fuel and ore",
                "has('map', 'look') | the person has map at look",
                "margin * 2 - lots >= user.grade | (margin times 2) minus lots is at least the person's grade",
            })
    void isSaidInPlainWords(String text, String words) {
        assertThat(Condition.ofText(text).words(VOYAGE)).isEqualTo(words);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "margin > 3 AND margin < 3",
                "status = 'planned' AND status = 'closed'",
                "status <> 'planned' AND status <> 'closed' AND status <> 'under way'",
                "due IS NULL AND due > DATE('2026-01-01')",
                "hazardous = TRUE AND hazardous = FALSE",
                "lots IN (1, 2) AND lots NOT IN (1, 2, 3)",
                "NOT (barge LIKE 'a%' OR NOT barge LIKE 'a%')",
                "T_AFTER(due, DATE('2026-03-03')) AND due < DATE('2026-03-01')",
                "5 < lots AND lots BETWEEN 1 AND 4"
            })
    void whatCanNeverHoldIsSeen(String text) {
        Expression expression = Condition.ofText(text).expression();
        assertThat(new Satisfiability(VOYAGE).never(expression)).isTrue();
        assertThat(new Satisfiability(VOYAGE).always(expression)).isFalse();
    }

    @Test
    void whatAlwaysHoldsIsSeen() {
        Satisfiability seen = new Satisfiability(VOYAGE);
        assertThat(seen.always(read("due IS NULL OR due IS NOT NULL"))).isTrue();
        assertThat(seen.always(read("lots > 1 OR lots <= 1 OR lots IS NULL"))).isTrue();
        assertThat(seen.always(read("lots > 1 OR lots <= 1")))
                .as("without a value it is unknown")
                .isFalse();
        assertThat(seen.always(read("NOT (lots > 3 AND lots < 2)")))
                .as("without a value it is unknown")
                .isFalse();
    }

    @Test
    void whatFollowsIsSeen() {
        Satisfiability seen = new Satisfiability(VOYAGE);
        assertThat(seen.implies(read("lots > 5"), read("lots > 3"))).isTrue();
        assertThat(seen.implies(read("lots > 3"), read("lots > 5"))).isFalse();
        assertThat(seen.implies(read("status = 'closed'"), read("status IN ('closed', 'planned')")))
                .isTrue();
        assertThat(seen.implies(read("lots = 1 AND margin = 2"), read("margin = 2"))).isTrue();
        assertThat(seen.implies(read("margin = 2"), read("margin = 2.0"))).isTrue();
    }

    private static Expression read(String text) {
        return Condition.ofText(text).expression();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "((((((lots^9)^9)^9)^9)^9)^9)^9 > 0",
                "((lots + margin)^9)^9 > 0",
                "1 + 2 * ((lots^5)^5)^5 = margin",
                "((lots ^ 9 - 1) ^ 9) ^ 2 > 1"
            })
    void powersOfPowersAreBounded(String text) {
        Condition condition = Condition.ofText(text);
        assertThatThrownBy(() -> condition.check(VOYAGE, Polarity.OPENS))
                .isInstanceOf(ConditionRefused.class)
                .extracting(refused -> ((ConditionRefused) refused).reason())
                .asString()
                .contains("at most 100 values");
    }

    @Test
    void aPowerOfASumIsStillAPower() {
        Condition.ofText("(lots + margin)^9 > 0").check(VOYAGE, Polarity.OPENS);
        Condition.ofText("((lots^9)^9) > 0").check(VOYAGE, Polarity.OPENS);
    }
}
