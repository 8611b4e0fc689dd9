package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;

@Entity
@Table(name = "account_filter")
class AccountFilterRow extends StoredElement {}
