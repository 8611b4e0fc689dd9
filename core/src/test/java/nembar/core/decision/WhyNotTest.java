package nembar.core.decision;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Missing.BrokenLink;
import nembar.core.decision.Missing.Link;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.PersonStatus;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Harbour;
import nembar.core.words.Explanation;
import org.junit.jupiter.api.Test;

/** Worked examples of what is missing for a yes (docs/access-model.md, section 6). */
class WhyNotTest {
    private static final GovernedRecord RED =
            record("trip", "1", "account", "red", "owner", "ben", "unit", "pier");

    private final Harbour harbour = new Harbour();

    private List<Missing> missing(String person, GovernedRecord record) {
        PersonAccess access = harbour.access(person);
        RecordType type = access.model().catalogue().recordType(record.recordType()).orElseThrow();
        return WhyNot.on(access, type, Operation.VIEW, record, Relatives.NONE);
    }

    private List<String> said(String person, List<Missing> missing) {
        PersonAccess access = harbour.access(person);
        Explanation explanation = new Explanation(access.model(), access.who());
        return missing.stream().map(explanation::missing).toList();
    }

    private Link onlyLink(List<Missing> missing) {
        assertThat(missing).hasSize(1);
        return ((BrokenLink) missing.get(0)).link();
    }

    @Test
    void aYesMissesNothing() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        assertThat(missing("ben", RED)).isEmpty();
    }

    @Test
    void theReachMayBeTooNarrow() {
        harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        List<Missing> missing = missing("cas", RED);
        assertThat(onlyLink(missing)).isEqualTo(Link.REACH);
        assertThat(said("cas", missing))
                .containsExactly(
                        "The privilege set Set 0 gives view trips, own, and this lies outside that"
                                + " reach.");
    }

    @Test
    void theBoundsMayBeTooNarrow() {
        Bounds blue =
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of("blue"), Set.of())),
                        Optional.empty());
        harbour.give(to("cas"), blue, may("trip", "view", Reach.ALL));
        assertThat(onlyLink(missing("cas", RED))).isEqualTo(Link.BOUNDS);
    }

    @Test
    void theAssignmentMayHaveEnded() {
        harbour.give(
                to("cas"),
                Bounds.NONE,
                Optional.empty(),
                Optional.of(NOW.minus(Duration.ofDays(3))),
                may("trip", "view", Reach.ALL));
        List<Missing> missing = missing("cas", RED);
        assertThat(missing.get(0)).isInstanceOf(BrokenLink.class);
        assertThat(said("cas", missing).get(0)).contains("it ended on 28 February 2026, 12:00");
    }

    @Test
    void aRouteThatMissesTwoLinksIsNotNear() {
        harbour.give(
                to("cas"),
                Bounds.NONE,
                Optional.empty(),
                Optional.of(NOW.minus(Duration.ofDays(3))),
                may("trip", "view", Reach.OWN));
        assertThat(missing("cas", RED)).isEmpty();
    }

    @Test
    void aRoleMeantForSuchPeopleMayNotBeHeld() {
        harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        harbour.roles.add(
                new Role("mate", "Mate", "", Role.MeantFor.STAFF, List.of("see"), Set.of()));
        assertThat(said("cas", missing("cas", RED)))
                .containsExactly(
                        "The role Mate would give it (view trips, all); Cas does not hold it.");
        assertThat(missing("fay", RED)).isEmpty();
    }

    @Test
    void aFilterMayCutIt() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "Only blue",
                        to("cas"),
                        new AccountScope(false, Set.of("blue"), Set.of()),
                        Set.of()));
        assertThat(said("cas", missing("cas", RED)))
                .containsExactly(
                        "The filter Only blue cuts it: it lets through only those whose account is"
                                + " Blue Line.");
    }

    @Test
    void thePersonMayNotBeActive() {
        harbour.statuses.put("ben", PersonStatus.SUSPENDED);
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        assertThat(said("ben", missing("ben", RED)))
                .containsExactly("Ben is suspended, and only active people have any access.");
    }

    @Test
    void externalsMayBeKeptOutForWantOfAnAccountField() {
        harbour.give(to("fay"), may("note", "view", Reach.ALL));
        assertThat(onlyLink(missing("fay", record("note", "1", "owner", "ann"))))
                .isEqualTo(Link.OWN_ACCOUNT);
    }

    @Test
    void ofNoRecordInParticularItSaysWhatWouldGiveAny() {
        harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        PersonAccess access = harbour.access("ann");
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        List<Missing> missing = WhyNot.onAny(access, trip, Operation.VIEW);
        assertThat(missing).hasSize(1);
        assertThat(missing.get(0)).isInstanceOf(Missing.NotHeld.class);
        harbour.give(to("ann"), may("trip", "view", Reach.OWN));
        assertThat(WhyNot.onAny(harbour.access("ann"), trip, Operation.VIEW)).isEmpty();
    }

    @Test
    void whoIsNotActiveIsToldWhatIsNot() {
        harbour.give(to("fay"), may("trip", "view", Reach.ALL));
        harbour.statuses.put("ben", PersonStatus.SUSPENDED);
        assertThat(inactive(harbour.access("ben"))).contains(Missing.Inactive.PERSON);
        assertThat(inactive(harbour.access("fay"))).isEmpty();
        harbour.pending.add("red");
        assertThat(inactive(harbour.access("fay"))).contains(Missing.Inactive.ACCOUNT);
        assertThat(inactive(harbour.access("eve", "blue"))).isEmpty();
    }

    @Test
    void anAccountsLastDayEndsAtMidnightInTheApplicationsTimeZone() {
        harbour.zone = ZoneId.of("Pacific/Auckland");
        harbour.ends.put("red", LocalDate.of(2026, 3, 3));
        assertThat(inactive(harbour.access("fay"))).as("it is the fourth there").isPresent();
        harbour.zone = ZoneId.of("America/Los_Angeles");
        assertThat(inactive(harbour.access("fay"))).as("it is the third there").isEmpty();
    }

    @Test
    void whoActsForSomebodyNeedsADelegationInForceAndToBeActive() {
        Times over = Times.between(Optional.empty(), Optional.of(Harbour.NOW));
        assertThat(inactive(through("ben", over))).contains(Missing.Inactive.DELEGATION);
        assertThat(inactive(through("ben", Times.ALWAYS))).isEmpty();
        assertThat(inactive(through("fay", Times.ALWAYS))).isEmpty();
        harbour.pending.add("red");
        assertThat(inactive(through("fay", Times.ALWAYS))).contains(Missing.Inactive.DELEGATE);
        assertThat(inactive(through("eve", Times.ALWAYS))).as("acts for blue too").isEmpty();
    }

    private PersonAccess through(String delegate, Times times) {
        Delegation delegation = new Delegation("x", "cas", delegate, List.of(), times, "");
        PersonAccess cas = harbour.access("cas");
        return new PersonAccess(cas.model(), cas.who().through(delegation));
    }

    private static Optional<Missing.Inactive> inactive(PersonAccess access) {
        assertThat(access.active()).isEqualTo(access.inactive().isEmpty());
        return access.inactive().map(Missing.NotActive::what);
    }
}
