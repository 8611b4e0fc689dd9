package nembar.core.condition;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import nembar.core.condition.ConditionRow.Kind;
import nembar.core.condition.ConditionRow.Term;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Conditions as rows (docs/access-model.md, section 5). */
class ConditionRowTest {
    private static ConditionRow rows(String text) {
        return ConditionRow.of(Condition.ofText(text).expression());
    }

    private static ConditionRow row(String is, Term left, Term... values) {
        return new ConditionRow(
                false, is, Optional.ofNullable(left), List.of(values), List.of(), "");
    }

    private static Term name(String name) {
        return new Term(Kind.NAME, name);
    }

    @Test
    void eachComparisonIsARow() {
        ConditionRow all =
                rows(
                        "status = 'open' AND NOT (due < today(7) OR crew BETWEEN 1 AND 3)"
                                + " AND owner = user.id AND below(unit, user.unit)");
        assertThat(all.is()).isEqualTo("and");
        assertThat(all.rows().get(0))
                .isEqualTo(row("=", name("status"), new Term(Kind.TEXT, "open")));
        ConditionRow group = all.rows().get(1);
        assertThat(group.not()).isTrue();
        assertThat(group.is()).isEqualTo("or");
        assertThat(group.rows().get(0)).isEqualTo(row("<", name("due"), new Term(Kind.TODAY, "7")));
        assertThat(all.rows().get(2)).isEqualTo(row("=", name("owner"), name("user.id")));
        assertThat(all.rows().get(3)).isEqualTo(row("below", name("unit"), name("user.unit")));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "crew + 1 > 3",
                "CASEI(name) = 'x'",
                "NOT (NOT status = 'open')",
                "T_DURING(due, INTERVAL('2026-01-01', '..'))"
            })
    void whatRowsCannotShowIsText(String text) {
        ConditionRow row = rows(text);
        assertThat(row.is()).isEqualTo("text");
        assertThat(row.expression()).isEqualTo(Condition.ofText(text).expression());
    }

    @Test
    void onlyThePartThatRowsCannotShowIsText() {
        ConditionRow all = rows("status = 'open' AND crew + 1 > 3");
        assertThat(all.rows()).extracting(ConditionRow::is).containsExactly("=", "text");
    }

    @Test
    void aGroupOfOneIsThatOne() {
        ConditionRow one = row("isNull", name("due"));
        ConditionRow group =
                new ConditionRow(false, "and", Optional.empty(), List.of(), List.of(one), "");
        assertThat(group.expression()).isEqualTo(Condition.ofText("due IS NULL").expression());
    }

    private static void refused(ConditionRow row, String place, String why) {
        ConditionRow group =
                new ConditionRow(false, "and", Optional.empty(), List.of(), List.of(row), "");
        assertThatThrownBy(group::expression)
                .isInstanceOfSatisfying(
                        ConditionRefused.class,
                        one -> {
                            assertThat(one.place()).isEqualTo(place);
                            assertThat(one.reason()).contains(why);
                        });
    }

    @Test
    void aRowThatSaysNothingIsRefusedWithItsPlace() {
        refused(row("=", null, name("x")), "rows[0]", "which field");
        refused(row("=", name("due")), "rows[0]", "compared with");
        refused(row("=", name("crew"), new Term(Kind.NUMBER, "many")), "rows[0].values[0]", "many");
        refused(row("<", name("due"), new Term(Kind.DATE, "")), "rows[0].values[0]", "compared");
        refused(row("in", name("status")), "rows[0]", "at least one");
        refused(row("near", name("status")), "rows[0]", "no comparison `near`");
        refused(row("casei", name("status")), "rows[0]", "write it as text");
        refused(new ConditionRow(false, "or", null, null, null, null), "rows[0]", "at least one");
    }
}
