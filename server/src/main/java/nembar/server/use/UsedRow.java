package nembar.server.use;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** How often somebody used something on a day; of days long ago, in the month up to that day. */
@Entity
@Table(name = "used")
class UsedRow {
    @EmbeddedId Which which;
    long times;

    /**
     * Whose use of what.
     *
     * @param what as in {@link nembar.core.use.Use.Used}
     */
    @Embeddable
    record Which(String application, String person, String what, String operation, LocalDate day) {}
}
