package nembar.core.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** How long an answer about a moment stands (docs/access-model.md, section 6). */
class SteadyTest {
    private final Harbour harbour = new Harbour();

    private Instant until() {
        return Steady.until(harbour.model(), Harbour.NOW);
    }

    @Test
    void whereNothingBeginsOrEndsItStandsForEver() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.ALL, "crew > 2"));
        assertThat(until()).isEqualTo(Instant.MAX);
    }

    @Test
    void itStandsUntilTheNextBeginningOrEnd() {
        Instant soon = Harbour.NOW.plusSeconds(90);
        Instant later = Harbour.NOW.plusSeconds(500);
        harbour.give(
                Harbour.to("ben"),
                Bounds.NONE,
                Optional.of(soon),
                Optional.of(later),
                Harbour.may("trip", "view", Reach.ALL));
        assertThat(until()).isEqualTo(soon);
        assertThat(Steady.until(harbour.model(), soon)).isEqualTo(later);
        assertThat(Steady.until(harbour.model(), later)).isEqualTo(Instant.MAX);
    }

    @Test
    void whereTodayCountsItStandsUntilTheDayIsOver() {
        harbour.give(
                Harbour.to("ben"),
                Harbour.may("trip", "view", Reach.ALL, "NOT (hazard = TRUE AND due < today(7))"));
        assertThat(until()).isEqualTo(Instant.parse("2026-03-04T00:00:00Z"));
    }

    @Test
    void whereNowCountsItStandsUntilTheMinuteIsOver() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.ALL, "leaves >= now(1)"));
        Instant within = Harbour.NOW.plusSeconds(40);
        assertThat(until()).isEqualTo(Harbour.NOW.plusSeconds(60));
        assertThat(Steady.until(harbour.model(), within)).isEqualTo(Harbour.NOW.plusSeconds(60));
    }

    @Test
    void sharesDelegationsAndTheLastDayOfAnAccountEndIt() {
        Instant soon = Harbour.NOW.plusSeconds(90);
        Times times = Times.between(Optional.of(soon), Optional.empty());
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.ALL));
        harbour.ends.put("red", LocalDate.parse("2026-03-05"));
        assertThat(until()).isEqualTo(Instant.parse("2026-03-06T00:00:00Z"));
        harbour.directShares.add(
                Elements.share(
                        "s", "trip", "t", Harbour.to("ann"), Optional.of(soon.plusSeconds(20))));
        assertThat(until()).isEqualTo(soon.plusSeconds(20));
        harbour.delegations.add(
                new Delegation(
                        "d",
                        "ben",
                        "ann",
                        List.of("set0"),
                        Times.between(Optional.of(soon.plusSeconds(10)), Optional.empty()),
                        ""));
        assertThat(until()).isEqualTo(soon.plusSeconds(10));
        harbour.sharingRules.add(
                Elements.rule(
                        "r",
                        "trip",
                        Optional.empty(),
                        Optional.of(Harbour.to("ann")),
                        Harbour.to("cas"),
                        Elements.VIEW,
                        times));
        assertThat(until()).isEqualTo(soon);
    }
}
