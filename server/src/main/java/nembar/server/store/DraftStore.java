package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentJson;
import nembar.server.http.Paging;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps drafts and their edits. */
@Service
public class DraftStore {
    private static final String OPEN = "open";
    private static final String DISCARDED = "discarded";

    private final EntityManager entities;
    private final PublicationStore publications;
    private final Clock clock;

    DraftStore(EntityManager entities, PublicationStore publications, Clock clock) {
        this.entities = entities;
        this.publications = publications;
        this.clock = clock;
    }

    /**
     * A draft as it is kept.
     *
     * @param base number of the publication it is on top of; 0 for none
     * @param writers keys of those who wrote each change, in their order
     * @param approvals keys of those who approved it as it is
     * @param touched at which version each element was last edited, by "list/key"
     * @param version what it must still be when it is written again
     */
    public record Draft(
            String id,
            String application,
            String name,
            String author,
            String state,
            long base,
            List<ChangePart> changes,
            List<String> writers,
            List<String> approvals,
            Map<String, Long> touched,
            Instant createdAt,
            Instant changedAt,
            long version) {
        public boolean open() {
            return state.equals(OPEN);
        }

        /** This draft with other changes. */
        public Draft with(List<ChangePart> changes, List<String> writers) {
            return new Draft(
                    id,
                    application,
                    name,
                    author,
                    state,
                    base,
                    changes,
                    writers,
                    approvals,
                    touched,
                    createdAt,
                    changedAt,
                    version);
        }

        /** This draft under a name, of an author, on top of a publication. */
        public Draft as(String name, String author, long base) {
            return new Draft(
                    id,
                    application,
                    name,
                    author,
                    state,
                    base,
                    changes,
                    writers,
                    approvals,
                    touched,
                    createdAt,
                    changedAt,
                    version);
        }
    }

    /**
     * One edit of a draft.
     *
     * @param number from 1, in the order in which they were made
     * @param words what it does, a sentence for each element
     * @param inverse what leads back to where the draft was
     * @param counts whether it is part of the draft; else it was undone, and can be done again
     * @param takesBack number of the edit that it takes back
     */
    public record Edit(
            long number,
            String writer,
            Instant at,
            List<String> words,
            List<ChangePart> changes,
            List<ChangePart> inverse,
            boolean counts,
            Optional<Long> takesBack) {}

    /** A new draft without any change, on top of the last publication. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Draft create(String application, String name, String author) {
        DraftRow row = new DraftRow();
        row.id = UUID.randomUUID().toString();
        row.application = application;
        row.name = name;
        row.author = author;
        row.state = OPEN;
        row.base = publications.last(application);
        row.changes = "[]";
        row.writers = "[]";
        row.approvals = "[]";
        row.touched = "{}";
        row.createdAt = clock.instant();
        row.changedAt = row.createdAt;
        entities.persist(row);
        entities.flush();
        return draft(row);
    }

    @Transactional(readOnly = true)
    public Optional<Draft> find(String id) {
        return Optional.ofNullable(entities.find(DraftRow.class, id)).map(DraftStore::draft);
    }

    /** Open drafts of an application, the last changed first. */
    @Transactional(readOnly = true)
    public Page<Draft> open(String application, int page, int size) {
        List<Draft> drafts =
                entities
                        .createQuery(
                                "from DraftRow where application = :application and state = 'open'"
                                        + " order by changedAt desc, id",
                                DraftRow.class)
                        .setParameter("application", application)
                        .setFirstResult(Paging.offset(page, size))
                        .setMaxResults(size)
                        .getResultList()
                        .stream()
                        .map(DraftStore::draft)
                        .toList();
        long total =
                entities.createQuery(
                                "select count(*) from DraftRow where application = :application and"
                                        + " state = 'open'",
                                Long.class)
                        .setParameter("application", application)
                        .getSingleResult();
        return new Page<>(drafts, total);
    }

