package nembar.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

/** One edit of a draft, and what undoes it. */
@Entity
@Table(name = "draft_edit")
class DraftEditRow {
    @EmbeddedId Which which;
    String writer;
    Instant madeAt;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String words;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String changes;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String inverse;

    boolean counts;
    Long takesBack;

    @Embeddable
    record Which(String draft, long number) implements Serializable {}
}
