package nembar.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

/** Who changed something, at which edition and with which words. */
@Entity
@Table(name = "command")
class CommandRow {
    @Id long edition;
    Instant at;
    String actorKind;
    String actor;
    String actorName;
    String words;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String approvers;
}
