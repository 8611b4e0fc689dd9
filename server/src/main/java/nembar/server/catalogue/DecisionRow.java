package nembar.server.catalogue;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

@Entity
@Table(name = "proposal_decision")
@IdClass(DecisionRow.Which.class)
class DecisionRow {
    @Id String application;
    @Id String tableName;
    String decision;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String recordType;

    String decidedBy;
    Instant decidedAt;

    record Which(String application, String tableName) implements Serializable {}
}
