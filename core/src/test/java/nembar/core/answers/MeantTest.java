package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Whom elements mean, and which of them rest (docs/access-model.md, sections 3 and 9). */
class MeantTest {
    private static final Audience EXTERNALS = Audience.anyOf(new Audience.AllExternals());
    private static final Audience NOBODY =
            new Audience(
                    List.of(new Audience.OnePerson("ann")), List.of(new Audience.OnePerson("ann")));

    private final Harbour harbour = new Harbour();

    private Meant meant() {
        return new Meant(new Moment(harbour.model(), NOW));
    }

    private static Assignment given(Audience audience, Times times) {
        return Elements.assignment("a", audience, new Assignment.Gives.OfSet("set0"), times);
    }

    private static SharingRule rule(Audience audience, Times times) {
        return Elements.rule(
                "r",
                "trip",
                Optional.empty(),
                Optional.of(to("ann")),
                audience,
                Elements.VIEW,
                times);
    }

    private static DirectShare share(Optional<java.time.Instant> until) {
        return Elements.share("s", "trip", "t", EXTERNALS, until);
    }

    private static Delegation delegation(Times times) {
        return new Delegation("d", "ann", "ben", List.of("set0"), times, "");
    }

    @Test
    void everyKindSaysWhomItMeans() {
        List<Element> externals =
                List.of(
                        given(EXTERNALS, Times.ALWAYS),
                        rule(EXTERNALS, Times.ALWAYS),
                        share(Optional.empty()),
                        new AccountFilter(
                                "f",
                                "F",
                                EXTERNALS,
                                new AccountScope(true, Set.of(), Set.of()),
                                Set.of(),
                                Optional.empty()),
                        Elements.hides("f", EXTERNALS, "trip", "price", Optional.empty()),
                        new Expectation(
                                "e",
                                "E",
                                EXTERNALS,
                                Expectation.Claim.CAN_NEVER,
                                new Expectation.Target.OnFunction("tide", "set"),
                                Optional.empty(),
                                "",
                                Expectation.Severity.ERROR));
        for (Element one : externals) {
            assertThat(Meant.audience(one)).as("%s", one).contains(EXTERNALS);
            assertThat(meant().people(one)).as("%s", one).isEqualTo(2);
            assertThat(meant().idle(one)).as("%s", one).isEmpty();
        }
        Delegation delegation = delegation(Times.ALWAYS);
        PrivilegeSet set = new PrivilegeSet("set0", "Set", "", List.of());
        assertThat(Meant.audience(delegation)).isEmpty();
        assertThat(meant().people(delegation)).isEqualTo(1);
        assertThat(Meant.audience(set)).isEmpty();
        assertThat(meant().people(set)).isZero();
    }

    @Test
    void whatHasTimesSaysThem() {
        Times times =
                Times.between(
                        Optional.of(NOW.plus(Duration.ofDays(1))),
                        Optional.of(NOW.plus(Duration.ofDays(2))));
        for (Element one :
                List.of(given(EXTERNALS, times), rule(EXTERNALS, times), delegation(times))) {
            assertThat(Meant.times(one)).isEqualTo(times);
            assertThat(meant().idle(one)).contains("It has not begun.");
        }
        Optional<java.time.Instant> past = Optional.of(NOW.minus(Duration.ofDays(1)));
        assertThat(Meant.times(share(past)).until()).isEqualTo(past);
        assertThat(meant().idle(share(past))).contains("It has ended.");
        assertThat(Meant.times(pool(past)).until()).isEqualTo(past);
        assertThat(meant().idle(pool(past))).contains("It has ended.");
        assertThat(Meant.times(new PrivilegeSet("set0", "Set", "", List.of())))
                .isEqualTo(Times.ALWAYS);
    }

    private static SeatPool pool(Optional<java.time.Instant> until) {
        return new SeatPool(
                "p", "P", 1, until, Set.of("pilot"), Set.of(), Map.of(), SeatPool.WhenUsedUp.WARN);
    }

    @Test
    void whatMeansNobodyOrRestsAtThisHourIsIdle() {
        assertThat(meant().idle(given(NOBODY, Times.ALWAYS))).contains("Nobody is meant today.");
        assertThat(meant().idle(pool(Optional.empty()))).contains("Nobody takes a seat today.");
        // Noon of a Tuesday.
        assertThat(meant().idle(given(EXTERNALS, at(DayOfWeek.TUESDAY)))).isEmpty();
        assertThat(meant().idle(given(EXTERNALS, at(DayOfWeek.FRIDAY))))
                .contains("It does not count at this hour.");
    }

    private static Times at(DayOfWeek day) {
        return new Times(
                Optional.empty(),
                Optional.empty(),
                Optional.of(
                        new WeeklyHours(
                                List.of(
                                        new WeeklyHours.Span(
                                                Set.of(day),
                                                LocalTime.of(9, 0),
                                                LocalTime.of(17, 0))))));
    }
}
