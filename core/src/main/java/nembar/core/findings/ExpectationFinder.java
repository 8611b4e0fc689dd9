package nembar.core.findings;

import java.util.List;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.design.Expectation;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;

/** Expectations that are about nobody, or do not hold. */
final class ExpectationFinder extends Finder {
    private final Counting counting;

    ExpectationFinder(Moment moment, Counting counting) {
        super(moment);
        this.counting = counting;
    }

    @Override
    void find() {
        for (Expectation expectation : design.expectations()) {
            Concern concern = new Concern("expectation", expectation.key());
            Proof proof = Proof.of(moment, expectation, counting);
            if (proof.covered() == 0) {
                add(
                        Kind.EXPECTATION_COVERS_NOBODY,
                        List.of(concern),
                        expectation.name() + " is about nobody who is active.");
            } else if (!proof.holds()) {
                String who = proof.counterExample().orElseThrow().persona().person().name();
                add(
                        Kind.EXPECTATION_BROKEN,
                        List.of(concern),
                        expectation.name() + " does not hold: look at " + who + ".");
            }
        }
    }
}
