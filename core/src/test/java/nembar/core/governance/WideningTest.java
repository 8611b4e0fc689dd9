package nembar.core.governance;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.FieldFilter;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import nembar.core.testing.NembarOfHarbour;
import org.junit.jupiter.api.Test;

/**
 * What opens more, by whichever element, is within what its author may give or change
 * (docs/access-model.md, section 10).
 */
class WideningTest {
    private static final Audience PILOTS = Audience.anyOf(new Audience.OneTeam("pilots"));

    private final NembarOfHarbour world = new NembarOfHarbour();
    private final Harbour harbour = world.harbour;

    WideningTest() {
        world.administers("ann", Reach.ALL, Bounds.NONE);
        world.administers("ben", Reach.ALL, Bounds.NONE);
        world.changesPeople("cas");
        harbour.give(
                to("fay"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.ALL));
        harbour.give(to("ann"), may("trip", "delete", Reach.ALL));
    }

    private static SharingRule rule(Audience audience) {
        return new SharingRule(
                "rule",
                "Rule",
                "trip",
                Optional.empty(),
                Optional.of(Audience.anyOf(new Audience.OneUnit("pier", false))),
                audience,
                Opening.of("view"),
                Times.ALWAYS,
                "");
    }

    private static DirectShare share(Audience audience) {
        return new DirectShare(
                "share",
                "trip",
                "t1",
                audience,
                Opening.of("view"),
                Optional.empty(),
                "",
                Optional.empty());
    }

    private static AccountFilter accountFilter(Audience audience, String... accounts) {
        return new AccountFilter(
                "cut",
                "Cut",
                audience,
                new AccountScope(false, Set.of(accounts), Set.of()),
                Set.of("trip"));
    }

    private static FieldFilter fieldFilter(Audience audience) {
        return new FieldFilter(
                "hide", "Hide", audience, "trip", Set.of("price"), new FieldFilter.Effect.Hide());
    }

    private List<String> raised(String author, Change change) {
        return raised(world.objections(author, Set.of(), change));
    }

    private static List<String> raised(List<Objection> objections) {
        return objections.stream()
                .filter(one -> one.rule() == Rule.NO_RAISING)
                .map(Objection::why)
                .filter(why -> why.contains("open more") || why.contains("to give"))
                .toList();
    }

    @Test
    void whateverOpensMoreTakesTheRightToChangeIt() {
        harbour.accountFilters.add(accountFilter(to("fay"), "blue"));
        List<Element> all =
                List.of(
                        rule(to("ben")),
                        share(to("ben")),
                        accountFilter(to("fay"), "blue", "red"),
                        new Delegation(
                                "stand-in", "ann", "fay", List.of("set1"), Times.ALWAYS, ""));
        for (Element one : all) {
            assertThat(raised("cas", Change.Put.of(one)))
                    .as(one.key())
                    .singleElement()
                    .asString()
                    .contains("through the " + one.kind().words() + " " + one.key())
                    .contains("may not change");
            assertThat(raised("ben", Change.Put.of(one))).as(one.key()).isEmpty();
        }
    }

    @Test
    void aSetOfMoreTakesTheRightToGiveIt() {
        Change more =
                Change.Put.of(
                        new PrivilegeSet(
                                "set0", "Set 0", "", List.of(may("trip", "delete", Reach.ALL))));
        assertThat(raised("cas", more)).singleElement().asString().contains("may not give");
        assertThat(raised("ben", more)).isEmpty();
    }

    @Test
    void whoApprovesMayDoItThemselves() {
        List<Objection> objections =
                world.objections("cas", Set.of(), Change.Put.of(share(to("ben"))));
        assertThat(objections)
                .filteredOn(one -> one.why().contains("open more"))
                .singleElement()
                .satisfies(one -> assertThat(one.approvers()).containsExactly("ann", "ben"));
    }

    @Test
    void aFilterTakenOutOpensMoreAndARuleTakenOutDoesNot() {
        harbour.accountFilters.add(accountFilter(to("fay"), "blue"));
        harbour.sharingRules.add(rule(to("ben")));
        harbour.directShares.add(share(to("ben")));
        assertThat(raised("cas", new Change.Remove(ElementKind.ACCOUNT_FILTER, "cut"))).hasSize(1);
        assertThat(raised("cas", new Change.Remove(ElementKind.SHARING_RULE, "rule"))).isEmpty();
        assertThat(raised("cas", new Change.Remove(ElementKind.DIRECT_SHARE, "share"))).isEmpty();
    }

    @Test
    void fieldFiltersAreChangedByWhoMay() {
        harbour.fieldFilters.add(fieldFilter(to("fay")));
        assertThat(raised("cas", Change.Put.of(fieldFilter(to("eve"))))).hasSize(1);
        assertThat(raised("cas", new Change.Remove(ElementKind.FIELD_FILTER, "hide"))).hasSize(1);
    }

    @Test
    void whatGivesNobodyAnythingIsNoRaising() {
        SeatPool pool =
                new SeatPool(
                        "seats",
                        "Seats",
                        3,
                        Optional.empty(),
                        Set.of(),
                        Set.of("set0"),
                        Map.of(),
                        SeatPool.WhenUsedUp.WARN);
        assertThat(raised("cas", Change.Put.of(pool))).isEmpty();
    }

    /** Ben becomes a pilot, as whoever is of grade 2 does then. */
    private List<String> morePilots() {
        AccessModel now = harbour.model();
        harbour.pilots = Optional.of(Condition.ofText("user.grade > 1"));
        return raised(world.objections("cas", Set.of(), now, harbour.model()));
    }

    @Test
    void aMoveTakesTheRightToGiveWhatItGives() {
        harbour.give(PILOTS, may("trip", "view", Reach.ALL));
        assertThat(morePilots()).singleElement().asString().contains("not the author's to give");
    }

    @Test
    void aMoveTakesTheRightToChangeWhatOpensMoreByIt() {
        harbour.directShares.add(share(PILOTS));
        assertThat(morePilots()).singleElement().asString().contains("direct share share");
    }

    @Test
    void aMoveOutOfAFilterOpensMoreToo() {
        AccountFilter all = accountFilter(to("ben"), "red");
        harbour.pilots = Optional.of(Condition.ofText("user.grade > 1"));
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(all.withAudience(PILOTS));
        AccessModel now = harbour.model();
        harbour.pilots = Optional.of(Condition.ofText("user.grade > 3"));
        assertThat(raised(world.objections("cas", Set.of(), now, harbour.model())))
                .singleElement()
                .asString()
                .contains("account filter cut");
    }

    @Test
    void whatWasThereBeforeAMoveIsNotGivenByIt() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.give(PILOTS, may("trip", "delete", Reach.ALL));
        harbour.directShares.add(share(to("ben")));
        assertThat(morePilots()).hasSize(1);
    }
}
