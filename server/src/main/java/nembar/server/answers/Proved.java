package nembar.server.answers;

import java.util.Optional;
import java.util.function.Predicate;
import nembar.core.answers.Proof;
import nembar.core.catalogue.RecordType;
import nembar.core.text.Words;

/**
 * How an expectation stands.
 *
 * @param person name of the first person for whom it does not hold
 * @param record key of a record that shows it
 */
public record Proved(
        String key,
        String name,
        String severity,
        boolean holds,
        int covered,
        Optional<String> person,
        Optional<String> record) {
    /**
     * @param guarded whether a type's records are kept from whoever asks; then none is named
     */
    public static Proved of(Proof proof, Predicate<RecordType> guarded) {
        return new Proved(
                proof.expectation().key(),
                proof.expectation().name(),
                Words.of(proof.expectation().severity()),
                proof.holds(),
                proof.covered(),
                proof.counterExample().map(one -> one.persona().person().name()),
                proof.counterExample()
                        .filter(one -> one.type().filter(guarded).isEmpty())
                        .flatMap(Proof.CounterExample::record));
    }
}
