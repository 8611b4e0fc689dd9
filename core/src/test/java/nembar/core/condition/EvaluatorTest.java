package nembar.core.condition;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What conditions come to on one record, unknown included (docs/access-model.md, section 5). */
class EvaluatorTest {
    private static final Map<String, Object> VOYAGE = new HashMap<>();

    static {
        VOYAGE.put("status", "planned");
        VOYAGE.put("barge", "Élan_1");
        VOYAGE.put("margin", new BigDecimal("2.50"));
        VOYAGE.put("lots", 3L);
        VOYAGE.put("due", LocalDate.of(2026, 3, 3));
        VOYAGE.put("departs", Instant.parse("2026-03-03T12:00:00Z"));
        VOYAGE.put("arrives", Instant.parse("2026-03-05T12:00:00Z"));
        VOYAGE.put("hazardous", true);
        VOYAGE.put("permits", Arrays.asList("fuel", null, "ore"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "status = 'planned' | true",
                "nothing = 'planned' | unknown",
                "NOT nothing = 'planned' | unknown",
                "nothing = 1 AND lots = 4 | false",
                "nothing = 1 AND lots = 3 | unknown",
                "nothing = 1 OR lots = 3 | true",
                "nothing = 1 OR lots = 4 | unknown",
                "nothing IS NULL | true",
                "(nothing = 1) IS NULL | true",
                "(lots = 1) IS NULL | false",
                "(nothing = 1 OR lots = 3) IS NULL | false",
                "CASEI('Straße') = CASEI('STRASSE') | true",
                "CASEI('ﬁn') = CASEI('FIN') | true",
                "CASEI('ΑΣ') = CASEI('ας') | true",
                "CASEI('ı') = CASEI('j') | false",
                "ACCENTI('한국') LIKE '__' | true",
                "A_CONTAINS(permits, ()) | true",
                "A_CONTAINEDBY((), permits) | true",
                "A_OVERLAPS(permits, ()) | false",
                "lots IS NOT NULL | true",
                "lots IN (1, 3) | true",
                "lots IN (1, nothing) | unknown",
                "lots NOT IN (3, nothing) | false",
                "margin = 2.5 | true",
                "margin BETWEEN 2 AND 2.5 | true",
                "lots BETWEEN nothing AND 1 | false",
                "lots BETWEEN 1 AND nothing | unknown",
                "lots / 0 = 1 | unknown",
                "lots % 2 = 1 | true",
                "-7 % 4 = -3 | true",
                "7 div 2 = 3 | true",
                "lots ^ 2 = 9 | true",
                "1 / 3 = 0.333333333333 | true",
                "2 + 3 * 4 = 14 | true",
                "barge LIKE 'É%' | true",
                "barge LIKE 'É___\\_1' | true",
                "barge LIKE 'é%' | false",
                "CASEI(barge) LIKE CASEI('éLAN%') | true",
                "ACCENTI(barge) = 'Elan_1' | true",
                "ACCENTI(CASEI(barge)) = 'elan_1' | true",
                "'B' < 'a' | true",
                "'｡' < '𝔸' | true",
                "due = DATE('2026-03-03') | true",
                "T_AFTER(due, DATE('2026-03-02')) | true",
                "T_BEFORE(due, DATE('2026-03-03')) | false",
                "T_EQUALS(due, DATE('2026-03-03')) | true",
                "T_DURING(departs, INTERVAL('2026-03-01T00:00:00Z', '..')) | true",
                "T_DURING(departs, INTERVAL('2026-03-03T12:00:00Z', '..')) | false",
                "T_INTERSECTS(INTERVAL(departs, arrives), TIMESTAMP('2026-03-04T00:00:00Z')) | true",
                "T_DISJOINT(INTERVAL(departs, arrives), TIMESTAMP('2026-03-06T00:00:00Z')) | true",
                "T_MEETS(INTERVAL('..', departs), INTERVAL(departs, arrives)) | true",
                "T_METBY(INTERVAL(arrives, '..'), INTERVAL(departs, arrives)) | true",
                "T_STARTS(departs, INTERVAL(departs, arrives)) | true",
                "T_STARTEDBY(INTERVAL(departs, arrives), departs) | true",
                "T_FINISHES(arrives, INTERVAL(departs, arrives)) | true",
                "T_FINISHEDBY(INTERVAL(departs, arrives), arrives) | true",
                "T_CONTAINS(INTERVAL(departs, '..'), arrives) | true",
                "T_OVERLAPS(INTERVAL('..', arrives), INTERVAL(departs, '..')) | true",
                "T_OVERLAPPEDBY(INTERVAL(departs, '..'), INTERVAL('..', arrives)) | true",
                "T_AFTER(departs, INTERVAL(nothing, nothing)) | unknown",
                "A_CONTAINS(permits, ('fuel')) | true",
                "A_CONTAINEDBY(permits, ('fuel', 'ore')) | false",
                "A_OVERLAPS(permits, ('grain', 'ore')) | true",
                "A_EQUALS(('a', 'b', 'a'), ('b', 'a')) | true",
                "A_OVERLAPS(nothing, ('a')) | unknown",
            })
    void hasThreeValues(String text, String outcome) {
        Object value = Evaluator.value(Condition.ofText(text).expression(), VOYAGE::get);
        assertThat(value == null ? "unknown" : value.toString()).isEqualTo(outcome);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "unit = user.unit | unit = 'pier'",
                "unit = user.none | unit = NULL",
                "due = today(2) AND TRUE | due = DATE('2026-03-05')",
                "departs < now(-1) | departs < TIMESTAMP('2026-03-02T12:00:00Z')",
                "below(unit, user.unit) | unit IN ('berth', 'pier')",
                "below(user.unit, 'pier') | TRUE",
                "has('map', 'look') OR unit = 'a' | TRUE",
                "has('map', 'redraw') OR unit = 'a' | unit = 'a'",
                "user.none = 'x' AND unit = 'a' | NULL AND unit = 'a'",
                "A_OVERLAPS(user.teams, ('cranes')) | TRUE",
            })
    void bindingPutsThePersonIn(String text, String bound) {
        Expression expression = Binding.bind(Condition.ofText(text).expression(), new SomePerson());
        assertThat(TextWriter.text(expression)).isEqualTo(bound);
    }

    private static final class SomePerson implements Binding.Person {
        @Override
        public boolean timeless() {
            return false;
        }

        @Override
        public Object value(String name) {
            return switch (name) {
                case "user.unit" -> "pier";
                case "user.teams" -> List.of("cranes");
                default -> null;
            };
        }

        @Override
        public ValueType type(String name) {
            return ValueType.TEXT;
        }

        @Override
        public boolean has(String function, String level) {
            return level.equals("look");
        }

        @Override
        public java.util.Set<String> unitAndBelow(String unit) {
            return new java.util.TreeSet<>(List.of("pier", "berth"));
        }

        @Override
        public Instant now() {
            return Instant.parse("2026-03-03T12:00:00Z");
        }

        @Override
        public LocalDate today() {
            return LocalDate.of(2026, 3, 3);
        }
    }
}
