package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.OptimisticLock;

@Entity
@Table(name = "sign_in")
class SignInRow {
    @Id private String person;
    private String passwordHash;

    /** Two sign-ins at once are no conflict: the later one stays. */
    @OptimisticLock(excluded = true)
    private Instant lastSignedIn;

    @Version private long version;

    protected SignInRow() {}

    SignInRow(String person, String passwordHash) {
        this.person = person;
        this.passwordHash = passwordHash;
    }

    String passwordHash() {
        return passwordHash;
    }

    void signedIn(Instant at) {
        lastSignedIn = at;
    }
}
