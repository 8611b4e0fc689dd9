package nembar.core.answers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Optional;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
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
}
