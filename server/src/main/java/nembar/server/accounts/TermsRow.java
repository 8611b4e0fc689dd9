package nembar.server.accounts;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** The terms of an account. */
@Entity
@Table(name = "account_terms")
class TermsRow {
    @Id String account;
    Integer seats;
    boolean seatsRefuse;
    @Version long version;
}
