package nembar.core.design;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * Hours of the week, by the clock on the wall in the application's time zone: when the clocks go
 * forward an hour is missing from them, when they go back it is there twice (docs/access-model.md,
 * section 3).
 */
public record WeeklyHours(List<Span> spans) {
    public WeeklyHours {
        spans = List.copyOf(spans);
    }

    /**
     * From one time of some days to a later one.
     *
     * @param from the first moment within
     * @param to the first moment no longer within; midnight is the end of the day
     */
    public record Span(Set<DayOfWeek> days, LocalTime from, LocalTime to) {
        public Span {
            days = days.isEmpty() ? Set.of() : Collections.unmodifiableSet(EnumSet.copyOf(days));
        }

        /** Whether it ends after it begins. */
        public boolean forward() {
            return to.equals(LocalTime.MIDNIGHT) || from.isBefore(to);
        }

        private boolean meets(Span other) {
            return !Collections.disjoint(days, other.days)
                    && begins(this, other)
                    && begins(other, this);
        }

        /** Whether one begins before the other ends. */
        private static boolean begins(Span one, Span other) {
            return other.to.equals(LocalTime.MIDNIGHT) || one.from.isBefore(other.to);
        }

        private boolean has(ZonedDateTime local) {
            LocalTime time = local.toLocalTime();
            return days.contains(local.getDayOfWeek())
                    && !time.isBefore(from)
                    && (to.equals(LocalTime.MIDNIGHT) || time.isBefore(to));
        }
    }

    /** Whether a moment of the week is in more than one of the spans. */
    public boolean overlap() {
        for (int i = 0; i < spans.size(); i++) {
            for (int j = i + 1; j < spans.size(); j++) {
                if (spans.get(i).meets(spans.get(j))) {
                    return true;
                }
            }
        }
        return false;
    }

    public boolean have(Instant at, ZoneId zone) {
        ZonedDateTime local = at.atZone(zone);
        return spans.stream().anyMatch(span -> span.has(local));
    }
}
