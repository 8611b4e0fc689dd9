package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** Where somebody begins, and for which account they last chose to act. */
@Entity
@Table(name = "preference")
class PreferenceRow {
    @Id String person;
    String startPlace;
    String account;
}
