package nembar.server.index;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** An application whose record index is kept. */
@Entity
@Table(name = "record_index")
class RecordIndexRow {
    @Id String application;
    String keptBy;
    Instant since;
}
