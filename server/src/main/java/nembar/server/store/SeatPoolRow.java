package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "seat_pool")
class SeatPoolRow extends StoredElement {}
