package nembar.server.sources;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The hash of a token by which a source writes people. */
@Entity
@Table(name = "source_token")
class SourceTokenRow {
    @Id String hash;
    String id;
    String source;
    String label;
    String madeBy;
    Instant madeAt;
    Instant lastUsedAt;
    Instant revokedAt;
}
