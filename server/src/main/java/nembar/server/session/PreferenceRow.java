package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** Where somebody begins, how dates are written for them, and for whom they last chose to act. */
@Entity
@Table(name = "preference")
class PreferenceRow {
    @Id String person;
    String startPlace;
    String dateStyle;
    String account;
}
