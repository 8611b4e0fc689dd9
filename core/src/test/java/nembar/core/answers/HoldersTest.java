package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.design.Assignment;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Who holds roles and privilege sets (docs/access-model.md, section 3). */
class HoldersTest {
    private final Harbour harbour = new Harbour();

    /** Set 0 is in the role pilot, set 1 is given by itself, nobody is given the role idle. */
    @BeforeEach
    void design() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        harbour.give(Audience.anyOf(new Audience.AllExternals()), may("load", "view", Reach.OWN));
        harbour.roles.add(Elements.role("pilot", "set0"));
        harbour.roles.add(Elements.role("idle", "set1"));
        given("now", Audience.anyOf(new Audience.OneUnit("harbour", true)), Times.ALWAYS);
        given(
                "over",
                to("tug"),
                Times.between(Optional.empty(), Optional.of(NOW.minus(Duration.ofDays(1)))));
        given("eves", to("eve"), Times.ALWAYS);
    }

    private void given(String key, Audience audience, Times times) {
        harbour.assignments.add(
                Elements.assignment(key, audience, new Assignment.Gives.OfRole("pilot"), times));
    }

    private Holders holders() {
        return new Holders(new Moment(harbour.model(), NOW));
    }

    private static List<String> said(List<Holders.Held> held) {
        return held.stream()
                .map(
                        one ->
                                one.persona().person().key()
                                        + one.persona().account().map(" for "::concat).orElse("")
                                        + " by "
                                        + one.assignment().key())
                .toList();
    }

    @Test
    void peopleCountOnceHoweverManyAccountsTheyActFor() {
        assertThat(holders().ofRoles()).isEqualTo(Map.of("pilot", 4));
        assertThat(holders().ofSets()).isEqualTo(Map.of("set0", 4, "set1", 2));
    }

    @Test
    void whatIsOverIsListedAndDoesNotCount() {
        assertThat(said(holders().ofRole("pilot")))
                .containsExactly(
                        "eve for red by eves",
                        "eve for blue by eves",
                        "ann for home by now",
                        "ben for home by now",
                        "cas for home by now",
                        "tug for home by over");
        assertThat(holders().ofRole("idle")).isEmpty();
    }

    @Test
    void aSetIsHeldByItsRolesAndByItself() {
        assertThat(said(holders().ofSet("set0")))
                .contains(
                        "cas for home by give0",
                        "cas for home by now",
                        "tug for home by over",
                        "eve for red by eves");
        assertThat(said(holders().ofSet("set1")))
                .containsExactly(
                        "eve for red by give1", "eve for blue by give1", "fay for red by give1");
    }
}
