package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.directory.Person;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.NembarOfHarbour;
import org.junit.jupiter.api.Test;

/** What anybody comes to reach, when records get another owner, is given. */
class HandOverRulesTest {
    private final NembarOfHarbour world = new NembarOfHarbour();
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben"))
                    .add(record("trip", "t2", "owner", "ann"))
                    .add(record("load", "l1", "trip", "t1", "owner", "ann"));

    HandOverRulesTest() {
        world.administers("ann", Reach.ALL, Bounds.NONE);
        world.harbour.give(to("cas"), may("trip", "view", Reach.OWN));
    }

    private List<Objection> handing(String author, Set<String> approvers, String to) {
        return handing(author, approvers, "ben", to);
    }

    private List<Objection> handing(String author, Set<String> approvers, String from, String to) {
        AccessModel model = world.harbour.model();
        List<RecordType> types = List.of(model.catalogue().recordType("trip").orElseThrow());
        return HandOverRules.of(
                world.nembar(),
                model,
                person(from),
                person(to),
                types,
                Author.of(person(author)),
                approvers,
                NOW,
                new FleetCounting(fleet));
    }

    private Person person(String key) {
        return world.harbour.model().directory().person(key).orElseThrow();
    }

    @Test
    void whoMayChangeTheHeirHandsOver() {
        world.changesPeople("tug");
        assertThat(handing("ann", Set.of(), "cas")).isEmpty();
        assertThat(handing("tug", Set.of(), "cas")).isEmpty();
    }

    @Test
    void whoMayNotAsksSomebodyWhoMay() {
        List<Objection> against = handing("fay", Set.of(), "cas");
        assertThat(against).extracting(Objection::rule).containsExactly(Rule.NO_RAISING);
        assertThat(against.get(0).people()).containsExactly("cas");
        assertThat(against.get(0).approvers()).containsExactly("ann");
        assertThat(handing("fay", Set.of("ann"), "cas")).isEmpty();
    }

    @Test
    void nobodyTakesOverThemselvesWithoutSomebodyElse() {
        world.administers("cas", Reach.ALL, Bounds.NONE);
        List<Objection> against = handing("cas", Set.of(), "cas");
        assertThat(against)
                .extracting(Objection::why)
                .containsExactly(
                        "It would add to the author's own access, which needs the approval of"
                                + " somebody else.");
        assertThat(against.get(0).approvers()).containsExactly("ann");
    }

    @Test
    void whoReachesNothingMoreIsGivenNothing() {
        assertThat(handing("fay", Set.of(), "eve")).as("holds nothing").isEmpty();
        world.harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        assertThat(handing("fay", Set.of(), "cas")).as("sees all trips already").isEmpty();
    }

    @Test
    void recordsThatThereAreNotGiveNothing() {
        AccessModel model = world.harbour.model();
        List<Objection> against =
                HandOverRules.of(
                        world.nembar(),
                        model,
                        person("ben"),
                        person("cas"),
                        List.of(model.catalogue().recordType("trip").orElseThrow()),
                        Author.of(person("fay")),
                        Set.of(),
                        NOW,
                        new FleetCounting(new Fleet()));
        assertThat(against).isEmpty();
    }

    @Test
    void whoeverIsAboveTheHeirComesToReachThem() {
        world.harbour.assignments.clear();
        world.harbour.give(to("ann"), may("trip", "change", Reach.REPORTS));
        assertThat(handing("fay", Set.of(), "cas")).as("ann is above ben already").isEmpty();
        world.harbour.assignments.clear();
        world.harbour.give(to("ben"), may("trip", "change", Reach.REPORTS));
        assertThat(handing("fay", Set.of(), "ann", "cas"))
                .as("ben is above cas, and not above ann")
                .flatExtracting(Objection::people)
                .containsExactly("ben");
    }

    @Test
    void whatFollowsARecordGoesWithIt() {
        world.harbour.loadsFollow = nembar.core.catalogue.Parent.Follows.VIEW;
        world.harbour.assignments.clear();
        world.harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        assertThat(handing("fay", Set.of(), "cas")).hasSize(1);
    }

    @Test
    void aConditionOnTheOwnerMayComeToHold() {
        world.harbour.assignments.clear();
        world.harbour.give(to("cas"), may("trip", "view", Reach.ALL, "owner = 'cas'"));
        assertThat(handing("fay", Set.of(), "cas")).hasSize(1);
    }
}
