package nembar.server.governance;

import java.time.Instant;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.server.document.DocumentChanges;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.model.Moments;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import org.springframework.stereotype.Service;

/** The moment that somebody asks about: as published or as drafted, if they may ask about it. */
@Service
public class AskedMoments {
    private final Moments moments;
    private final DraftStore drafts;
    private final Governance governance;

    AskedMoments(Moments moments, DraftStore drafts, Governance governance) {
        this.moments = moments;
        this.drafts = drafts;
        this.governance = governance;
    }

    /**
     * @param draft id of the draft that is taken to be published; empty or null for none
     * @param at empty for now
     * @throws Refused where whoever asks may not view the application, or the draft
     */
    public Moment of(Person me, String application, String draft, Optional<Instant> at) {
        governance.requireOnApplication(me, "view", application);
        Moment moment = moments.of(application, at);
        if (draft == null || draft.isBlank()) {
            return moment;
        }
        Draft known =
                drafts.find(draft)
                        .filter(one -> one.application().equals(application))
                        .orElseThrow(() -> new NotFound("draft", "There is no such draft."));
        governance.requireOnDraft(me, "view", known.id(), application, known.author());
        return moment.with(Changes.apply(moment.model(), DocumentChanges.read(known.changes())));
    }
}
