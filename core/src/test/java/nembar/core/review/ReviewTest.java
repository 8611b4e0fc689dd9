package nembar.core.review;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.draft.Changes;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.review.ReviewChanges.Wanted;
import nembar.core.review.Reviewers.Asked;
import nembar.core.testing.Draws;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import org.junit.jupiter.api.Test;

/** Access reviews by example (docs/access-model.md, section 11). */
class ReviewTest {
    private static final Audience STAFF = Audience.anyOf(new Audience.AllStaff());
    private static final Instant SOON = NOW.plus(Duration.ofDays(9));

    private final Harbour harbour = new Harbour();

    private Moment moment() {
        return new Moment(harbour.model(), NOW);
    }

    private List<String> rights(RightsScope scope) {
        return new Rights(moment())
                .of(scope).stream().map(one -> one.person() + " " + one.element()).toList();
    }

    private void role(String key, String... sets) {
        harbour.roles.add(new Role(key, key, "", Role.MeantFor.ANY, List.of(sets), Set.of()));
    }

    private static Right assignment(String person, String key) {
        return new Right(person, ElementKind.ASSIGNMENT, key);
    }

    private AccessModel after(Map<Right, Wanted> answers) {
        Moment now = moment();
        return Changes.apply(now.model(), new ReviewChanges(now).of(answers));
    }

    private static Assignment given(AccessModel model, String key) {
        return (Assignment) model.element(ElementKind.ASSIGNMENT, key).orElseThrow();
    }

