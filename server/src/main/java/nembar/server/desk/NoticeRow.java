package nembar.server.desk;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;

/** What somebody has sent by mail of what stands on their Desk. */
@Entity
@Table(name = "desk_notice")
class NoticeRow {
    @Id String person;

    /** Whether what is new is sent once a day. */
    boolean daily;

    /** From which hour of their day on. */
    int fromHour;

    /** Kinds of item that are sent at once, a line each. */
    String atOnce;

    /** The last day on which it was sent. */
    LocalDate sentOn;

    /** Looked at last by any server: each look moves the version, so that one server sends. */
    Instant lookedAt;

    /** What somebody chose, as they have seen it. */
    long chosen;

    @Version long version;
}
