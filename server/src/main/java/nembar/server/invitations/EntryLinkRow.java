package nembar.server.invitations;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;

/** A way in for one person, once. */
@Entity
@Table(name = "entry_link")
class EntryLinkRow {
    @Id String id;
    String purpose;
    String person;
    String tokenHash;
    String code;
    int codeTries;
    String note;
    String madeBy;
    Instant madeAt;
    Instant expiresAt;
    Instant usedAt;
    Instant withdrawnAt;
    @Version long version;

    /** It led somewhere once, and does no more. */
    void use(Instant at) {
        usedAt = at;
        tokenHash = null;
    }

    void withdraw(Instant at) {
        withdrawnAt = at;
        tokenHash = null;
    }

    boolean open(Instant at) {
        return usedAt == null && withdrawnAt == null && at.isBefore(expiresAt);
    }
}
