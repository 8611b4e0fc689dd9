package nembar.server.desk;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** An item that somebody was written about, while it stands. */
@Entity
@Table(name = "desk_notice_sent")
class NoticeSentRow {
    @EmbeddedId Which which;

    @Embeddable
    record Which(String person, String item) implements Serializable {}
}
