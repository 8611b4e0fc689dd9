package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.draft.Change;
import nembar.core.governance.Objection.Rule;
import nembar.core.testing.NembarOfHarbour;
import org.junit.jupiter.api.Test;

/**
 * What lets somebody in as somebody else is given like all that the other holds, at each of their
 * accounts (docs/access-model.md, section 10).
 */
class SignInRulesTest {
    private final NembarOfHarbour world = new NembarOfHarbour();

    SignInRulesTest() {
        world.administers("ben", Reach.ALL, Bounds.NONE);
    }

    private static Bounds accounts(String... keys) {
        return new Bounds(
                Optional.of(new AccountScope(false, Set.of(keys), Set.of())), Optional.empty());
    }

    private List<Objection> onSignIn(String author, Set<String> approvers, String person) {
        var model = world.harbour.model();
        return SignInRules.of(
                world.nembar(),
                List.of(model, world.nembar()),
                List.of(model.directory().person(person).orElseThrow()),
                Author.of(model.directory().person(author).orElseThrow()),
                approvers,
                NOW);
    }

    @Test
    void whoMayGiveLessThanThePersonHoldsMayNot() {
        world.changesPeople("cas");
        world.harbour.give(to("fay"), may("trip", "view", Reach.ALL));
        List<Objection> against = onSignIn("cas", Set.of(), "fay");
        assertThat(against).extracting(Objection::rule).containsExactly(Rule.SIGN_IN);
        assertThat(against.get(0).approvers()).containsExactly("ben");
        assertThat(onSignIn("cas", Set.of("ben"), "fay")).isEmpty();
        assertThat(onSignIn("ben", Set.of(), "fay")).isEmpty();
    }

    @Test
    void whoHoldsNothingIsAnybodysToLetIn() {
        world.changesPeople("cas");
        assertThat(onSignIn("cas", Set.of(), "fay")).isEmpty();
    }

    @Test
    void rightsInAGuardedAreaAreItsStewards() {
        world.harbour.give(to("cas"), may("chart", "view", Reach.ALL));
        List<Objection> against = onSignIn("ben", Set.of(), "cas");
        assertThat(against).hasSize(1);
        assertThat(against.get(0).approvers()).containsExactly("ann");
        assertThat(onSignIn("ben", Set.of("ann"), "cas")).isEmpty();
    }

    @Test
    void aStewardWhoHoldsNothingElseIsProtectedToo() {
        assertThat(onSignIn("ben", Set.of(), "ann")).isNotEmpty();
    }

    @Test
    void whatTheyHoldAtAnotherAccountCounts() {
        world.administers("cas", Reach.ALL, accounts("red"));
        world.harbour.give(to("eve"), accounts("blue"), may("trip", "view", Reach.ALL));
        assertThat(onSignIn("cas", Set.of(), "eve")).hasSize(1);
        world.harbour.assignments.clear();
        world.harbour.give(to("eve"), accounts("red"), may("trip", "view", Reach.ALL));
        assertThat(onSignIn("cas", Set.of(), "eve")).isEmpty();
    }

    @Test
    void whoIsBoundToOneAccountGivesSomebodyOfTwoNothingOfTheOther() {
        world.administers("cas", Reach.ALL, accounts("red"));
        world.harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ACCOUNT))));
        assertThat(beyond(give("eve", Bounds.NONE))).isTrue();
        assertThat(beyond(give("eve", accounts("blue")))).isTrue();
        assertThat(beyond(give("eve", accounts("red")))).isFalse();
        assertThat(beyond(give("fay", accounts("red")))).isFalse();
    }

    private boolean beyond(Change change) {
        return world.objections("cas", Set.of(), change).stream()
                .anyMatch(one -> one.why().contains("not the author's to give"));
    }

    private static Change give(String person, Bounds bounds) {
        return Change.Put.of(
                new Assignment(
                        "new",
                        to(person),
                        new Assignment.Gives.OfSet("see"),
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }
}
