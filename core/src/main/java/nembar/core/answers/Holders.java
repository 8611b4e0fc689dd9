package nembar.core.answers;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;

/** Who holds roles and privilege sets, active or not (docs/access-model.md, section 3). */
public final class Holders {
    private final Moment moment;
    private final AccessModel model;

    public Holders(Moment moment) {
        this.moment = moment;
        this.model = moment.model();
    }

    /** Somebody at an account, and one assignment by which they hold what was asked for. */
    public record Held(Persona persona, Assignment assignment) {}

    /**
     * How many people hold each role by an assignment in force; those nobody holds are left out.
     */
    public Map<String, Integer> ofRoles() {
        Map<String, BitSet> personas = new HashMap<>();
        for (Assignment one : model.design().assignments()) {
            if (one.gives() instanceof Assignment.Gives.OfRole of && inForce(one)) {
                personas.computeIfAbsent(of.role(), any -> new BitSet()).or(personas(one));
            }
        }
        return people(personas);
    }

    /** Holders of each privilege set, by a role or by itself. */
    public Map<String, Integer> ofSets() {
        Design design = model.design();
        Map<String, BitSet> personas = new HashMap<>();
        for (Assignment one : design.assignments()) {
            if (inForce(one)) {
                BitSet some = personas(one);
                for (PrivilegeSet set : design.setsOf(one.gives())) {
                    personas.computeIfAbsent(set.key(), any -> new BitSet()).or(some);
                }
            }
        }
        return people(personas);
    }

    /** Whoever holds a role, by assignments in force or not; externals first, then by name. */
    public List<Held> ofRole(String role) {
        return held(
                one -> one.gives() instanceof Assignment.Gives.OfRole of && of.role().equals(role));
    }

    /** Holders of a privilege set, by a role or by itself. */
    public List<Held> ofSet(String set) {
        return held(
                one ->
                        model.design().setsOf(one.gives()).stream()
                                .anyMatch(each -> each.key().equals(set)));
    }

    private List<Held> held(Predicate<Assignment> wanted) {
        List<Held> held = new ArrayList<>();
        for (Assignment one : model.design().assignments()) {
            if (wanted.test(one)) {
                personas(one).stream()
                        .mapToObj(i -> new Held(model.personas().all().get(i), one))
                        .forEach(held::add);
            }
        }
        held.sort(
                Comparator.<Held, Boolean>comparing(one -> !one.persona().person().external())
                        .thenComparing(one -> one.persona().person().name()));
        return held;
    }

    private boolean inForce(Assignment assignment) {
        return model.inForce(assignment.times(), moment.at());
    }

    private BitSet personas(Assignment assignment) {
        return model.personasIn(assignment.audience(), moment.at());
    }

    private Map<String, Integer> people(Map<String, BitSet> personas) {
        Map<String, Integer> people = new HashMap<>();
        personas.forEach(
                (key, some) -> {
                    Set<String> keys = new HashSet<>();
                    some.stream()
                            .forEach(i -> keys.add(model.personas().all().get(i).person().key()));
                    if (!keys.isEmpty()) {
                        people.put(key, keys.size());
                    }
                });
        return people;
    }
}
