package nembar.core.use;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Changes;
import nembar.core.findings.Activity;
import nembar.core.findings.Finding;
import nembar.core.findings.Findings;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import nembar.core.use.Use.Used;
import org.junit.jupiter.api.Test;

/** What was used, and rights that were not (docs/access-model.md, section 12). */
class UseTest {
    private static final LocalDate TODAY = LocalDate.ofInstant(NOW, ZoneOffset.UTC);
    private static final LocalDate LONG_AGO = TODAY.minusDays(100);

    private final Harbour harbour = new Harbour();

    private static Use used(String person, String what, String operation, LocalDate day) {
        return new Use(
                Optional.of(LONG_AGO), Map.of(person, Map.of(new Used(what, operation), day)));
    }

    private Optional<LocalDate> last(Use use, Privilege privilege) {
        return use.last("ben", List.of(privilege), harbour.catalogue());
    }

    private List<Finding> found(Use use) {
        Activity activity =
                new Activity(Map.of(), Map.of(), Duration.ofDays(7), Duration.ofDays(90), use);
        return Findings.of(
                        new Moment(harbour.model(), NOW), new FleetCounting(new Fleet()), activity)
                .stream()
                .filter(one -> one.kind() == Finding.Kind.RIGHT_NOT_USED)
                .toList();
    }

    @Test
    void aPrivilegeIsUsedByWhatItGives() {
        Use viewed = used("ben", "trip", "view", TODAY);
        assertThat(last(viewed, may("trip", "view", Reach.OWN))).contains(TODAY);
        assertThat(last(viewed, may("trip", "change", Reach.OWN)))
                .as("to change is to view as well")
                .contains(TODAY);
        assertThat(last(viewed, may("load", "view", Reach.OWN))).isEmpty();
        assertThat(last(used("ben", "trip", "change", TODAY), may("trip", "view", Reach.OWN)))
                .isEmpty();
        assertThat(last(used("ann", "trip", "view", TODAY), may("trip", "view", Reach.OWN)))
                .isEmpty();
        assertThat(last(viewed, field("trip", "price", FieldPrivilege.Use.VIEW, Reach.OWN)))
                .as("whoever saw a record saw its fields")
                .contains(TODAY);
        assertThat(
                        last(
                                used("ben", "function:import", "run", TODAY),
                                new FunctionPrivilege("import", "run")))
                .contains(TODAY);
    }

    @Test
    void whatNobodyUsedForNinetyDaysIsTold() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        List<Finding> found =
                found(
                        new Use(
                                Optional.of(LONG_AGO),
                                Map.of(
                                        "ben",
                                        Map.of(new Used("trip", "view"), TODAY.minusDays(90)),
                                        "cas",
                                        Map.of(new Used("trip", "view"), TODAY.minusDays(91)))));
        assertThat(found).hasSize(1);
        assertThat(found.get(0).why())
                .isEqualTo("Cas holds Set 1 and has used nothing of it since 2 December 2025.");
        assertThat(Changes.apply(harbour.model(), found.get(0).mend()).design().assignments())
                .extracting(one -> one.key())
                .containsExactly("give0");
    }

    @Test
    void ofSeveralWhoAreGivenItTogetherThoseAreTakenOut() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.OWN));
        Finding finding = found(used("ben", "trip", "view", TODAY)).get(0);
        assertThat(finding.why())
                .isEqualTo(
                        "Ann and Cas have used nothing of Set 0 for 90 days; 1 other who is"
                                + " given it with them has.");
        assertThat(
                        Changes.apply(harbour.model(), finding.mend())
                                .peopleIn(
                                        Changes.apply(harbour.model(), finding.mend())
                                                .design()
                                                .assignments()
                                                .get(0)
                                                .audience(),
                                        NOW))
                .containsExactly("ben");
    }

    @Test
    void nothingIsToldBeforeEnoughIsKnown() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        assertThat(found(Use.UNKNOWN)).isEmpty();
        assertThat(found(new Use(Optional.of(TODAY.minusDays(89)), Map.of()))).isEmpty();
        assertThat(found(new Use(Optional.of(TODAY.minusDays(90)), Map.of()))).hasSize(1);
    }

    @Test
    void aRoleIsCutToWhatItsHoldersUsed() {
        harbour.sets.add(
                new PrivilegeSet(
                        "trips",
                        "Trips",
                        "",
                        List.of(may("trip", "view", Reach.ALL), may("trip", "change", Reach.OWN))));
        harbour.sets.add(
                new PrivilegeSet("loads", "Loads", "", List.of(may("load", "view", Reach.ALL))));
        for (String key : List.of("sailor", "other")) {
            harbour.roles.add(
                    new Role(
                            key,
                            key,
                            "",
                            Role.MeantFor.ANY,
                            key.equals("other") ? List.of("trips") : List.of("trips", "loads"),
                            Set.of()));
        }
        harbour.assignments.add(
                new Assignment(
                        "a",
                        to("ben"),
                        new Assignment.Gives.OfRole("sailor"),
                        Bounds.NONE,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
        Role sailor = harbour.design().role("sailor").orElseThrow();
        Moment now = new Moment(harbour.model(), NOW);
        RoleTrim trim = RoleTrim.of(now, sailor, used("ben", "trip", "view", TODAY));
        assertThat(trim.holders()).isEqualTo(1);
        assertThat(trim.unused())
                .extracting(RoleTrim.Unused::privilege)
                .containsExactly(may("trip", "change", Reach.OWN), may("load", "view", Reach.ALL));
        Design after = Changes.apply(harbour.model(), trim.changes()).design();
        assertThat(after.role("sailor").orElseThrow().sets()).containsExactly("trips-of-sailor");
        assertThat(after.set("trips-of-sailor").orElseThrow().privileges())
                .containsExactly(may("trip", "view", Reach.ALL));
        assertThat(after.set("trips").orElseThrow().privileges())
                .as("another role has it too")
                .hasSize(2);
        assertThat(RoleTrim.of(now, sailor, used("cas", "trip", "view", TODAY)).changes())
                .as("nothing would be left of it")
                .isEmpty();
    }
}
