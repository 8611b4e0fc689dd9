package nembar.server.governance;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import nembar.server.governance.LookPassRow.Who;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who may look through whom for a day, since somebody has approved it. */
@Service
public class LookPasses {
    private static final Duration LASTS = Duration.ofDays(1);

    private final EntityManager entities;
    private final Clock clock;

    LookPasses(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Gives leave for a day from now. */
    @Transactional
    public void give(String looker, String person) {
        Who who = new Who(looker, person);
        LookPassRow known = entities.find(LookPassRow.class, who);
        LookPassRow row = known == null ? new LookPassRow() : known;
        row.who = who;
        row.until = clock.instant().plus(LASTS);
        if (known == null) {
            entities.persist(row);
        }
    }

    @Transactional(readOnly = true)
    boolean has(String looker, String person) {
        LookPassRow row = entities.find(LookPassRow.class, new Who(looker, person));
        return row != null && clock.instant().isBefore(row.until);
    }
}
