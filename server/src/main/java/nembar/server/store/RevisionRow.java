package nembar.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.ColumnTransformer;

/**
 * What one element was from an instant until another. The revisions that have an instant are the
 * whole of what was published then.
 */
@Entity
@Table(name = "revision")
class RevisionRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String scope;
    private String kind;
    private String key;
    private double position;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String body;

    private Instant validFrom;
    private Instant validUntil;
    private long began;
    private Long ended;

    RevisionRow() {}

    RevisionRow(
            String scope,
            String kind,
            String key,
            double position,
            String body,
            Instant from,
            long edition) {
        this.scope = scope;
        this.kind = kind;
        this.key = key;
        this.position = position;
        this.body = body;
        this.validFrom = from;
        this.began = edition;
    }

    void endAt(Instant instant, long edition) {
        ended = edition;
        validUntil = instant.isBefore(validFrom) ? validFrom : instant;
    }

    String scope() {
        return scope;
    }

    Instant from() {
        return validFrom;
    }

    Optional<Instant> until() {
        return Optional.ofNullable(validUntil);
    }

    boolean open() {
        return ended == null;
    }

    String kind() {
        return kind;
    }

    String key() {
        return key;
    }

    double position() {
        return position;
    }

    String body() {
        return body;
    }
}
