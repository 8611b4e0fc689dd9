package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.document.DocumentChanges;
import nembar.server.http.Refused;
import nembar.server.model.Models.Published;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Publication;
import nembar.server.store.Turning;
import nembar.server.store.Turning.Editions;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes steps: what moves people, alone or together with what they are given. A step is looked at
 * before it is taken, held against the standing rules, written in one transaction, and only then
 * seen by anybody.
 */
@Service
public class Steps {
    private final Models models;
    private final Publishing publishing;
    private final Turning turning;
    private final DraftStore drafts;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Steps(
            Models models,
            Publishing publishing,
            Turning turning,
            DraftStore drafts,
            TransactionTemplate transactions,
            Clock clock) {
        this.models = models;
        this.publishing = publishing;
        this.turning = turning;
        this.drafts = drafts;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** A step and the models as they would be after it, of the applications that it touches. */
    public record Proposal(Step step, Map<String, AccessModel> next) {
        public AccessModel model(String application, Models models) {
            AccessModel changed = next.get(application);
            return changed == null ? models.model(application) : changed;
        }
    }

    /**
     * Who takes it and why.
     *
     * @param waived objections that do not count against it
     * @param agreed keys of those who have agreed to it
     * @param versions what some people must still be, by key
     */
    public record By(
            Person author,
            String reason,
            Predicate<Objection> waived,
            Set<String> agreed,
            Map<String, Long> versions) {
        public static By of(Person author, String reason) {
            return new By(author, reason, objection -> false, Set.of(), Map.of());
        }

        public By waiving(Predicate<Objection> others) {
            return new By(author, reason, others, agreed, versions);
        }

        public By agreed(Set<String> others) {
            return new By(author, reason, waived, others, versions);
        }

        public By seen(Map<String, Long> others) {
            return new By(author, reason, waived, agreed, others);
        }
    }

    /**
     * The models as they would be.
     *
     * @throws ModelRefused when what is changed and what stays do not belong together
     */
    public Proposal propose(Step step) {
        return propose(step, models.published());
    }

    private static Proposal propose(Step step, Map<String, Published> now) {
        Map<String, AccessModel> next = new LinkedHashMap<>();
        if (!step.edits().none()) {
            Directory directory = now.get(Models.NEMBAR).model().directory().with(step.edits());
            now.forEach((key, published) -> next.put(key, moved(published.model(), directory)));
        }
        step.design()
                .forEach(
                        (key, changes) -> {
                            AccessModel model =
                                    next.containsKey(key) ? next.get(key) : now.get(key).model();
                            next.put(key, Changes.apply(model, changes));
                        });
        return new Proposal(step, next);
    }

    private static AccessModel moved(AccessModel model, Directory directory) {
        try {
            return model.withDirectory(directory);
        } catch (ModelRefused refused) {
            String name = model.application().name();
            throw new ModelRefused(
                    refused.problems().stream()
                            .map(
                                    one ->
                                            one.path().startsWith("directory.")
                                                    ? one
                                                    : new Problem(
                                                            one.path(),
                                                            one.message() + " (in " + name + ")"))
                            .toList());
        }
    }

    /** What stands against taking the step. */
    public List<Objection> objections(Proposal proposal, By by) {
        return publishing.objections(proposal.next(), by.author(), by.agreed()).stream()
                .filter(by.waived().negate())
                .toList();
    }

    /**
     * What the step changes for people, by application; as if everybody were active where it is not
     * about who is.
     */
    public Map<String, Impact> impact(Proposal proposal, boolean asIfActive) {
        Instant at = clock.instant();
        Map<String, Impact> impacts = new LinkedHashMap<>();
        proposal.next()
                .forEach(
                        (key, next) ->
                                impacts.put(
                                        key,
                                        Impact.of(
                                                new Moment(models.model(key), at, asIfActive),
                                                new Moment(next, at, asIfActive))));
        return impacts;
    }

    /**
     * Takes a step that is worked out from what is published when its turn comes.
     *
     * @param within written in the same transaction
     * @throws Refused with every objection there is
     */
    public Proposal take(Supplier<Step> step, By by, Runnable within) {
        synchronized (models) {
            Map<String, Published> now = models.published();
            Proposal proposal = propose(step.get(), now);
            publishing.require(objections(proposal, by));
            transactions.executeWithoutResult(
                    status -> {
                        write(proposal, now, by);
                        within.run();
                    });
            // A version counts up as its transaction ends, so it is read after that.
            Editions editions = turning.editions();
            Map<String, Published> next = new LinkedHashMap<>();
            now.forEach(
                    (key, published) ->
                            next.put(
                                    key,
                                    new Published(
                                            proposal.next().getOrDefault(key, published.model()),
                                            editions.of(key))));
            models.swap(next);
            return proposal;
        }
    }

    private void write(Proposal proposal, Map<String, Published> now, By by) {
        Instant at = clock.instant();
        Step step = proposal.step();
        if (!step.edits().none()) {
            turning.write(
                    step.edits(), now.get(Models.NEMBAR).edition().directory(), by.versions(), at);
        }
        step.design()
                .forEach(
                        (key, changes) ->
                                drafts.publish(
                                        publication(key, now.get(key).model(), changes, by, at),
                                        now.get(key).edition().application()));
    }

    private static Publication publication(
            String application, AccessModel before, List<Change> changes, By by, Instant at) {
        List<Change> inverse = new ArrayList<>(Changes.inverse(before.design(), changes));
        return new Publication(
                application,
                0,
                at,
                by.author().key(),
                by.reason(),
                List.copyOf(by.agreed()),
                "",
                DocumentChanges.write(changes),
                DocumentChanges.write(inverse));
    }
}
