package nembar.core.decision;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
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
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
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
}
