package nembar.server.drafts;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import org.springframework.stereotype.Component;

/** Finds what a draft changes that was published otherwise since its base. */
@Component
class Clashes {
    private final Models models;
    private final PublicationStore publications;

    Clashes(Models models, PublicationStore publications) {
        this.models = models;
        this.publications = publications;
    }

    /** What another publication has done to an element that the draft changes too. */
    record Clash(
            String list,
            String key,
            long publication,
            String author,
            Optional<Map<String, Object>> published,
            Optional<ChangePart> drafted) {}

    /** Elements that the draft changes and that were published otherwise since its base. */
    List<Clash> of(Draft draft) {
        Set<Change.Remove> touched = Changes.touched(DocumentChanges.read(draft.changes()));
        List<Clash> clashes = new ArrayList<>();
        AccessModel now = models.model(draft.application());
        for (Publication later :
                publications.after(
                        draft.application(),
                        draft.base(),
                        touched.stream().map(DraftEdits::element).toList())) {
            for (Change.Remove one : Changes.touched(DocumentChanges.read(later.changes()))) {
                if (touched.contains(one)) {
                    clashes.add(
                            new Clash(
                                    one.kind().list(),
                                    one.key(),
                                    later.number(),
                                    later.author(),
                                    now.design()
                                            .element(one.kind(), one.key())
                                            .map(DocumentChanges::element),
                                    drafted(draft, one)));
                }
            }
        }
        return clashes;
    }

    private static Optional<ChangePart> drafted(Draft draft, Change.Remove touched) {
        List<Change> changes = DocumentChanges.read(draft.changes());
        for (int i = changes.size() - 1; i >= 0; i--) {
            Change change = changes.get(i);
            if (change.kind() == touched.kind() && change.key().equals(touched.key())) {
                return Optional.of(draft.changes().get(i));
            }
        }
        return Optional.empty();
    }

    /**
     * @throws Refused where there is any
     */
    void requireNone(Draft draft) {
        List<Clash> clashes = of(draft);
        if (!clashes.isEmpty()) {
            throw new Refused(
                    "The draft is behind: something it changes has been published since.",
                    clashes.stream()
                            .map(
                                    one ->
                                            one.list()
                                                    + " "
                                                    + one.key()
                                                    + " was changed by "
                                                    + one.author()
                                                    + " in publication "
                                                    + one.publication()
                                                    + ".")
                            .toList());
        }
    }
}
