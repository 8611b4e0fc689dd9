package nembar.server.desk;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** What somebody has decided of an item: set aside, or handed to a colleague. */
@Entity
@Table(name = "desk_mark")
class DeskMarkRow {
    @Id String item;

    /** What the item said then. */
    String sentence;

    String reason;

    /** Until when it is set aside; without it, until the item says something else. */
    Instant until;

    /** Key of the colleague it was handed to. */
    String handedTo;

    String markedBy;
    Instant markedAt;
}
