package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** The one row that says at which edition everything is. */
@Entity
@Table(name = "edition")
class EditionRow {
    static final int ONLY = 1;

    @Id int id;
    long number;

    /** The edition that changed the directory last. */
    long directory;
}
