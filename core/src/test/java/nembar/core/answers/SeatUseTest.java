package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SeatPool;
import nembar.core.design.SeatPool.WhenUsedUp;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.findings.Activity;
import nembar.core.findings.Finding;
import nembar.core.findings.Findings;
import nembar.core.governance.Objection;
import nembar.core.governance.SeatRules;
import nembar.core.model.AccessModel;
import nembar.core.testing.Draws;
import nembar.core.testing.Elements;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import org.junit.jupiter.api.Test;

/** Who takes a seat of a pool, and when there is none (docs/access-model.md, section 3). */
class SeatUseTest {
    private static final Instant TOMORROW = NOW.plus(Duration.ofDays(1));
    private final Harbour harbour = new Harbour();

    private static SeatPool pool(int agreed, WhenUsedUp whenUsedUp) {
        return new SeatPool(
                "tide",
                "Tide",
                agreed,
                Optional.empty(),
                Set.of("pilot"),
                Set.of(),
                Map.of("tide", "set"),
                whenUsedUp);
    }

    private static Assignment given(String key, Assignment.Gives gives, Times times, String who) {
        return Elements.assignment(key, to(who), gives, times);
    }

    private Harbour harbour() {
        harbour.sets.add(
                new PrivilegeSet(
                        "sets", "Sets", "", List.of(new FunctionPrivilege("tide", "set"))));
        harbour.sets.add(
                new PrivilegeSet(
                        "looks", "Looks", "", List.of(new FunctionPrivilege("tide", "look"))));
        harbour.roles.add(Elements.role("pilot", "looks"));
        return harbour;
    }

    private Harbour give(String who, boolean role, Times times) {
        Assignment.Gives gives =
                role ? new Assignment.Gives.OfRole("pilot") : new Assignment.Gives.OfSet("sets");
        harbour.assignments.add(given("a" + harbour.assignments.size(), gives, times, who));
        return harbour;
    }

    private static Set<String> holders(AccessModel model, SeatPool pool) {
        return new SeatUse(model).holders(pool, NOW);
    }

    @Test
    void aSeatIsTakenOnceHoweverOftenItIsGiven() {
        harbour();
        give("ann", true, Times.ALWAYS);
        give("ann", false, Times.ALWAYS);
        give("cas", true, Times.ALWAYS);
        assertThat(holders(harbour.model(), pool(3, WhenUsedUp.WARN)))
                .containsExactly("ann", "cas");
        harbour.seatPools.add(pool(3, WhenUsedUp.WARN));
        assertThat(new SeatUse(harbour.model()).told(new Assignment.Gives.OfRole("pilot"), NOW))
                .containsExactly("2 of 3 seats of Tide in use");
    }

    @Test
    void whatSomebodyTakesASeatByIsTold() {
        harbour();
        give("ann", true, Times.ALWAYS);
        give("ann", false, Times.ALWAYS);
        give("ann", true, Times.between(Optional.of(TOMORROW), Optional.empty()));
        give("cas", true, Times.ALWAYS);
        AccessModel model = harbour.model();
        assertThat(
                        new SeatUse(model)
                                .taking(
                                        pool(3, WhenUsedUp.WARN),
                                        model.directory().person("ann").orElseThrow(),
                                        NOW))
                .containsExactlyElementsOf(harbour.assignments.subList(0, 2));
    }

    @Test
    void aLowerLevelTakesNone() {
        harbour();
        harbour.assignments.add(
                given("low", new Assignment.Gives.OfSet("looks"), Times.ALWAYS, "ann"));
        assertThat(holders(harbour.model(), pool(3, WhenUsedUp.WARN))).isEmpty();
    }

    @Test
    void whoIsSuspendedOrNotYetGivenItTakesNone() {
        harbour();
        give("ben", true, Times.ALWAYS);
        give("ann", true, Times.between(Optional.of(TOMORROW), Optional.empty()));
        harbour.statuses.put("ben", PersonStatus.SUSPENDED);
        assertThat(holders(harbour.model(), pool(3, WhenUsedUp.WARN))).isEmpty();
        harbour.statuses.put("ben", PersonStatus.INVITED);
        assertThat(holders(harbour.model(), pool(3, WhenUsedUp.WARN))).containsExactly("ben");
    }

    private List<Objection> objections(SeatPool pool, Change... changes) {
        harbour.seatPools.clear();
        harbour.seatPools.add(pool);
        AccessModel now = harbour.model();
        return SeatRules.of(now, Changes.apply(now, List.of(changes)), NOW);
    }

    private static Change put(Times times) {
        return Change.Put.of(given("more", new Assignment.Gives.OfRole("pilot"), times, "cas"));
    }

