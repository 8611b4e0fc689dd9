package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A browser from which somebody has signed in, by the hash of the token it keeps. */
@Entity
@Table(name = "known_device")
class KnownDeviceRow {
    @Id String hash;
    String person;
    Instant lastUsed;
}
