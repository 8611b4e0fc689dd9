package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "application")
class ApplicationRow {
    @Id private String key;
    private String name;
    private String timeZone;
    private String state;
    private long version;

    protected ApplicationRow() {}

    ApplicationRow(String key) {
        this.key = key;
    }

    void fill(String name, String timeZone, String state) {
        this.name = name;
        this.timeZone = timeZone;
        this.state = state;
    }

    /** The edition that changed it last. */
    void changedAt(long edition) {
        version = edition;
    }

    String key() {
        return key;
    }

    String name() {
        return name;
    }

    String timeZone() {
        return timeZone;
    }

    String state() {
        return state;
    }

    long version() {
        return version;
    }
}
