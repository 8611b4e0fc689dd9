package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.draft.Change;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import nembar.core.testing.NembarOfHarbour;
import org.junit.jupiter.api.Test;

/** The three standing rules, each sentence by example (docs/access-model.md, section 10). */
class StandingRulesTest {
    private final NembarOfHarbour world = new NembarOfHarbour();
    private final Harbour harbour = world.harbour;

    StandingRulesTest() {
        harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        harbour.sets.add(
                new PrivilegeSet("map", "Map", "", List.of(may("chart", "view", Reach.ALL))));
        world.administers("ann", Reach.ALL, Bounds.NONE);
    }

    @Test
    void whatAddsToOthersIsTheAuthorsToGive() {
        assertThat(objections("ann", assign("cas", "see", Bounds.NONE))).isEmpty();
    }

    @Test
    void thePeopleAreWithinTheReachOfTheAuthorsChange() {
        world.administers("ben", Reach.UNIT, Bounds.NONE);
        assertThat(objections("ben", assign("cas", "see", Bounds.NONE)))
                .anySatisfy(
                        one -> {
                            assertThat(one.rule()).isEqualTo(Rule.NO_RAISING);
                            assertThat(one.people()).containsExactly("cas");
                            assertThat(one.approvers()).contains("ann").doesNotContain("ben");
                        });
    }

    @Test
    void theSetIsWithinTheReachOfTheAuthorsGive() {
        assertThat(objections("cas", assign("ben", "see", Bounds.NONE)))
                .anySatisfy(one -> assertThat(one.why()).contains("not the author's to give"));
    }

    @Test
    void theBoundsAreNoWiderThanTheAuthorsOwn() {
        Bounds red = accounts("red");
        world.administers("ben", Reach.ALL, red);
        assertThat(objections("ben", assign("cas", "see", red)))
                .noneMatch(one -> one.why().contains("not the author's to give"));
        assertThat(objections("ben", assign("cas", "see", Bounds.NONE)))
                .anyMatch(one -> one.why().contains("not the author's to give"));
        assertThat(objections("ben", assign("cas", "see", accounts("blue"))))
                .anyMatch(one -> one.why().contains("not the author's to give"));
    }

    @Test
    void whatAddsToTheAuthorNeedsSomebodyElse() {
        world.administers("ben", Reach.ALL, Bounds.NONE);
        List<Objection> alone = objections("ann", assign("ann", "see", Bounds.NONE));
        assertThat(alone).hasSize(1);
        assertThat(alone.get(0).approvers()).containsExactly("ben");
        assertThat(objections("ann", Set.of("ben"), assign("ann", "see", Bounds.NONE))).isEmpty();
        assertThat(objections("ann", Set.of("cas"), assign("ann", "see", Bounds.NONE))).hasSize(1);
    }

    @Test
    void byWhateverWayRound() {
        world.administers("ben", Reach.ALL, Bounds.NONE);
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "F",
                        to("ann"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of("trip")));
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        Change unfiltered = new Change.Remove(harbour.accountFilters.get(0).kind(), "f");
        assertThat(objections("ann", unfiltered))
                .anyMatch(one -> one.why().contains("author's own access"));
    }

    @Test
    void whileOnlyOneMayGiveEverythingTheirWordStands() {
        assertThat(objections("ann", assign("ann", "see", Bounds.NONE))).isEmpty();
    }

    @Test
    void whatGivesInAGuardedAreaNeedsASteward() {
        world.administers("ben", Reach.ALL, Bounds.NONE);
        List<Objection> objections = objections("ben", assign("cas", "map", Bounds.NONE));
        assertThat(objections).hasSize(1);
        assertThat(objections.get(0).rule()).isEqualTo(Rule.GUARDED_AREA);
        assertThat(objections.get(0).approvers()).as("ann is its steward").containsExactly("ann");
        assertThat(objections("ben", Set.of("ann"), assign("cas", "map", Bounds.NONE))).isEmpty();
        assertThat(objections("ann", assign("cas", "map", Bounds.NONE))).isEmpty();
    }

    @Test
    void noActLeavesNembarWithoutSomebodyWhoMayGiveEverything() {
        assertThat(Administrators.neverNobody(world.nembar(), List.of(harbour.model()), NOW))
                .isEmpty();
        world.own.clear();
        assertThat(Administrators.neverNobody(world.nembar(), List.of(harbour.model()), NOW))
                .singleElement()
                .satisfies(one -> assertThat(one.rule()).isEqualTo(Rule.NEVER_NOBODY));
    }

    @Test
    void noGuardedAreaIsLeftWithoutAnActiveSteward() {
        world.administers("ben", Reach.ALL, Bounds.NONE);
        harbour.statuses.put("ann", PersonStatus.SUSPENDED);
        assertThat(Administrators.neverNobody(world.nembar(), List.of(harbour.model()), NOW))
                .singleElement()
                .satisfies(
                        one -> {
                            assertThat(one.rule()).isEqualTo(Rule.NEVER_NOBODY);
                            assertThat(one.why()).contains("Maps").contains("steward");
                        });
    }

    @Test
    void whoMayPublishIsDecidedLikeEverythingElse() {
        assertThat(Administrators.publishers(world.nembar(), NOW)).containsExactly("ann");
        world.administers("ben", Reach.UNIT, Bounds.NONE);
        assertThat(Administrators.publishers(world.nembar(), NOW)).containsExactly("ann", "ben");
    }

    @Test
    void aMoveInTheDirectoryIsHeldAgainstTheRulesToo() {
        world.administers("ben", Reach.ALL, Bounds.NONE);
        harbour.give(
                Audience.anyOf(new Audience.OneTeam("pilots")), may("chart", "view", Reach.ALL));
        AccessModel now = harbour.model();
        harbour.pilots = Optional.of(Condition.ofText("user.grade > 1"));
        List<Objection> objections =
                StandingRules.of(
                        world.nembar(),
                        new Moment(now, NOW),
                        new Moment(harbour.model(), NOW),
                        Author.of(now.directory().person("ben").orElseThrow()),
                        Set.of());
        assertThat(objections)
                .extracting(Objection::rule)
                .as("ben becomes a pilot, and charts are guarded")
                .containsExactly(Rule.GUARDED_AREA, Rule.NO_RAISING);
    }

    private static Bounds accounts(String... keys) {
        return new Bounds(
                Optional.of(new AccountScope(false, Set.of(keys), Set.of())), Optional.empty());
    }

    private static Change assign(String person, String set, Bounds bounds) {
        return Change.Put.of(
                new Assignment(
                        "new",
                        to(person),
                        new Assignment.Gives.OfSet(set),
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private List<Objection> objections(String author, Change... changes) {
        return objections(author, Set.of(), changes);
    }

    private List<Objection> objections(String author, Set<String> approvers, Change... changes) {
        return world.objections(author, approvers, changes);
    }
}
