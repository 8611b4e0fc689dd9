package nembar.core.design;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;

/**
 * When something gives anything (docs/access-model.md, section 3).
 *
 * @param from first instant at which it does; empty for always before until
 * @param until first instant at which it does not any more; empty for ever
 * @param hours hours of the week outside which it does not; empty for all
 */
public record Times(Optional<Instant> from, Optional<Instant> until, Optional<WeeklyHours> hours) {
    public static final Times ALWAYS =
            new Times(Optional.empty(), Optional.empty(), Optional.empty());

    public static Times between(Optional<Instant> from, Optional<Instant> until) {
        return new Times(from, until, Optional.empty());
    }

    /** The same at any hour of the week. */
    public Times anyHour() {
        return between(from, until);
    }

    /**
     * @param zone the application's time zone
     */
    public boolean have(Instant at, ZoneId zone) {
        return started(at) && !ended(at) && hours.map(these -> these.have(at, zone)).orElse(true);
    }

    public boolean started(Instant at) {
        return from.map(start -> !at.isBefore(start)).orElse(true);
    }

    public boolean ended(Instant at) {
        return until.map(end -> !at.isBefore(end)).orElse(false);
    }
}
