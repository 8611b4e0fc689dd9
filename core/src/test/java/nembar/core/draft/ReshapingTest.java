package nembar.core.draft;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.model.AccessModel;
import nembar.core.testing.Draws;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import org.junit.jupiter.api.Test;

/**
 * Sets are split and folded without anybody's gaining or losing (docs/access-model.md, section 8).
 */
class ReshapingTest {
    private final Harbour harbour = new Harbour();

    private static List<Impact.OfPerson> moved(AccessModel model, List<Change> changes) {
        Moment now = new Moment(model, NOW);
        return Impact.of(now, now.with(Changes.apply(model, changes))).people();
    }

    private static List<Change> split(Design design, String one, String other) {
        return Reshaping.split(
                design,
                design.set(one).orElseThrow(),
                design.set(other).orElseThrow(),
                "common",
                "Common",
                key -> key + "-too");
    }

    @Test
    void whatTwoSetsShareBecomesASetOfItsOwn() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL), may("load", "view", Reach.OWN));
        harbour.give(to("ben"), may("trip", "view", Reach.ALL), may("note", "view", Reach.OWN));
        harbour.roles.add(
                new Role("mate", "Mate", "", Role.MeantFor.ANY, List.of("set0"), Set.of()));
        AccessModel model = harbour.model();
        List<Change> changes = split(model.design(), "set0", "set1");
        Design after = Changes.apply(model.design(), changes);
        assertThat(after.set("common").orElseThrow().privileges())
                .containsExactly(may("trip", "view", Reach.ALL));
        assertThat(after.set("set0").orElseThrow().privileges())
                .containsExactly(may("load", "view", Reach.OWN));
        assertThat(after.role("mate").orElseThrow().sets()).containsExactly("set0", "common");
        assertThat(after.assignments()).hasSize(4);
        assertThat(moved(model, changes)).isEmpty();
    }

    @Test
    void aSetIsFoldedIntoAnotherThatIsGivenWhereverItIs() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        harbour.give(to("ann"), may("load", "view", Reach.OWN));
        AccessModel model = harbour.model();
        Design design = model.design();
        List<Change> changes =
                Reshaping.fold(
                        design, design.set("set1").orElseThrow(), design.set("set0").orElseThrow());
        Design after = Changes.apply(design, changes);
        assertThat(after.sets()).hasSize(1);
        assertThat(after.assignments()).hasSize(1);
        assertThat(after.set("set0").orElseThrow().privileges()).hasSize(2);
        assertThat(moved(model, changes)).isEmpty();
    }

    @Test
    void whoHoldsOnlyOneOfTheSetsGainsByFolding() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        harbour.give(to("ben"), may("load", "view", Reach.ALL));
        AccessModel model = harbour.model();
        Design design = model.design();
        List<Change> changes =
                Reshaping.fold(
                        design, design.set("set1").orElseThrow(), design.set("set0").orElseThrow());
        assertThat(moved(model, changes)).hasSize(2);
    }

    @Law(tries = 150)
    void splittingChangesNobodysAccess(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        List<PrivilegeSet> sets = model.design().sets();
        if (sets.size() > 1) {
            List<Change> changes =
                    split(model.design(), sets.get(0).key(), sets.get(sets.size() - 1).key());
            FleetCounting counting = new FleetCounting(world.fleet());
            assertThat(new Impact(moved(model, changes)).counted(counting, 0))
                    .allMatch(line -> line.lost().number() == 0 && line.gained().number() == 0);
        }
    }
}
