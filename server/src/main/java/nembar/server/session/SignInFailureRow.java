package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Duration;
import java.time.Instant;

/** Failed tries for one address typed, whether anybody has it or not. */
@Entity
@Table(name = "sign_in_failure")
class SignInFailureRow {
    @Id private String email;
    private int failures;
    private Instant lastFailure;
    private Instant lockedUntil;

    protected SignInFailureRow() {}

    SignInFailureRow(String email) {
        this.email = email;
    }

    boolean locked(Instant at) {
        return lockedUntil != null && at.isBefore(lockedUntil);
    }

    Instant lockedUntil() {
        return lockedUntil;
    }

    void failed(Instant at, int allowed, Duration lock) {
        if (lockedUntil != null && !at.isBefore(lockedUntil)) {
            failures = 0;
            lockedUntil = null;
        }
        failures++;
        lastFailure = at;
        if (failures >= allowed) {
            lockedUntil = at.plus(lock);
        }
    }
}