    @Test
    void givingWhatTakesASeatThatIsNotThereIsRefusedWherePoolsSaySo() {
        harbour();
        give("ann", true, Times.ALWAYS);
        assertThat(objections(pool(1, WhenUsedUp.REFUSE), put(Times.ALWAYS)))
                .singleElement()
                .satisfies(
                        one -> {
                            assertThat(one.rule()).isEqualTo(Objection.Rule.SEATS);
                            assertThat(one.why())
                                    .startsWith("It would take 2 of the 1 seats of Tide.");
                            assertThat(one.people()).containsExactly("ann", "cas");
                            assertThat(one.approvers()).isEmpty();
                        });
        assertThat(objections(pool(1, WhenUsedUp.WARN), put(Times.ALWAYS))).isEmpty();
        assertThat(objections(pool(2, WhenUsedUp.REFUSE), put(Times.ALWAYS))).isEmpty();
    }

    @Test
    void whatWillTakeTooManyLaterIsRefusedNow() {
        harbour();
        give("ann", true, Times.between(Optional.of(TOMORROW), Optional.empty()));
        assertThat(objections(pool(1, WhenUsedUp.REFUSE), put(Times.ALWAYS)))
                .singleElement()
                .satisfies(one -> assertThat(one.why()).contains("later on"));
        Times untilThen = Times.between(Optional.empty(), Optional.of(TOMORROW));
        assertThat(objections(pool(1, WhenUsedUp.REFUSE), put(untilThen))).isEmpty();
    }

    @Test
    void aPoolThatIsMadeSmallerIsOverdrawnAndFreesNobodysSeat() {
        harbour();
        give("ann", true, Times.ALWAYS);
        give("cas", true, Times.ALWAYS);
        Change smaller = Change.Put.of(pool(1, WhenUsedUp.REFUSE));
        assertThat(objections(pool(2, WhenUsedUp.REFUSE), smaller)).isEmpty();
        assertThat(objections(pool(1, WhenUsedUp.REFUSE), put(Times.ALWAYS))).isEmpty();
        assertThat(seatFindings(Activity.UNKNOWN))
                .extracting(Finding::kind)
                .contains(Finding.Kind.SEAT_POOL_OVERDRAWN);
    }

    @Test
    void whoIsAwayHoldsASeatThatOneActFrees() {
        harbour();
        give("ann", true, Times.ALWAYS);
        harbour.seatPools.add(pool(1, WhenUsedUp.WARN));
        Activity away =
                new Activity(
                        Map.of(),
                        Map.of("ann", NOW.minus(Duration.ofDays(61))),
                        Duration.ofDays(14),
                        Duration.ofDays(90),
                        nembar.core.use.Use.UNKNOWN);
        List<Finding> found = seatFindings(away);
        assertThat(found)
                .extracting(Finding::kind)
                .containsExactly(
                        Finding.Kind.SEAT_POOL_NEARLY_USED_UP,
                        Finding.Kind.SEAT_HELD_BY_SOMEBODY_AWAY);
        AccessModel mended = Changes.apply(harbour.model(), found.get(1).mend());
        assertThat(holders(mended, pool(1, WhenUsedUp.WARN))).isEmpty();
    }

    private List<Finding> seatFindings(Activity activity) {
        Moment moment = new Moment(harbour.model(), NOW);
        return Findings.of(moment, new FleetCounting(new Fleet()), activity).stream()
                .filter(one -> one.kind().name().startsWith("SEAT_"))
                .toList();
    }

    @Law(tries = 200)
    void whatIsCountedOverTimeIsWhatIsCountedAtEachInstant(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        SeatPool any =
                new SeatPool(
                        "any",
                        "Any",
                        1,
                        Optional.empty(),
                        Set.of(),
                        Set.copyOf(model.design().sets().stream().map(PrivilegeSet::key).toList()),
                        Map.of(),
                        WhenUsedUp.WARN);
        SeatUse use = new SeatUse(model);
        boolean accountsEnd = !world.harbour().ends.isEmpty();
        use.from(any, NOW)
                .forEach(
                        (at, taken) -> {
                            assertThat(taken).isGreaterThanOrEqualTo(use.inUse(any, at));
                            assertThat(taken > use.inUse(any, at) && !accountsEnd).isFalse();
                        });
        for (String person : use.holders(any, NOW)) {
            assertThat(model.design().assignments())
                    .anyMatch(
                            one ->
                                    model.inForce(one.times(), NOW)
                                            && has(model, one.audience(), person));
        }
    }

    private static boolean has(AccessModel model, Audience audience, String person) {
        return model.peopleIn(audience, NOW).contains(person);
    }
}
