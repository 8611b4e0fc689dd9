package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** When what somebody may do becomes another (docs/access-model.md, section 6). */
class TimelineChangesTest {
    private static final Instant TOMORROW = NOW.plus(Duration.ofDays(1));
    private static final Instant LATER = NOW.plus(Duration.ofDays(5));

    private static List<Instant> changes(Harbour harbour, String person, int atMost) {
        AccessModel model = harbour.model();
        return new Timeline(model, NOW).changes(model.personas().of(person).get(0), atMost);
    }

    @Test
    void periodsThatBeginAndEndChangeTheAnswer() {
        Harbour harbour = new Harbour();
        harbour.give(
                to("ben"),
                Bounds.NONE,
                Optional.of(TOMORROW),
                Optional.of(LATER),
                may("trip", "view", Reach.ALL));
        assertThat(changes(harbour, "ben", 10)).containsExactly(TOMORROW, LATER);
        assertThat(changes(harbour, "ben", 1)).containsExactly(TOMORROW);
        assertThat(changes(harbour, "cas", 10)).isEmpty();
    }

    @Test
    void aPeriodThatAddsNothingChangesNothing() {
        Harbour harbour = new Harbour();
        harbour.give(
                to("ben"),
                Bounds.NONE,
                Optional.empty(),
                Optional.empty(),
                may("trip", "view", Reach.ALL));
        harbour.give(
                to("ben"),
                Bounds.NONE,
                Optional.of(TOMORROW),
                Optional.empty(),
                may("trip", "view", Reach.ALL));
        assertThat(changes(harbour, "ben", 10)).isEmpty();
    }
}
