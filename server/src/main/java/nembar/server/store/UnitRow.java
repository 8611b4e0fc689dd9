package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import nembar.server.document.DesignDocument.UnitPart;

@Entity
@Table(name = "unit")
class UnitRow {
    @Id private String key;
    private String name;
    private String parent;
    private int position;

    @Version private long version;

    void fill(UnitPart part, int position) {
        this.key = part.key();
        this.name = part.name();
        this.parent = part.parent();
        this.position = position;
    }

    String key() {
        return key;
    }

    int position() {
        return position;
    }

    UnitPart part() {
        return new UnitPart(key, name, parent);
    }
}
