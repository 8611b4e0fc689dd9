package nembar.core.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import org.junit.jupiter.api.Test;

/** The instants at which something can differ (docs/access-model.md, section 10). */
class EdgesTest {
    /** A Tuesday. */
    private static final Instant NOW = Instant.parse("2026-03-03T12:00:00Z");

    private final Edges edges = new Edges(NOW, ZoneId.of("Europe/London"));

    private static Times between(Instant from, Instant until) {
        return Times.between(Optional.ofNullable(from), Optional.ofNullable(until));
    }

    private static Times hours(Instant until, DayOfWeek day, String from, String to) {
        return new Times(
                Optional.empty(),
                Optional.ofNullable(until),
                Optional.of(
                        new WeeklyHours(
                                List.of(
                                        new WeeklyHours.Span(
                                                Set.of(day),
                                                LocalTime.parse(from),
                                                LocalTime.parse(to))))));
    }

    private static Instant at(String text) {
        return Instant.parse(text);
    }

    @Test
    void nowIsOneOfThem() {
        assertThat(edges.all()).containsExactly(NOW);
    }

    @Test
    void beginningsAndEndsFromNowOnAreOthers() {
        Instant soon = NOW.plusSeconds(20);
        Instant late = NOW.plus(Duration.ofDays(400));
        edges.add(between(soon, late));
        edges.add(between(NOW.minusSeconds(5), soon));
        edges.add(NOW.minusSeconds(1));
        assertThat(edges.all()).containsExactly(NOW, soon, late);
    }

    @Test
    void weeklyHoursComeOnceAfterEachOfThem() {
        edges.add(hours(null, DayOfWeek.FRIDAY, "08:00", "17:30"));
        assertThat(edges.all())
                .containsExactly(NOW, at("2026-03-06T08:00:00Z"), at("2026-03-06T17:30:00Z"));
    }

    @Test
    void theyAreLookedForAgainInEachStretch() {
        edges.add(hours(null, DayOfWeek.FRIDAY, "08:00", "17:30"));
        edges.add(at("2026-06-01T00:00:00Z"));
        assertThat(edges.all())
                .as("British summer time by then")
                .contains(at("2026-06-05T07:00:00Z"), at("2026-06-05T16:30:00Z"))
                .hasSize(6);
    }

    @Test
    void midnightIsTheNextDays() {
        edges.add(hours(null, DayOfWeek.WEDNESDAY, "20:00", "00:00"));
        assertThat(edges.all())
                .containsExactly(NOW, at("2026-03-04T20:00:00Z"), at("2026-03-05T00:00:00Z"));
    }

    @Test
    void theHoursOfWhatHasEndedAreNone() {
        edges.add(hours(NOW, DayOfWeek.FRIDAY, "08:00", "17:30"));
        assertThat(edges.all()).containsExactly(NOW);
    }

    @Test
    void hoursOfSeveralMeetInOneWeek() {
        edges.add(hours(null, DayOfWeek.TUESDAY, "11:00", "13:00"));
        edges.add(hours(null, DayOfWeek.WEDNESDAY, "09:00", "10:00"));
        assertThat(edges.all())
                .contains(at("2026-03-03T13:00:00Z"), at("2026-03-04T09:00:00Z"))
                .contains(at("2026-03-10T11:00:00Z"))
                .allMatch(one -> !one.isAfter(NOW.plus(Duration.ofDays(8))));
    }
}
