package nembar.core.testing;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.Expression;
import nembar.core.condition.Operator;
import nembar.core.condition.ValueType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldLevel;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Account;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;

/**
 * Decides by reading docs/access-model.md, section 4, aloud: no sets, no indexes, one record at a
 * time. Slow, and independent of the engine on purpose. Only what rests on the person and the
 * moment, whatever the record, is worked out once and kept.
 */
public final class Referee {
    private final AccessModel model;
    private final Fleet fleet;
    private final Standpoint who;
    private final List<Referee> cutToo;
    private final boolean external;
    private final Optional<List<String>> listed;

    private final Map<Audience, Boolean> audiences = new IdentityHashMap<>();
    private final Map<Condition, Expression> written = new IdentityHashMap<>();
    private final Map<List<String>, Referee> owners = new HashMap<>();
    private final Map<List<String>, Boolean> members = new HashMap<>();
    private List<Held> held;

    public Referee(AccessModel model, Fleet fleet, Standpoint who) {
        this(model, fleet, who, List.of(), who.person().external(), Optional.empty());
    }

    /**
     * @param cutToo the seats of somebody whose account filters cut as well, on the record itself
     *     and on every other that passes a right to it
     * @param external whether to keep the person in as externals are
     * @param listed keys of the sets to look at instead of what the person holds and is shared
     */
    private Referee(
            AccessModel model,
            Fleet fleet,
            Standpoint who,
            List<Referee> cutToo,
            boolean external,
            Optional<List<String>> listed) {
        this.model = model;
        this.fleet = fleet;
        this.who = who;
        this.cutToo = cutToo;
        this.external = external;
        this.listed = listed;
    }

    /**
     * Somebody's acting for the principal, as section 3 has it: what both referees give, the one by
     * all that the principal holds, the other by the listed sets, lowered by the filters of all.
     */
    public record Acting(Referee own, Referee byListed, List<Referee> delegate) {
        public static Acting of(
                AccessModel model, Fleet fleet, Standpoint principal, Delegation delegation) {
            Person delegate = model.directory().person(delegation.delegate()).orElseThrow();
            List<Referee> theirs = new ArrayList<>();
            for (String account : delegate.accounts()) {
                Standpoint one = Standpoint.of(delegate, principal.at()).actingFor(account);
                theirs.add(new Referee(model, fleet, one));
            }
            boolean either = principal.person().external() || delegate.external();
            return new Acting(
                    new Referee(model, fleet, principal, theirs, either, Optional.empty()),
                    new Referee(
                            model,
                            fleet,
                            principal,
                            theirs,
                            either,
                            Optional.of(delegation.sets())),
                    theirs);
        }

        private boolean active() {
            return delegate.stream().anyMatch(Referee::active);
        }

        public boolean may(String operation, GovernedRecord record) {
            return active() && own.may(operation, record) && byListed.may(operation, record);
        }

        public FieldLevel level(Field field, GovernedRecord record) {
            if (!may("view", record)) {
                return FieldLevel.HIDDEN;
            }
            FieldLevel level = own.unfiltered(field, record);
            FieldLevel other = byListed.unfiltered(field, record);
            level = level.compareTo(other) < 0 ? level : other;
            level = own.filtered(field, record, level);
            for (Referee one : delegate) {
                level = one.filtered(field, record, level);
            }
            return level;
        }

        public int level(Function function) {
            return active() ? Math.min(own.level(function), byListed.level(function)) : 0;
        }
    }

    public boolean may(String operation, GovernedRecord record) {
        return may(operation, record, true);
    }

    public FieldLevel level(Field field, GovernedRecord record) {
        return filtered(field, record, unfiltered(field, record));
    }

    private FieldLevel unfiltered(Field field, GovernedRecord record) {
        if (!may("view", record)) {
            return FieldLevel.HIDDEN;
        }
        FieldLevel level = may("change", record) ? FieldLevel.CHANGE : FieldLevel.VIEW;
        if (field.guarded()) {
            FieldLevel opened =
                    may("view", record, false) ? opened(field, record) : FieldLevel.HIDDEN;
            level = level.compareTo(opened) < 0 ? level : opened;
        }
        return level;
    }

