package nembar.server.invitations;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A link by which people of an account may ask to join. */
@Entity
@Table(name = "join_link")
class JoinLinkRow {
    @Id String id;
    String account;
    String madeBy;
    Instant madeAt;
    Instant withdrawnAt;
}
