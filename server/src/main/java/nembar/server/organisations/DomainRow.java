package nembar.server.organisations;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A domain of mail addresses that belongs to an organisation. */
@Entity
@Table(name = "organisation_domain")
class DomainRow {
    @Id String domain;
    String account;
}
