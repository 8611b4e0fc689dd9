package nembar.core.design;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Hours of the week (docs/access-model.md, section 3). */
class WeeklyHoursTest {
    private static WeeklyHours.Span span(DayOfWeek day, String from, String to) {
        return new WeeklyHours.Span(Set.of(day), LocalTime.parse(from), LocalTime.parse(to));
    }

    private static boolean overlap(WeeklyHours.Span one, WeeklyHours.Span other) {
        return new WeeklyHours(List.of(one, other)).overlap();
    }

    @Test
    void spansOverlapWhereBothHaveAMoment() {
        WeeklyHours.Span morning = span(DayOfWeek.MONDAY, "06:00", "12:00");
        assertThat(overlap(morning, span(DayOfWeek.MONDAY, "11:00", "14:00"))).isTrue();
        assertThat(overlap(span(DayOfWeek.MONDAY, "11:00", "00:00"), morning)).isTrue();
        assertThat(overlap(morning, morning)).isTrue();
        assertThat(overlap(morning, span(DayOfWeek.MONDAY, "12:00", "14:00"))).isFalse();
        assertThat(overlap(morning, span(DayOfWeek.TUESDAY, "06:00", "12:00"))).isFalse();
    }
}
