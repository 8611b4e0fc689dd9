package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Claim;
import nembar.core.design.Expectation.Target;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.testing.Elements;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Mends of broken expectations by example (docs/access-model.md, section 7). */
class ExpectationMendingTest {
    private final Harbour harbour = new Harbour();
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben"))
                    .add(record("trip", "t2", "owner", "cas"));
    private final Target viewTrips = new Target.OnRecords("trip", "view", Optional.empty());

    @Test
    void whatTheDraftWidenedMayBeLeftOut() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN), may("load", "view", Reach.OWN));
        AccessModel published = harbour.model();
        List<Change> draft =
                List.of(
                        Change.Put.of(
                                new PrivilegeSet(
                                        "set0",
                                        "Set 1",
                                        "",
                                        List.of(
                                                may("trip", "view", Reach.ALL),
                                                may("load", "view", Reach.OWN)))));
        Expectation never =
                expectation("ben", Claim.CAN_NEVER, new Target.OnRecord("trip", "t2", "view"));
        List<Mend> mends = mends(published, draft, never);
        assertThat(mends.get(0).changes())
                .as("the cheapest loses only what the draft would have given")
                .isEqualTo(List.of(Change.Put.of(published.design().sets().get(0))));
        assertThat(mends.get(0).lost()).isEqualTo(1);
        assertThat(mends.get(0).losing()).containsExactly("ben");
        assertThat(mends.get(0).words()).contains("all → own");
        assertThat(mends).as("without the privilege, or without the assignment").hasSize(3);
        assertThat(mends).extracting(Mend::lost).isSorted();
    }

    @Test
    void twoRoutesAreEndedTogether() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        Expectation never = expectation("ben", Claim.CAN_NEVER, viewTrips);
        List<Mend> mends = mends(harbour.model(), List.of(), never);
        assertThat(mends).isNotEmpty();
        assertThat(mends)
                .allSatisfy(mend -> assertThat(Changes.touched(mend.changes())).hasSize(2));
    }

    @Test
    void aFieldAndAFunctionCanBeClosed() {
        harbour.give(
                Audience.anyOf(new Audience.AllStaff()),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.ALL),
                new FunctionPrivilege("tide", "look"));
        Expectation price =
                expectation("ben", Claim.CAN_NEVER, new Target.OnField("trip", "price", Use.VIEW));
        Expectation tide =
                expectation("ben", Claim.CAN_NEVER, new Target.OnFunction("tide", "look"));
        assertThat(mends(harbour.model(), List.of(), price)).hasSize(1);
        assertThat(mends(harbour.model(), List.of(), tide)).hasSize(1);
    }

    @Test
    void whatIsMissingIsOpened() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        Expectation every = expectation("ben", Claim.CAN_ON_EVERY, viewTrips);
        List<Mend> mends = mends(harbour.model(), List.of(), every);
        assertThat(mends).isNotEmpty();
        assertThat(mends.get(0).people()).contains("ben");
        assertThat(mends.get(0).records()).isPositive();
    }

    @Test
    void whatHoldsNeedsNoMend() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        assertThat(mends(harbour.model(), List.of(), expectation("ben", Claim.CAN, viewTrips)))
                .isEmpty();
    }

    @Test
    void aShareIsTakenAway() {
        harbour.sharingRules.add(
                Elements.ofOwner("r", "trip", to("cas"), to("ben"), Elements.VIEW));
        Expectation never = expectation("ben", Claim.CAN_NEVER, viewTrips);
        assertThat(mends(harbour.model(), List.of(), never))
                .extracting(Mend::changes)
                .containsExactly(List.of(new Change.Remove(ElementKind.SHARING_RULE, "r")));
        harbour.sharingRules.clear();
        harbour.directShares.add(Elements.share("s", "trip", "t2", to("ben"), Optional.empty()));
        assertThat(mends(harbour.model(), List.of(), never))
                .extracting(Mend::changes)
                .containsExactly(List.of(new Change.Remove(ElementKind.DIRECT_SHARE, "s")));
    }

    @Test
    void whatComesByAParentOrAChildIsClosedThere() {
        fleet.add(record("load", "l1", "owner", "cas", "trip", "t2"));
        Target loads = new Target.OnRecords("load", "view", Optional.empty());
        harbour.loadsFollow = Parent.Follows.ALL;
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        assertThat(mends(harbour.model(), List.of(), expectation("ben", Claim.CAN_NEVER, loads)))
                .extracting(Mend::changes)
                .contains(List.of(new Change.Remove(ElementKind.ASSIGNMENT, "give0")))
                .hasSize(2);
        harbour.loadsFollow = Parent.Follows.NONE;
        harbour.loadsLift = true;
        harbour.sets.clear();
        harbour.assignments.clear();
        harbour.give(to("ben"), may("load", "view", Reach.ALL));
        assertThat(
                        mends(
                                harbour.model(),
                                List.of(),
                                expectation("ben", Claim.CAN_NEVER, viewTrips)))
                .extracting(Mend::changes)
                .contains(List.of(new Change.Remove(ElementKind.ASSIGNMENT, "give0")))
                .hasSize(2);
    }

    @Test
    void anAssignmentToManyIsNotTakenAwayForOne() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.ALL));
        assertThat(
                        mends(
                                harbour.model(),
                                List.of(),
                                expectation("ben", Claim.CAN_NEVER, viewTrips)))
                .extracting(mend -> mend.lost() + " " + mend.losing())
                .containsExactly("6 [ann, ben, cas]");
    }

    private List<Mend> mends(AccessModel published, List<Change> draft, Expectation expectation) {
        FleetCounting counting = new FleetCounting(fleet);
        Moment moment = new Moment(Changes.apply(published, draft), NOW);
        return new ExpectationMending(moment, counting, counting)
                .mends(
                        expectation,
                        published,
                        draft,
                        broken ->
                                broken.record()
                                        .flatMap(key -> fleet.record(trip(published, broken), key)),
                        fleet);
    }

    private static RecordType trip(AccessModel model, Proof.CounterExample broken) {
        return model.catalogue().recordType(broken.type().orElseThrow().key()).orElseThrow();
    }

    private static Expectation expectation(String person, Claim claim, Target target) {
        return new Expectation(
                "expected",
                "Expected",
                to(person),
                claim,
                target,
                Optional.empty(),
                "",
                Expectation.Severity.ERROR);
    }
}
