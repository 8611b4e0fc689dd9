package nembar.server.drafts;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.directory.Person;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.words.ChangeWords;
import nembar.server.answers.Proved;
import nembar.server.command.Judgement;
import nembar.server.drafts.Clashes.Clash;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.store.DraftStore.Draft;
import org.springframework.stereotype.Component;

/** Looks a draft over: what it does, how expectations stand, and what stands against it. */
@Component
class DraftReview {
    private final Models models;
    private final Moments moments;
    private final DraftPublishing publishing;
    private final Clashes clashes;
    private final Governance governance;
    private final Records records;

    DraftReview(
            Models models,
            Moments moments,
            DraftPublishing publishing,
            Clashes clashes,
            Governance governance,
            Records records) {
        this.models = models;
        this.moments = moments;
        this.publishing = publishing;
        this.clashes = clashes;
        this.governance = governance;
        this.records = records;
    }

    /**
     * An expectation before and after a draft.
     *
     * @param published how it stands as published; empty where the draft makes it
     * @param drafted how it would stand; empty where the draft takes it away
     * @param broken whether it holds now and would not any more
     */
    record ExpectationShown(
            String key,
            String name,
            Optional<Proved> published,
            Optional<Proved> drafted,
            boolean broken) {}

    /**
     * What stands against publishing a draft.
     *
     * @param words what it does, a sentence for each element
     * @param stale why it cannot be made any more of what is published by now
     */
    record Obstacles(
            List<Objection> objections,
            List<Clash> clashes,
            List<ExpectationShown> expectations,
            List<String> words,
            List<String> stale) {
        boolean publishable() {
            return objections.isEmpty()
                    && clashes.isEmpty()
                    && expectations.stream().noneMatch(ExpectationShown::broken)
                    && stale.isEmpty()
                    && !words.isEmpty();
        }

        /** Of a draft that is not open, or cannot be made any more. */
        static Obstacles nothing(List<Clash> clashes, List<String> stale) {
            return new Obstacles(List.of(), clashes, List.of(), List.of(), stale);
        }
    }

    /** Everything that stands against publishing it, as if its author did. */
    Obstacles of(Person me, Draft draft) {
        if (!draft.open()) {
            return Obstacles.nothing(List.of(), List.of());
        }
        try {
            return judgedObstacles(me, draft);
        } catch (ModelRefused stale) {
            return Obstacles.nothing(
                    clashes.of(draft), stale.problems().stream().map(Problem::message).toList());
        }
    }

    private Obstacles judgedObstacles(Person me, Draft draft) {
        String application = draft.application();
        Person author = models.directory().person(draft.author()).orElseThrow();
        Judgement judgement = publishing.judged(author, draft);
        AccessModel next = judgement.next().models().get(application);
        return new Obstacles(
                judgement.objections(),
                clashes.of(draft),
                expectations(me, application, judgement, next),
                new ChangeWords(models.model(application), next).of(DraftEdits.changes(draft)),
                List.of());
    }

    /** Those that the draft leaves or makes, in their order, and those that it takes away. */
    private List<ExpectationShown> expectations(
            Person me, String application, Judgement judgement, AccessModel next) {
        Moment now = moments.now(application);
        Counting counting = records.counting(application);
        List<Proof> published =
                now.model().design().expectations().stream()
                        .map(one -> Proof.of(now, one, counting))
                        .toList();
        boolean same = judgement.before().find(application).filter(was -> was == next).isPresent();
        Map<String, Proof> before = byKey(published);
        Map<String, Proof> after = byKey(same ? published : judgement.proofs());
        Map<String, Proof> broken = byKey(judgement.broken());
        Set<String> keys = new LinkedHashSet<>(after.keySet());
        keys.addAll(before.keySet());
        return keys.stream()
                .map(
                        key -> {
                            Optional<Proof> was = Optional.ofNullable(before.get(key));
                            Optional<Proof> is = Optional.ofNullable(after.get(key));
                            return new ExpectationShown(
                                    key,
                                    is.or(() -> was).orElseThrow().expectation().name(),
                                    was.map(one -> proved(me, now.model(), one)),
                                    is.map(one -> proved(me, next, one)),
                                    broken.containsKey(key));
                        })
                .toList();
    }

    private static Map<String, Proof> byKey(List<Proof> proofs) {
        Map<String, Proof> byKey = new LinkedHashMap<>();
        proofs.forEach(one -> byKey.put(one.expectation().key(), one));
        return byKey;
    }

    private Proved proved(Person me, AccessModel model, Proof proof) {
        return Proved.of(proof, type -> governance.guardedFrom(me, model, type));
    }
}
