package nembar.core.findings;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.answers.Redundancy;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.draft.Change;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;

/** Roles held by nobody, sets given by nothing, and sets that another gives already. */
final class RoleFinder extends Finder {
    RoleFinder(Moment moment) {
        super(moment);
    }

    @Override
    void find() {
        Set<String> given = new HashSet<>();
        Set<String> assigned = new HashSet<>();
        for (Assignment assignment : design.assignments()) {
            if (assignment.gives() instanceof Assignment.Gives.OfRole of) {
                assigned.add(of.role());
            } else if (assignment.gives() instanceof Assignment.Gives.OfSet of) {
                given.add(of.set());
            }
        }
        design.roles().forEach(role -> given.addAll(role.sets()));
        design.delegations().stream().map(Delegation::sets).forEach(given::addAll);
        for (Role role : design.roles()) {
            if (!assigned.contains(role.key())) {
                add(
                        Kind.ROLE_HELD_BY_NOBODY,
                        List.of(new Concern("role", role.key())),
                        "Nobody is given " + role.name() + ".",
                        List.of(Change.Remove.of(role)));
            }
            redundant(role);
        }
        for (PrivilegeSet set : design.sets()) {
            if (!given.contains(set.key())) {
                add(
                        Kind.SET_IN_NO_ROLE,
                        List.of(new Concern("privilege set", set.key())),
                        set.name() + " is in no role and given to nobody.",
                        List.of(Change.Remove.of(set)));
            }
        }
    }

    /** A set of the role that another of its sets gives already. */
    private void redundant(Role role) {
        Redundancy redundancy = new Redundancy(model);
        List<PrivilegeSet> sets = design.setsOf(new Assignment.Gives.OfRole(role.key()));
        for (PrivilegeSet narrow : sets) {
            Optional<PrivilegeSet> wide =
                    sets.stream()
                            .filter(other -> other != narrow)
                            .filter(other -> redundancy.covers(other, narrow))
                            .filter(
                                    other ->
                                            !redundancy.covers(narrow, other)
                                                    || sets.indexOf(other) < sets.indexOf(narrow))
                            .findFirst();
            if (wide.isPresent()) {
                List<String> left =
                        role.sets().stream().filter(key -> !key.equals(narrow.key())).toList();
                add(
                        Kind.SET_REDUNDANT,
                        List.of(
                                new Concern("privilege set", narrow.key()),
                                new Concern("privilege set", wide.get().key()),
                                new Concern("role", role.key())),
                        "In "
                                + role.name()
                                + ", "
                                + wide.get().name()
                                + " gives everything that "
                                + narrow.name()
                                + " gives.",
                        List.of(Change.Put.of(role.withSets(left))));
            }
        }
    }
}
