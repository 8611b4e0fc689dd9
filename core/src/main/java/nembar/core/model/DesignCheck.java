package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Added;
import nembar.core.condition.Condition;
import nembar.core.condition.Expression;
import nembar.core.condition.Polarity;
import nembar.core.condition.Scope;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Unit;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.text.Words;

/** Checks the design against catalogue and directory (docs/access-model.md, section 3). */
final class DesignCheck {
    private final Catalogue catalogue;
    private final Design design;
    private final Directory directory;
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
        this.directory = directory;
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
        for (ElementKind kind : ElementKind.values()) {
            check.keys("design." + kind.list(), design.elements(kind), Element::key);
        }
        design.sets().forEach(this::set);
        design.roles().forEach(this::role);
        design.assignments().forEach(this::assignment);
        design.accountFilters().forEach(this::accountFilter);
        design.fieldFilters().forEach(this::fieldFilter);
        SharingCheck sharing = new SharingCheck(catalogue, design, audiences, check, this);
        design.sharingRules().forEach(sharing::rule);
        design.directShares().forEach(sharing::share);
        design.delegations().forEach(this::delegation);
        ExpectationCheck expectations = new ExpectationCheck(catalogue, audiences, check, this);
        design.expectations().forEach(expectations::check);
        design.seatPools().forEach(this::seatPool);
    }

    boolean person(String path, Optional<String> key) {
        return check.refers(path, "person", key, people);
    }

    void condition(String path, Optional<Condition> condition, RecordType type, Polarity standing) {
        condition.ifPresent(
                one -> {
                    Scope scope = Scopes.of(type, catalogue, directory);
                    check.condition(path + ".condition", one, scope, standing);
                    levels(path + ".condition", one.expression());
                });
    }

    /** Functions and levels named by {@code has}. */
    private void levels(String path, Expression expression) {
        if (expression instanceof Expression.Applied applied
                && applied.function() == Added.HAS
                && applied.arguments().stream().allMatch(Expression.Literal.class::isInstance)) {
            List<String> said =
                    applied.arguments().stream()
                            .map(one -> ((Expression.Literal) one).value().toString())
                            .toList();
            if (check.refers(path, "function", said.get(0), functions)) {
                Function function = catalogue.function(said.get(0)).orElseThrow();
                check.refers(path, "level", said.get(1), function.levels());
            }
        }
        expression.parts().forEach(part -> levels(path, part));
    }

    void times(String path, Times times) {
        if (times.from().isPresent()
                && times.until().isPresent()
                && !times.from().get().isBefore(times.until().get())) {
            check.report(path + ".until", "it ends before it starts");
        }
        times.hours().ifPresent(hours -> hours(path + ".hours", hours));
    }

    private void hours(String path, WeeklyHours hours) {
        if (hours.spans().isEmpty()) {
            check.report(path, "name at least one span of hours");
        }
        for (int i = 0; i < hours.spans().size(); i++) {
            WeeklyHours.Span span = hours.spans().get(i);
            if (span.days().isEmpty()) {
                check.report(path + "[" + i + "].days", "name at least one day");
            }
            if (!span.forward()) {
                check.report(
                        path + "[" + i + "].to",
                        "it ends before it begins; for hours past midnight give a span for each"
                                + " day");
            }
        }
    }

    private void delegation(Delegation delegation) {
        String path = ElementKind.DELEGATION.path(delegation.key());
        check.refers(path + ".principal", "person", delegation.principal(), people);
        check.refers(path + ".delegate", "person", delegation.delegate(), people);
        if (delegation.principal().equals(delegation.delegate())) {
            check.report(path + ".delegate", "nobody is their own delegate");
        }
        if (delegation.sets().isEmpty()) {
            check.report(path + ".sets", "name at least one privilege set");
        }
        delegation.sets().forEach(set -> check.refers(path + ".sets", "privilege set", set, sets));
        times(path, delegation.times());
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
            condition(path, privilege.condition(), type, Polarity.OPENS);
        }
    }

    private void fieldPrivilege(String path, Privilege.FieldPrivilege privilege) {
        if (!check.refers(path + ".recordType", "record type", privilege.recordType(), types)) {
            return;
        }
        RecordType type = catalogue.recordType(privilege.recordType()).orElseThrow();
        reach(path, privilege.reach(), type);
        condition(path, privilege.condition(), type, Polarity.OPENS);
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

    void fields(String path, Set<String> keys, RecordType type) {
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
        times(path, assignment.times());
    }

    private void seatPool(SeatPool pool) {
        String path = pool.kind().path(pool.key());
        if (pool.agreed() < 0) {
            check.report(path + ".agreed", "a pool has no fewer than 0 seats");
        }
        if (pool.takenByNothing()) {
            check.report(path, "name a role, a privilege set or a function that takes a seat");
        }
        pool.roles().forEach(key -> check.refers(path + ".roles", "role", key, roles));
        pool.sets().forEach(key -> check.refers(path + ".sets", "privilege set", key, sets));
        pool.functions().forEach((key, level) -> level(path + ".functions", key, level));
    }

    private void level(String path, String key, String level) {
        if (check.refers(path, "function", key, functions)) {
            Function function = catalogue.function(key).orElseThrow();
            if (check.refers(path + ".level", "level", level, function.levels())
                    && level.equals(Function.NONE)) {
                check.report(path + ".level", "everybody has the level none: name a higher one");
            }
        }
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
        for (RecordType type : catalogue.recordTypes()) {
            if (filter.binds(type)) {
                condition(path, filter.condition(), type, Polarity.OPENS);
            }
        }
    }

    private void fieldFilter(FieldFilter filter) {
        String path = "design.fieldFilters[" + filter.key() + "]";
        audiences.run(path + ".audience", filter.audience());
        if (check.refers(path + ".recordType", "record type", filter.recordType(), types)) {
            RecordType type = catalogue.recordType(filter.recordType()).orElseThrow();
            fields(path + ".fields", filter.fields(), type);
            condition(path, filter.condition(), type, Polarity.RESTRICTS);
            if (filter.effect() instanceof FieldFilter.Effect.Mask mask) {
                type.fields().stream()
                        .filter(one -> filter.fields().contains(one.key()))
                        .filter(one -> !mask.style().suits(one.type()))
                        .forEach(one -> check.report(path + ".mask", unsuited(mask.style(), one)));
            }
        }
    }

    private static String unsuited(MaskStyle style, Field field) {
        return "`"
                + field.key()
                + "` is of the type "
                + Words.of(field.type())
                + ", of which the mask "
                + Words.of(style)
                + " has nothing to leave";
    }
}
