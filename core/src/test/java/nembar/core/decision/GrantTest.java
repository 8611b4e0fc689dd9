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
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Fleet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Worked examples of grants: how privileges, assignments and parents give access. */
class GrantTest {
    private final Harbour harbour = new Harbour();
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben", "account", "red"))
                    .add(record("trip", "t2", "owner", "cas", "account", "blue"))
                    .add(record("load", "l1", "owner", "cas", "trip", "t1", "account", "red"))
                    .add(record("load", "l2", "owner", "cas", "trip", "t2", "account", "blue"))
                    .add(record("note", "n1", "owner", "ann", "load", "l1"));

    private boolean allowed(String person, String operation, String type, String id) {
        return allowed(harbour.access(person), operation, type, id);
    }

    private boolean allowed(PersonAccess access, String operation, String type, String id) {
        RecordType known = access.model().catalogue().recordType(type).orElseThrow();
        GovernedRecord record = fleet.record(known, id).orElseThrow();
        return access.decide(known, known.operation(operation).orElseThrow(), record, fleet)
                .allowed();
    }

    @Test
    void everyOperationButCreateCarriesView() {
        harbour.give(to("ben"), may("trip", "sail", Reach.OWN));
        harbour.give(to("cas"), may("trip", "create", Reach.OWN));
        assertThat(allowed("ben", "view", "trip", "t1")).isTrue();
        assertThat(allowed("ben", "change", "trip", "t1")).isFalse();
        assertThat(allowed("cas", "create", "trip", "t2")).isTrue();
        assertThat(allowed("cas", "view", "trip", "t2")).isFalse();
    }