    /** Open drafts with something in them that their author has not touched since. */
    @Transactional(readOnly = true)
    public List<Draft> leftBy(String author, Instant since) {
        return entities
                .createQuery(
                        "from DraftRow where author = :author and state = 'open' and changedAt <"
                                + " :since order by changedAt, id",
                        DraftRow.class)
                .setParameter("author", author)
                .setParameter("since", since)
                .setMaxResults(Paging.SIZE_AT_MOST)
                .getResultList()
                .stream()
                .map(DraftStore::draft)
                .filter(draft -> !draft.changes().isEmpty())
                .toList();
    }

    /**
     * The draft, which nobody else changes until the transaction at hand ends; empty where it is no
     * open one.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Draft> lock(String id) {
        return Optional.ofNullable(locked(id))
                .filter(row -> row.state.equals(OPEN))
                .map(DraftStore::draft);
    }

    private DraftRow locked(String id) {
        return entities.find(DraftRow.class, id, LockModeType.PESSIMISTIC_WRITE);
    }

    /**
     * Changes a draft that is locked; what was approved has to be approved again.
     *
     * @param changed elements that were changed, each as "list/key"
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Draft change(Draft to, Collection<String> changed) {
        DraftRow row = locked(to.id());
        row.name = to.name();
        row.author = to.author();
        row.base = to.base();
        row.changes = DocumentJson.text(to.changes());
        row.writers = DocumentJson.text(to.writers());
        row.approvals = "[]";
        row.changedAt = clock.instant();
        Map<String, Long> touched = new TreeMap<>(touched(row));
        changed.forEach(one -> touched.put(one, row.version + 1));
        row.touched = DocumentJson.text(touched);
        entities.flush();
        return draft(row);
    }

    private static Map<String, Long> touched(DraftRow row) {
        Map<String, Long> touched = new TreeMap<>();
        DocumentJson.object(row.touched)
                .forEach((key, version) -> touched.put(key, ((Number) version).longValue()));
        return touched;
    }

    /** Adds an edit that counts; those that were undone cannot be done again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void add(String draft, Edit edit) {
        entities.createQuery("delete from DraftEditRow where which.draft = :draft and not counts")
                .setParameter("draft", draft)
                .executeUpdate();
        DraftEditRow row = new DraftEditRow();
        row.which = new DraftEditRow.Which(draft, edit.number());
        row.writer = edit.writer();
        row.madeAt = edit.at();
        row.words = DocumentJson.text(edit.words());
        row.changes = DocumentJson.text(edit.changes());
        row.inverse = DocumentJson.text(edit.inverse());
        row.counts = true;
        row.takesBack = edit.takesBack().orElse(null);
        entities.persist(row);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void count(String draft, long number, boolean counts) {
        entities.find(DraftEditRow.class, new DraftEditRow.Which(draft, number)).counts = counts;
    }

    /** The last edits of a draft, the latest first. */
    @Transactional(readOnly = true)
    public List<Edit> edits(String draft, int atMost) {
        return some("from DraftEditRow where which.draft = :draft", draft, true, atMost);
    }

    /** The edit that undoing takes: the last that counts. */
    @Transactional(readOnly = true)
    public Optional<Edit> toUndo(String draft) {
        return some("from DraftEditRow where which.draft = :draft and counts", draft, true, 1)
                .stream()
                .findFirst();
    }

    /** The edit that is done again next: the first that was undone. */
    @Transactional(readOnly = true)
    public Optional<Edit> toRedo(String draft) {
        return some("from DraftEditRow where which.draft = :draft and not counts", draft, false, 1)
                .stream()
                .findFirst();
    }

    /** The edits that count from a number on, that one first. */
    @Transactional(readOnly = true)
    public List<Edit> counting(String draft, long from) {
        return entities
                .createQuery(
                        "from DraftEditRow where which.draft = :draft and counts and which.number >="
                                + " :from order by which.number",
                        DraftEditRow.class)
                .setParameter("draft", draft)
                .setParameter("from", from)
                .getResultList()
                .stream()
                .map(DraftStore::edit)
                .toList();
    }

    private List<Edit> some(String query, String draft, boolean latestFirst, int atMost) {
        return entities
                .createQuery(
                        query + " order by which.number" + (latestFirst ? " desc" : ""),
                        DraftEditRow.class)
                .setParameter("draft", draft)
                .setMaxResults(atMost)
                .getResultList()
                .stream()
                .map(DraftStore::edit)
                .toList();
    }

