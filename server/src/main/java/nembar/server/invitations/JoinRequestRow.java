package nembar.server.invitations;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;

/** Somebody's request to join. */
@Entity
@Table(name = "join_request")
class JoinRequestRow {
    @Id String id;
    String account;
    String email;
    String givenName;
    String familyName;
    String note;
    Instant askedAt;
    Instant decidedAt;
    String decidedBy;
    String outcome;
    @Version long version;
}
