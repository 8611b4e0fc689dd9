package nembar.server.command;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Proof;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.governance.Objection;
import nembar.server.store.PublicationStore.Publication;

/**
 * What a command comes to on what is published, and what stands against it.
 *
 * @param before what is published
 * @param next the same as it would be
 * @param objections of the standing rules, those left out that approvers have lifted
 * @param proofs how the expectations of applications that change would stand
 * @param broken the expectations that hold now and would not any more, with what shows it
 * @param at the instant it is judged at
 * @param publications what it has become, by application; none before it is executed
 */
public record Judgement(
        ChangeSet changes,
        Snapshot before,
        Snapshot next,
        List<Objection> objections,
        List<Proof> proofs,
        List<Proof> broken,
        Instant at,
        Map<String, Publication> publications) {
    Judgement publishing(Map<String, Publication> made) {
        return new Judgement(changes, before, next, objections, proofs, broken, at, made);
    }

    /** Names of the expectations that would be broken. */
    public List<String> brokenNames() {
        return broken.stream().map(one -> one.expectation().name()).toList();
    }

    /** The publication of an application that it has become. */
    public Optional<Publication> publication(String application) {
        return Optional.ofNullable(publications.get(application));
    }
}
