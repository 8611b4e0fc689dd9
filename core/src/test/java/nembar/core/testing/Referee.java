package nembar.core.testing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.decision.FieldLevel;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.directory.Account;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;

/**
 * Decides by reading docs/access-model.md, section 4, aloud: no sets, no indexes, one record at a
 * time. Slow, and independent of the engine on purpose.
 */
public final class Referee {
    private final AccessModel model;
    private final Fleet fleet;
    private final Standpoint who;

    public Referee(AccessModel model, Fleet fleet, Standpoint who) {
        this.model = model;
        this.fleet = fleet;
        this.who = who;
    }

    public boolean may(String operation, GovernedRecord record) {
        return may(operation, record, true);
    }

    public FieldLevel level(Field field, GovernedRecord record) {
        if (!may("view", record)) {
            return FieldLevel.HIDDEN;
        }
        FieldLevel level = may("change", record) ? FieldLevel.CHANGE : FieldLevel.VIEW;
        if (field.guarded()) {
            FieldLevel opened =
                    may("view", record, false) ? opened(field, record) : FieldLevel.HIDDEN;
            level = level.compareTo(opened) < 0 ? level : opened;
        }
        for (FieldFilter filter : model.design().fieldFilters()) {
            if (filter.recordType().equals(record.recordType())
                    && filter.fields().contains(field.key())
                    && in(filter.audience())) {
                FieldLevel most = FieldLevel.VIEW;
                if (filter.effect() instanceof FieldFilter.Effect.Hide) {
                    most = FieldLevel.HIDDEN;
                } else if (filter.effect() instanceof FieldFilter.Effect.Mask) {
                    most = FieldLevel.MASKED;
                }
                level = level.compareTo(most) < 0 ? level : most;
            }
        }
        return level;
    }

    private boolean may(String operation, GovernedRecord record, boolean lifted) {
        if (!who.active()) {
            return false;
        }
        boolean granted =
                byAssignment(operation, record)
                        || byParent(operation, record)
                        || (lifted && operation.equals("view") && byChild(record));
        return granted && letThrough(record);
    }

