package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.condition.Condition;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Opening;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.element.Element;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.testing.NembarOfHarbour;
import org.junit.jupiter.api.Test;

/** What would be given at any instant from now on counts (docs/access-model.md, section 10). */
class StandingRulesInTimeTest {
    private final NembarOfHarbour world = new NembarOfHarbour();

    StandingRulesInTimeTest() {
        world.harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        world.harbour.sets.add(
                new PrivilegeSet("map", "Map", "", List.of(may("chart", "view", Reach.ALL))));
        world.administers("ann", Reach.ALL, Bounds.NONE);
        world.administers("ben", Reach.ALL, Bounds.NONE);
    }

    private static Times from(Instant instant) {
        return Times.between(Optional.of(instant), Optional.empty());
    }

    private static Assignment assign(String person, String set, Times times) {
        return new Assignment(
                "new",
                to(person),
                new Assignment.Gives.OfSet(set),
                Bounds.NONE,
                times,
                "",
                Optional.empty(),
                Optional.empty());
    }

    private static SharingRule charts(String condition, Times times) {
        return new SharingRule(
                "rule",
                "Rule",
                "chart",
                Optional.of(Condition.ofText(condition)),
                Optional.empty(),
                to("cas"),
                Opening.of("view"),
                times,
                "");
    }

    private List<Rule> rules(String author, Element element) {
        return world.objections(author, Set.of(), Change.Put.of(element)).stream()
                .map(Objection::rule)
                .toList();
    }

    @Test
    void anAssignmentThatBeginsInTwentySecondsCounts() {
        Assignment soon = assign("cas", "map", from(NOW.plusSeconds(20)));
        assertThat(rules("ben", soon)).containsExactly(Rule.GUARDED_AREA);
        assertThat(rules("ben", assign("ben", "map", from(NOW.plusSeconds(20)))))
                .containsExactly(Rule.GUARDED_AREA, Rule.NO_RAISING);
    }

    @Test
    void soDoWeeklyHoursOfAnotherDay() {
        WeeklyHours friday =
                new WeeklyHours(
                        List.of(
                                new WeeklyHours.Span(
                                        Set.of(DayOfWeek.FRIDAY),
                                        LocalTime.of(8, 0),
                                        LocalTime.of(9, 0))));
        Times hours = new Times(Optional.empty(), Optional.empty(), Optional.of(friday));
        assertThat(NOW.toString()).as("a Tuesday").startsWith("2026-03-03");
        assertThat(rules("ben", assign("cas", "map", hours))).containsExactly(Rule.GUARDED_AREA);
    }

    @Test
    void soDoesWhatHasEndedNoLonger() {
        Times over = Times.between(Optional.empty(), Optional.of(NOW));
        assertThat(rules("ben", assign("cas", "map", over))).isEmpty();
    }

    @Test
    void aConditionThatWillHoldLaterCounts() {
        String later = "now() > TIMESTAMP('2026-03-03T12:00:30Z')";
        assertThat(rules("ben", charts(later, Times.ALWAYS))).contains(Rule.GUARDED_AREA);
        String tomorrow = "today() = DATE('2026-03-04')";
        assertThat(rules("ben", charts(tomorrow, Times.ALWAYS))).contains(Rule.GUARDED_AREA);
    }

    @Test
    void soDoesASharingRuleDatedAhead() {
        assertThat(rules("ben", charts("id = 'c1'", from(NOW.plusSeconds(60)))))
                .contains(Rule.GUARDED_AREA);
    }

    @Test
    void aDelegationIsAccessOfTheDelegate() {
        world.harbour.give(to("ann"), may("chart", "view", Reach.ALL));
        Delegation fromSteward =
                new Delegation("stand-in", "ann", "cas", List.of("map"), Times.ALWAYS, "");
        assertThat(rules("ben", fromSteward)).containsExactly(Rule.GUARDED_AREA);
        Delegation toAuthor =
                new Delegation("stand-in", "ann", "ben", List.of("map"), Times.ALWAYS, "");
        assertThat(rules("ben", toAuthor)).containsExactly(Rule.GUARDED_AREA, Rule.NO_RAISING);
    }

