package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "assignment")
class AssignmentRow extends StoredElement {}
