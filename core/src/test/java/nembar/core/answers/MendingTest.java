package nembar.core.answers;

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
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.PersonStatus;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.Elements;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/**
 * What would turn a no into a yes, and what else it would open (docs/access-model.md, section 6).
 */
class MendingTest {
    private static final GovernedRecord ASKED =
            record(
                    "trip", "t1", "owner", "ann", "account", "red", "unit", "quay", "state",
                    "closed");
    private static final Fleet FLEET =
            new Fleet()
                    .add(ASKED)
                    .add(record("trip", "t2", "owner", "ben", "account", "red", "unit", "pier"))
                    .add(record("trip", "t3", "owner", "cas", "account", "blue", "unit", "quay"));

    private final Harbour harbour = new Harbour();

    /** The mends of Cas's no to the first trip: words, records opened, people gaining. */
    private List<String> mends(Operation operation) {
        AccessModel model = harbour.model();
        RecordType trip = model.catalogue().recordType("trip").orElseThrow();
        return new Mending(
                        new Moment(model, NOW),
                        model.personas().of("cas").get(0),
                        trip,
                        operation,
                        ASKED,
                        FLEET,
                        new FleetCounting(FLEET))
                .mends().stream()
                        .map(one -> one.words() + " | " + one.records() + " " + one.people())
                        .toList();
    }

    @Test
    void whatSomebodyElseHoldsIsGivenTheNarrowestFirst() {
        harbour.give(to("ann"), may("trip", "change", Reach.ALL));
        assertThat(mends(Operation.CHANGE))
                .containsExactly(
                        "Share this trip with Cas | 2 [cas]",
                        "Give Cas Set 0, only for the account of this record | 4 [cas]",
                        "Give Cas Set 0 | 6 [cas]");
    }

    @Test
    void aRoleIsGivenByItsName() {
        harbour.give(to("tug"), may("trip", "view", Reach.ALL));
        harbour.assignments.clear();
        harbour.roles.add(
                new Role("pilot", "Pilot", "", Role.MeantFor.ANY, List.of("set0"), Set.of()));
        assertThat(mends(Operation.VIEW))
                .contains(
                        "Give Cas Pilot, only for the account of this record | 2 [cas]",
                        "Give Cas Pilot | 3 [cas]");
    }

    @Test
    void whatHasEndedIsGivenAgain() {
        harbour.give(
                to("cas"),
                Bounds.NONE,
                Optional.empty(),
                Optional.of(NOW.minus(Duration.ofDays(1))),
                may("trip", "view", Reach.ALL));
        assertThat(mends(Operation.VIEW)).contains("Give Cas Set 0 again, from now on | 3 [cas]");
    }

    @Test
    void boundsAreDrawnRoundTheRecord() {
        harbour.give(
                to("cas"),
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of("blue"), Set.of())),
                        Optional.empty()),
                may("trip", "view", Reach.ALL));
        assertThat(mends(Operation.VIEW))
                .contains("Give Cas Set 0 within bounds that have this record | 1 [cas]");
    }

    @Test
    void aReachIsWidenedAsFarAsItTakesForAllWhoHoldIt() {
        harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        harbour.assignments.add(
                Elements.assignment(
                        "ben", to("ben"), new Assignment.Gives.OfSet("set0"), Times.ALWAYS));
        assertThat(mends(Operation.VIEW))
                .containsExactly(
                        "Share this trip with Cas | 1 [cas]",
                        "Widen the reach in Set 0 to own unit | 1 [cas]");
    }

    @Test
    void aConditionIsDropped() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL, "state = 'sailing'"));
        assertThat(mends(Operation.VIEW)).contains("Drop the condition in Set 0 | 3 [cas]");
    }

    @Test
    void whoeverIsLeftOutOfAShareIsAdded() {
        harbour.give(to("tug"), may("chart", "view", Reach.ALL));
        harbour.sharingRules.add(
                Elements.rule(
                        "r",
                        "trip",
                        Optional.of(Condition.ofText("state = 'closed'")),
                        Optional.empty(),
                        to("ann"),
                        Elements.VIEW,
                        Times.ALWAYS));
        harbour.directShares.add(Elements.share("s", "trip", "t1", to("ann"), Optional.empty()));
        assertThat(mends(Operation.VIEW))
                .containsExactly(
                        "Share this trip with Cas | 1 [cas]",
                        "Add Cas to those it is shared with | 1 [cas]",
                        "Add Cas to those it is shared with | 1 [cas]");
    }

    @Test
    void whomAFilterCutsIsExceptedFromIt() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "Blue alone",
                        to("cas"),
                        new AccountScope(false, Set.of("blue"), Set.of()),
                        Set.of(),
                        Optional.empty()));
        assertThat(mends(Operation.VIEW))
                .containsExactly("Except Cas from the filter Blue alone | 2 [cas]");
    }

    @Test
    void thereIsNothingToMendOfAYesOrOfWhoeverIsAway() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        assertThat(mends(Operation.VIEW)).isEmpty();
        harbour.statuses.put("cas", PersonStatus.SUSPENDED);
        assertThat(mends(Operation.CHANGE)).isEmpty();
    }

    @Test
    void creatingIsNotShared() {
        harbour.give(to("ann"), may("trip", "create", Reach.ALL));
        assertThat(mends(Operation.CREATE))
                .containsExactly(
                        "Give Cas Set 0, only for the account of this record | 0 [cas]",
                        "Give Cas Set 0 | 0 [cas]");
    }

    @Test
    void boundsAreDrawnOnlyRoundWhatIsThere() {
        harbour.give(
                to("cas"),
                new Bounds(
                        Optional.empty(), Optional.of(new Bounds.UnitScope(Set.of("pier"), false))),
                may("trip", "view", Reach.ALL));
        assertThat(mends(Operation.VIEW))
                .contains("Give Cas Set 0 within bounds that have this record | 1 [cas]");
        AccessModel model = harbour.model();
        GovernedRecord lost =
                record("trip", "t9", "owner", "ann", "account", "gone", "unit", "quay");
        Fleet fleet = new Fleet().add(lost).add(record("trip", "t8", "unit", "quay"));
        assertThat(
                        new Mending(
                                        new Moment(model, NOW),
                                        model.personas().of("cas").get(0),
                                        model.catalogue().recordType("trip").orElseThrow(),
                                        Operation.VIEW,
                                        lost,
                                        fleet,
                                        new FleetCounting(fleet))
                                .mends())
                .extracting(one -> one.words() + " | " + one.records())
                .contains("Give Cas Set 0 within bounds that have this record | 2");
    }

    @Test
    void anAccountThatIsNotThereIsNoBoundAndKeysThatAreTakenAreNot() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        for (String key : List.of("share-cas-1", "share-cas-2")) {
            harbour.directShares.add(
                    Elements.share(key, "trip", "t3", to("ann"), Optional.empty()));
        }
        AccessModel model = harbour.model();
        GovernedRecord lost = record("trip", "t9", "owner", "ann", "account", "gone");
        List<Mend> mends =
                new Mending(
                                new Moment(model, NOW),
                                model.personas().of("cas").get(0),
                                model.catalogue().recordType("trip").orElseThrow(),
                                Operation.VIEW,
                                lost,
                                new Fleet().add(lost),
                                new FleetCounting(new Fleet().add(lost)))
                        .mends();
        assertThat(mends)
                .extracting(Mend::words)
                .containsExactly("Share this trip with Cas", "Give Cas Set 0");
        assertThat(mends.get(0).changes().get(0).key()).isEqualTo("share-cas-3");
    }
}
