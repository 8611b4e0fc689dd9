package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SeatPool;
import nembar.core.design.SeatPool.WhenUsedUp;
import nembar.core.design.Times;
import nembar.core.governance.Objection.Rule;
import nembar.core.governance.SeatRules.Taken;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Seats that are taken beyond what was agreed on (docs/access-model.md, section 10). */
class SeatRulesTest {
    private final Harbour harbour = new Harbour();

    SeatRulesTest() {
        harbour.give(to("fay"), may("trip", "view", Reach.ALL));
        harbour.sets.add(
                new PrivilegeSet("more", "More", "", List.of(may("trip", "view", Reach.ALL))));
    }

    private static SeatPool pool(int seats, WhenUsedUp then) {
        return new SeatPool(
                "seats",
                "Seats",
                seats,
                Optional.empty(),
                Set.of(),
                Set.of("set0", "more"),
                Map.of(),
                then);
    }

    private AccessModel with(SeatPool pool) {
        harbour.seatPools.clear();
        harbour.seatPools.add(pool);
        return harbour.model();
    }

    private void another() {
        harbour.assignments.add(
                new Assignment(
                        "more",
                        to("ann"),
                        new Assignment.Gives.OfSet("more"),
                        Bounds.NONE,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    @Test
    void oneMoreThanWasAgreedOnIsRefusedWhereThatIsSo() {
        AccessModel now = with(pool(1, WhenUsedUp.REFUSE));
        another();
        AccessModel next = with(pool(1, WhenUsedUp.REFUSE));
        assertThat(SeatRules.of(now, next, NOW))
                .singleElement()
                .satisfies(
                        one -> {
                            assertThat(one.rule()).isEqualTo(Rule.SEATS);
                            assertThat(one.why()).startsWith("It would take 2 of the 1 seats");
                            assertThat(one.people()).containsExactlyInAnyOrder("ann", "fay");
                        });
        assertThat(SeatRules.of(next, next, NOW)).as("no more than before").isEmpty();
        assertThat(SeatRules.of(now, with(pool(2, WhenUsedUp.REFUSE)), NOW)).isEmpty();
        assertThat(SeatRules.of(now, with(pool(1, WhenUsedUp.WARN)), NOW)).isEmpty();
    }

    @Test
    void poolsAreToldWhoseUseOrNumberChanges() {
        AccessModel now = with(pool(1, WhenUsedUp.WARN));
        assertThat(SeatRules.taken(now, now, NOW)).isEmpty();
        SeatPool more = pool(3, WhenUsedUp.WARN);
        assertThat(SeatRules.taken(now, with(more), NOW)).containsExactly(new Taken(more, 3, 1, 1));
        another();
        SeatPool same = pool(1, WhenUsedUp.WARN);
        assertThat(SeatRules.taken(now, with(same), NOW)).containsExactly(new Taken(same, 1, 1, 2));
        AccessModel used = harbour.model();
        harbour.seatPools.clear();
        AccessModel none = harbour.model();
        assertThat(SeatRules.taken(none, used, NOW)).containsExactly(new Taken(same, 1, 0, 2));
        assertThat(SeatRules.taken(used, none, NOW)).isEqualTo(List.of());
    }
}
