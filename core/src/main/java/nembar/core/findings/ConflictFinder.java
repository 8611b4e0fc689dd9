package nembar.core.findings;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import nembar.core.answers.Moment;
import nembar.core.decision.Holding;
import nembar.core.design.Assignment;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;
import nembar.core.model.Personas.Persona;

/** People who hold two roles that nobody should hold together. */
final class ConflictFinder extends Finder {
    ConflictFinder(Moment moment) {
        super(moment);
    }

    @Override
    void find() {
        for (Person person : model.directory().people()) {
            Map<String, Assignment> held = new LinkedHashMap<>();
            for (Persona persona : model.personas().of(person.key())) {
                for (Holding holding : moment.access(persona).holdings()) {
                    holding.role()
                            .ifPresent(role -> held.putIfAbsent(role.key(), holding.assignment()));
                }
            }
            for (String key : held.keySet()) {
                Role role = design.role(key).orElseThrow();
                for (String other : held.keySet()) {
                    boolean said = design.role(other).orElseThrow().conflicts().contains(key);
                    boolean first = !said || key.compareTo(other) < 0;
                    if (role.conflicts().contains(other) && first) {
                        conflict(person, role, design.role(other).orElseThrow(), held);
                    }
                }
            }
        }
    }

    private void conflict(Person person, Role role, Role other, Map<String, Assignment> held) {
        List<Change> mend = new ArrayList<>();
        for (Role one : List.of(other, role)) {
            Assignment by = held.get(one.key());
            if (mend.isEmpty() && onlyFor(by, person)) {
                mend.add(Change.Remove.of(by));
            }
        }
        add(
                Kind.ROLES_IN_CONFLICT,
                List.of(
                        person(person),
                        new Concern("role", role.key()),
                        new Concern("role", other.key())),
                person.name()
                        + " holds both "
                        + role.name()
                        + " and "
                        + other.name()
                        + ", which nobody should.",
                mend);
    }
}
