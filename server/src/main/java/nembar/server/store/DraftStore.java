package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentJson;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps drafts and publications. */
@Service
public class DraftStore {
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
            Instant createdAt,
            Instant changedAt,
            long version) {}

    /**
     * A publication as it is kept.
     *
     * @param publisher key of whoever published it
     * @param writers keys of those who wrote each change, in their order; none where the publisher
     *     wrote all of them
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
            List<String> writers) {}

    /** One page of a list and how much there is in all. */
    public record Page<T>(List<T> items, long total) {}

    @Transactional
    public Draft create(String application, String name, String author, List<ChangePart> changes) {
        DraftRow row = new DraftRow();
        row.id = UUID.randomUUID().toString();
        row.application = application;
        row.name = name;
        row.author = author;
        row.state = "open";
        row.base = last(application);
        row.changes = DocumentJson.text(changes);
        row.writers = DocumentJson.text(changes.stream().map(any -> author).toList());
        row.approvals = "[]";
        row.createdAt = clock.instant();
        row.changedAt = row.createdAt;
        entities.persist(row);
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
     * Changes a draft; what was approved has to be approved again.
     *
     * @param base the publication it is on top of from now on
     * @param writers keys of those who wrote each change
     * @throws OptimisticLockException when it is not the version expected any more
     */
    @Transactional
    public Draft change(
            String id,
            long expected,
            String name,
            long base,
            List<ChangePart> changes,
            List<String> writers) {
        DraftRow row = open(id, expected);
        row.name = name;
        row.base = base;
        row.changes = DocumentJson.text(changes);
        row.writers = DocumentJson.text(writers);
        row.approvals = "[]";
        row.changedAt = clock.instant();
        entities.flush();
        return draft(row);
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
        row.state = "discarded";
        row.changedAt = clock.instant();
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

    /** Publications of an application, the last first. */
    @Transactional(readOnly = true)
    public Page<Publication> publications(String application, int page, int size) {
        List<Publication> some =
                entities
                        .createQuery(
                                "from PublicationRow where application = :application order by"
                                        + " number desc",
                                PublicationRow.class)
                        .setParameter("application", application)
                        .setFirstResult(page * size)
                        .setMaxResults(size)
                        .getResultList()
                        .stream()
                        .map(DraftStore::publication)
                        .toList();
        return new Page<>(some, last(application));
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
        if (row == null || row.version != expected || !row.state.equals("open")) {
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
                DocumentJson.list(row.writers, String.class));
    }
}
