package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.persistence.OptimisticLockException;
import jakarta.persistence.Query;
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
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps drafts and publications. */
@Service
public class DraftStore {
    private static final String OPEN = "open";
    private static final String DISCARDED = "discarded";
    private static final Instant EARLIEST = Instant.parse("0001-01-01T00:00:00Z");
    private static final Instant LATEST = Instant.parse("9999-01-01T00:00:00Z");

    private final EntityManager entities;
    private final Clock clock;

    DraftStore(EntityManager entities, Clock clock) {
        this.entities = entities;
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

        /** The same with other changes. */
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

        /** The same under a name, of an author, on top of a publication. */
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
     * A publication as it is kept.
     *
     * @param publisher key of whoever published it
     * @param writers keys of those who wrote each change, in their order; none where the publisher
     *     wrote all of them
     * @param words what it did, a sentence for each element
     */
    public record Publication(
            String application,
            long number,
            Instant at,
            String author,
            String reason,
            List<String> approvers,
            String overridden,
            List<ChangePart> changes,
            List<ChangePart> inverse,
            String publisher,
            List<String> writers,
            List<String> words) {}

    /** One page of a list and how much there is in all. */
    public record Page<T>(List<T> items, long total) {}

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
        row.base = last(application);
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
                        .setFirstResult(page * size)
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

    /**
     * A draft that is to be published at a time.
     *
     * @param version the draft's, as whoever planned it has seen it
     * @param publisher key of whoever planned it, in whose name it is published
     * @param override why broken expectations are put up with; empty where they are not
     * @param failed why it could not be published; empty until then
     */
    public record Planned(
            String draft,
            long version,
            String publisher,
            String reason,
            String override,
            Instant dueAt,
            String failed) {}

    /** Plans a publication, in the place of what was planned for the draft. */
    @Transactional
    public void plan(Planned planned) {
        PlannedPublicationRow row = new PlannedPublicationRow();
        row.draft = planned.draft();
        row.draftVersion = planned.version();
        row.publisher = planned.publisher();
        row.reason = planned.reason();
        row.overridden = planned.override();
        row.dueAt = planned.dueAt();
        row.failed = planned.failed();
        entities.merge(row);
    }

    @Transactional
    public void unplan(String draft) {
        PlannedPublicationRow row = entities.find(PlannedPublicationRow.class, draft);
        if (row != null) {
            entities.remove(row);
        }
    }

    @Transactional(readOnly = true)
    public Optional<Planned> planned(String draft) {
        return Optional.ofNullable(entities.find(PlannedPublicationRow.class, draft))
                .map(DraftStore::planned);
    }

    /** What is due, and has not failed; those of drafts that are not open any more too. */
    @Transactional(readOnly = true)
    public List<Planned> due(Instant now) {
        return entities
                .createQuery(
                        "from PlannedPublicationRow where dueAt <= :now and failed = '' order by"
                                + " dueAt, draft",
                        PlannedPublicationRow.class)
                .setParameter("now", now)
                .getResultList()
                .stream()
                .map(DraftStore::planned)
                .toList();
    }

    private static Planned planned(PlannedPublicationRow row) {
        return new Planned(
                row.draft,
                row.draftVersion,
                row.publisher,
                row.reason,
                row.overridden,
                row.dueAt,
                row.failed);
    }

    /** Keeps a publication under the next number, in the transaction at hand. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Publication keep(Publication publication) {
        PublicationRow row = new PublicationRow();
        row.application = publication.application();
        row.number = last(row.application) + 1;
        row.id = row.application + "/" + row.number;
        row.publishedAt = publication.at();
        row.author = publication.author();
        row.reason = publication.reason();
        row.approvers = DocumentJson.text(publication.approvers());
        row.overridden = publication.overridden();
        row.changes = DocumentJson.text(publication.changes());
        row.inverse = DocumentJson.text(publication.inverse());
        row.publisher = publication.publisher();
        row.writers = DocumentJson.text(publication.writers());
        row.words = DocumentJson.text(publication.words());
        entities.persist(row);
        return publication(row);
    }

    /** Number of the application's last publication; 0 for none. */
    @Transactional(readOnly = true)
    public long last(String application) {
        Long last =
                entities.createQuery(
                                "select max(number) from PublicationRow where application ="
                                        + " :application",
                                Long.class)
                        .setParameter("application", application)
                        .getSingleResult();
        return last == null ? 0 : last;
    }

    /**
     * Which publications are meant.
     *
     * @param search text that the reason or the words have; empty for any
     * @param author key of whoever made or published it; empty for anybody
     * @param element an element that it changed, by its key; empty for any
     */
    public record Wanted(
            String search,
            String author,
            String element,
            Optional<Instant> from,
            Optional<Instant> until) {
        public static final Wanted ALL = new Wanted("", "", "", Optional.empty(), Optional.empty());
    }

    private static final String WANTED =
            " from publication where application = :application"
                    + " and (:search = '' or strpos(lower(reason), lower(:search)) > 0"
                    + " or strpos(lower(words::text), lower(:search)) > 0)"
                    + " and (:author = '' or author = :author or publisher = :author)"
                    + " and (:element = '' or exists (select 1 from jsonb_array_elements(changes) c"
                    + " where c->>'key' = :element or c->'element'->>'key' = :element))"
                    + " and published_at >= :from and published_at < :until";

    /** Publications of an application, the last first. */
    @Transactional(readOnly = true)
    public Page<Publication> publications(String application, Wanted wanted, int page, int size) {
        List<Publication> some =
                wanted(
                                "select *" + WANTED + " order by number desc",
                                PublicationRow.class,
                                application,
                                wanted)
                        .setFirstResult(page * size)
                        .setMaxResults(size)
                        .getResultList()
                        .stream()
                        .map(row -> publication((PublicationRow) row))
                        .toList();
        Number total =
                (Number)
                        wanted("select count(*)" + WANTED, Long.class, application, wanted)
                                .getSingleResult();
        return new Page<>(some, total.longValue());
    }

    private Query wanted(String sql, Class<?> of, String application, Wanted wanted) {
        return entities.createNativeQuery(sql, of)
                .setParameter("application", application)
                .setParameter("search", wanted.search())
                .setParameter("author", wanted.author())
                .setParameter("element", wanted.element())
                .setParameter("from", wanted.from().orElse(EARLIEST))
                .setParameter("until", wanted.until().orElse(LATEST));
    }

    @Transactional(readOnly = true)
    public Optional<Publication> publication(String application, long number) {
        return Optional.ofNullable(entities.find(PublicationRow.class, application + "/" + number))
                .map(DraftStore::publication);
    }

    /** Publications after this one, the earliest first. */
    @Transactional(readOnly = true)
    public List<Publication> after(String application, long number) {
        return entities
                .createQuery(
                        "from PublicationRow where application = :application and number > :number"
                                + " order by number",
                        PublicationRow.class)
                .setParameter("application", application)
                .setParameter("number", number)
                .getResultList()
                .stream()
                .map(DraftStore::publication)
                .toList();
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

    private static Publication publication(PublicationRow row) {
        return new Publication(
                row.application,
                row.number,
                row.publishedAt,
                row.author,
                row.reason,
                DocumentJson.list(row.approvers, String.class),
                row.overridden,
                DocumentJson.list(row.changes, ChangePart.class),
                DocumentJson.list(row.inverse, ChangePart.class),
                row.publisher,
                DocumentJson.list(row.writers, String.class),
                DocumentJson.list(row.words, String.class));
    }
}
