package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The hash of a token by which a program comes in, as a service, a source, or both. */
@Entity
@Table(name = "access_token")
class TokenRow {
    @Id String hash;
    String id;
    String service;
    String source;
    String keeper;
    String label;
    Instant madeAt;
    Instant validUntil;
    Instant lastUsedAt;
    Instant revokedAt;
}
