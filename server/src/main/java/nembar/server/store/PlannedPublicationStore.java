package nembar.server.store;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps which drafts are to be published at a time. */
@Service
public class PlannedPublicationStore {
    private final EntityManager entities;

    PlannedPublicationStore(EntityManager entities) {
        this.entities = entities;
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
                .map(PlannedPublicationStore::planned);
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
                .map(PlannedPublicationStore::planned)
                .toList();
    }

    /** Those that could not be published. */
    @Transactional(readOnly = true)
    public List<Planned> failed() {
        return entities
                .createQuery(
                        "from PlannedPublicationRow where failed <> '' order by dueAt, draft",
                        PlannedPublicationRow.class)
                .getResultList()
                .stream()
                .map(PlannedPublicationStore::planned)
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
}
