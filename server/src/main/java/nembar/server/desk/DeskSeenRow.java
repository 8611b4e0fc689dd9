package nembar.server.desk;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** An item that stands, or stood. */
@Entity
@Table(name = "desk_seen")
class DeskSeenRow {
    @Id String item;
    String kind;
    String application;
    String sentence;

    /** Keys of the people it is about, a line each. */
    String people;

    Instant since;

    /** When it did not stand any more; without it, it does. */
    Instant goneAt;
}
