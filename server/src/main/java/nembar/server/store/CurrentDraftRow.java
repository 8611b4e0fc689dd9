package nembar.server.store;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** The draft in which somebody works in an application. */
@Entity
@Table(name = "current_draft")
class CurrentDraftRow {
    @EmbeddedId Whose whose;
    String draft;

    @Embeddable
    record Whose(String person, String application) implements Serializable {}
}
