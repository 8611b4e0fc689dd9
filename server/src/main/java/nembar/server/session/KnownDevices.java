package nembar.server.session;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Browsers from which people have signed in before. Wrong tries of strangers do not slow them, so
 * that nobody is locked out by somebody else.
 */
@Service
class KnownDevices {
    static final Duration KEPT = Duration.ofDays(180);

    private final EntityManager entities;
    private final Secrets secrets;
    private final Clock clock;

    KnownDevices(EntityManager entities, Secrets secrets, Clock clock) {
        this.entities = entities;
        this.secrets = secrets;
        this.clock = clock;
    }

    /** Whether the person has signed in from whoever sends this token. */
    @Transactional(readOnly = true)
    public boolean knows(String person, String token) {
        KnownDeviceRow row = token.isEmpty() ? null : row(token);
        return row != null
                && row.person.equals(person)
                && clock.instant().isBefore(row.lastUsed.plus(KEPT));
    }

    /** Remembers the browser; the token that it is to keep. */
    @Transactional
    public String remember(String person, String token) {
        entities.createQuery("delete from KnownDeviceRow where lastUsed < :old")
                .setParameter("old", clock.instant().minus(KEPT))
                .executeUpdate();
        if (knows(person, token)) {
            row(token).lastUsed = clock.instant();
            return token;
        }
        String made = secrets.token();
        KnownDeviceRow row = new KnownDeviceRow();
        row.hash = Secrets.hash(made);
        row.person = person;
        row.lastUsed = clock.instant();
        entities.persist(row);
        return made;
    }

    /** Forgets every browser of the person. */
    @Transactional
    public void forget(String person) {
        entities.createQuery("delete from KnownDeviceRow where person = :person")
                .setParameter("person", person)
                .executeUpdate();
    }

    private KnownDeviceRow row(String token) {
        return entities.find(KnownDeviceRow.class, Secrets.hash(token));
    }
}
