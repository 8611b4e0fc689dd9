package nembar.core.condition;

import static nembar.core.condition.ConditionScopes.VOYAGE;
import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every kind of predicate in plain words, and its opposite. */
class ConditionWordsTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "TRUE | always",
                "NOT TRUE | never",
                "lots = 3 | lots is 3",
                "NOT lots = 3 | lots is not 3",
                "lots < 3 | lots is less than 3",
                "NOT lots < 3 | lots is at least 3",
                "lots > 3 | lots is more than 3",
                "NOT lots <= 3 | lots is more than 3",
                "NOT lots >= 3 | lots is less than 3",
                "NOT lots <> 3 | lots is 3",
                "due < DATE('2026-03-03') | due is before 3 March 2026",
                "due <= DATE('2026-03-03') | due is at the latest 3 March 2026",
                "due >= today() | due is at the earliest today",
                "departs > TIMESTAMP('2026-03-03T14:05:00Z') | departs is after 3 March 2026 14:05 UTC",
                "DATE('2026-03-03') < due | 3 March 2026 is before due",
                "now(1) > departs | 1 day from now is after departs",
                "hazardous = TRUE | hazardous is yes",
                "hazardous <> TRUE | hazardous is no",
                "NOT hazardous = FALSE | hazardous is yes",
                "lots BETWEEN 1 AND 3 | lots is from 1 to 3",
                "lots NOT BETWEEN 1 AND 3 | lots is not from 1 to 3",
                "status NOT IN ('planned', 'closed') | status is not planned or closed",
                "due IS NULL | due is empty",
                "due IS NOT NULL | due is filled in",
                "barge LIKE 'a%' | barge begins with a",
                "barge NOT LIKE 'a%' | barge does not begin with a",
                "barge LIKE '%a' | barge ends with a",
                "barge NOT LIKE '%a' | barge does not end with a",
                "barge LIKE '%a%' | barge contains a",
                "barge LIKE 'a_b' | barge looks like a_b",
                "barge NOT LIKE 'a%b' | barge does not look like a%b",
                "barge LIKE '%' | barge looks like %",
                "A_CONTAINS(permits, ('x')) | permits has all of x",
                "NOT A_CONTAINS(permits, ('x')) | permits lacks some of x",
                "A_CONTAINEDBY(permits, ('x', 'y')) | permits has nothing beyond x and y",
                "NOT A_CONTAINEDBY(permits, ('x')) | permits has more than x",
                "A_EQUALS(permits, ('x')) | permits is exactly x",
                "NOT A_EQUALS(permits, ('x')) | permits is not exactly x",
                "NOT A_OVERLAPS(permits, ('x')) | permits has none of x",
                "NOT below(unit, 'pier') | unit is not pier or below",
                "NOT has('map', 'look') | the person has not map at look",
                "T_DURING(departs, INTERVAL(now(-30), now())) | departs within the last 30 days",
                "NOT T_DURING(departs, INTERVAL(now(), now(1))) | departs not within 1 day",
                "T_DURING(departs, INTERVAL(now(1), now(2))) | departs is within the time from 1 day from now to 2 days from now",
                "T_DURING(due, INTERVAL('2026-01-01', '..')) | due is within the time from 1 January 2026",
                "T_DURING(due, INTERVAL('..', '2026-01-01')) | due is within the time up to 1 January 2026",
                "T_DURING(due, INTERVAL('..', '..')) | due is within all time",
                "T_AFTER(due, today()) | due is after today",
                "NOT T_BEFORE(due, today()) | due is not before today",
                "T_CONTAINS(INTERVAL(departs, arrives), now()) | the time from departs to arrives is around now",
                "T_DISJOINT(due, today()) | due is apart from today",
                "T_EQUALS(due, today(-2)) | due is the same as 2 days before today",
                "T_INTERSECTS(due, today()) | due is at a time of today",
                "T_MEETS(due, today()) | due is ended when this begins: today",
                "T_METBY(due, today()) | due is begun when this ends: today",
                "T_STARTS(due, today()) | due is begun with and ended within today",
                "T_STARTEDBY(due, today()) | due is begun with and ended after today",
                "T_FINISHES(due, today()) | due is begun within and ended with today",
                "T_FINISHEDBY(due, today()) | due is begun before and ended with today",
                "T_OVERLAPS(due, today()) | due is begun before and ended within today",
                "T_OVERLAPPEDBY(due, today()) | due is begun within and ended after today",
                "lots + 1 = margin - 1 | lots plus 1 is margin minus 1",
                "lots / 2 = margin ^ 2 | lots divided by 2 is margin to the power of 2",
                "lots div 2 = margin % 2 | lots whole times by 2 is margin modulo 2",
                "ACCENTI(barge) = 'a' | barge is a",
                "(lots = 1 OR lots = 2) AND margin = 3 | (lots is 1 or lots is 2) and margin is 3",
                "NOT (lots = 1 AND margin = 3) | lots is not 1 or margin is not 3",
                "NOT (lots = 1 AND NOT margin = 3) | lots is not 1 or margin is 3",
            })
    void isSaid(String text, String words) {
        Condition condition = Condition.ofText(text);
        condition.check(VOYAGE, text.contains("NOT has") ? Polarity.RESTRICTS : Polarity.OPENS);
        assertThat(condition.words(VOYAGE)).isEqualTo(words);
    }
}
