package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "record_type")
class RecordTypeRow extends StoredElement {}
