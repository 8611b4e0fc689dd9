package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import nembar.server.document.DesignDocument.UnitPart;

@Entity
@Table(name = "unit")
class UnitRow {
    @Id private String key;
    private String name;
    private String parent;
    private int position;

    void fill(UnitPart part, int position) {
        this.key = part.key();
        this.name = part.name();
        this.parent = part.parent();
        this.position = position;
    }

    String key() {
        return key;
    }

    UnitPart part() {
        return new UnitPart(key, name, parent);
    }
}
