package nembar.server.reviews;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.review.ReviewChanges;
import nembar.core.review.ReviewChanges.Wanted;
import nembar.core.review.Right;
import nembar.core.review.Rights;
import nembar.server.document.DocumentChanges;
import nembar.server.document.DocumentJson;
import nembar.server.drafts.DraftEdits;
import nembar.server.http.BadRequest;
import nembar.server.http.Overtaken;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.reviews.ReviewResult.AnsweredRight;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Ends reviews: what is to end or to change becomes a draft, and the result a sealed document. */
@Service
class ReviewClosing {
    private final ReviewStore store;
    private final Reviews reviews;
    private final ReviewLetters letters;
    private final DraftEdits drafts;
    private final DraftStore draftStore;
    private final PublicationStore publications;
    private final Models models;
    private final Moments moments;
    private final Clock clock;

    ReviewClosing(
            ReviewStore store,
            Reviews reviews,
            ReviewLetters letters,
            DraftEdits drafts,
            DraftStore draftStore,
            PublicationStore publications,
            Models models,
            Moments moments,
            Clock clock) {
        this.store = store;
        this.reviews = reviews;
        this.letters = letters;
        this.drafts = drafts;
        this.draftStore = draftStore;
        this.publications = publications;
        this.models = models;
        this.moments = moments;
        this.clock = clock;
    }

    /** Ends a review as somebody who leads it; what has no answer stays as it is. */
    @Transactional
    public ReviewRow close(Person me, String id) {
        ReviewRow row = store.locked(id);
        reviews.requireLeading(me, row);
        return close(me, row);
    }

    /** Ends it in its owner's name, once its time is over. */
    @Transactional
    public void close(String id) {
        ReviewRow row = store.locked(id);
        models.directory()
                .person(row.owner)
                .filter(owner -> row.open())
                .ifPresent(owner -> close(owner, row));
    }

    private ReviewRow close(Person by, ReviewRow row) {
        if (!row.open()) {
            throw new Overtaken("The review has ended already.");
        }
        Moment moment = moments.now(row.application);
        Rights standing = new Rights(moment);
        Instant now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        Map<Right, Wanted> wanted = new LinkedHashMap<>();
        long left = 0;
        for (ReviewRightRow one : store.all(row.id)) {
            if (one.goneAt == null && !standing.stands(one.right())) {
                one.goneAt = now;
            }
            one.wanted().ifPresent(what -> wanted.put(one.right(), what));
            left += one.waits() ? 1 : 0;
        }
        List<Change> changes = new ReviewChanges(moment).of(wanted);
        if (!changes.isEmpty()) {
            row.draft =
                    drafts.create(
                                    by,
                                    row.application,
                                    "Review: " + row.name,
                                    DocumentChanges.write(changes))
                            .id();
        }
        row.state = ReviewRow.CLOSED;
        row.closedAt = now;
        letters.closed(row, left);
        seal(row);
        return row;
    }

    /** Seals the result once nothing can change it any more. */
    @Transactional
    public void seal(String id) {
        seal(store.locked(id));
    }

    private void seal(ReviewRow row) {
        if (!row.state.equals(ReviewRow.CLOSED)) {
            return;
        }
        Optional<Draft> draft = Optional.ofNullable(row.draft).flatMap(draftStore::find);
        if (draft.filter(Draft::open).isPresent()) {
            return;
        }
        Optional<Publication> publication =
                draft.filter(one -> one.state().equals("published"))
                        .flatMap(one -> publications.at(row.application, one.changedAt()));
        row.publication = publication.map(Publication::number).orElse(null);
        row.sealedAt = clock.instant().truncatedTo(ChronoUnit.MICROS);
        row.document =
                DocumentJson.text(
                        ReviewResult.of(
                                row, store.all(row.id), models, publication, draft.isPresent()));
        row.digest = DigestUtils.sha256Hex(row.document);
        row.state = ReviewRow.SEALED;
    }

    /**
     * Whether a sealed result is as it was sealed.
     *
     * @param holds whether it is
     * @param why what is otherwise; empty where nothing is
     */
    record ResultChecked(String review, String name, String digest, boolean holds, String why) {}

    /** Checks what is kept: the document against its digest, the answers against the document. */
    ResultChecked check(ReviewRow row) {
        if (row.document == null) {
            throw new BadRequest("review", "It has no result yet.");
        }
        String why = "";
        if (!DigestUtils.sha256Hex(row.document).equals(row.digest)) {
            why = "The result is not what it was when it was sealed.";
        } else if (!AnsweredRight.of(store.all(row.id))
                .equals(
                        DocumentJson.element(row.document, ReviewResult.class).rights().stream()
                                .map(ReviewResult.RightResult::answered)
                                .toList())) {
            why = "The answers that are kept are not those of the result.";
        }
        return new ResultChecked(row.id, row.name, row.digest, why.isEmpty(), why);
    }

    /** The review whose result a file is; empty where it is none that was sealed here. */
    Optional<ReviewRow> ofFile(byte[] document) {
        return store.byDigest(DigestUtils.sha256Hex(document));
    }
}
