package nembar.server.model;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.directory.Edits;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.server.document.DocumentChanges;
import nembar.server.document.DocumentReader;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.Past;
import nembar.server.store.ModelStore.Step;
import org.springframework.stereotype.Service;

/**
 * The models of an application as they were published one after the other: the history is read
 * once, and each model is made from the one before it.
 */
@Service
public class PastModels {
    private final ModelStore store;

    PastModels(ModelStore store) {
        this.store = store;
    }

    /** Is told of a model, from when it was published until when it was another. */
    public interface Look {
        void at(AccessModel model, Instant from, Instant until);
    }

    /**
     * Looks at each model there was between two instants. One that is looked at is not held any
     * longer.
     */
    public void each(String application, Instant from, Instant until, Look look) {
        Optional<Past> past = store.between(application, from, until);
        if (past.isEmpty()) {
            return;
        }
        AccessModel model = DocumentReader.read(past.get().first());
        Instant at = past.get().begin();
        for (Step step : past.get().steps()) {
            look.at(model, at, step.at());
            model = after(model, step);
            at = step.at();
        }
        look.at(model, at, until);
    }

    private static AccessModel after(AccessModel before, Step step) {
        Edits edits = Models.edits(before.directory(), step.directory());
        Application application =
                step.application().map(DocumentReader::application).orElse(before.application());
        List<Change> changes = DocumentChanges.read(step.changes());
        if (edits.none() && application.equals(before.application())) {
            return Changes.apply(before, changes);
        }
        return AccessModel.of(
                application,
                Changes.apply(before.catalogue(), changes),
                edits.none() ? before.directory() : before.directory().with(edits),
                Changes.apply(before.design(), changes));
    }
}
