package nembar.server.governance;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

/** Leave to look through somebody, for a while. */
@Entity
@Table(name = "look_pass")
class LookPassRow {
    @EmbeddedId Who who;

    @Column(name = "valid_until")
    Instant until;

    /**
     * @param looker key of whoever looks
     * @param person key of whom they look through
     */
    @Embeddable
    record Who(String looker, String person) implements Serializable {}
}