    @Test
    void rightsAreWhatPeopleHoldByEachElementThatHasNotEnded() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        harbour.give(
                to("eve"),
                Bounds.NONE,
                Optional.empty(),
                Optional.of(NOW),
                may("trip", "view", Reach.ALL));
        harbour.delegations.add(
                new Delegation("d", "ann", "cas", List.of("set0"), Times.ALWAYS, ""));
        harbour.statuses.put("ben", PersonStatus.CLOSED);
        assertThat(rights(new RightsScope.Everything()))
                .containsExactly("ann give0", "cas give0", "cas d");
    }

    @Test
    void aScopeIsAboutOutsidersSomePeopleARoleATypeOrAField() {
        harbour.give(STAFF, field("trip", "price", Use.VIEW, Reach.OWN));
        harbour.give(to("eve"), may("load", "view", Reach.ACCOUNT));
        role("loader", "set1");
        harbour.assignments.add(
                given(harbour.model(), "give1").withAudience(to("fay")).within(Bounds.NONE));
        harbour.assignments.set(
                2,
                new Assignment(
                        "by-role",
                        to("fay"),
                        new Assignment.Gives.OfRole("loader"),
                        Bounds.NONE,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
        harbour.directShares.add(
                new DirectShare(
                        "s",
                        "trip",
                        "t1",
                        to("fay"),
                        new Opening(Set.of("view"), Map.of("load", Set.of("view"))),
                        Optional.empty(),
                        "",
                        Optional.empty()));
        assertThat(rights(new RightsScope.Externals()))
                .containsExactly("eve give1", "fay by-role", "fay s");
        assertThat(rights(new RightsScope.OfPeople(to("eve")))).containsExactly("eve give1");
        assertThat(rights(new RightsScope.OfRole("loader"))).containsExactly("fay by-role");
        assertThat(rights(new RightsScope.OfRecordType("load")))
                .containsExactly("eve give1", "fay by-role", "fay s");
        assertThat(rights(new RightsScope.OfField("trip", "price")))
                .containsExactly("ann give0", "ben give0", "cas give0");
    }

    @Test
    void nobodyIsAskedAboutThemselves() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        Reviewers managers = new Reviewers(moment(), Asked.MANAGERS, List.of(), List.of("cas"));
        assertThat(managers.of(assignment("ben", "give0"))).contains("ann");
        assertThat(managers.of(assignment("ann", "give0")))
                .as("nobody is above her, so whoever stands in is asked")
                .contains("cas");
        Reviewers named = new Reviewers(moment(), Asked.NAMED, List.of("ann"), List.of("ann"));
        assertThat(named.of(assignment("ben", "give0"))).contains("ann");
        assertThat(named.of(assignment("ann", "give0"))).isEmpty();
        Reviewers leads = new Reviewers(moment(), Asked.TEAM_LEADS, List.of(), List.of("ann"));
        assertThat(leads.of(assignment("ben", "give0"))).as("cas leads his team").contains("cas");
    }

    @Test
    void whoIsNotActiveIsNotAsked() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        harbour.statuses.put("ben", PersonStatus.SUSPENDED);
        Reviewers managers = new Reviewers(moment(), Asked.MANAGERS, List.of(), List.of());
        assertThat(managers.of(assignment("cas", "give0")))
                .as("the manager's manager is asked")
                .contains("ann");
    }

    @Test
    void endingTakesOutThatPersonAlone() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        harbour.give(to("eve"), may("trip", "view", Reach.ACCOUNT));
        harbour.give(
                Audience.anyOf(new Audience.OnePerson("eve"), new Audience.OnePerson("fay")),
                may("load", "view", Reach.ACCOUNT));
        AccessModel after =
                after(
                        Map.of(
                                assignment("ben", "give0"), Wanted.END,
                                assignment("eve", "give1"), Wanted.END,
                                assignment("eve", "give2"), Wanted.END));
        assertThat(given(after, "give0").audience().except())
                .containsExactly(new Audience.OnePerson("ben"));
        assertThat(after.element(ElementKind.ASSIGNMENT, "give1")).isEmpty();
        assertThat(given(after, "give2").audience()).isEqualTo(to("fay"));
    }

    @Test
    void whatIsChangedGoesOnOtherwiseForThatPersonAlone() {
        harbour.give(STAFF, may("trip", "change", Reach.OWN));
        harbour.give(to("eve"), may("trip", "view", Reach.ACCOUNT));
        role("looker", "set1");
        AccessModel after =
                after(
                        Map.of(
                                assignment("ben", "give0"),
                                Wanted.other(Optional.of(SOON), Optional.of("looker")),
                                assignment("eve", "give1"),
                                Wanted.other(Optional.of(SOON), Optional.empty())));
        assertThat(given(after, "give0").audience().except())
                .containsExactly(new Audience.OnePerson("ben"));
        Assignment bens = given(after, "ben-give0");
        assertThat(bens.audience()).isEqualTo(to("ben"));
        assertThat(bens.gives()).isEqualTo(new Assignment.Gives.OfRole("looker"));
        assertThat(bens.times().until()).contains(SOON);
        assertThat(given(after, "give1").times().until()).contains(SOON);
    }

    @Test
    void peersSitInTheSameUnitOrAccount() {
        harbour.give(to("eve"), may("trip", "view", Reach.ACCOUNT));
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.OWN));
        Peers peers = new Peers(moment());
        Assignment.Gives own = new Assignment.Gives.OfSet("set1");
        assertThat(peers.with(harbour.directory().person("ben").orElseThrow(), own))
                .as("nobody else sits on the pier")
                .isEqualTo(new Peers.Compared(0, 0));
    }

    /** What is ended is held no more, and everything else is held as before. */
    @Law
    void endingEndsThoseAndNoOthers(Draws draws) {
        Moment now = new Moment(new RandomWorld(draws).model(), NOW);
        List<Right> all = new Rights(now).of(new RightsScope.Everything());
        Map<Right, Wanted> answers = new LinkedHashMap<>();
        for (int i = 0; i < all.size(); i += 3) {
            answers.put(all.get(i), Wanted.END);
        }
        AccessModel after = Changes.apply(now.model(), new ReviewChanges(now).of(answers));
        Rights left = new Rights(new Moment(after, NOW));
        assertThat(answers.keySet()).noneMatch(left::stands);
        assertThat(all)
                .filteredOn(one -> one.kind() == ElementKind.ASSIGNMENT)
                .filteredOn(one -> !answers.containsKey(one))
                .allMatch(left::stands);
    }
}
