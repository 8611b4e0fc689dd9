package nembar.core.decision;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldLevel;
import nembar.core.design.MaskStyle;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.Fleet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/**
 * Worked examples of conditions, times, sharing and delegation (docs/access-model.md, sections 3 to
 * 5), each named after its sentence.
 */
class ConditionGrantTest {
    private final Harbour harbour = new Harbour();
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben", "state", "sailing", "unit", "pier"))
                    .add(record("trip", "t2", "owner", "cas", "state", "closed", "account", "red"))
                    .add(record("trip", "t3"))
                    .add(record("load", "l1", "trip", "t1", "account", "red"))
                    .add(record("note", "n1", "load", "l1"));

    @Test
    void aPrivilegeWithAConditionCoversOnlyWhatMeetsIt() {
        harbour.give(to("ann"), may("trip", "change", Reach.ALL, "state = 'sailing'"));
        assertThat(allowed("ann", "change", "trip", "t1")).isTrue();
        assertThat(allowed("ann", "view", "trip", "t1")).as("change carries view").isTrue();
        assertThat(allowed("ann", "change", "trip", "t2")).isFalse();
    }

    @Test
    void inAGrantUnknownCountsAsFalse() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL, "NOT state = 'closed'"));
        assertThat(allowed("ann", "view", "trip", "t1")).isTrue();
        assertThat(allowed("ann", "view", "trip", "t3")).as("no state at all").isFalse();
    }

    @Test
    void namesThatBeginWithUserAreThePersons() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL, "owner = user.id"));
        harbour.give(to("cas"), may("trip", "view", Reach.ALL, "user.grade > 1"));
        harbour.give(to("ann"), may("trip", "view", Reach.ALL, "below(unit, user.unit)"));
        assertThat(allowed("ben", "view", "trip", "t1")).isTrue();
        assertThat(allowed("ben", "view", "trip", "t2")).isFalse();
        assertThat(allowed("cas", "view", "trip", "t1")).as("cas has no grade").isFalse();
        assertThat(allowed("ann", "view", "trip", "t1")).as("pier is below harbour").isTrue();
    }

    @Test
    void hasIsTrueWhenThePersonHasAtLeastThatLevel() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL, "has('tide', 'look')"));
        assertThat(allowed("ann", "view", "trip", "t1")).isFalse();
        harbour.give(to("ann"), new FunctionPrivilege("tide", "set"));
        assertThat(allowed("ann", "view", "trip", "t1")).isTrue();
    }

    @Test
    void aTeamsMembersMayBeGivenByACondition() {
        harbour.give(
                Audience.anyOf(new Audience.OneTeam("pilots")), may("trip", "view", Reach.ALL));
        assertThat(allowed("ann", "view", "trip", "t1")).as("her grade is 5").isTrue();
        assertThat(allowed("ben", "view", "trip", "t1")).as("his grade is 2").isFalse();
    }

    @Test
    void anAccountFiltersConditionCutsWhatIsUnknownToo() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "F",
                        to("ann"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of("trip"),
                        Optional.of(Condition.ofText("state <> 'planned'"))));
        assertThat(allowed("ann", "view", "trip", "t2")).isTrue();
        assertThat(allowed("ann", "view", "trip", "t1")).as("no account").isFalse();
    }

    @Test
    void aFieldFilterAppliesUnlessItsConditionIsFalse() {
        harbour.give(to("ann"), may("trip", "change", Reach.ALL));
        harbour.fieldFilters.add(
                new FieldFilter(
                        "g",
                        "G",
                        to("ann"),
                        "trip",
                        Set.of("name"),
                        new FieldFilter.Effect.Mask(MaskStyle.FULL),
                        Optional.of(Condition.ofText("state = 'closed'"))));
        assertThat(level("ann", "name", "t1")).isEqualTo(FieldLevel.CHANGE);
        assertThat(level("ann", "name", "t2")).isEqualTo(FieldLevel.MASKED);
        assertThat(level("ann", "name", "t3")).as("unknown restricts").isEqualTo(FieldLevel.MASKED);
    }

    @Test
    void weeklyHoursAreThoseOfTheApplicationsZone() {
        harbour.zone = ZoneId.of("Europe/London");
        WeeklyHours hours =
                new WeeklyHours(
                        List.of(
                                new WeeklyHours.Span(
                                        Set.of(DayOfWeek.SUNDAY),
                                        LocalTime.of(1, 0),
                                        LocalTime.of(2, 0))));
        give("cas", hours);
        assertThat(at("cas", "2026-10-25T00:30:00Z")).as("01:30 in summer time").isTrue();
        assertThat(at("cas", "2026-10-25T01:30:00Z")).as("01:30 again, an hour later").isTrue();
        assertThat(at("cas", "2026-10-25T02:00:00Z")).isFalse();
        assertThat(at("cas", "2026-03-29T01:30:00Z")).as("01:30 does not happen").isFalse();
        assertThat(at("cas", "2026-03-22T01:30:00Z")).isTrue();
    }

    @Test
    void hoursThatEndAtMidnightHaveTheLastMinuteOfTheDay() {
        WeeklyHours hours =
                new WeeklyHours(
                        List.of(
                                new WeeklyHours.Span(
                                        Set.of(DayOfWeek.TUESDAY),
                                        LocalTime.of(22, 0),
                                        LocalTime.MIDNIGHT)));
        give("cas", hours);
        assertThat(at("cas", "2026-03-03T21:59:59Z")).isFalse();
        assertThat(at("cas", "2026-03-03T23:59:59Z")).isTrue();
        assertThat(at("cas", "2026-03-04T00:00:00Z")).isFalse();
    }

    @Test
    void aSharingRuleOpensRecordsThatMeetItsConditionAndWhatIsBelow() {
        harbour.sharingRules.add(
                new SharingRule(
                        "h",
                        "H",
                        "trip",
                        Optional.of(Condition.ofText("state = 'sailing'")),
                        Optional.empty(),
                        to("cas"),
                        new Opening(
                                Set.of("change"),
                                Map.of("load", Set.of("view"), "note", Set.of("delete"))),
                        Times.ALWAYS,
                        ""));
        assertThat(allowed("cas", "change", "trip", "t1")).isTrue();
        assertThat(allowed("cas", "view", "trip", "t1")).isTrue();
        assertThat(allowed("cas", "delete", "trip", "t1")).isFalse();
        assertThat(allowed("cas", "view", "trip", "t2")).isFalse();
        assertThat(allowed("cas", "view", "load", "l1")).isTrue();
        assertThat(allowed("cas", "delete", "note", "n1")).as("at any depth below").isTrue();
        assertThat(allowed("ann", "view", "trip", "t1")).isFalse();
    }

    @Test
    void aSharingRuleMayOpenTheRecordsOfAnAudiencesPeople() {
        harbour.sharingRules.add(
                new SharingRule(
                        "h",
                        "H",
                        "trip",
                        Optional.empty(),
                        Optional.of(Audience.anyOf(new Audience.OneUnit("pier", false))),
                        to("cas"),
                        Opening.of("view"),
                        Times.ALWAYS,
                        ""));
        assertThat(allowed("cas", "view", "trip", "t1")).as("ben sits on the pier").isTrue();
        assertThat(allowed("cas", "view", "trip", "t2")).isFalse();
    }

    @Test
    void aDirectShareOpensOneRecordUntilItEnds() {
        harbour.directShares.add(
                new DirectShare(
                        "d",
                        "trip",
                        "t2",
                        to("ann"),
                        Opening.of("view"),
                        Optional.of(NOW),
                        "",
                        Optional.empty()));
        assertThat(allowed("ann", "view", "trip", "t2")).as("it has ended").isFalse();
        harbour.directShares.set(
                0,
                new DirectShare(
                        "d",
                        "trip",
                        "t2",
                        to("ann"),
                        Opening.of("view"),
                        Optional.of(NOW.plusSeconds(1)),
                        "",
                        Optional.empty()));
        assertThat(allowed("ann", "view", "trip", "t2")).isTrue();
        assertThat(allowed("ann", "view", "trip", "t1")).isFalse();
    }

    @Test
    void filtersCutShares() {
        harbour.directShares.add(
                new DirectShare(
                        "d",
                        "trip",
                        "t2",
                        to("eve"),
                        Opening.of("view"),
                        Optional.empty(),
                        "",
                        Optional.empty()));
        assertThat(
                        harbour.access("eve", "red")
                                .allows(type("trip"), Operation.VIEW, trip("t2"), fleet))
                .isTrue();
        assertThat(
                        harbour.access("eve", "blue")
                                .allows(type("trip"), Operation.VIEW, trip("t2"), fleet))
                .as("it is not blue's")
                .isFalse();
    }

    @Test
    void nobodyMovesARecordOutOfWhatTheyMayChange() {
        harbour.give(to("cas"), may("trip", "change", Reach.ALL, "state <> 'closed'"));
        GovernedRecord before = trip("t1");
        GovernedRecord after = record("trip", "t1", "state", "closed");
        PersonAccess cas = harbour.access("cas");
        assertThat(cas.decideChange(type("trip"), before, before, fleet).allowed()).isTrue();
        assertThat(cas.decideChange(type("trip"), before, after, fleet).allowed()).isFalse();
        assertThat(cas.decideChange(type("trip"), after, before, fleet).allowed()).isFalse();
    }

    @Test
    void aDelegateMayDoWhatBothTheSetsAndThePrincipalAllow() {
        harbour.give(to("ben"), may("trip", "change", Reach.OWN));
        harbour.sets.add(
                new PrivilegeSet("listed", "Listed", "", List.of(may("trip", "view", Reach.ALL))));
        Delegation delegation =
                new Delegation("x", "ben", "cas", List.of("listed"), Times.ALWAYS, "");
        harbour.delegations.add(delegation);
        PersonAccess forBen = through(delegation);
        assertThat(forBen.allows(type("trip"), Operation.VIEW, trip("t1"), fleet))
                .as("ben's own trip")
                .isTrue();
        assertThat(forBen.allows(type("trip"), Operation.VIEW, trip("t2"), fleet))
                .as("the set lists all, ben has his own")
                .isFalse();
        assertThat(forBen.allows(type("trip"), Operation.CHANGE, trip("t1"), fleet))
                .as("ben may, the sets do not list it")
                .isFalse();
        assertThat(allowed("cas", "view", "trip", "t1")).as("never silent").isFalse();
    }

    @Test
    void aDelegationGivesNothingOutsideItsTimes() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        Delegation ended =
                new Delegation(
                        "x",
                        "ben",
                        "cas",
                        List.of("set0"),
                        Times.between(Optional.empty(), Optional.of(NOW)),
                        "");
        harbour.delegations.add(ended);
        assertThat(through(ended).allows(type("trip"), Operation.VIEW, trip("t1"), fleet))
                .isFalse();
        assertThat(through(ended).decide(type("trip"), Operation.VIEW, trip("t1"), fleet).active())
                .isFalse();
    }

    private PersonAccess through(Delegation delegation) {
        AccessModel model = harbour.model();
        Standpoint ben = Standpoint.of(model.directory().person("ben").orElseThrow(), NOW);
        return new PersonAccess(model, ben.through(delegation));
    }

    private void give(String person, WeeklyHours hours) {
        harbour.give(to(person), may("trip", "view", Reach.ALL));
        Assignment last = harbour.assignments.remove(0);
        harbour.assignments.add(
                new Assignment(
                        last.key(),
                        last.audience(),
                        last.gives(),
                        Bounds.NONE,
                        new Times(Optional.empty(), Optional.empty(), Optional.of(hours)),
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private boolean at(String person, String instant) {
        Standpoint who = harbour.access(person).who().at(Instant.parse(instant));
        return new PersonAccess(harbour.model(), who)
                .allows(type("trip"), Operation.VIEW, trip("t3"), fleet);
    }

    private boolean allowed(String person, String operation, String type, String record) {
        RecordType of = type(type);
        return harbour.access(person)
                .decide(
                        of,
                        of.operation(operation).orElseThrow(),
                        fleet.record(of, record).orElseThrow(),
                        fleet)
                .allowed();
    }

    private FieldLevel level(String person, String field, String record) {
        Field of = type("trip").knownField(field);
        return harbour.access(person).field(type("trip"), of).levelOn(trip(record), fleet);
    }

    private GovernedRecord trip(String key) {
        return fleet.record(type("trip"), key).orElseThrow();
    }

    private RecordType type(String key) {
        return harbour.catalogue().recordType(key).orElseThrow();
    }
}
