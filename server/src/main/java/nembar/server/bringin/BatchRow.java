package nembar.server.bringin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

/** People being brought in, from the first row to the report. */
@Entity
@Table(name = "bring_in")
class BatchRow {
    @Id String id;
    String author;
    String name;
    String state;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String content;

    int total;
    int done;
    String message;
    Instant madeAt;
    Instant changedAt;

    /** The server that works on it, until the instant after it. */
    String worker;

    Instant leasedUntil;
    @Version long version;
}
