package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "field_filter")
class FieldFilterRow extends StoredElement {}
