package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "delegation")
class DelegationRow extends StoredElement {}
