package nembar.core.draft;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.design.Assignment;
import nembar.core.design.Assignment.Gives;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.element.Element;

/**
 * Shapes a design anew without giving or taking anything: what two privilege sets share becomes a
 * set of its own, or one set is folded into another (docs/access-model.md, section 8).
 */
public final class Reshaping {
    private final Design design;
    private final Map<List<Object>, Element> put = new LinkedHashMap<>();
    private final List<Change> removed = new ArrayList<>();

    private Reshaping(Design design) {
        this.design = design;
    }

    /** The privileges that two sets share, in the first one's order. */
    public static List<Privilege> shared(PrivilegeSet one, PrivilegeSet other) {
        return one.privileges().stream().filter(other.privileges()::contains).toList();
    }

    /**
     * Puts what two sets share into a set of its own: whatever has one of them has that besides.
     *
     * @param key of the new set
     * @param free makes a key for an assignment that is new, from the key of another
     */
    public static List<Change> split(
            Design design,
            PrivilegeSet one,
            PrivilegeSet other,
            String key,
            String name,
            java.util.function.UnaryOperator<String> free) {
        List<Privilege> shared = shared(one, other);
        Reshaping reshaping = new Reshaping(design);
        String purpose = "What " + one.name() + " and " + other.name() + " share.";
        reshaping.put(new PrivilegeSet(key, name, purpose, shared));
        reshaping.put(less(one, shared));
        reshaping.put(less(other, shared));
        Predicate<String> either = set -> set.equals(one.key()) || set.equals(other.key());
        for (Role role : design.roles()) {
            if (role.sets().stream().anyMatch(either)) {
                reshaping.put(role.withSets(with(role.sets(), key)));
            }
        }
        for (Delegation delegation : design.delegations()) {
            if (delegation.sets().stream().anyMatch(either)) {
                reshaping.put(delegation.withSets(with(delegation.sets(), key)));
            }
        }
        for (Assignment assignment : design.assignments()) {
            if (assignment.gives() instanceof Gives.OfSet of && either.test(of.set())) {
                reshaping.put(
                        gives(assignment, free.apply(assignment.key()), new Gives.OfSet(key)));
            }
        }
        return reshaping.changes();
    }

    /**
     * Folds one set into another: whatever has it has the other in its place. Nobody gains or loses
     * anything by it where each of them is given wherever the other is.
     */
    public static List<Change> fold(Design design, PrivilegeSet from, PrivilegeSet into) {
        Reshaping reshaping = new Reshaping(design);
        Set<Privilege> all = new LinkedHashSet<>(into.privileges());
        all.addAll(from.privileges());
        reshaping.put(new PrivilegeSet(into.key(), into.name(), into.purpose(), List.copyOf(all)));
        for (Role role : design.roles()) {
            if (role.sets().contains(from.key())) {
                reshaping.put(role.withSets(instead(role.sets(), from.key(), into.key())));
            }
        }
        for (Delegation delegation : design.delegations()) {
            if (delegation.sets().contains(from.key())) {
                reshaping.put(
                        delegation.withSets(instead(delegation.sets(), from.key(), into.key())));
            }
        }
        Gives gone = new Gives.OfSet(from.key());
        Gives kept = new Gives.OfSet(into.key());
        for (Assignment assignment : design.assignments()) {
            if (assignment.gives().equals(gone)) {
                Assignment other = gives(assignment, assignment.key(), kept);
                boolean there =
                        design.assignments().stream()
                                .filter(one -> one.gives().equals(kept))
                                .anyMatch(one -> alike(one, other));
                if (there) {
                    reshaping.removed.add(Change.Remove.of(assignment));
                } else {
                    reshaping.put(other);
                }
            }
        }
        for (SeatPool pool : design.seatPools()) {
            if (pool.sets().contains(from.key())) {
                reshaping.put(pool.withSet(into.key()).withoutSet(from.key()));
            }
        }
        reshaping.removed.add(Change.Remove.of(from));
        return reshaping.changes();
    }

    private static boolean alike(Assignment one, Assignment other) {
        return one.audience().equals(other.audience())
                && one.bounds().equals(other.bounds())
                && one.times().equals(other.times());
    }

    private static Assignment gives(Assignment of, String key, Gives gives) {
        return new Assignment(
                key,
                of.audience(),
                gives,
                of.bounds(),
                of.times(),
                of.reason(),
                of.givenBy(),
                of.givenAt());
    }

    private static PrivilegeSet less(PrivilegeSet set, List<Privilege> shared) {
        return new PrivilegeSet(
                set.key(),
                set.name(),
                set.purpose(),
                set.privileges().stream().filter(one -> !shared.contains(one)).toList());
    }

    private static List<String> with(List<String> sets, String key) {
        List<String> all = new ArrayList<>(sets);
        all.add(key);
        return all;
    }

    private static List<String> instead(List<String> sets, String from, String into) {
        Set<String> all = new LinkedHashSet<>();
        sets.forEach(one -> all.add(one.equals(from) ? into : one));
        return List.copyOf(all);
    }

    private void put(Element element) {
        put.put(List.of(element.kind(), element.key()), element);
    }

    private List<Change> changes() {
        List<Change> changes = new ArrayList<>();
        for (Element element : put.values()) {
            boolean same =
                    design.element(element.kind(), element.key())
                            .filter(element::equals)
                            .isPresent();
            if (!same) {
                changes.add(Change.Put.of(element));
            }
        }
        changes.addAll(removed);
        return changes;
    }
}
