package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "expectation")
class ExpectationRow extends StoredElement {}
