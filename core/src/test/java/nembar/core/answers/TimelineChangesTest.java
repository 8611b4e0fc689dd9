package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.testing.Elements;
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

    private static Assignment role(String key, String person, Times times) {
        return Elements.assignment(key, to(person), new Assignment.Gives.OfRole("pilot"), times);
    }

    @Test
    void whatIsSharedChangesWithThoseWhoseRecordsItIs() {
        Harbour harbour = new Harbour();
        harbour.give(to("tug"), may("trip", "view", Reach.OWN));
        harbour.roles.add(Elements.role("pilot", "set0"));
        Times later = Times.between(Optional.of(TOMORROW), Optional.empty());
        harbour.assignments.add(role("now", "ben", Times.ALWAYS));
        harbour.assignments.add(role("later", "cas", later));
        Audience pilots = Audience.anyOf(new Audience.HoldersOf("pilot"));
        harbour.sharingRules.add(
                Elements.rule(
                        "r",
                        "trip",
                        Optional.empty(),
                        Optional.of(new Audience(List.of(new Audience.AllStaff()), pilots.of())),
                        to("fay"),
                        Elements.VIEW,
                        Times.between(Optional.empty(), Optional.of(LATER))));
        assertThat(changes(harbour, "fay", 10)).containsExactly(TOMORROW, LATER);
        assertThat(changes(harbour, "ann", 10)).isEmpty();
    }

    @Test
    void aDirectShareEndsAndWhatHasEndedIsNotThere() {
        Harbour harbour = new Harbour();
        harbour.directShares.add(Elements.share("s", "trip", "t", to("cas"), Optional.of(LATER)));
        harbour.directShares.add(
                Elements.share("over", "trip", "t", to("cas"), Optional.of(NOW.minusSeconds(1))));
        harbour.give(
                to("cas"),
                Bounds.NONE,
                Optional.empty(),
                Optional.of(NOW.minusSeconds(1)),
                may("trip", "view", Reach.ALL));
        assertThat(changes(harbour, "cas", 10)).containsExactly(LATER);
        AccessModel model = harbour.model();
        Timeline timeline = new Timeline(model, NOW);
        Persona cas = model.personas().of("cas").get(0);
        assertThat(timeline.shares(cas)).extracting(Element::key).containsExactly("s");
        assertThat(timeline.shares(model.personas().of("ben").get(0))).isEmpty();
        assertThat(timeline.assignments(cas)).isEmpty();
    }

    @Test
    void filtersAndDelegationsAreThoseOfThePerson() {
        Harbour harbour = new Harbour();
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(Elements.accountFilter("a", to("cas"), "red", Set.of()));
        harbour.fieldFilters.add(Elements.hides("f", to("cas"), "trip", "price", Optional.empty()));
        Times over = Times.between(Optional.empty(), Optional.of(NOW.minusSeconds(1)));
        harbour.delegations.add(
                new Delegation("d", "ann", "cas", List.of("set0"), Times.ALWAYS, ""));
        harbour.delegations.add(new Delegation("o", "ann", "cas", List.of("set0"), over, ""));
        AccessModel model = harbour.model();
        Timeline timeline = new Timeline(model, NOW);
        assertThat(timeline.filters(model.personas().of("cas").get(0)))
                .extracting(Element::key)
                .containsExactly("a", "f");
        assertThat(timeline.filters(model.personas().of("ben").get(0))).isEmpty();
        assertThat(timeline.delegationsTo("cas")).extracting(Element::key).containsExactly("d");
        assertThat(timeline.delegationsTo("ann")).isEmpty();
    }
}