    @Test
    void grantsAddUp() {
        harbour.give(to("ann"), may("trip", "view", Reach.OWN));
        harbour.give(
                to("ann"),
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of(), Set.of("grain"))),
                        Optional.empty()),
                may("trip", "view", Reach.ALL));
        assertThat(allowed("ann", "view", "trip", "t1")).isFalse();
        assertThat(allowed("ann", "view", "trip", "t2")).isTrue();
    }

    @Test
    void aRoleGivesAllItsSets() {
        harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        harbour.sets.add(
                new PrivilegeSet("sail", "Sail", "", List.of(may("trip", "sail", Reach.OWN))));
        harbour.roles.add(
                new Role(
                        "mate", "Mate", "", Role.MeantFor.STAFF, List.of("see", "sail"), Set.of()));
        harbour.assignments.add(
                new Assignment(
                        "a",
                        Audience.anyOf(new Audience.OneUnit("harbour", true)),
                        new Assignment.Gives.OfRole("mate"),
                        Bounds.NONE,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
        assertThat(allowed("ben", "sail", "trip", "t1")).isTrue();
        assertThat(allowed("ben", "sail", "trip", "t2")).isFalse();
        assertThat(allowed("ben", "view", "trip", "t2")).isTrue();
    }

    @Test
    void anExceptionTakesSomebodyOutOfTheAudience() {
        harbour.give(
                new Audience(
                        List.of(new Audience.AllStaff()), List.of(new Audience.OneTeam("cranes"))),
                may("trip", "view", Reach.ALL));
        assertThat(allowed("ann", "view", "trip", "t1")).isTrue();
        assertThat(allowed("ben", "view", "trip", "t1")).isFalse();
        assertThat(allowed("eve", "view", "trip", "t1")).isFalse();
    }

    @Test
    void timesAreFromInclusiveUntilExclusive() {
        harbour.give(
                to("ann"),
                Bounds.NONE,
                Optional.of(NOW),
                Optional.of(NOW.plus(Duration.ofHours(1))),
                may("trip", "view", Reach.ALL));
        Standpoint now = Standpoint.of(harbour.directory().person("ann").orElseThrow(), NOW);
        assertThat(views(now)).isTrue();
        assertThat(views(at(now, Duration.ofSeconds(-1)))).isFalse();
        assertThat(views(at(now, Duration.ofMinutes(59)))).isTrue();
        assertThat(views(at(now, Duration.ofHours(1)))).isFalse();
    }

    @Test
    void aBoundThatATypeCannotExpressCoversNothingOfIt() {
        Bounds red =
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of("red"), Set.of())),
                        Optional.empty());
        harbour.give(
                to("ann"), red, may("trip", "view", Reach.ALL), may("note", "view", Reach.ALL));
        assertThat(allowed("ann", "view", "trip", "t1")).isTrue();
        assertThat(allowed("ann", "view", "trip", "t2")).isFalse();
        RecordType note = harbour.catalogue().recordType("note").orElseThrow();
        // The note's own privilege gives nothing within the bound.
        assertThat(harbour.access("ann").coverage(note, Operation.VIEW).grantedByPrivilege())
                .isEqualTo(RecordSet.NOTHING);
    }

    @Test
    void aUnitBoundGoesByTheOwnersUnitWhereThereIsNoUnitField() {
        Bounds quay =
                new Bounds(
                        Optional.empty(), Optional.of(new Bounds.UnitScope(Set.of("quay"), false)));
        harbour.give(to("ann"), quay, may("load", "view", Reach.ALL));
        assertThat(allowed("ann", "view", "load", "l1")).isTrue();
        harbour.assignments.clear();
        Bounds pier =
                new Bounds(
                        Optional.empty(), Optional.of(new Bounds.UnitScope(Set.of("pier"), true)));
        harbour.give(to("ann"), pier, may("load", "view", Reach.ALL));
        assertThat(allowed("ann", "view", "load", "l1")).isFalse();
    }

    @Test
    void childrenFollowTheirParent() {
        harbour.loadsFollow = Parent.Follows.VIEW;
        harbour.give(to("ben"), may("trip", "change", Reach.OWN));
        assertThat(allowed("ben", "view", "load", "l1")).isTrue();
        assertThat(allowed("ben", "change", "load", "l1")).isFalse();
        assertThat(allowed("ben", "view", "load", "l2")).isFalse();
        // and so on down: notes follow loads
        assertThat(allowed("ben", "view", "note", "n1")).isTrue();
    }

    @Test
    void whoChangesAParentThatIsFollowedInAllMayDoTheUsualWithItsChildren() {
        harbour.loadsFollow = Parent.Follows.ALL;
        harbour.give(to("ben"), may("trip", "change", Reach.OWN));
        for (String operation : List.of("view", "change", "create", "delete")) {
            assertThat(allowed("ben", operation, "load", "l1")).as(operation).isTrue();
            assertThat(allowed("ben", operation, "note", "n1")).as(operation).isTrue();
        }
    }

    @Test
    void aChildLiftsItsParentAndNothingComesDownAgain() {
        harbour.loadsFollow = Parent.Follows.ALL;
        harbour.loadsLift = true;
        fleet.add(record("load", "l3", "owner", "ann", "trip", "t1", "account", "red"));
        harbour.give(to("ann"), may("load", "view", Reach.OWN));
        assertThat(allowed("ann", "view", "load", "l3")).isTrue();
        assertThat(allowed("ann", "view", "trip", "t1")).isTrue();
        assertThat(allowed("ann", "view", "load", "l1")).isFalse();
        assertThat(allowed("ann", "change", "trip", "t1")).isFalse();
    }

    @Test
    void onlyTheActiveHaveAccessUnlessTheQuestionSaysOtherwise() {
        harbour.statuses.put("ben", PersonStatus.INVITED);
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        assertThat(allowed("ben", "view", "trip", "t1")).isFalse();
        Standpoint invited = Standpoint.of(harbour.directory().person("ben").orElseThrow(), NOW);
        Standpoint asIf = new Standpoint(invited.person(), invited.account(), NOW, true);
        assertThat(views(asIf)).isTrue();
    }

    @Test
    void theRouteNamesEveryLink() {
        harbour.give(
                Audience.anyOf(new Audience.OneTeam("cranes")), may("trip", "change", Reach.OWN));
        PersonAccess access = harbour.access("ben");
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        Decision decision =
                access.decide(trip, Operation.VIEW, fleet.record(trip, "t1").orElseThrow(), fleet);
        assertThat(decision.grants()).hasSize(1);
        Route.ByAssignment route = (Route.ByAssignment) decision.grants().get(0).route();
        assertThat(route.holding().through()).isEqualTo(new Audience.OneTeam("cranes"));
        assertThat(route.holding().set().key()).isEqualTo("set0");
        assertThat(route.privilege()).isEqualTo(may("trip", "change", Reach.OWN));
    }

    private boolean views(Standpoint who) {
        PersonAccess access = new PersonAccess(harbour.model(), who);
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        return access.decide(trip, Operation.VIEW, record("trip", "t1"), Relatives.NONE).allowed();
    }

    private static Standpoint at(Standpoint who, Duration later) {
        return new Standpoint(who.person(), who.account(), who.at().plus(later), false);
    }
}
