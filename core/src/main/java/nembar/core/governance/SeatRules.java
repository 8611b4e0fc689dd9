package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeSet;
import nembar.core.answers.SeatUse;
import nembar.core.design.SeatPool;
import nembar.core.model.AccessModel;

/**
 * Holds a change against seat pools that refuse to be overdrawn, for all time
 * (docs/access-model.md, section 3). What is changed of a pool itself is never refused: agreements
 * are made elsewhere.
 */
public final class SeatRules {
    private SeatRules() {}

    /**
     * What takes a seat that is not there at some instant from now on.
     *
     * @param now what is published
     * @param next the same as it would be
     */
    public static List<Objection> of(AccessModel now, AccessModel next, Instant at) {
        List<Objection> objections = new ArrayList<>();
        if (next.design().seatPools().isEmpty()) {
            return objections;
        }
        SeatUse was = new SeatUse(now);
        SeatUse is = new SeatUse(next);
        for (SeatPool pool : next.design().seatPools()) {
            if (pool.whenUsedUp() == SeatPool.WhenUsedUp.REFUSE) {
                of(pool, was, is, at, objections);
            }
        }
        return objections;
    }

    private static void of(
            SeatPool pool, SeatUse was, SeatUse is, Instant at, List<Objection> objections) {
        SortedMap<Instant, Integer> before = was.from(pool, at);
        SortedMap<Instant, Integer> after = is.from(pool, at);
        Set<Instant> instants = new TreeSet<>(before.keySet());
        instants.addAll(after.keySet());
        pool.until().filter(at::isBefore).ifPresent(instants::add);
        for (Instant one : instants) {
            int taken = at(after, one);
            if (taken > pool.seats(one) && taken > at(before, one)) {
                objections.add(
                        new Objection(
                                Objection.Rule.SEATS,
                                overdrawn(pool, taken, one.equals(at), pool.seats(one)),
                                List.copyOf(is.holders(pool, one)),
                                Set.of()));
                return;
            }
        }
    }

    private static int at(SortedMap<Instant, Integer> use, Instant instant) {
        SortedMap<Instant, Integer> until = use.headMap(instant.plusNanos(1));
        return until.isEmpty() ? 0 : until.get(until.lastKey());
    }

    private static String overdrawn(SeatPool pool, int taken, boolean now, int seats) {
        return "It would take "
                + taken
                + " of the "
                + seats
                + " seats of "
                + pool.name()
                + (now ? "" : ", later on")
                + ". Free a seat, or agree on more of them first.";
    }

    /** How many seats of a pool are taken, and how many would be. */
    public record Taken(SeatPool pool, int agreed, int before, int after) {}

    /** The pools of which a change takes or frees seats, or whose number it changes, by today. */
    public static List<Taken> taken(AccessModel now, AccessModel next, Instant at) {
        List<Taken> taken = new ArrayList<>();
        SeatUse was = new SeatUse(now);
        SeatUse is = new SeatUse(next);
        Map<String, SeatPool> known = new java.util.HashMap<>();
        now.design().seatPools().forEach(one -> known.put(one.key(), one));
        for (SeatPool pool : next.design().seatPools()) {
            SeatPool old = known.get(pool.key());
            int before = old == null ? 0 : was.inUse(old, at);
            int after = is.inUse(pool, at);
            if (before != after || !pool.equals(old)) {
                taken.add(new Taken(pool, pool.seats(at), before, after));
            }
        }
        return taken;
    }
}