    private FieldLevel filtered(Field field, GovernedRecord record, FieldLevel before) {
        FieldLevel level = before;
        for (FieldFilter filter : model.design().fieldFilters()) {
            Boolean met =
                    filter.condition()
                            .map(one -> truth(one, record))
                            .orElse(Optional.of(true))
                            .orElse(null);
            if (Boolean.FALSE.equals(met)) {
                continue;
            }
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
        if (!active()) {
            return false;
        }
        boolean granted =
                byAssignment(operation, record)
                        || byShare(operation, record)
                        || byParent(operation, record)
                        || (lifted && operation.equals("view") && byChild(record));
        return granted && letThrough(record);
    }

    /** The person is active, and the account they act for neither held back nor past its day. */
    private boolean active() {
        if (who.asIfActive()) {
            return true;
        }
        if (who.person().status() != PersonStatus.ACTIVE) {
            return false;
        }
        for (Account account : model.directory().accounts()) {
            if (who.account().equals(Optional.of(account.key()))) {
                LocalDate today = who.at().atZone(model.application().zone()).toLocalDate();
                boolean over = account.ends().isPresent() && today.isAfter(account.ends().get());
                return !account.pending() && !over;
            }
        }
        return true;
    }

    private boolean byAssignment(String operation, GovernedRecord record) {
        for (Held held : held()) {
            for (PrivilegeSet set : held.sets()) {
                for (Privilege privilege : set.privileges()) {
                    if (privilege instanceof Privilege.RecordPrivilege of
                            && of.recordType().equals(record.recordType())
                            && (of.operation().equals(operation)
                                    || (operation.equals("view")
                                            && !of.operation().equals("create")))
                            && met(of.condition(), record)
                            && covers(held.bounds(), of.reach(), record)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private FieldLevel opened(Field field, GovernedRecord record) {
        FieldLevel level = FieldLevel.HIDDEN;
        for (Held held : held()) {
            for (PrivilegeSet set : held.sets()) {
                for (Privilege privilege : set.privileges()) {
                    if (privilege instanceof Privilege.FieldPrivilege of
                            && of.recordType().equals(record.recordType())
                            && of.fields().contains(field.key())
                            && met(of.condition(), record)
                            && covers(held.bounds(), of.reach(), record)) {
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
        GovernedRecord parent = parentOf(record);
        return parent != null && may(onParent, parent, false);
    }

    private boolean byChild(GovernedRecord record) {
        for (RecordType child : model.catalogue().recordTypes()) {
            Parent link = child.parent().orElse(null);
            if (link != null && link.lifts() && link.recordType().equals(record.recordType())) {
                String key = record.key(type(record).keyField()).orElse("");
                for (GovernedRecord below : fleet.referring(child, link.through(), key)) {
                    if (may("view", below, true)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    /** Whether every account filter that applies lets the record through. */
    private boolean letThrough(GovernedRecord record) {
        Optional<String> field = type(record).places().account();
        if (field.isEmpty()) {
            return true;
        }
        String account = record.key(field.get()).orElse(null);
        if (external && (account == null || !account.equals(who.account().orElse(null)))) {
            return false;
        }
        return model.design().accountFilters().stream()
                .filter(
                        filter ->
                                filter.recordTypes().isEmpty()
                                        || filter.recordTypes().contains(record.recordType()))
                .allMatch(
                        filter ->
                                letThrough(List.of(this), filter, account, record)
                                        && letThrough(cutToo, filter, account, record));
    }

    /** Whether the filter applies to none of these, or lets the record through for one of them. */
    private static boolean letThrough(
            List<Referee> some, AccountFilter filter, String account, GovernedRecord record) {
        List<Referee> bound = some.stream().filter(one -> one.in(filter.audience())).toList();
        return bound.isEmpty()
                || bound.stream()
                        .anyMatch(
                                one ->
                                        one.inScope(filter.accounts(), account)
                                                && one.met(filter.condition(), record));
    }

    private boolean covers(Bounds bounds, Reach reach, GovernedRecord record) {
        boolean hasAccounts = type(record).places().account().isPresent();
        if (external && !hasAccounts && reach != Reach.OWN) {
            return false;
        }
        return reaches(reach, record) && within(bounds, record);
    }

    private boolean reaches(Reach reach, GovernedRecord record) {
        Person me = who.person();
        List<Person> owners = owners(record);
        String myUnit = me.unit().orElse(null);
        switch (reach) {
            case NONE:
                return false;
            case OWN:
                return owners.contains(me);
            case REPORTS:
                for (Person owner : owners) {
                    for (Person at = owner; at != null; at = managerOf(at)) {
                        if (at.key().equals(me.key())) {
                            return true;
                        }
                    }
                }
                return false;
            case TEAM:
                for (Team team : model.directory().teams()) {
                    if (isIn(team, me)) {
                        if (type(record).places().team().isPresent()) {
                            if (all(record, type(record).places().team().get())
                                    .contains(team.key())) {
                                return true;
                            }
                        } else if (owners.stream().anyMatch(owner -> isIn(team, owner))) {
                            return true;
                        }
                    }
                }
                return false;
            case UNIT:
                return myUnit != null && unitsOf(record).contains(myUnit);
            case BRANCH:
                return myUnit != null
                        && unitsOf(record).stream().anyMatch(unit -> atOrBelow(unit, myUnit));
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
            for (String unit : unitsOf(record)) {
                for (String listed : bounds.units().get().listed()) {
                    if (bounds.units().get().below()
                            ? atOrBelow(unit, listed)
                            : listed.equals(unit)) {
                        return true;
                    }
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
        Boolean known = audiences.get(audience);
        if (known == null) {
            known =
                    audience.of().stream().anyMatch(this::in)
                            && audience.except().stream().noneMatch(this::in);
            audiences.put(audience, known);
        }
        return known;
    }

    private boolean in(Audience.Part part) {
        Person me = who.person();
        String account = who.account().orElse(null);
        if (part instanceof Audience.OnePerson one) {
            return one.person().equals(me.key());
        } else if (part instanceof Audience.OneTeam one) {
            return isIn(model.directory().team(one.team()).orElseThrow(), me);
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
        return part instanceof Audience.AllExternals
                ? me.external()
                : me.kind() == PersonKind.STAFF;
    }

    /** A sharing rule or a direct share in force opens it, or something above it. */
    private boolean byShare(String operation, GovernedRecord record) {
        if (listed.isPresent()) {
            return false;
        }
        for (SharingRule rule : model.design().sharingRules()) {
            if (inForce(rule.times())
                    && in(rule.audience())
                    && opens(
                            rule.opening(),
                            rule.recordType(),
                            operation,
                            record,
                            top ->
                                    rule.condition().isPresent()
                                            ? met(rule.condition(), top)
                                            : owned(rule, top))) {
                return true;
            }
        }
        for (DirectShare share : model.design().directShares()) {
            if (inForce(share.times())
                    && in(share.audience())
                    && opens(
                            share.opening(),
                            share.recordType(),
                            operation,
                            record,
                            top ->
                                    top.key(type(top).keyField())
                                            .equals(Optional.of(share.record())))) {
                return true;
            }
        }
        return false;
    }

    private boolean owned(SharingRule rule, GovernedRecord record) {
        for (Person owner : owners(record)) {
            for (String account : owner.accounts()) {
                Standpoint theirs = Standpoint.of(owner, who.at()).actingFor(account);
                Referee referee =
                        owners.computeIfAbsent(
                                List.of(owner.key(), account),
                                any -> new Referee(model, fleet, theirs));
                if (referee.in(rule.ownedBy().orElseThrow())) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean opens(
            Opening opening,
            String openedType,
            String operation,
            GovernedRecord record,
            Predicate<GovernedRecord> opened) {
        Set<String> operations =
                record.recordType().equals(openedType)
                        ? opening.operations()
                        : opening.below().getOrDefault(record.recordType(), Set.of());
        boolean given = operations.contains(operation);
        for (String other : operations) {
            given |= operation.equals("view") && !other.equals("create");
        }
        GovernedRecord top = record;
        while (top != null && !top.recordType().equals(openedType)) {
            top = parentOf(top);
        }
        return given && top != null && opened.test(top);
    }

    private GovernedRecord parentOf(GovernedRecord record) {
        Parent link = type(record).parent().orElse(null);
        if (link == null) {
            return null;
        }
        RecordType of = model.catalogue().recordType(link.recordType()).orElseThrow();
        return record.key(link.through()).flatMap(key -> fleet.record(of, key)).orElse(null);
    }

    private boolean isIn(Team team, Person person) {
        if (team.members().contains(person.key())) {
            return true;
        }
        if (team.who().isEmpty()) {
            return false;
        }
        return members.computeIfAbsent(
                List.of(team.key(), person.key()),
                any -> {
                    Standpoint theirs = Standpoint.of(person, who.at());
                    GovernedRecord nothing = new GovernedRecord("trip", Map.of());
                    return new Referee(model, fleet, theirs).met(team.who(), nothing);
                });
    }

    /** A level of a function, by everything held, needs and all. */
    public int level(Function function) {
        int level = 0;
        for (Held held : held()) {
            for (PrivilegeSet set : held.sets()) {
                for (Privilege privilege : set.privileges()) {
                    if (privilege instanceof Privilege.FunctionPrivilege of
                            && of.function().equals(function.key())) {
                        level = Math.max(level, function.levels().indexOf(of.level()));
                    }
                }
            }
        }
        for (Function.Need need : function.needs()) {
            if (!needed(need)) {
                return 0;
            }
        }
        return active() ? level : 0;
    }

    private boolean needed(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            Function other = model.catalogue().function(of.function()).orElseThrow();
            return level(other) >= other.levels().indexOf(of.level());
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        RecordType type = model.catalogue().recordType(of.recordType()).orElseThrow();
        for (Held held : held()) {
            for (PrivilegeSet set : held.sets()) {
                for (Privilege privilege : set.privileges()) {
                    if (privilege instanceof Privilege.RecordPrivilege one
                            && one.recordType().equals(of.recordType())
                            && one.reach() != Reach.NONE
                            && (one.operation().equals(of.operation())
                                    || (of.operation().equals("view")
                                            && !one.operation().equals("create")))
                            && (!external
                                    || type.places().account().isPresent()
                                    || one.reach() == Reach.OWN)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private boolean met(Optional<Condition> condition, GovernedRecord record) {
        return condition.isEmpty() || truth(condition.get(), record).equals(Optional.of(true));
    }

    /** True, false, or empty for unknown. */
    private Optional<Boolean> truth(Condition condition, GovernedRecord record) {
        Expression expression = written.get(condition);
        if (expression == null) {
            expression = put(condition.expression());
            written.put(condition, expression);
        }
        return Optional.ofNullable((Boolean) new ByTheBook(record.values()).value(expression));
    }

    /** The expression with the person's own values written into it. */
    private Expression put(Expression expression) {
        if (expression instanceof Expression.Property property && property.ofPerson()) {
            return mine(property.name().substring("user.".length()));
        } else if (expression instanceof Expression.Call call) {
            return new Expression.Call(
                    call.operator(), call.arguments().stream().map(this::put).toList());
        } else if (expression instanceof Expression.Array array) {
            return new Expression.Array(array.elements().stream().map(this::put).toList());
        } else if (expression instanceof Expression.Interval interval) {
            return new Expression.Interval(
                    interval.from().map(this::put), interval.to().map(this::put));
        } else if (expression instanceof Expression.Applied applied) {
            return applied(applied);
        }
        return expression;
    }

    private Expression mine(String name) {
        Person me = who.person();
        List<String> teams = new ArrayList<>();
        if (name.equals("teams")) {
            for (Team team : model.directory().teams()) {
                if (isIn(team, me)) {
                    teams.add(team.key());
                }
            }
        }
        Object value =
                switch (name) {
                    case "id" -> me.key();
                    case "unit" -> me.unit().orElse(null);
                    case "account" -> who.account().orElse(null);
                    case "teams" -> teams;
                    case "accounts" -> me.accounts();
                    case "manager" -> me.manager().orElse(null);
                    case "kind" -> me.kind().name().toLowerCase();
                    default -> me.attributes().get(name);
                };
        if (value == null) {
            return new Expression.Absent(ValueType.TEXT);
        }
        return value instanceof List<?> list
                ? new Expression.Array(
                        list.stream().<Expression>map(Expression.Literal::new).toList())
                : new Expression.Literal(value);
    }

    private Expression applied(Expression.Applied applied) {
        List<Expression> arguments = applied.arguments().stream().map(this::put).toList();
        long days =
                arguments.size() == 1
                        ? new BigDecimal(said(arguments.get(0)).toString()).longValue()
                        : 0;
        switch (applied.function()) {
            case NOW:
                return new Expression.Literal(who.at().plusSeconds(days * 86_400));
            case TODAY:
                return new Expression.Literal(
                        who.at().atZone(model.application().zone()).toLocalDate().plusDays(days));
            case HAS:
                Function function =
                        model.catalogue().function(said(arguments.get(0)).toString()).orElseThrow();
                int wanted = function.levels().indexOf(said(arguments.get(1)).toString());
                return new Expression.Literal(level(function) >= wanted);
            default:
                if (arguments.get(1) instanceof Expression.Absent) {
                    return new Expression.Absent(ValueType.TRUTH);
                }
                List<Expression> below = new ArrayList<>();
                for (Unit unit : model.directory().units()) {
                    if (atOrBelow(unit.key(), said(arguments.get(1)).toString())) {
                        below.add(new Expression.Literal(unit.key()));
                    }
                }
                if (below.isEmpty()) {
                    below.add(arguments.get(1));
                }
                return Expression.of(Operator.IN, arguments.get(0), new Expression.Array(below));
        }
    }

    private static Object said(Expression literal) {
        return ((Expression.Literal) literal).value();
    }

    private boolean inForce(Times times) {
        if (times.from().isPresent() && who.at().isBefore(times.from().get())) {
            return false;
        }
        if (times.until().isPresent() && !who.at().isBefore(times.until().get())) {
            return false;
        }
        if (times.hours().isEmpty()) {
            return true;
        }
        LocalDateTime local = who.at().atZone(model.application().zone()).toLocalDateTime();
        int minute = local.getHour() * 60 + local.getMinute();
        for (WeeklyHours.Span span : times.hours().get().spans()) {
            int from = span.from().getHour() * 60 + span.from().getMinute();
            int to = span.to().getHour() * 60 + span.to().getMinute();
            if (span.days().contains(local.getDayOfWeek())
                    && minute >= from
                    && minute < (to == 0 ? 24 * 60 : to)) {
                return true;
            }
        }
        return false;
    }

    /** Sets in the person's hands, within bounds. */
    private record Held(List<PrivilegeSet> sets, Bounds bounds) {}

    private List<Held> held() {
        if (held == null) {
            held = found();
        }
        return held;
    }

    private List<Held> found() {
        List<Held> all = new ArrayList<>();
        if (listed.isPresent()) {
            List<PrivilegeSet> sets = new ArrayList<>();
            for (String key : listed.get()) {
                sets.add(model.design().set(key).orElseThrow());
            }
            all.add(new Held(sets, Bounds.NONE));
            return all;
        }
        for (Assignment assignment : mine()) {
            all.add(new Held(setsOf(assignment), assignment.bounds()));
        }
        return all;
    }

    private List<Assignment> mine() {
        List<Assignment> mine = new ArrayList<>();
        for (Assignment assignment : model.design().assignments()) {
            if (inForce(assignment.times()) && in(assignment.audience())) {
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

    private List<Person> owners(GovernedRecord record) {
        List<Person> people = new ArrayList<>();
        type(record)
                .places()
                .owner()
                .ifPresent(
                        field ->
                                all(record, field)
                                        .forEach(
                                                key ->
                                                        model.directory()
                                                                .person(key)
                                                                .ifPresent(people::add)));
        return people;
    }

    /** What a record has in a field, one or several. */
    private static List<String> all(GovernedRecord record, String field) {
        List<String> all = new ArrayList<>();
        Object value = record.values().get(field);
        if (value instanceof List<?> several) {
            several.forEach(one -> all.add((String) one));
        } else if (value != null) {
            all.add((String) value);
        }
        return all;
    }

    private Person managerOf(Person person) {
        return person.manager().flatMap(model.directory()::person).orElse(null);
    }

    private List<String> unitsOf(GovernedRecord record) {
        if (type(record).places().unit().isPresent()) {
            return all(record, type(record).places().unit().get());
        }
        List<String> units = new ArrayList<>();
        owners(record).forEach(owner -> owner.unit().ifPresent(units::add));
        return units;
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
