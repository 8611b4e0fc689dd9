package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.Design;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection;
import nembar.core.governance.Review;
import nembar.core.model.AccessModel;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentChanges;
import nembar.server.http.Refused;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Publication;
import nembar.server.store.ModelStore.Edition;
import org.springframework.stereotype.Service;

/**
 * The one way by which a design takes effect: held against the standing rules
 * (docs/access-model.md, section 10), written with its inverse in one transaction, and swapped in.
 */
@Service
public class Publishing {
    private final Models models;
    private final DraftStore drafts;
    private final Clock clock;

    Publishing(Models models, DraftStore drafts, Clock clock) {
        this.models = models;
        this.drafts = drafts;
        this.clock = clock;
    }

    /**
     * Who publishes, and what they say of it.
     *
     * @param approvers keys of those who approved
     * @param overridden why broken expectations are put up with; empty where none is
     */
    public record Word(Person author, String reason, List<String> approvers, String overridden) {}

    /**
     * What stands against putting these models in the place of those published.
     *
     * @param next models as they would be, by application; the others stay as they are
     */
    public List<Objection> objections(
            Map<String, AccessModel> next, Person author, Set<String> approvers) {
        Instant at = clock.instant();
        AccessModel nembar = models.model(Models.NEMBAR);
        List<Objection> objections = new ArrayList<>();
        Map<String, AccessModel> all = new LinkedHashMap<>();
        models.all().forEach(model -> all.put(model.application().key(), model));
        next.forEach(
                (application, model) -> {
                    if (all.containsKey(application)) {
                        objections.addAll(
                                Review.of(
                                        nembar,
                                        all.get(application),
                                        model,
                                        author,
                                        approvers,
                                        at));
                    }
                });
        all.putAll(next);
        objections.addAll(
                Review.neverNobody(all.get(Models.NEMBAR), List.copyOf(all.values()), at));
        return objections.stream().distinct().toList();
    }

    /**
     * @throws Refused with every objection there is
     */
    public void require(List<Objection> objections) {
        if (!objections.isEmpty()) {
            throw new Refused(
                    "This cannot be published: " + objections.get(0).why(),
                    objections.stream().map(this::said).toList());
        }
    }

    /** An objection with some of those who could lift it. */
    public String said(Objection objection) {
        List<String> names =
                objection.approvers().stream()
                        .flatMap(key -> models.directory().person(key).stream())
                        .map(Person::name)
                        .limit(3)
                        .toList();
        return objection.why()
                + (names.isEmpty()
                        ? ""
                        : " Somebody who can agree: " + String.join(", ", names) + ".");
    }

    /** Publishes a checked design; what was published before stays until all is written. */
    public Publication publish(
            DesignDocument document,
            Optional<Edition> expected,
            AccessModel next,
            Word word,
            Optional<Draft> draft) {
        return publish(document, expected, next, word, draft, clock.instant());
    }

    /**
     * The same, as of a past instant: for a world that is made with a past.
     *
     * @param at not before that of any earlier publication
     */
    public Publication publish(
            DesignDocument document,
            Optional<Edition> expected,
            AccessModel next,
            Word word,
            Optional<Draft> draft,
            Instant at) {
        synchronized (models) {
            String application = document.application().key();
            Design before =
                    models.find(application)
                            .map(now -> now.model().design())
                            .orElse(Design.empty());
            List<Change> changes = Changes.between(before, next.design());
            Publication publication =
                    drafts.publish(
                            document,
                            expected,
                            new Publication(
                                    application,
                                    0,
                                    at,
                                    word.author().key(),
                                    word.reason(),
                                    word.approvers(),
                                    word.overridden(),
                                    DocumentChanges.write(changes),
                                    DocumentChanges.write(Changes.inverse(before, changes))),
                            draft);
            models.refresh();
            return publication;
        }
    }
}
