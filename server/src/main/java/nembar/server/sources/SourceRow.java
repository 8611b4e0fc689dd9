package nembar.server.sources;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

@Entity
@Table(name = "source")
class SourceRow {
    @Id String id;
    String kind;
    String name;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String settings;

    String madeBy;
    String keeper;
    Instant madeAt;
    Instant lastRunAt;
    String lastRun;
    @Version long version;
}
