package nembar.core.findings;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.draft.Changes;
import nembar.core.findings.Finding.Kind;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Each kind of finding: that it is found, and that its mend ends it (section 9). */
class FindingsTest {
    private static final Duration LONG = Duration.ofDays(100);

    private final Harbour harbour = new Harbour();
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben", "account", "red", "state", "sailing"))
                    .add(record("trip", "t2", "owner", "cas", "account", "blue"));
    private Activity activity = Activity.UNKNOWN;

    private List<Finding> found(Kind kind) {
        return found().stream().filter(one -> one.kind() == kind).toList();
    }

    private List<Finding> found() {
        return Findings.of(new Moment(harbour.model(), NOW), new FleetCounting(fleet), activity);
    }

    private void assertMended(Kind kind) {
        Finding finding = found(kind).get(0);
        assertThat(finding.mend()).isNotEmpty();
        Moment mended = new Moment(Changes.apply(harbour.model(), finding.mend()), NOW);
        assertThat(Findings.of(mended, new FleetCounting(fleet), activity))
                .extracting(Finding::kind)
                .doesNotContain(kind);
    }

    private void assign(String key, String role, Audience audience, Bounds bounds, Times times) {
        harbour.assignments.add(
                new Assignment(
                        key,
                        audience,
                        new Assignment.Gives.OfRole(role),
                        bounds,
                        times,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private void role(String key, Role.MeantFor meantFor, String... sets) {
        harbour.roles.add(new Role(key, key, "", meantFor, List.of(sets), Set.of()));
    }

    private void set(String key, nembar.core.design.Privilege... privileges) {
        harbour.sets.add(new PrivilegeSet(key, key, "", List.of(privileges)));
    }

    @Test
    void somebodyActiveCanDoNothing() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        harbour.statuses.put("cas", PersonStatus.SUSPENDED);
        assertThat(found(Kind.PERSON_CAN_DO_NOTHING))
                .flatExtracting(Finding::concerns)
                .extracting(Finding.Concern::key)
                .containsExactly("ann", "eve", "fay", "tug");
    }

    @Test
    void aRoleGivesNothingWithinItsBounds() {
        set("s", may("chart", "view", Reach.ALL));
        role("reader", Role.MeantFor.ANY, "s");
        Bounds red =
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of("red"), Set.of())),
                        Optional.empty());
        assign("x", "reader", to("ann"), red, Times.ALWAYS);
        assertThat(found(Kind.ROLE_GIVES_NOTHING_WITHIN_BOUNDS)).hasSize(1);
        assertMended(Kind.ROLE_GIVES_NOTHING_WITHIN_BOUNDS);
    }

    @Test
    void aRoleIsHeldByNobodyAndASetStandsInNone() {
        set("s", may("trip", "view", Reach.ALL));
        set("alone", may("trip", "change", Reach.ALL));
        role("idle", Role.MeantFor.ANY, "s");
        assertThat(found(Kind.ROLE_HELD_BY_NOBODY)).hasSize(1);
        assertThat(found(Kind.SET_IN_NO_ROLE))
                .flatExtracting(Finding::concerns)
                .extracting(Finding.Concern::key)
                .containsExactly("alone");
        assertMended(Kind.ROLE_HELD_BY_NOBODY);
        assertMended(Kind.SET_IN_NO_ROLE);
    }

    @Test
    void anotherSetOfTheRoleGivesAllOfOne() {
        set("narrow", may("trip", "view", Reach.UNIT));
        set("wide", may("trip", "change", Reach.BRANCH));
        role("reader", Role.MeantFor.ANY, "narrow", "wide");
        assign("x", "reader", to("ann"), Bounds.NONE, Times.ALWAYS);
        assertThat(found(Kind.SET_REDUNDANT).get(0).concerns().get(0).key()).isEqualTo("narrow");
        assertMended(Kind.SET_REDUNDANT);
    }

    @Test
    void aConditionNeverOrAlwaysHolds() {
        harbour.give(
                to("ann"),
                may("trip", "view", Reach.ALL, "state = 'closed' AND state = 'sailing'"));
        harbour.give(
                to("ann"),
                may(
                        "trip",
                        "view",
                        Reach.ALL,
                        "state = 'closed' OR state IS NULL OR state <> 'closed'"));
        assertThat(found(Kind.CONDITION_NEVER_HOLDS)).hasSize(1);
        assertThat(found(Kind.CONDITION_ALWAYS_HOLDS)).hasSize(1);
    }

    @Test
    void aShareIsCutToNothing() {
        harbour.directShares.add(
                new DirectShare(
                        "one",
                        "trip",
                        "t1",
                        to("eve"),
                        new Opening(Set.of("view"), Map.of()),
                        Optional.empty(),
                        "",
                        Optional.empty()));
        harbour.sharingRules.add(
                new SharingRule(
                        "all",
                        "All",
                        "trip",
                        Optional.of(Condition.ofText("state = 'sailing'")),
                        Optional.empty(),
                        to("ben"),
                        new Opening(Set.of("view"), Map.of()),
                        Times.ALWAYS,
                        ""));
        assertThat(found(Kind.SHARE_CUT_TO_NOTHING)).as("eve acts for red").isEmpty();
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "F",
                        new Audience(
                                List.of(new Audience.AllExternals(), new Audience.AllStaff()),
                                List.of()),
                        new AccountScope(false, Set.of("blue"), Set.of()),
                        Set.of()));
        assertThat(found(Kind.SHARE_CUT_TO_NOTHING)).hasSize(2);
        assertMended(Kind.SHARE_CUT_TO_NOTHING, 2);
    }

    private void assertMended(Kind kind, int before) {
        Finding finding = found(kind).get(0);
        Moment mended = new Moment(Changes.apply(harbour.model(), finding.mend()), NOW);
        assertThat(Findings.of(mended, new FleetCounting(fleet), activity))
                .filteredOn(one -> one.kind() == kind)
                .hasSize(before - 1);
    }

    @Test
    void twoRolesThatNobodyShouldHoldTogether() {
        set("s", may("trip", "view", Reach.ALL));
        harbour.roles.add(
                new Role("payer", "Payer", "", Role.MeantFor.ANY, List.of("s"), Set.of("signer")));
        role("signer", Role.MeantFor.ANY, "s");
        assign("x", "payer", to("ann"), Bounds.NONE, Times.ALWAYS);
        assign("y", "signer", to("ben"), Bounds.NONE, Times.ALWAYS);
        assertThat(found(Kind.ROLES_IN_CONFLICT)).isEmpty();
        assign("z", "signer", to("ann"), Bounds.NONE, Times.ALWAYS);
        assertThat(found(Kind.ROLES_IN_CONFLICT)).hasSize(1);
        assertMended(Kind.ROLES_IN_CONFLICT);
    }

    @Test
    void anExternalReachesAGuardedFieldOrIsKeptInByTheFilterAlone() {
        harbour.give(
                to("fay"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.ALL));
        assertThat(found(Kind.EXTERNAL_REACHES_GUARDED_FIELD)).hasSize(1);
        assertThat(found(Kind.EXTERNAL_KEPT_IN_BY_FILTER_ALONE))
                .extracting(Finding::why)
                .containsExactly(
                        "Fay would see 1 trip of other accounts, were it not for the filter.");
        assertThat(found(Kind.EXTERNAL_KEPT_IN_BY_FILTER_ALONE).get(0).records()).isEqualTo(1);
        assertMended(Kind.EXTERNAL_KEPT_IN_BY_FILTER_ALONE);
        assertThat(found(Kind.EXTERNAL_REACHES_ANOTHER_ACCOUNT)).isEmpty();
    }

    @Test
    void whatEndsWithinAWeekIsToldBefore() {
        set("s", may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY, "s");
        Instant soon = NOW.plus(Duration.ofDays(6));
        assign("x", "pilot", to("ann"), Bounds.NONE, until(soon));
        assign("later", "pilot", to("ben"), Bounds.NONE, until(soon.plus(Duration.ofDays(2))));
        assign("over", "pilot", to("ben"), Bounds.NONE, until(NOW.minusSeconds(1)));
        harbour.delegations.add(
                new Delegation("d", "ann", "ben", List.of("s"), until(soon), "she is away"));
        assertThat(found(Kind.ASSIGNMENT_ENDS_SOON))
                .singleElement()
                .satisfies(
                        one -> {
                            assertThat(one.why()).startsWith("The assignment of pilot to Ann ends");
                            assertThat(one.concerns())
                                    .extracting(Finding.Concern::key)
                                    .containsExactly("x", "ann");
                        });
        assertThat(found(Kind.DELEGATION_ENDS_SOON))
                .extracting(Finding::why)
                .singleElement()
                .satisfies(
                        why ->
                                assertThat(why)
                                        .startsWith("Ben may act for Ann until")
                                        .endsWith("(reason: she is away)."));
    }

    private static Times until(Instant end) {
        return Times.between(Optional.empty(), Optional.of(end));
    }

    @Test
    void anExternalNeverReachesAnotherAccountWhateverIsShared() {
        harbour.directShares.add(
                new DirectShare(
                        "one",
                        "trip",
                        "t2",
                        to("fay"),
                        new Opening(Set.of("view"), Map.of()),
                        Optional.empty(),
                        "",
                        Optional.empty()));
        assertThat(found(Kind.EXTERNAL_REACHES_ANOTHER_ACCOUNT)).isEmpty();
        assertThat(found(Kind.SHARE_CUT_TO_NOTHING)).hasSize(1);
    }

    @Test
    void anAssignmentEndedOrNeverStarts() {
        set("s", may("trip", "view", Reach.ALL));
        role("reader", Role.MeantFor.ANY, "s");
        Instant past = NOW.minus(Duration.ofDays(1));
        assign(
                "over",
                "reader",
                to("ann"),
                Bounds.NONE,
                Times.between(Optional.empty(), Optional.of(past)));
        assertThat(found(Kind.ASSIGNMENT_ENDED)).hasSize(1);
        assertMended(Kind.ASSIGNMENT_ENDED);
        WeeklyHours sundays =
                new WeeklyHours(
                        List.of(
                                new WeeklyHours.Span(
                                        Set.of(DayOfWeek.SUNDAY),
                                        LocalTime.NOON,
                                        LocalTime.MIDNIGHT)));
        Optional<Instant> soon = Optional.of(NOW.plus(Duration.ofDays(1)));
        Optional<Instant> saturday = Optional.of(NOW.plus(Duration.ofDays(4)));
        Optional<Instant> monday = Optional.of(NOW.plus(Duration.ofDays(6)));
        Times fine = new Times(soon, monday, Optional.of(sundays));
        assign("fine", "reader", to("ann"), Bounds.NONE, fine);
        assertThat(found(Kind.ASSIGNMENT_NEVER_STARTS)).isEmpty();
        Times never = new Times(soon, saturday, Optional.of(sundays));
        assign("never", "reader", to("ann"), Bounds.NONE, never);
        assertThat(found(Kind.ASSIGNMENT_NEVER_STARTS)).hasSize(1);
        assertMended(Kind.ASSIGNMENT_NEVER_STARTS);
    }

    @Test
    void somebodyInvitedHasNotComeInAndSomebodyIsDormant() {
        harbour.statuses.put("cas", PersonStatus.INVITED);
        activity =
                new Activity(
                        Map.of("cas", NOW.minus(LONG)),
                        Map.of("ann", NOW.minus(LONG), "ben", NOW),
                        Duration.ofDays(14),
                        Duration.ofDays(90),
                        nembar.core.use.Use.UNKNOWN);
        assertThat(found(Kind.INVITATION_NOT_ACCEPTED))
                .extracting(Finding::why)
                .containsExactly("Cas was invited and has not come in.");
        assertThat(found(Kind.DORMANT_PERSON))
                .extracting(Finding::why)
                .containsExactly("Ann has not been here for more than 90 days.");
    }

    @Test
    void aRoleIsNotMeantForWhoHoldsIt() {
        set("s", may("trip", "view", Reach.ALL));
        role("insider", Role.MeantFor.STAFF, "s");
        assign("x", "insider", to("fay"), Bounds.NONE, Times.ALWAYS);
        assertThat(found(Kind.ROLE_NOT_MEANT_FOR_THEM))
                .extracting(Finding::why)
                .containsExactly("insider is meant for staff; Fay is external.");
        assertMended(Kind.ROLE_NOT_MEANT_FOR_THEM);
    }

    @Test
    void anExpectationIsAboutNobodyOrBroken() {
        harbour.statuses.put("cas", PersonStatus.SUSPENDED);
        expect("idle", to("cas"), Expectation.Claim.CAN_NEVER);
        expect("broken", to("ann"), Expectation.Claim.CAN);
        expect("fine", to("ann"), Expectation.Claim.CAN_NEVER);
        assertThat(found(Kind.EXPECTATION_COVERS_NOBODY).get(0).concerns().get(0).key())
                .isEqualTo("idle");
        assertThat(found(Kind.EXPECTATION_BROKEN))
                .extracting(Finding::why)
                .containsExactly("broken does not hold: look at Ann.");
    }

    private void expect(String key, Audience subject, Expectation.Claim claim) {
        harbour.expectations.add(
                new Expectation(
                        key,
                        key,
                        subject,
                        claim,
                        new Expectation.Target.OnRecords("trip", "view", Optional.empty()),
                        Optional.empty(),
                        "",
                        Expectation.Severity.WARNING));
    }

    @Test
    void whatIsNewIsWhatTheOthersDoNotHave() {
        List<Finding> before = found();
        set("alone", may("trip", "change", Reach.ALL));
        assertThat(Findings.less(found(), before))
                .extracting(Finding::kind)
                .containsExactly(Kind.SET_IN_NO_ROLE);
    }
}
