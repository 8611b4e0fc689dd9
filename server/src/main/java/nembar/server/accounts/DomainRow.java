package nembar.server.accounts;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A domain of mail addresses that belongs to an account. */
@Entity
@Table(name = "account_domain")
class DomainRow {
    @Id String domain;
    String account;
}
