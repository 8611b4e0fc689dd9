package nembar.core.design;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * A number of seats that was agreed, and what takes one: whoever holds a role, a privilege set or a
 * level of a function from it takes one seat, however often (docs/access-model.md, section 3).
 *
 * @param agreed how many seats there are
 * @param until first instant at which there are none any more; empty for ever
 * @param roles keys of roles that take a seat
 * @param sets keys of privilege sets that take a seat, in whatever role they are
 * @param functions by function, the least level of it that takes a seat
 */
public record SeatPool(
        String key,
        String name,
        int agreed,
        Optional<Instant> until,
        Set<String> roles,
        Set<String> sets,
        Map<String, String> functions,
        WhenUsedUp whenUsedUp)
        implements Element {
    public SeatPool {
        roles = java.util.Collections.unmodifiableSet(new TreeSet<>(roles));
        sets = java.util.Collections.unmodifiableSet(new TreeSet<>(sets));
        functions = java.util.Collections.unmodifiableMap(new TreeMap<>(functions));
    }

    /** What becomes of giving while no seat is free. */
    public enum WhenUsedUp {
        WARN,
        REFUSE
    }

    @Override
    public ElementKind kind() {
        return ElementKind.SEAT_POOL;
    }

    /** How many seats there are at an instant. */
    public int seats(Instant at) {
        return until.filter(end -> !at.isBefore(end)).isPresent() ? 0 : agreed;
    }

    /** Whether nothing takes a seat from it. */
    public boolean takenByNothing() {
        return roles.isEmpty() && sets.isEmpty() && functions.isEmpty();
    }

    /** This pool, of which a role takes no seat any more. */
    public SeatPool withoutRole(String role) {
        Set<String> rest = new TreeSet<>(roles);
        rest.remove(role);
        return new SeatPool(key, name, agreed, until, rest, sets, functions, whenUsedUp);
    }

    /** This pool, of which a privilege set takes a seat besides. */
    public SeatPool withSet(String set) {
        Set<String> more = new TreeSet<>(sets);
        more.add(set);
        return new SeatPool(key, name, agreed, until, roles, more, functions, whenUsedUp);
    }

    /** This pool, of which a privilege set takes no seat any more. */
    public SeatPool withoutSet(String set) {
        Set<String> rest = new TreeSet<>(sets);
        rest.remove(set);
        return new SeatPool(key, name, agreed, until, roles, rest, functions, whenUsedUp);
    }

    /** This pool, of which a function takes no seat any more. */
    public SeatPool withoutFunction(String function) {
        Map<String, String> rest = new TreeMap<>(functions);
        rest.remove(function);
        return new SeatPool(key, name, agreed, until, roles, sets, rest, whenUsedUp);
    }
}
