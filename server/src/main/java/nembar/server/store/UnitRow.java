package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import nembar.server.document.DesignDocument.UnitPart;

@Entity
@Table(name = "unit")
class UnitRow implements DirectoryRow<UnitPart> {
    @Id private String key;
    private String name;
    private String parent;
    private double position;

    @Version private long version;

    @Override
    public void fill(UnitPart part, double position) {
        this.key = part.key();
        this.name = part.name();
        this.parent = part.parent();
        this.position = position;
    }

    @Override
    public String key() {
        return key;
    }

    @Override
    public double position() {
        return position;
    }

    UnitPart part() {
        return new UnitPart(key, name, parent);
    }
}
