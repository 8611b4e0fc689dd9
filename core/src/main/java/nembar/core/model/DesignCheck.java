package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Unit;

/** Checks the design against catalogue and directory (docs/access-model.md, section 3). */
final class DesignCheck {
    private final Catalogue catalogue;
    private final Design design;
    private final AudienceCheck audiences;
    private final ModelCheck check;
    private final Set<String> types;
    private final Set<String> functions;
    private final Set<String> accounts;
    private final Set<String> units;
    private final Set<String> people;
    private final Set<String> sets;
    private final Set<String> roles;

    DesignCheck(
            Catalogue catalogue,
            Directory directory,
            Design design,
            AudienceCheck audiences,
            ModelCheck check) {
        this.catalogue = catalogue;
        this.design = design;
        this.audiences = audiences;
        this.check = check;
        people = keysOf(directory.people(), Person::key);
        units = keysOf(directory.units(), Unit::key);
        accounts = keysOf(directory.accounts(), Account::key);
        functions = keysOf(catalogue.functions(), Function::key);
        types = keysOf(catalogue.recordTypes(), RecordType::key);
        sets = keysOf(design.sets(), PrivilegeSet::key);
        roles = keysOf(design.roles(), Role::key);
    }

    void run() {
        check.keys("design.privilegeSets", design.sets(), PrivilegeSet::key);
        check.keys("design.roles", design.roles(), Role::key);
        check.keys("design.assignments", design.assignments(), Assignment::key);
        check.keys("design.accountFilters", design.accountFilters(), AccountFilter::key);
        check.keys("design.fieldFilters", design.fieldFilters(), FieldFilter::key);
        design.sets().forEach(this::set);
        design.roles().forEach(this::role);
        design.assignments().forEach(this::assignment);
        design.accountFilters().forEach(this::accountFilter);
        design.fieldFilters().forEach(this::fieldFilter);
    }

    private void set(PrivilegeSet set) {
        for (int i = 0; i < set.privileges().size(); i++) {
            String path = "design.privilegeSets[" + set.key() + "].privileges[" + i + "]";
            Privilege privilege = set.privileges().get(i);
            if (privilege instanceof Privilege.RecordPrivilege of) {
                recordPrivilege(path, of);
            } else if (privilege instanceof Privilege.FieldPrivilege of) {
                fieldPrivilege(path, of);
            } else if (privilege instanceof Privilege.FunctionPrivilege of) {
                functionPrivilege(path, of);
            }
        }
    }

    private void recordPrivilege(String path, Privilege.RecordPrivilege privilege) {
        if (check.refers(path + ".recordType", "record type", privilege.recordType(), types)) {
            RecordType type = catalogue.recordType(privilege.recordType()).orElseThrow();
            Set<String> operations = keysOf(type.operations(), Operation::key);
            check.refers(path + ".operation", "operation", privilege.operation(), operations);
            reach(path, privilege.reach(), type);
        }
    }

    private void fieldPrivilege(String path, Privilege.FieldPrivilege privilege) {
        if (!check.refers(path + ".recordType", "record type", privilege.recordType(), types)) {
            return;
        }
        RecordType type = catalogue.recordType(privilege.recordType()).orElseThrow();
        reach(path, privilege.reach(), type);
        fields(path + ".fields", privilege.fields(), type);
        for (String key : privilege.fields()) {
            if (type.field(key).filter(field -> !field.guarded()).isPresent()) {
                check.report(
                        path + ".fields",
                        "`"
                                + key
                                + "` is open: whoever views the record sees it already. Field"
                                + " privileges are for guarded fields");
            }
        }
    }

    private void functionPrivilege(String path, Privilege.FunctionPrivilege privilege) {
        if (check.refers(path + ".function", "function", privilege.function(), functions)) {
            Function function = catalogue.function(privilege.function()).orElseThrow();
            check.refers(path + ".level", "level", privilege.level(), function.levels());
        }
    }

    private void reach(String path, Reach reach, RecordType type) {
        reach.unsaidOn(type).ifPresent(why -> check.report(path + ".reach", why));
    }

    private void fields(String path, Set<String> keys, RecordType type) {
        if (keys.isEmpty()) {
            check.report(path, "name at least one field");
        }
        Set<String> known = keysOf(type.fields(), Field::key);
        keys.forEach(key -> check.refers(path, "field", key, known));
    }

    private void role(Role role) {
        String path = "design.roles[" + role.key() + "]";
        role.sets().forEach(set -> check.refers(path + ".sets", "privilege set", set, sets));
        role.conflicts().forEach(key -> check.refers(path + ".conflicts", "role", key, roles));
    }

    private void assignment(Assignment assignment) {
        String path = "design.assignments[" + assignment.key() + "]";
        audiences.runForAssignment(path + ".audience", assignment.audience());
        if (assignment.gives() instanceof Assignment.Gives.OfRole of) {
            check.refers(path + ".role", "role", of.role(), roles);
        } else if (assignment.gives() instanceof Assignment.Gives.OfSet of) {
            check.refers(path + ".set", "privilege set", of.set(), sets);
        }
        check.refers(path + ".givenBy", "person", assignment.givenBy(), people);
        assignment
                .bounds()
                .accounts()
                .ifPresent(scope -> accountScope(path + ".bounds.accounts", scope));
        assignment
                .bounds()
                .units()
                .ifPresent(
                        scope -> {
                            if (scope.listed().isEmpty()) {
                                check.report(path + ".bounds.units", "name at least one unit");
                            }
                            scope.listed()
                                    .forEach(
                                            unit ->
                                                    check.refers(
                                                            path + ".bounds.units",
                                                            "unit",
                                                            unit,
                                                            units));
                        });
        assignment
                .until()
                .filter(
                        until ->
                                assignment.from().filter(from -> !from.isBefore(until)).isPresent())
                .ifPresent(until -> check.report(path + ".until", "it ends before it starts"));
    }

    private void accountScope(String path, AccountScope scope) {
        scope.listed().forEach(key -> check.refers(path, "account", key, accounts));
        scope.tagged().forEach(tag -> audiences.tag(path, tag));
        if (!scope.actedFor() && scope.listed().isEmpty() && scope.tagged().isEmpty()) {
            check.report(path, "name the account acted for, accounts or tags");
        }
    }

    private void accountFilter(AccountFilter filter) {
        String path = "design.accountFilters[" + filter.key() + "]";
        audiences.run(path + ".audience", filter.audience());
        accountScope(path + ".accounts", filter.accounts());
        for (String key : filter.recordTypes()) {
            if (check.refers(path + ".recordTypes", "record type", key, types)) {
                RecordType type = catalogue.recordType(key).orElseThrow();
                if (type.places().account().isEmpty()) {
                    check.report(
                            path + ".recordTypes",
                            type.singular() + " has no account field to filter by; leave it out");
                }
            }
        }
    }

    private void fieldFilter(FieldFilter filter) {
        String path = "design.fieldFilters[" + filter.key() + "]";
        audiences.run(path + ".audience", filter.audience());
        if (check.refers(path + ".recordType", "record type", filter.recordType(), types)) {
            fields(
                    path + ".fields",
                    filter.fields(),
                    catalogue.recordType(filter.recordType()).orElseThrow());
        }
    }
}
