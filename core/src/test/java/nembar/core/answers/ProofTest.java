package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Claim;
import nembar.core.design.Expectation.Target;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.directory.PersonStatus;
import nembar.core.findings.Activity;
import nembar.core.findings.Finding;
import nembar.core.findings.Findings;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Expectations by example (docs/access-model.md, section 7). */
class ProofTest {
    private static final Audience STAFF = Audience.anyOf(new Audience.AllStaff());

    private final Harbour harbour = new Harbour();
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben", "state", "sailing"))
                    .add(record("trip", "t2", "owner", "cas", "state", "closed"));

    @Test
    void canHoldsWhenEveryPersonCanOnAtLeastOne() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        Proof proof = prove(STAFF, Claim.CAN, view(Optional.empty()));
        assertThat(proof.holds()).as("ann owns nothing").isFalse();
        assertThat(proof.counterExample().orElseThrow().persona().person().key()).isEqualTo("ann");
        assertThat(prove(to("ben"), Claim.CAN, view(Optional.empty())).holds()).isTrue();
    }

    @Test
    void canOnEveryHoldsWhenEveryPersonCanOnEach() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL, "state = 'sailing'"));
        Proof all = prove(to("ann"), Claim.CAN_ON_EVERY, view(Optional.empty()));
        assertThat(all.holds()).isFalse();
        assertThat(all.counterExample().orElseThrow().record()).contains("t2");
        assertThat(
                        prove(to("ann"), Claim.CAN_ON_EVERY, view(Optional.of("state = 'sailing'")))
                                .holds())
                .isTrue();
    }

    @Test
    void canNeverHoldsWhenNoPersonCanOnAny() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        Proof broken = prove(STAFF, Claim.CAN_NEVER, view(Optional.empty()));
        assertThat(broken.holds()).isFalse();
        assertThat(broken.counterExample().orElseThrow().record()).contains("t1");
        assertThat(prove(STAFF, Claim.CAN_NEVER, view(Optional.of("state = 'closed'"))).holds())
                .isTrue();
    }

    @Test
    void oneRecordMayBeTheObject() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        assertThat(prove(to("ben"), Claim.CAN, new Target.OnRecord("trip", "t1", "view")).holds())
                .isTrue();
        assertThat(prove(to("ben"), Claim.CAN, new Target.OnRecord("trip", "t2", "view")).holds())
                .isFalse();
    }

    @Test
    void aFieldOrAFunctionMayBeTheObject() {
        harbour.give(
                to("ben"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.OWN),
                new FunctionPrivilege("tide", "look"));
        Target price = new Target.OnField("trip", "price", Use.VIEW);
        assertThat(prove(to("ben"), Claim.CAN, price).holds()).isTrue();
        assertThat(prove(to("ben"), Claim.CAN_ON_EVERY, price).holds()).isFalse();
        assertThat(
                        prove(
                                        to("ben"),
                                        Claim.CAN_NEVER,
                                        new Target.OnField("trip", "price", Use.CHANGE))
                                .holds())
                .isTrue();
        assertThat(prove(to("ben"), Claim.CAN, new Target.OnFunction("tide", "look")).holds())
                .isTrue();
        assertThat(prove(to("ben"), Claim.CAN_NEVER, new Target.OnFunction("tide", "set")).holds())
                .isTrue();
        assertThat(prove(to("cas"), Claim.CAN, new Target.OnFunction("tide", "look")).holds())
                .isFalse();
    }

    @Test
    void whoIsNotActiveIsNotCovered() {
        harbour.statuses.put("ben", PersonStatus.SUSPENDED);
        Proof proof = prove(to("ben"), Claim.CAN, view(Optional.empty()));
        assertThat(proof.covered()).isZero();
        assertThat(proof.holds()).isTrue();
    }

    @Test
    void ofCreateHavingAnyWayToIsWhatCounts() {
        harbour.give(to("ben"), may("trip", "create", Reach.OWN));
        Target create = new Target.OnRecords("trip", "create", Optional.empty());
        assertThat(prove(to("ben"), Claim.CAN, create).holds()).isTrue();
        assertThat(prove(to("cas"), Claim.CAN_NEVER, create).holds()).isTrue();
    }

    @Test
    void findingsNameWhatIsWorthALook() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL, "crew > 3 AND crew < 2"));
        harbour.expectations.add(
                new Expectation(
                        "broken",
                        "Broken",
                        to("ann"),
                        Claim.CAN,
                        view(Optional.empty()),
                        Optional.empty(),
                        "",
                        Expectation.Severity.ERROR));
        List<Finding> findings =
                Findings.of(
                        new Moment(harbour.model(), NOW),
                        new FleetCounting(fleet),
                        Activity.UNKNOWN);
        assertThat(findings)
                .extracting(Finding::kind)
                .contains(
                        Finding.Kind.CONDITION_NEVER_HOLDS,
                        Finding.Kind.EXPECTATION_BROKEN,
                        Finding.Kind.PERSON_CAN_DO_NOTHING)
                .doesNotContain(Finding.Kind.ROLES_IN_CONFLICT);
    }

    private static Target view(Optional<String> condition) {
        return new Target.OnRecords("trip", "view", condition.map(Condition::ofText));
    }

    private Proof prove(Audience subject, Claim claim, Target target) {
        Expectation expectation =
                new Expectation(
                        "e",
                        "E",
                        subject,
                        claim,
                        target,
                        Optional.empty(),
                        "",
                        Expectation.Severity.ERROR);
        harbour.expectations.clear();
        harbour.expectations.add(expectation);
        return Proof.of(new Moment(harbour.model(), NOW), expectation, new FleetCounting(fleet));
    }
}
