package nembar.server.http;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;

/** Days as requests say them. */
public final class Days {
    private Days() {}

    /** From the first day to the last, both of them included; an end that is empty is open. */
    public record Period(Optional<Instant> from, Optional<Instant> until) {}

    /**
     * The period that two days say.
     *
     * @param last what the last day is called in the request
     * @param now the last day may not be over by then
     * @throws BadRequest where one is no day, the last is over, or before the first
     */
    public static Period period(
            String from, String last, String lastDay, ZoneId zone, Instant now) {
        Optional<Instant> begin = day("from", from).map(day -> day.atStartOfDay(zone).toInstant());
        Optional<Instant> end = end(last, lastDay, zone, now);
        if (begin.isPresent() && end.isPresent() && !begin.get().isBefore(end.get())) {
            throw new BadRequest(last, "It would end before it begins.");
        }
        return new Period(begin, end);
    }

    /**
     * The end of a last day.
     *
     * @param path what it is called in the request
     * @throws BadRequest where it is no day, or over
     */
    public static Optional<Instant> end(String path, String lastDay, ZoneId zone, Instant now) {
        Optional<Instant> end =
                day(path, lastDay).map(day -> day.plusDays(1).atStartOfDay(zone).toInstant());
        if (end.filter(at -> !at.isAfter(now)).isPresent()) {
            throw new BadRequest(path, "That day is over already.");
        }
        return end;
    }

    private static Optional<LocalDate> day(String path, String text) {
        try {
            return Optional.ofNullable(text).filter(day -> !day.isBlank()).map(LocalDate::parse);
        } catch (DateTimeException malformed) {
            throw new BadRequest(path, "Write a day as in 2026-03-03.");
        }
    }
}
