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

    private String lockedBy;
    private Instant lockedAt;
    private String secondFactor;

    /** The last time step of which a code was taken: each is good once. */
    @OptimisticLock(excluded = true)
    private long secondFactorStep;

    @Version private long version;

    protected SignInRow() {}

    SignInRow(String person, String passwordHash) {
        this.person = person;
        this.passwordHash = passwordHash;
    }

    String passwordHash() {
        return passwordHash;
    }

    Instant lastSignedIn() {
        return lastSignedIn;
    }

    String lockedBy() {
        return lockedBy;
    }

    Instant lockedAt() {
        return lockedAt;
    }

    /** The encrypted secret; null where there is none. */
    String secondFactor() {
        return secondFactor;
    }

    long secondFactorStep() {
        return secondFactorStep;
    }

    void signedIn(Instant at) {
        lastSignedIn = at;
    }

    void password(String hash) {
        passwordHash = hash;
    }

    /** Locks it, or, by nobody, unlocks it. */
    void lock(String by, Instant at) {
        lockedBy = by;
        lockedAt = by == null ? null : at;
    }

    void secondFactor(String encrypted) {
        secondFactor = encrypted;
        secondFactorStep = 0;
    }

    void codeTaken(long step) {
        secondFactorStep = step;
    }
}
