package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** How often something was tried, by the hash of what and from where. */
@Entity
@Table(name = "attempt")
class AttemptRow {
    @Id String key;
    String account;
    int tries;
    Instant lastTry;
    Instant waitsUntil;

    boolean waits(Instant at) {
        return waitsUntil != null && at.isBefore(waitsUntil);
    }
}
