package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "direct_share")
class DirectShareRow extends StoredElement {}
