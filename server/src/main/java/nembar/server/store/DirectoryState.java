package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** The one row whose version counts the changes of the directory. */
@Entity
@Table(name = "directory_state")
class DirectoryState {
    static final int ONLY = 1;

    @Id private int id;
    @Version private long version;

    long version() {
        return version;
    }
}
