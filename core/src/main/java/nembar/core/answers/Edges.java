package nembar.core.answers;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.Iterator;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;

/**
 * The instants, from one on, at which any of some times begins or ends to have it
 * (docs/access-model.md, section 10). Between two that follow each other nothing changes. Weekly
 * hours come back for ever, so each stretch between beginnings and ends is looked at for a week and
 * a day at most: whatever combination there is comes up in it.
 */
public final class Edges {
    private static final Duration A_WEEK_AND_A_DAY = Duration.ofDays(8);

    private final Instant from;
    private final ZoneId zone;
    private final TreeSet<Instant> ends = new TreeSet<>();
    private final Set<WeeklyHours> hours = new HashSet<>();

    /**
     * @param zone the application's time zone
     */
    public Edges(Instant from, ZoneId zone) {
        this.from = from;
        this.zone = zone;
        ends.add(from);
    }

    public void add(Times times) {
        times.from().ifPresent(this::add);
        times.until().ifPresent(this::add);
        if (!times.ended(from)) {
            times.hours().ifPresent(hours::add);
        }
    }

    public void add(Instant instant) {
        if (instant.isAfter(from)) {
            ends.add(instant);
        }
    }

    /** The first is the instant they are counted from. */
    public SortedSet<Instant> all() {
        if (hours.isEmpty()) {
            return ends;
        }
        TreeSet<Instant> all = new TreeSet<>(ends);
        Iterator<Instant> begins = ends.iterator();
        while (begins.hasNext()) {
            Instant begin = begins.next();
            Instant next = ends.higher(begin);
            Instant week = begin.plus(A_WEEK_AND_A_DAY);
            weekly(begin, next == null || next.isAfter(week) ? week : next, all);
        }
        return all;
    }

    private void weekly(Instant begin, Instant end, Set<Instant> all) {
        LocalDate last = LocalDate.ofInstant(end, zone);
        for (LocalDate day = LocalDate.ofInstant(begin, zone);
                !day.isAfter(last);
                day = day.plusDays(1)) {
            for (WeeklyHours one : hours) {
                for (WeeklyHours.Span span : one.spans()) {
                    if (span.days().contains(day.getDayOfWeek())) {
                        within(day, span.from(), begin, end, all);
                        LocalDate until =
                                span.to().equals(LocalTime.MIDNIGHT) ? day.plusDays(1) : day;
                        within(until, span.to(), begin, end, all);
                    }
                }
            }
        }
    }

    private void within(
            LocalDate day, LocalTime time, Instant begin, Instant end, Set<Instant> all) {
        Instant instant = day.atTime(time).atZone(zone).toInstant();
        if (instant.isAfter(begin) && instant.isBefore(end)) {
            all.add(instant);
        }
    }
}
