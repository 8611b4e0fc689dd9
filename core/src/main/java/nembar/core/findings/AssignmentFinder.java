package nembar.core.findings;

import java.util.List;
import nembar.core.answers.Edges;
import nembar.core.answers.Moment;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.draft.Change;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Words;

/** Assignments that ended, never start, give nothing within their bounds, or are for others. */
final class AssignmentFinder extends Finder {
    AssignmentFinder(Moment moment) {
        super(moment);
    }

    @Override
    void find() {
        for (Assignment assignment : design.assignments()) {
            Concern concern = new Concern("assignment", assignment.key());
            List<Change> remove = List.of(Change.Remove.of(assignment));
            if (neverInForce(assignment.times())) {
                add(
                        Kind.ASSIGNMENT_NEVER_STARTS,
                        List.of(concern),
                        called(assignment)
                                + " is never in force: none of its weekly hours lie between its"
                                + " beginning and its end.",
                        remove);
            } else if (assignment.times().ended(moment.at())) {
                add(
                        Kind.ASSIGNMENT_ENDED,
                        List.of(concern),
                        called(assignment)
                                + " ended and is still listed"
                                + reason(assignment.reason()),
                        remove);
            } else if (model.inForce(assignment.times(), moment.at())) {
                meantFor(assignment);
                bounded(assignment, concern, remove);
            }
        }
    }

    /** Whether weekly hours and a short span leave no instant at which it gives anything. */
    private boolean neverInForce(Times times) {
        if (times.from().isEmpty() || times.until().isEmpty() || times.hours().isEmpty()) {
            return false;
        }
        Edges edges = new Edges(times.from().get(), model.application().zone());
        edges.add(times);
        return edges.all().stream().noneMatch(at -> model.inForce(times, at));
    }

    /** Somebody whose role gives nothing within its bounds. */
    private void bounded(Assignment assignment, Concern concern, List<Change> remove) {
        for (Persona persona : personasOf(assignment.audience())) {
            if (!persona.person().active()) {
                continue;
            }
            List<Holding> held =
                    moment.access(persona).holdings().stream()
                            .filter(one -> one.assignment().equals(assignment))
                            .toList();
            boolean anything = held.isEmpty() || held.stream().anyMatch(one -> gives(one, persona));
            if (!anything) {
                add(
                        Kind.ROLE_GIVES_NOTHING_WITHIN_BOUNDS,
                        List.of(concern, person(persona.person())),
                        called(assignment)
                                + " gives "
                                + persona.person().name()
                                + " nothing within its bounds.",
                        remove);
                return;
            }
        }
    }

    private boolean gives(Holding holding, Persona persona) {
        PersonAccess access = moment.access(persona);
        return holding.set().privileges().stream()
                .anyMatch(
                        one ->
                                one instanceof Privilege.FunctionPrivilege
                                        || one instanceof Privilege.RecordPrivilege of
                                                && access.gives(holding, of));
    }

    private void meantFor(Assignment assignment) {
        if (!(assignment.gives() instanceof Assignment.Gives.OfRole of)) {
            return;
        }
        Role role = design.role(of.role()).orElseThrow();
        for (Persona persona : personasOf(assignment.audience())) {
            Person person = persona.person();
            if (person.active() && !role.meantFor().suits(person.kind())) {
                String kind = Words.of(person.kind());
                add(
                        Kind.ROLE_NOT_MEANT_FOR_THEM,
                        List.of(person(person), new Concern("role", role.key())),
                        role.name()
                                + " is meant for "
                                + Words.of(role.meantFor())
                                + "; "
                                + person.name()
                                + " is "
                                + (person.kind() == PersonKind.SERVICE ? "a service" : kind)
                                + ".",
                        onlyFor(assignment, person)
                                ? List.of(Change.Remove.of(assignment))
                                : List.of());
            }
        }
    }
}
