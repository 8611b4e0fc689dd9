package nembar.server.organisations;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** The terms of an organisation. */
@Entity
@Table(name = "organisation")
class OrganisationRow {
    @Id String account;
    Integer seats;
    boolean seatsRefuse;
    @Version long version;
}
