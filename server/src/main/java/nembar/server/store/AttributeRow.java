package nembar.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.List;
import nembar.server.document.DesignDocument.AttributePart;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@Table(name = "attribute")
class AttributeRow {
    @Id private String key;
    private String label;
    private String type;
    private double position;

    @JdbcTypeCode(SqlTypes.ARRAY)
    @Column(columnDefinition = "text[]")
    private String[] choices;

    void fill(AttributePart part, double position) {
        this.key = part.key();
        this.label = part.label();
        this.type = part.type();
        this.position = position;
        this.choices = part.choices().toArray(String[]::new);
    }

    String key() {
        return key;
    }

    AttributePart part() {
        return new AttributePart(key, label, type, List.of(choices));
    }
}
