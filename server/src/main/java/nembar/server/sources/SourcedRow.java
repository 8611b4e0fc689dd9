package nembar.server.sources;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

/** Which source a person or team came from. */
@Entity
@Table(name = "sourced")
class SourcedRow {
    @EmbeddedId Which which;
    String source;

    @Column(name = "external_id")
    String externalId;

    Instant madeAt;

    /**
     * @param kind person or team
     */
    @Embeddable
    record Which(String kind, String key) implements Serializable {}
}
