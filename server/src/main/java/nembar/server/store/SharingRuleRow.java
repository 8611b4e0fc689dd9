package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "sharing_rule")
class SharingRuleRow extends StoredElement {}
