package nembar.core.catalogue;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/** A governed business application (docs/access-model.md, section 1). */
public record Application(String key, String name, ZoneId zone, State state) {
    /** An application in which everybody has what the design gives them. */
    public Application(String key, String name, ZoneId zone) {
        this(key, name, zone, State.OPEN);
    }

    /** Whether anybody has access at all. */
    public enum State {
        OPEN,
        /** Nobody has access until it goes on; the design stays. */
        PAUSED,
        /** It was taken away: nobody has access, and only its history is left. */
        ENDED
    }

    /** The day that an instant has on its calendar. */
    public LocalDate day(Instant at) {
        return LocalDate.ofInstant(at, zone);
    }

    /** Whether what the design gives counts. */
    public boolean open() {
        return state == State.OPEN;
    }

    /** This application in another state. */
    public Application in(State other) {
        return new Application(key, name, zone, other);
    }

    /** This application under another name and time zone. */
    public Application called(String otherName, ZoneId otherZone) {
        return new Application(key, otherName, otherZone, state);
    }
}
