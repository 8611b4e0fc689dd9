package nembar.server.drafts;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Person;
import nembar.server.approval.Approvals;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Paging;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Edit;
import nembar.server.store.Page;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Drafts on top of the published design: found, worked in, approved, discarded. */
@Service
class DraftService {
    private static final int EDITS_SHOWN = 200;

    private final Models models;
    private final DraftStore store;
    private final DraftEdits edits;
    private final PublicationStore publications;
    private final Approvals approvals;
    private final Governance governance;

    DraftService(
            Models models,
            DraftStore store,
            DraftEdits edits,
            PublicationStore publications,
            Approvals approvals,
            Governance governance) {
        this.models = models;
        this.store = store;
        this.edits = edits;
        this.publications = publications;
        this.approvals = approvals;
        this.governance = governance;
    }

    Page<Draft> open(Person me, String application, int page, int size) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        Paging.check(page, size);
        return store.open(application, page, size);
    }

    Draft find(Person me, String application, String id) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "view", id, application, draft.author());
        return draft;
    }

    /** Discards it; nobody is asked to agree to it any more. */
    @Transactional
    public void discard(Person me, String application, String id, long expected) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "delete", id, application, draft.author());
        store.discard(id, expected);
        approvals.overtaken(me, DraftPublishing.ACT, id, "The draft was discarded.");
    }

    /** Opens a draft again that was discarded, and works in it. */
    Draft restore(Person me, String application, String id) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "delete", id, application, draft.author());
        Draft restored = store.restore(id);
        store.work(me.key(), application, Optional.of(id));
        return restored;
    }

    /** The draft in which somebody works. */
    Optional<Draft> current(Person me, String application) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        return store.current(me.key(), application);
    }

    /** The applications in which somebody works in a draft, the last edited first. */
    List<Named> working(Person me) {
        return store.working(me.key()).stream()
                .filter(application -> governance.mayViewApplication(me, application))
                .flatMap(application -> models.find(application).stream())
                .map(
                        one ->
                                new Named(
                                        one.model().application().key(),
                                        one.model().application().name()))
                .toList();
    }

    /**
     * Lets somebody work in a draft from now on.
     *
     * @param id empty for none
     */
    Optional<Draft> work(Person me, String application, String id) {
        if (id == null || id.isBlank()) {
            store.work(me.key(), application, Optional.empty());
            return Optional.empty();
        }
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "change", id, application, draft.author());
        if (!draft.open()) {
            throw new Overtaken("The draft is " + draft.state() + ". Take another.");
        }
        store.work(me.key(), application, Optional.of(id));
        return Optional.of(draft);
    }

    /** What was done in it, the latest first. */
    List<Edit> edits(Draft draft) {
        return store.edits(draft.id(), EDITS_SHOWN);
    }

    Draft approve(Person me, String application, String id, long expected) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "approve", id, application, draft.author());
        if (me.key().equals(draft.author()) || draft.writers().contains(me.key())) {
            throw new Refused(
                    "Whoever wrote in a draft cannot approve it.",
                    List.of("An approval is somebody else's word."));
        }
        Set<String> approvals = new LinkedHashSet<>(draft.approvals());
        approvals.add(me.key());
        return store.approve(id, expected, List.copyOf(approvals));
    }

    /** A draft that undoes a publication. */
    Draft undo(Person me, String application, long number) {
        governance.requireOnApplication(me, "view", application);
        Publication publication = publications.require(application, number);
        Draft draft =
                edits.create(
                        me,
                        application,
                        DraftEdits.cut("Undo publication " + number + ": " + publication.reason()),
                        publication.inverse());
        store.work(me.key(), application, Optional.of(draft.id()));
        return draft;
    }

    Draft known(String application, String id) {
        return store.find(id)
                .filter(draft -> draft.application().equals(application))
                .orElseThrow(() -> new NotFound("draft", "There is no such draft."));
    }
}
