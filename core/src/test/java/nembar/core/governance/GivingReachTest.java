package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Person;
import nembar.core.testing.Harbour;
import nembar.core.testing.NembarOfHarbour;
import org.junit.jupiter.api.Test;

/**
 * Who may give all by which somebody reaches records of a type, and who is in a guarded area
 * (docs/access-model.md, section 10).
 */
class GivingReachTest {
    private final NembarOfHarbour world = new NembarOfHarbour();
    private final Harbour harbour = world.harbour;

    GivingReachTest() {
        world.administers("ben", Reach.ALL, accounts("red"));
        world.changesPeople("cas");
    }

    private static Bounds accounts(String... keys) {
        return new Bounds(
                Optional.of(new AccountScope(false, Set.of(keys), Set.of())), Optional.empty());
    }

    private Person person(String key) {
        return harbour.directory().person(key).orElseThrow();
    }

    private boolean mayGive(String author, String person, String type) {
        var model = harbour.model();
        RecordType of = model.catalogue().recordType(type).orElseThrow();
        return SignInRules.mayGiveReach(
                world.nembar(), model, person(person), of, Author.of(person(author)), NOW);
    }

    private List<Objection> onSignIn(String author, String person) {
        return SignInRules.of(
                world.nembar(),
                List.of(harbour.model()),
                List.of(person(person)),
                Author.of(person(author)),
                Set.of(),
                NOW);
    }

    private void share(String person) {
        harbour.directShares.add(
                new DirectShare(
                        "share",
                        "trip",
                        "t1",
                        to(person),
                        Opening.of("view"),
                        Optional.empty(),
                        "",
                        Optional.empty()));
    }

    @Test
    void whatIsHeldWithinOnesOwnBoundsIsOnesToGive() {
        harbour.give(to("fay"), accounts("red"), may("trip", "view", Reach.ALL));
        assertThat(mayGive("ben", "fay", "trip")).isTrue();
        assertThat(mayGive("cas", "fay", "trip")).isFalse();
    }

    @Test
    void whatIsHeldBeyondOnesBoundsIsNot() {
        harbour.give(to("fay"), accounts("blue"), may("trip", "view", Reach.ALL));
        assertThat(mayGive("ben", "fay", "trip")).isFalse();
        assertThat(mayGive("ben", "fay", "load")).as("rights travel from trips to loads").isFalse();
    }

    @Test
    void whatSpeaksOfOtherTypesDoesNotCount() {
        harbour.give(to("fay"), accounts("blue"), may("chart", "view", Reach.ALL));
        assertThat(mayGive("cas", "fay", "trip")).isTrue();
    }

    @Test
    void typesBelowCountAsTheirParentsDo() {
        harbour.loadsFollow = Parent.Follows.ALL;
        harbour.give(to("fay"), accounts("blue"), may("load", "view", Reach.ALL));
        assertThat(mayGive("cas", "fay", "trip")).isFalse();
        assertThat(mayGive("cas", "fay", "note")).isFalse();
    }

    @Test
    void fieldsOfTheTypeCountToo() {
        harbour.give(to("fay"), accounts("blue"), field("trip", "price", Use.VIEW, Reach.ALL));
        assertThat(mayGive("ben", "fay", "trip")).isFalse();
        assertThat(mayGive("ben", "fay", "chart")).isFalse();
    }

    @Test
    void whatIsSharedIsGivenByWhoMayChangeShares() {
        world.administers("ann", Reach.ALL, Bounds.NONE);
        share("fay");
        assertThat(mayGive("ann", "fay", "trip")).isTrue();
        assertThat(mayGive("cas", "fay", "trip")).isFalse();
        assertThat(onSignIn("ann", "fay")).isEmpty();
        assertThat(onSignIn("cas", "fay"))
                .singleElement()
                .satisfies(one -> assertThat(one.why()).contains("the direct share"))
                .satisfies(one -> assertThat(one.approvers()).containsExactly("ann"));
    }

    @Test
    void whatIsDelegatedIsGivenByWhoMayChangeDelegations() {
        world.administers("ann", Reach.ALL, Bounds.NONE);
        harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        harbour.delegations.add(
                new Delegation("stand-in", "cas", "fay", List.of("see"), Times.ALWAYS, ""));
        assertThat(onSignIn("ann", "fay")).isEmpty();
        assertThat(onSignIn("cas", "fay"))
                .singleElement()
                .satisfies(one -> assertThat(one.why()).contains("the delegation"));
        assertThat(onSignIn("cas", "ann"))
                .as("who lets another act holds no more by it")
                .hasSize(1);
    }

    @Test
    void onesOwnReachIsOnesToGiveUnlessItIsGuarded() {
        harbour.give(to("cas"), accounts("blue"), may("trip", "view", Reach.ALL));
        assertThat(mayGive("cas", "cas", "trip")).isTrue();
        assertThat(mayGive("cas", "cas", "chart")).isFalse();
        assertThat(mayGive("ann", "ann", "chart")).isTrue();
    }

    @Test
    void guardedReachIsItsStewardsToGive() {
        assertThat(mayGive("ben", "fay", "chart")).isFalse();
        assertThat(mayGive("ann", "fay", "chart")).isTrue();
    }

    @Test
    void whoGuardsAnAreaOrReachesAnythingInItIsInIt() {
        harbour.give(to("cas"), may("chart", "view", Reach.ALL));
        harbour.give(to("fay"), may("trip", "view", Reach.ALL));
        var model = harbour.model();
        assertThat(SignInRules.inGuardedArea(List.of(world.nembar(), model), person("ann"), NOW))
                .isTrue();
        assertThat(SignInRules.inGuardedArea(List.of(model), person("cas"), NOW)).isTrue();
        assertThat(SignInRules.inGuardedArea(List.of(model), person("fay"), NOW)).isFalse();
        assertThat(SignInRules.inGuardedArea(List.of(world.nembar()), person("ann"), NOW))
                .isFalse();
    }

    @Test
    void boundsByTagAndUnitAreHeldAgainstWhatTheyMean() {
        world.own.clear();
        world.administers(
                "ben",
                Reach.ALL,
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of(), Set.of("fuel"))),
                        Optional.of(new Bounds.UnitScope(Set.of("harbour"), true))));
        assertThat(given(accounts("red"), Set.of("pier"))).isTrue();
        assertThat(given(accounts("blue"), Set.of("pier"))).isFalse();
        assertThat(given(accounts("red"), Set.of())).isFalse();
        assertThat(given(accounts("red"), Set.of("harbour"))).isTrue();
        world.own.clear();
        world.administers(
                "ben",
                Reach.ALL,
                new Bounds(
                        Optional.empty(),
                        Optional.of(new Bounds.UnitScope(Set.of("harbour"), false))));
        assertThat(given(accounts("blue"), Set.of("harbour"))).isTrue();
        assertThat(given(accounts("blue"), Set.of("pier"))).isFalse();
    }

    private boolean given(Bounds accounts, Set<String> units) {
        harbour.sets.clear();
        harbour.assignments.clear();
        harbour.give(
                to("fay"),
                new Bounds(
                        accounts.accounts(),
                        units.isEmpty()
                                ? Optional.empty()
                                : Optional.of(new Bounds.UnitScope(units, false))),
                may("trip", "view", Reach.ALL));
        return mayGive("ben", "fay", "trip");
    }
}
