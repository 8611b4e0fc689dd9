package nembar.server.use;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;

/** Use that an application told at once. */
@Entity
@Table(name = "use_told")
class UseToldRow {
    @EmbeddedId Which which;

    /** SHA-256 of what was sent, in hexadecimal. */
    String digest;

    /** Key of whoever told it. */
    String toldBy;

    Instant toldAt;
    long lines;
    long counted;

    @Embeddable
    record Which(String application, String name) {}
}
