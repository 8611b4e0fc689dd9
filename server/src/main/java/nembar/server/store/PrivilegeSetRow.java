package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "privilege_set")
class PrivilegeSetRow extends StoredElement {}
