package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A draft that is to be published at a time. */
@Entity
@Table(name = "planned_publication")
class PlannedPublicationRow {
    @Id String draft;
    long draftVersion;
    String publisher;
    String reason;
    String overridden;
    Instant dueAt;

    /** Why it could not be published; empty until then. */
    String failed;
}