    private boolean byAssignment(String operation, GovernedRecord record) {
        for (Assignment assignment : mine()) {
            for (PrivilegeSet set : setsOf(assignment)) {
                for (Privilege privilege : set.privileges()) {
                    if (privilege instanceof Privilege.RecordPrivilege of
                            && of.recordType().equals(record.recordType())
                            && (of.operation().equals(operation)
                                    || (operation.equals("view")
                                            && !of.operation().equals("create")))
                            && covers(assignment, of.reach(), record)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private FieldLevel opened(Field field, GovernedRecord record) {
        FieldLevel level = FieldLevel.HIDDEN;
        for (Assignment assignment : mine()) {
            for (PrivilegeSet set : setsOf(assignment)) {
                for (Privilege privilege : set.privileges()) {
                    if (privilege instanceof Privilege.FieldPrivilege of
                            && of.recordType().equals(record.recordType())
                            && of.fields().contains(field.key())
                            && covers(assignment, of.reach(), record)) {
                        FieldLevel given =
                                of.use() == Privilege.FieldPrivilege.Use.CHANGE
                                        ? FieldLevel.CHANGE
                                        : FieldLevel.VIEW;
                        level = level.compareTo(given) > 0 ? level : given;
                    }
                }
            }
        }
        return level;
    }

    private boolean byParent(String operation, GovernedRecord record) {
        Parent link = type(record).parent().orElse(null);
        if (link == null || link.follows() == Parent.Follows.NONE) {
            return false;
        }
        boolean all = link.follows() == Parent.Follows.ALL;
        String onParent;
        if (operation.equals("view")) {
            onParent = "view";
        } else if (all && Set.of("change", "create", "delete").contains(operation)) {
            onParent = "change";
        } else {
            return false;
        }
        for (GovernedRecord parent : fleet.of(link.recordType())) {
            if (parent.key("id").equals(record.key(link.through()))) {
                return may(onParent, parent, false);
            }
        }
        return false;
    }

    private boolean byChild(GovernedRecord record) {
        for (RecordType child : model.catalogue().recordTypes()) {
            Parent link = child.parent().orElse(null);
            if (link != null && link.lifts() && link.recordType().equals(record.recordType())) {
                for (GovernedRecord below : fleet.of(child.key())) {
                    if (below.key(link.through()).equals(record.key("id"))
                            && may("view", below, true)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private boolean letThrough(GovernedRecord record) {
        Optional<String> field = type(record).places().account();
        if (field.isEmpty()) {
            return true;
        }
        String account = record.key(field.get()).orElse(null);
        if (who.person().external()
                && (account == null || !account.equals(who.account().orElse(null)))) {
            return false;
        }
        for (AccountFilter filter : model.design().accountFilters()) {
            boolean binds =
                    filter.recordTypes().isEmpty()
                            || filter.recordTypes().contains(record.recordType());
            if (binds && in(filter.audience()) && !inScope(filter.accounts(), account)) {
                return false;
            }
        }
        return true;
    }

    private boolean covers(Assignment assignment, Reach reach, GovernedRecord record) {
        boolean hasAccounts = type(record).places().account().isPresent();
        if (who.person().external() && !hasAccounts && reach != Reach.OWN) {
            return false;
        }
        return reaches(reach, record) && within(assignment.bounds(), record);
    }

    private boolean reaches(Reach reach, GovernedRecord record) {
        Person me = who.person();
        Person owner = owner(record);
        String myUnit = me.unit().orElse(null);
        switch (reach) {
            case NONE:
                return false;
            case OWN:
                return owner != null && owner.key().equals(me.key());
            case REPORTS:
                for (Person at = owner; at != null; at = managerOf(at)) {
                    if (at.key().equals(me.key())) {
                        return true;
                    }
                }
                return false;
            case TEAM:
                for (Team team : model.directory().teams()) {
                    if (team.members().contains(me.key())) {
                        if (type(record).places().team().isPresent()) {
                            if (record.key(type(record).places().team().get())
                                    .equals(Optional.of(team.key()))) {
                                return true;
                            }
                        } else if (owner != null && team.members().contains(owner.key())) {
                            return true;
                        }
                    }
                }
                return false;
            case UNIT:
                return myUnit != null && myUnit.equals(unitOf(record));
            case BRANCH:
                return myUnit != null && atOrBelow(unitOf(record), myUnit);
            case ACCOUNT:
                return who.account().isPresent()
                        && record.key(type(record).places().account().orElseThrow())
                                .equals(who.account());
            default:
                return true;
        }
    }

    private boolean within(Bounds bounds, GovernedRecord record) {
        if (bounds.accounts().isPresent()) {
            Optional<String> field = type(record).places().account();
            if (field.isEmpty()
                    || !inScope(bounds.accounts().get(), record.key(field.get()).orElse(null))) {
                return false;
            }
        }
        if (bounds.units().isPresent()) {
            String unit = unitOf(record);
            for (String listed : bounds.units().get().listed()) {
                if (bounds.units().get().below() ? atOrBelow(unit, listed) : listed.equals(unit)) {
                    return true;
                }
            }
            return false;
        }
        return true;
    }

    private boolean inScope(AccountScope scope, String account) {
        if (account == null) {
            return false;
        }
        if (scope.listed().contains(account)
                || (scope.actedFor() && account.equals(who.account().orElse(null)))) {
            return true;
        }
        Account known = model.directory().account(account).orElse(null);
        return known != null && known.tags().stream().anyMatch(scope.tagged()::contains);
    }

    private boolean in(Audience audience) {
        return audience.of().stream().anyMatch(this::in)
                && audience.except().stream().noneMatch(this::in);
    }

    private boolean in(Audience.Part part) {
        Person me = who.person();
        String account = who.account().orElse(null);
        if (part instanceof Audience.OnePerson one) {
            return one.person().equals(me.key());
        } else if (part instanceof Audience.OneTeam one) {
            return model.directory().team(one.team()).orElseThrow().members().contains(me.key());
        } else if (part instanceof Audience.OneUnit one) {
            String unit = me.unit().orElse(null);
            return one.below() ? atOrBelow(unit, one.unit()) : one.unit().equals(unit);
        } else if (part instanceof Audience.HoldersOf holders) {
            for (Assignment assignment : mine()) {
                if (assignment.gives().equals(new Assignment.Gives.OfRole(holders.role()))) {
                    return true;
                }
            }
            return false;
        } else if (part instanceof Audience.ExternalsOf of) {
            return me.external() && of.account().equals(account);
        } else if (part instanceof Audience.ExternalsTagged of) {
            return me.external()
                    && model.directory().account(account).orElseThrow().tags().contains(of.tag());
        }
        return part instanceof Audience.AllExternals == me.external();
    }

    private List<Assignment> mine() {
        List<Assignment> mine = new ArrayList<>();
        for (Assignment assignment : model.design().assignments()) {
            boolean started =
                    assignment.from().isEmpty() || !who.at().isBefore(assignment.from().get());
            boolean ended =
                    assignment.until().isPresent() && !who.at().isBefore(assignment.until().get());
            if (started && !ended && in(assignment.audience())) {
                mine.add(assignment);
            }
        }
        return mine;
    }

    private List<PrivilegeSet> setsOf(Assignment assignment) {
        List<PrivilegeSet> sets = new ArrayList<>();
        for (PrivilegeSet set : model.design().sets()) {
            boolean given =
                    assignment.gives() instanceof Assignment.Gives.OfSet of
                            ? of.set().equals(set.key())
                            : model.design()
                                    .role(((Assignment.Gives.OfRole) assignment.gives()).role())
                                    .orElseThrow()
                                    .sets()
                                    .contains(set.key());
            if (given) {
                sets.add(set);
            }
        }
        return sets;
    }

    private Person owner(GovernedRecord record) {
        return type(record)
                .places()
                .owner()
                .flatMap(record::key)
                .flatMap(model.directory()::person)
                .orElse(null);
    }

    private Person managerOf(Person person) {
        return person.manager().flatMap(model.directory()::person).orElse(null);
    }

    private String unitOf(GovernedRecord record) {
        if (type(record).places().unit().isPresent()) {
            return record.key(type(record).places().unit().get()).orElse(null);
        }
        Person owner = owner(record);
        return owner == null ? null : owner.unit().orElse(null);
    }

    private boolean atOrBelow(String unit, String top) {
        for (String at = unit; at != null; ) {
            if (at.equals(top)) {
                return true;
            }
            at = model.directory().unit(at).flatMap(Unit::parent).orElse(null);
        }
        return false;
    }

    private RecordType type(GovernedRecord record) {
        return model.catalogue().recordType(record.recordType()).orElseThrow();
    }
}
