package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.DirectShare;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Elements;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What is worth knowing of an element before it is kept (docs/access-model.md, section 9). */
class CareTest {
    private final Harbour harbour = new Harbour();

    /** There is one record of everything. */
    private static final Counting ONE =
            new Counting() {
                @Override
                public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                    Map<RecordSet, Long> counts = new HashMap<>();
                    sets.forEach(set -> counts.put(set, 1L));
                    return counts;
                }

                @Override
                public List<String> examples(RecordType type, RecordSet set, int atMost) {
                    return List.of();
                }
            };

    private Role role(String key, Role.MeantFor meantFor, String... conflicts) {
        Role role = new Role(key, key, "", meantFor, List.of("set0"), Set.of(conflicts));
        harbour.roles.add(role);
        return role;
    }

    private Assignment given(String role, String who, Bounds bounds) {
        Assignment one =
                new Assignment(
                        role + "-" + who,
                        to(who),
                        new Assignment.Gives.OfRole(role),
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty());
        harbour.assignments.add(one);
        return one;
    }

    private List<String> care(Element element) {
        return Care.of(new Moment(harbour.model(), NOW), element, ONE, any -> true);
    }

    @Test
    void conflictsOfDutyAreNamed() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY, "clerk");
        role("clerk", Role.MeantFor.ANY);
        given("clerk", "ann", Bounds.NONE);
        Assignment pilot = given("pilot", "ann", Bounds.NONE);
        assertThat(care(pilot))
                .containsExactly("Ann holds clerk as well, which nobody should beside pilot.");
        assertThat(Care.of(new Moment(harbour.model(), NOW), pilot, ONE, any -> false))
                .containsExactly("somebody holds clerk as well, which nobody should beside pilot.");
    }

    @Test
    void whomARoleIsNotMeantForAndBoundsThatLeaveNothingAreSaid() {
        harbour.give(to("cas"), may("chart", "view", Reach.ALL));
        role("pilot", Role.MeantFor.STAFF);
        Bounds pier =
                new Bounds(
                        Optional.empty(), Optional.of(new Bounds.UnitScope(Set.of("pier"), false)));
        assertThat(care(given("pilot", "eve", pier)))
                .containsExactly(
                        "pilot is meant for staff; Eve is not.",
                        "Within these bounds it gives nothing on charts, which say no unit:"
                                + " nothing is left of it.");
    }

    @Test
    void nothingIsSaidOfWhatIsAsItShouldBe() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY);
        assertThat(care(given("pilot", "ann", Bounds.NONE))).isEmpty();
    }

    private SharingRule rule(String who) {
        SharingRule rule = Elements.ofOwner("r", "trip", to("ann"), to(who), Elements.VIEW);
        harbour.sharingRules.add(rule);
        return rule;
    }

    private DirectShare share(String record) {
        DirectShare share =
                Elements.share("s" + record, "trip", record, to("cas"), Optional.empty());
        harbour.directShares.add(share);
        return share;
    }

    private List<String> care(Element element, Fleet fleet) {
        return Care.of(
                new Moment(harbour.model(), NOW), element, new FleetCounting(fleet), any -> true);
    }

    private static final Fleet ANNS =
            new Fleet().add(record("trip", "t1", "owner", "ann", "account", "red"));

    @Test
    void aShareThatOpensNothingTodayIsSaid() {
        SharingRule rule = rule("cas");
        assertThat(care(rule, ANNS)).isEmpty();
        assertThat(care(rule, new Fleet()))
                .containsExactly("There is no record today that it opens.");
        assertThat(care(share("t1"), ANNS)).isEmpty();
        assertThat(care(share("t9"), ANNS)).containsExactly("There is no such record today.");
    }

    @Test
    void aShareThatFiltersCutToNothingIsSaid() {
        SharingRule rule = rule("cas");
        harbour.accountFilters.add(Elements.accountFilter("f", to("cas"), "blue", Set.of()));
        assertThat(care(rule, ANNS))
                .containsExactly("The filters of those it is for let none of it through.");
    }

    @Test
    void aPoolWithFewerSeatsThanAreTakenIsSaid() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        assertThat(care(pool(1)))
                .containsExactly("2 seats are taken today: more than the 1 there would be.");
        assertThat(care(pool(2))).isEmpty();
    }

    private static SeatPool pool(int seats) {
        return new SeatPool(
                "p",
                "P",
                seats,
                Optional.empty(),
                Set.of(),
                Set.of("set0", "set1"),
                Map.of(),
                SeatPool.WhenUsedUp.WARN);
    }

    @Test
    void accountsThatRecordsDoNotSayLeaveTheRestOfABoundRole() {
        harbour.give(to("cas"), may("note", "view", Reach.ALL), may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY);
        Bounds red =
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of("red"), Set.of())),
                        Optional.empty());
        assertThat(care(given("pilot", "ann", red)))
                .containsExactly(
                        "Within these bounds it gives nothing on notes, which say no account.");
    }

    @Test
    void hoursThatOverlapAndThatAreNotNowAreSaid() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        WeeklyHours.Span early =
                new WeeklyHours.Span(
                        Set.of(DayOfWeek.FRIDAY), LocalTime.of(8, 0), LocalTime.of(12, 0));
        WeeklyHours.Span late =
                new WeeklyHours.Span(
                        Set.of(DayOfWeek.FRIDAY), LocalTime.of(11, 0), LocalTime.of(15, 0));
        Assignment one =
                Elements.assignment(
                        "a",
                        to("ann"),
                        new Assignment.Gives.OfSet("set0"),
                        new Times(
                                Optional.empty(),
                                Optional.empty(),
                                Optional.of(new WeeklyHours(List.of(early, late)))));
        assertThat(care(one))
                .containsExactly(
                        "Some of its hours of the week overlap; they count once.",
                        "It does not count at this hour.");
    }

    @Test
    void aConflictIsSaidOnWhicheverSideItIsWritten() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY, "pilot");
        role("clerk", Role.MeantFor.ANY, "pilot");
        given("clerk", "ann", Bounds.NONE);
        given("clerk", "ben", Bounds.NONE);
        Assignment pilot =
                Elements.assignment(
                        "all",
                        Audience.anyOf(new Audience.AllStaff()),
                        new Assignment.Gives.OfRole("pilot"),
                        Times.ALWAYS);
        assertThat(care(pilot))
                .containsExactly(
                        "Ann and Ben hold clerk as well, which nobody should beside pilot.");
    }
}