    @Test
    void whatThePrincipalGainsTheirDelegateGains() {
        world.harbour.delegations.add(
                new Delegation("stand-in", "cas", "ben", List.of("map"), Times.ALWAYS, ""));
        assertThat(world.objections("ben", Set.of("ann"), give("cas", "map"))).isEmpty();
        assertThat(world.objections("ben", Set.of(), give("cas", "map")))
                .extracting(Objection::rule)
                .contains(Rule.NO_RAISING);
    }

    private static Change give(String person, String set) {
        return Change.Put.of(assign(person, set, Times.ALWAYS));
    }

    @Test
    void whatOnlyTakesAwayAddsNothing() {
        world.harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        world.harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        PrivilegeSet narrowed =
                new PrivilegeSet(
                        "set1", "Set 1", "", List.of(may("trip", "view", Reach.ALL, "crew > 2")));
        assertThat(rules("ben", narrowed)).isEmpty();
    }

    @Test
    void theLastAdministratorDoesNotEnd() {
        assertThat(never()).isEmpty();
        world.administersUntil("ann", NOW.plusSeconds(15));
        assertThat(never()).as("ben goes on").isEmpty();
        world.administersUntil("ben", NOW.plusSeconds(30));
        assertThat(never())
                .singleElement()
                .satisfies(one -> assertThat(one.why()).contains("from 2026-03-03T12:00:30Z on"));
    }

    @Test
    void thatAllHangsOnOnePersonIsFoundWhileItDoes() {
        NembarOfHarbour few = new NembarOfHarbour();
        few.administers("ann", Reach.ALL, Bounds.NONE);
        few.changesPeople("cas");
        assertThat(Administrators.findings(few.nembar(), NOW))
                .extracting(one -> one.kind() + " " + one.concerns())
                .containsExactly("ONLY_ONE_ADMINISTRATOR [Concern[what=person, key=ann]]");
        few.administers("ben", Reach.ALL, Bounds.NONE);
        assertThat(Administrators.findings(few.nembar(), NOW)).isEmpty();
        Instant later = NOW.plusSeconds(60);
        few.administersUntil("ben", later);
        assertThat(Administrators.findings(few.nembar(), NOW)).isEmpty();
        assertThat(Administrators.findings(few.nembar(), later)).hasSize(1);
    }

    private List<Objection> never() {
        return Administrators.neverNobody(world.nembar(), List.of(world.harbour.model()), NOW);
    }

    @Test
    void whoComesToHoldSomethingByMovingHasToBeGivenIt() {
        world.own.removeIf(one -> one.key().endsWith("-ben"));
        world.changesPeople("ben");
        world.harbour.give(
                nembar.core.directory.Audience.anyOf(
                        new nembar.core.directory.Audience.OneUnit("pier", false)),
                may("trip", "view", Reach.ALL));
        AccessModel now = world.harbour.model();
        Person cas = now.directory().person("cas").orElseThrow();
        AccessModel next =
                now.withDirectory(
                        now.directory()
                                .with(Edits.ofPeople(List.of(cas.withUnit(Optional.of("pier"))))));
        assertThat(world.objections("ben", Set.of(), now, next))
                .anyMatch(one -> one.why().contains("not the author's to give"));
        assertThat(world.objections("ann", Set.of(), now, next)).isEmpty();
    }

    @Test
    void aSignInIsForWhoeverMayGiveAllThatThePersonHolds() {
        world.harbour.give(to("eve"), may("trip", "view", Reach.ACCOUNT));
        world.own.removeIf(one -> one.key().endsWith("-ben"));
        world.changesPeople("ben");
        assertThat(onSignIn("ann", "eve")).isEmpty();
        assertThat(onSignIn("ben", "eve"))
                .singleElement()
                .satisfies(
                        one -> {
                            assertThat(one.rule()).isEqualTo(Rule.SIGN_IN);
                            assertThat(one.approvers()).containsExactly("ann");
                        });
        assertThat(onSignIn("ben", "fay")).as("holds nothing").isEmpty();
        assertThat(onSignIn("ben", "ann"))
                .as("a steward who holds nothing else in the harbour")
                .isNotEmpty();
        assertThat(onSignIn("ben", "ben")).as("one's own").isEmpty();
    }

    private List<Objection> onSignIn(String author, String person) {
        AccessModel model = world.harbour.model();
        return SignInRules.of(
                world.nembar(),
                List.of(model, world.nembar()),
                List.of(model.directory().person(person).orElseThrow()),
                Author.of(model.directory().person(author).orElseThrow()),
                Set.of(),
                NOW);
    }
}
