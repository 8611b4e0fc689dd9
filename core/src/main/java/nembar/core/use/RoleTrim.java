package nembar.core.use;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.draft.Change;
import nembar.core.text.Slug;
import nembar.core.use.Use.Used;

/**
 * A role cut down to what its holders used (docs/access-model.md, section 12). Sets that others
 * have as well are left to them; the role gets one of its own in their place.
 *
 * @param holders how many people hold it
 * @param unused the privileges that none of them used in the last {@link Use#DAYS} days, by the
 *     name of their set
 * @param changes that cut it down; empty where nothing is to be cut, or nothing would be left
 */
public record RoleTrim(int holders, List<Unused> unused, List<Change> changes) {
    /** A privilege that nobody used lately. */
    public record Unused(String set, Privilege privilege) {}

    public static RoleTrim of(Moment moment, Role role, Use use) {
        Design design = moment.model().design();
        Set<String> holders = new HashSet<>();
        Assignment.Gives given = new Assignment.Gives.OfRole(role.key());
        for (Assignment one : design.assignments()) {
            if (one.gives().equals(given) && !one.times().ended(moment.at())) {
                holders.addAll(moment.model().peopleIn(one.audience(), moment.at()));
            }
        }
        LocalDate since = moment.model().application().day(moment.at()).minusDays(Use.DAYS);
        Set<Used> used = new HashSet<>();
        for (String holder : holders) {
            for (Map.Entry<Used, LocalDate> one :
                    use.last().getOrDefault(holder, Map.of()).entrySet()) {
                if (!one.getValue().isBefore(since)) {
                    used.add(one.getKey());
                }
            }
        }
        List<Unused> unused = new ArrayList<>();
        List<Change> changes = new ArrayList<>();
        List<String> sets = new ArrayList<>();
        for (String key : role.sets()) {
            PrivilegeSet set = design.set(key).orElseThrow();
            List<Privilege> kept =
                    set.privileges().stream().filter(one -> wasUsed(one, used)).toList();
            set.privileges().stream()
                    .filter(one -> !kept.contains(one))
                    .forEach(one -> unused.add(new Unused(set.name(), one)));
            if (kept.size() == set.privileges().size()) {
                sets.add(key);
            } else if (!kept.isEmpty()) {
                PrivilegeSet cut = cut(design, role, set, kept);
                changes.add(Change.Put.of(cut));
                sets.add(cut.key());
            }
        }
        if (!sets.equals(role.sets())) {
            changes.add(Change.Put.of(role.withSets(sets)));
        }
        return new RoleTrim(holders.size(), unused, sets.isEmpty() ? List.of() : changes);
    }

    /** The set itself where nobody else has it; otherwise one of the role's own. */
    private static PrivilegeSet cut(
            Design design, Role role, PrivilegeSet set, List<Privilege> kept) {
        Assignment.Gives alone = new Assignment.Gives.OfSet(set.key());
        boolean shared =
                design.roles().stream()
                                .anyMatch(
                                        one ->
                                                !one.key().equals(role.key())
                                                        && one.sets().contains(set.key()))
                        || design.assignments().stream().anyMatch(one -> one.gives().equals(alone))
                        || design.delegations().stream()
                                .anyMatch(one -> one.sets().contains(set.key()));
        if (!shared) {
            return set.withPrivileges(kept);
        }
        String name = set.name() + " of " + role.name();
        return new PrivilegeSet(
                Slug.of(name, "set", taken -> design.set(taken).isPresent()),
                name,
                set.purpose(),
                kept);
    }

    /**
     * Whether it was used itself: to view is part of everything else that is done to a record, and
     * whoever saw one saw its fields.
     */
    private static boolean wasUsed(Privilege privilege, Set<Used> used) {
        return used.stream().anyMatch(one -> is(privilege, one));
    }

    private static boolean is(Privilege privilege, Used used) {
        if (privilege instanceof FunctionPrivilege one) {
            return used.what().equals(Used.FUNCTION + one.function());
        }
        Optional<String> operation =
                privilege instanceof RecordPrivilege one && !one.operation().equals("view")
                        ? Optional.of(one.operation())
                        : Optional.empty();
        String type =
                privilege instanceof RecordPrivilege one
                        ? one.recordType()
                        : ((FieldPrivilege) privilege).recordType();
        return (used.what().equals(type) || used.what().startsWith(type + "."))
                && operation.map(used.operation()::equals).orElse(true);
    }
}