    private static Edit edit(DraftEditRow row) {
        return new Edit(
                row.which.number(),
                row.writer,
                row.madeAt,
                DocumentJson.list(row.words, String.class),
                DocumentJson.list(row.changes, ChangePart.class),
                DocumentJson.list(row.inverse, ChangePart.class),
                row.counts,
                Optional.ofNullable(row.takesBack));
    }

    /** The open draft in which somebody works. */
    @Transactional(readOnly = true)
    public Optional<Draft> current(String person, String application) {
        return Optional.ofNullable(
                        entities.find(
                                CurrentDraftRow.class,
                                new CurrentDraftRow.Whose(person, application)))
                .flatMap(row -> find(row.draft))
                .filter(draft -> draft.state().equals(OPEN));
    }

    /** Applications in which somebody works in an open draft, the last edited first. */
    @Transactional(readOnly = true)
    public List<String> working(String person) {
        return entities.createQuery(
                        "select c.whose.application from CurrentDraftRow c, DraftRow d where d.id ="
                                + " c.draft and d.state = 'open' and c.whose.person = :person order by"
                                + " d.changedAt desc",
                        String.class)
                .setParameter("person", person)
                .getResultList();
    }

    /** Lets somebody work in a draft from now on; in none where it is empty. */
    @Transactional
    public void work(String person, String application, Optional<String> draft) {
        CurrentDraftRow.Whose whose = new CurrentDraftRow.Whose(person, application);
        CurrentDraftRow row = entities.find(CurrentDraftRow.class, whose);
        if (draft.isEmpty()) {
            if (row != null) {
                entities.remove(row);
            }
            return;
        }
        if (row == null) {
            row = new CurrentDraftRow();
            row.whose = whose;
            row.draft = draft.get();
            entities.persist(row);
        } else {
            row.draft = draft.get();
        }
    }

    @Transactional
    public Draft approve(String id, long expected, List<String> approvals) {
        DraftRow row = open(id, expected);
        row.approvals = DocumentJson.text(approvals);
        row.changedAt = clock.instant();
        entities.flush();
        return draft(row);
    }

    @Transactional
    public void discard(String id, long expected) {
        DraftRow row = open(id, expected);
        row.state = DISCARDED;
        row.changedAt = clock.instant();
    }

    /**
     * Discards every open draft of an application, in the transaction at hand.
     *
     * @return their ids
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<String> discardAll(String application) {
        List<DraftRow> open =
                entities.createQuery(
                                "from DraftRow where application = :application and state = :open",
                                DraftRow.class)
                        .setParameter("application", application)
                        .setParameter("open", OPEN)
                        .getResultList();
        for (DraftRow row : open) {
            row.state = DISCARDED;
            row.changedAt = clock.instant();
        }
        return open.stream().map(row -> row.id).toList();
    }

    /**
     * Opens a draft again that was discarded.
     *
     * @throws OptimisticLockException when it is not discarded
     */
    @Transactional
    public Draft restore(String id) {
        DraftRow row = entities.find(DraftRow.class, id);
        if (row == null || !row.state.equals(DISCARDED)) {
            throw new OptimisticLockException(id);
        }
        row.state = OPEN;
        row.changedAt = clock.instant();
        entities.flush();
        return draft(row);
    }

    /**
     * Ends a draft that is published, in the transaction at hand.
     *
     * @throws OptimisticLockException when it is not the version expected any more
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void published(String id, long expected, Instant at) {
        DraftRow row = open(id, expected);
        row.state = "published";
        row.changedAt = at;
    }

    private DraftRow open(String id, long expected) {
        DraftRow row = entities.find(DraftRow.class, id);
        if (row == null || row.version != expected || !row.state.equals(OPEN)) {
            throw new OptimisticLockException(id);
        }
        return row;
    }

    private static Draft draft(DraftRow row) {
        return new Draft(
                row.id,
                row.application,
                row.name,
                row.author,
                row.state,
                row.base,
                DocumentJson.list(row.changes, ChangePart.class),
                DocumentJson.list(row.writers, String.class),
                DocumentJson.list(row.approvals, String.class),
                touched(row),
                row.createdAt,
                row.changedAt,
                row.version);
    }
}
