package nembar.server.session;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.model.Models;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Checks passwords. An address that fails too often is locked for a while, known or not, so that
 * neither an answer nor its timing tells whether somebody has it.
 */
@Service
public class SignIns {
    private static final Logger LOG = LoggerFactory.getLogger(SignIns.class);
    private static final int FAILURES_ALLOWED = 5;
    private static final Duration LOCK = Duration.ofMinutes(15);
    private static final Duration FORGOTTEN_AFTER = Duration.ofDays(1);

    private final EntityManager entities;
    private final Models models;
    private final PasswordEncoder passwords;
    private final Clock clock;
    private final String nobodysHash;

    SignIns(EntityManager entities, Models models, PasswordEncoder passwords, Clock clock) {
        this.entities = entities;
        this.models = models;
        this.passwords = passwords;
        this.clock = clock;
        this.nobodysHash = passwords.encode("nobody has this password");
    }

    /** How a try to sign in ended. */
    public sealed interface Outcome {
        record Welcome(Person person) implements Outcome {}

        record Wrong() implements Outcome {}

        record Locked(Instant until) implements Outcome {}
    }

    /** When people last signed in, by their keys; those who never did are left out. */
    @Transactional(readOnly = true)
    public Map<String, Instant> lastSignedIn() {
        Map<String, Instant> last = new HashMap<>();
        entities.createQuery(
                        "select person, lastSignedIn from SignInRow where lastSignedIn is not null",
                        Object[].class)
                .getResultList()
                .forEach(row -> last.put((String) row[0], (Instant) row[1]));
        return last;
    }

    /** Tries this address and password, and keeps count. */
    @Transactional
    public Outcome tryToSignIn(String email, String password) {
        Instant now = clock.instant();
        String typed = email.strip().toLowerCase(Locale.ROOT);
        SignInFailureRow failures = failuresOf(typed);
        if (failures != null && failures.locked(now)) {
            return new Outcome.Locked(failures.lockedUntil());
        }
        Optional<Person> person = models.directory().personByEmail(typed);
        SignInRow row = person.map(one -> entities.find(SignInRow.class, one.key())).orElse(null);
        boolean right = passwords.matches(password, row == null ? nobodysHash : row.passwordHash());
        if (right && row != null && person.filter(Person::active).isPresent()) {
            row.signedIn(now);
            if (failures != null) {
                entities.remove(failures);
            }
            LOG.info("{} signed in", person.get().key());
            return new Outcome.Welcome(person.get());
        }
        forgetOld(now);
        if (failures == null) {
            entities.createNativeQuery(
                            "insert into nembar.sign_in_failure (email, failures, last_failure)"
                                    + " values (:email, 0, :now) on conflict do nothing")
                    .setParameter("email", typed)
                    .setParameter("now", now)
                    .executeUpdate();
            failures = failuresOf(typed);
        }
        failures.failed(now, FAILURES_ALLOWED, LOCK);
        return failures.locked(now)
                ? new Outcome.Locked(failures.lockedUntil())
                : new Outcome.Wrong();
    }

    /** Gives a person a password, replacing the one they had. */
    @Transactional
    public void setPassword(String person, String password) {
        SignInRow row = entities.find(SignInRow.class, person);
        if (row != null) {
            entities.remove(row);
            entities.flush();
        }
        entities.persist(new SignInRow(person, passwords.encode(password)));
    }

    /** The row for the address, locked so that tries at the same time are counted one by one. */
    private SignInFailureRow failuresOf(String email) {
        return entities.find(SignInFailureRow.class, email, LockModeType.PESSIMISTIC_WRITE);
    }

    private void forgetOld(Instant now) {
        entities.createQuery("delete from SignInFailureRow where lastFailure < :old")
                .setParameter("old", now.minus(FORGOTTEN_AFTER))
                .executeUpdate();
    }
}
