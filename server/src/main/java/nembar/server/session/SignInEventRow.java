package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One try of a known person to sign in. */
@Entity
@Table(name = "sign_in_event")
class SignInEventRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String person;
    Instant at;
    String outcome;
    String address;
    String agent;
}
