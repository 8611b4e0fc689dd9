package nembar.server.bringin;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.hibernate.annotations.ColumnTransformer;

/** One row of those brought in. */
@Entity
@Table(name = "bring_in_row")
class EntryRow {
    @EmbeddedId Which which;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String cells;

    String person;
    String outcome;

    @Embeddable
    record Which(String batch, int position) implements Serializable {}
}
