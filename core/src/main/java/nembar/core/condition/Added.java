package nembar.core.condition;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The functions that Nembar adds to the language (docs/access-model.md, section 5). */
public enum Added {
    /**
     * {@code today()}, or {@code today(n)}: the day n days from today, in the application's zone.
     */
    TODAY(0, 1),
    /**
     * {@code now()}, or {@code now(n)}: the instant, to the whole minute that has begun, or n times
     * 24 hours from it.
     */
    NOW(0, 1),
    /** {@code below(unit, top)}: the unit is the top one or anywhere below it. */
    BELOW(2, 2),
    /** {@code has('function', 'level')}: the person has at least that level. */
    HAS(2, 2);

    private final int least;
    private final int most;

    Added(int least, int most) {
        this.least = least;
        this.most = most;
    }

    /**
     * What {@code now()} gives at an instant: whole minutes, so that what was worked out serves for
     * more than the instant itself.
     */
    public static Instant wholeMinute(Instant at) {
        return at.truncatedTo(ChronoUnit.MINUTES);
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    boolean takes(int arguments) {
        return arguments >= least && arguments <= most;
    }

    String arity() {
        return least == most ? String.valueOf(least) : least + " or " + most;
    }

    static Optional<Added> named(String name) {
        return Arrays.stream(values()).filter(one -> one.word().equalsIgnoreCase(name)).findFirst();
    }

    static List<String> words() {
        return Arrays.stream(values()).map(Added::word).toList();
    }
}
