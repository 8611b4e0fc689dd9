package nembar.core.words;

import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.decision.Cut;
import nembar.core.decision.FieldCoverage.FieldGrant;
import nembar.core.decision.FunctionAccess.FunctionGrant;
import nembar.core.decision.Grant;
import nembar.core.decision.Holding;
import nembar.core.decision.Missing;
import nembar.core.decision.Route;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Dates;
import nembar.core.text.Wording;
import nembar.core.text.Words;

/**
 * Tells routes, filters and what is missing in the words of the access model, with names instead of
 * keys and times in the application's zone.
 */
public final class Explanation {

    private final AccessModel model;
    private final Standpoint who;
    private final AudienceWords audiences;

    public Explanation(AccessModel model, Standpoint who) {
        this.model = model;
        this.who = who;
        this.audiences = new AudienceWords(model);
    }

    /** For what is told of the design alone, and of nobody. */
    public static Explanation ofDesign(AccessModel model) {
        return new Explanation(model, null);
    }

    /** The chain that makes the grant, from the person down to the privilege. */
    public List<Step> route(Grant grant) {
        if (grant.route() instanceof Route.ByAssignment by) {
            List<Step> steps = new ArrayList<>(chain(by.holding()));
            steps.add(privilege(by.privilege()));
            return steps;
        }
        if (grant.route() instanceof Route.ByParent by) {
            return List.of(
                    relative(
                            "may " + by.ofParent().operation().label(),
                            plural(by.parent()),
                            "and what belongs to a "
                                    + singular(by.parent())
                                    + " follows it: those whose "
                                    + by.ofParent().records().words()));
        }
        if (grant.route() instanceof Route.BySharing by) {
            return List.of(
                    person(),
                    by.through().fold(audiences),
                    relative(
                            "the sharing rule",
                            by.rule().name(),
                            "opens those whose " + grant.records().words()));
        }
        if (grant.route() instanceof Route.ByShare by) {
            return List.of(
                    person(),
                    by.through().fold(audiences),
                    relative(
                            "shared",
                            singular(by.of()) + " " + by.share().record(),
                            detail(by.share().times(), by.share().reason())));
        }
        Route.ByChild by = (Route.ByChild) grant.route();
        return List.of(
                relative(
                        "may view",
                        plural(by.child()),
                        "and each lifts the record it belongs to, open fields only"));
    }

    /** The chain that opens a guarded field. */
    public List<Step> route(FieldGrant grant) {
        RecordType type = type(grant.privilege().recordType());
        List<String> labels =
                grant.privilege().fields().stream()
                        .map(key -> type.field(key).map(Field::label).orElse(key))
                        .map(label -> label.toLowerCase(Locale.ROOT))
                        .toList();
        List<Step> steps = new ArrayList<>(chain(grant.holding()));
        String use = Words.of(grant.privilege().use());
        steps.add(
                new Step(
                        Step.Kind.PRIVILEGE,
                        use + " " + Wording.and(labels) + " of " + plural(type) + ",",
                        grant.privilege().reach().words()
                                + where(type, grant.privilege().condition()),
                        ""));
        return steps;
    }

    /** The chain that gives a level of a function. */
    public List<Step> route(FunctionGrant grant) {
        List<Step> steps = new ArrayList<>(chain(grant.holding()));
        Function function = function(grant.privilege().function());
        steps.add(
                new Step(
                        Step.Kind.PRIVILEGE,
                        function.name() + " up to",
                        grant.privilege().level(),
                        ""));
        return steps;
    }

    /** The audience as one phrase: "Delta Dispatch and all staff". */
    public String audience(Audience audience) {
        return audiences.phrase(audience);
    }

    /** What a filter lets through: "only records whose account is Hollis Grain". */
    public String cut(Cut cut) {
        String kind = cut.filter().isPresent() ? "account filter" : "every external has it";
        return kind + ": lets through only those whose " + cut.letsThrough().words();
    }

    /** What a field filter does: "masks it for all externals". */
    public String fieldFilter(FieldFilter filter) {
        return verb(filter.effect())
                + "s it for "
                + audiences.phrase(filter.audience())
                + where(type(filter.recordType()), filter.condition());
    }

    /** Why grants are withheld from externals on types without an account field. */
    public String withheld(RecordType type) {
        return singular(type)
                + " records have no account to keep an external to, so only the reach own counts";
    }

    /** What a function still needs: "needs Movement map at look". */
    public String need(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            return "needs " + function(of.function()).name() + " at " + of.level();
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        RecordType type = type(of.recordType());
        return "needs a privilege to " + label(type, of.operation()) + " " + plural(type);
    }

    /** One missing link as a sentence. */
    public String missing(Missing missing) {
        String name = who.person().name();
        if (missing instanceof Missing.NotActive not) {
            return inactive(not.what());
        }
        if (missing instanceof Missing.CutByFilter by) {
            return "The filter "
                    + by.cut().name()
                    + " cuts it: it lets through only those whose "
                    + by.cut().letsThrough().words()
                    + ".";
        }
        if (missing instanceof Missing.NotHeld not) {
            return called(not.role(), not.set())
                    + " would give it ("
                    + phrase(not.privilege())
                    + "); "
                    + name
                    + " does not hold it.";
        }
        if (missing instanceof Missing.NotShared not) {
            String opener =
                    not.opener() instanceof SharingRule rule
                            ? "The sharing rule " + rule.name() + " opens it to "
                            : "It is shared with ";
            return opener + audiences.phrase(not.audience()) + "; " + name + " is none of them.";
        }
        Missing.BrokenLink broken = (Missing.BrokenLink) missing;
        String held = called(broken.role(), broken.set());
        return switch (broken.link()) {
            case TIMES -> held + " would give it, but " + times(broken.assignment()) + ".";
            case REACH ->
                    held
                            + " gives "
                            + phrase(broken.privilege())
                            + ", and this lies outside that reach.";
            case CONDITION ->
                    held
                            + " gives "
                            + phrase(broken.privilege())
                            + ", and this does not meet that.";
            case BOUNDS ->
                    held
                            + " would give it, but is held for "
                            + bounds(broken.assignment().bounds())
                            + ", and this lies outside.";
            case OWN_ACCOUNT ->
                    held
                            + " would give it to staff; "
                            + name
                            + " is external, and "
                            + withheld(type(broken.privilege().recordType()))
                            + ".";
        };
    }

    private String inactive(Missing.Inactive what) {
        String name = who.person().name();
        String account =
                who.account().map(key -> model.directory().accountName(key)).orElse("no account");
        String delegate =
                who.through()
                        .map(Delegation::delegate)
                        .map(key -> model.directory().personName(key))
                        .orElse("nobody");
        return switch (what) {
            case APPLICATION ->
                    model.application().name()
                            + (model.application().state() == Application.State.PAUSED
                                    ? " is paused; nobody has access until it goes on."
                                    : " was taken away; nobody has access any more.");
            case PERSON ->
                    name
                            + " is "
                            + Words.of(who.person().status())
                            + ", and only active people have any access.";
            case ACCOUNT ->
                    name
                            + " acts for "
                            + account
                            + ", which is held back or past its last day; nobody has access for it.";
            case DELEGATION ->
                    "The delegation by which "
                            + delegate
                            + " acts for "
                            + name
                            + " is not in force at this instant.";
            case DELEGATE ->
                    delegate
                            + " could not act for themselves at any of their accounts, and so"
                            + " acts for nobody.";
        };
    }

    /** "Dispatcher, Sorrel Delta and below; until 30 June 2027" for each thing held. */
    public List<String> holdings(List<Holding> holdings) {
        return holdings.stream()
                .map(
                        holding -> {
                            String detail = assignmentDetail(holding.assignment(), false);
                            return holding.role().map(Role::name).orElse(holding.set().name())
                                    + (detail.isEmpty() ? "" : ", " + detail);
                        })
                .distinct()
                .toList();
    }

    /** What an assignment gives and within which bounds and times, in force or not. */
    public String assignment(Assignment assignment) {
        String detail = assignmentDetail(assignment, false);
        return given(assignment) + (detail.isEmpty() ? "" : ", " + detail);
    }

    /** The role or privilege set that an assignment gives, by name. */
    public String given(Assignment assignment) {
        return assignment.gives() instanceof Assignment.Gives.OfRole of
                ? model.design().role(of.role()).map(Role::name).orElse(of.role())
                : model.design()
                        .set(((Assignment.Gives.OfSet) assignment.gives()).set())
                        .map(PrivilegeSet::name)
                        .orElse("");
    }

    /** "from 1 December 2026; until 30 June 2027"; empty for always. */
    String when(Times times) {
        return detail(times, "");
    }

    /** How the assignment comes to the person: "member of Delta Dispatch". */
    public String through(Assignment assignment) {
        return model.partOf(assignment.audience(), who)
                .map(part -> part.fold(audiences))
                .map(
                        step ->
                                step.lead().equals("given in person to")
                                        ? "given in person"
                                        : (step.lead() + " " + step.name() + " " + step.detail())
                                                .strip())
                .orElse("");
    }

    /**
     * Why an assignment gives nothing now: "it ended on 3 March 2026"; empty where it is in force.
     */
    public Optional<String> resting(Assignment assignment) {
        return model.inForce(assignment.times(), who.at())
                ? Optional.empty()
                : Optional.of(times(assignment));
    }

    private List<Step> chain(Holding holding) {
        List<Step> steps = new ArrayList<>();
        steps.add(person());
        steps.add(holding.through().fold(audiences));
        String detail = assignmentDetail(holding.assignment(), true);
        if (holding.role().isPresent()) {
            steps.add(new Step(Step.Kind.ASSIGNMENT, "holds", holding.role().get().name(), detail));
            steps.add(new Step(Step.Kind.SET, "made of", holding.set().name(), ""));
        } else {
            steps.add(new Step(Step.Kind.ASSIGNMENT, "holds", holding.set().name(), detail));
        }
        return steps;
    }

    private Step person() {
        return new Step(Step.Kind.PERSON, "", who.person().name(), stand());
    }

    private String stand() {
        Person person = who.person();
        Optional<String> place =
                person.external()
                        ? who.account()
                                .flatMap(model.directory()::account)
                                .map(account -> "acting for " + account.name())
                        : person.unit().flatMap(model.directory()::unit).map(Unit::name);
        return Words.of(person.kind()) + place.map(words -> ", " + words).orElse("");
    }

    private String assignmentDetail(Assignment assignment, boolean withReason) {
        List<String> details = new ArrayList<>();
        String bounds = bounds(assignment.bounds());
        if (!bounds.isEmpty()) {
            details.add("only " + bounds);
        }
        String rest = detail(assignment.times(), withReason ? assignment.reason() : "");
        if (!rest.isEmpty()) {
            details.add(rest);
        }
        return String.join("; ", details);
    }

    private String detail(Times times, String reason) {
        List<String> details = new ArrayList<>();
        times.from().ifPresent(from -> details.add("from " + instant(from)));
        times.until().ifPresent(until -> details.add("until " + instant(until)));
        times.hours().ifPresent(hours -> details.add(HoursWords.of(hours)));
        if (!reason.isEmpty()) {
            details.add("reason: " + reason);
        }
        return String.join("; ", details);
    }

    private String times(Assignment assignment) {
        Times times = assignment.times();
        if (times.ended(who.at())) {
            return "it ended on " + instant(times.until().orElseThrow());
        }
        if (!times.started(who.at())) {
            return "it starts on " + instant(times.from().orElseThrow());
        }
        return "it counts only " + HoursWords.of(times.hours().orElseThrow());
    }

    /** "Hollis Grain, Sorrel Delta and below"; empty where there are none. */
    String bounds(Bounds bounds) {
        List<String> parts = new ArrayList<>();
        bounds.accounts().ifPresent(scope -> parts.add(accounts(scope)));
        bounds.units()
                .ifPresent(
                        scope ->
                                parts.add(
                                        Wording.or(
                                                        scope.listed().stream()
                                                                .map(this::unitName)
                                                                .toList())
                                                + (scope.below() ? " and below" : "")));
        return String.join(", ", parts);
    }

    /** "the account acted for or accounts tagged grain". */
    String accounts(AccountScope scope) {
        List<String> words = new ArrayList<>();
        if (scope.actedFor()) {
            words.add("the account acted for");
        }
        scope.listed().forEach(key -> words.add(model.directory().accountName(key)));
        if (!scope.tagged().isEmpty()) {
            words.add("accounts tagged " + Wording.or(List.copyOf(scope.tagged())));
        }
        return Wording.or(words);
    }

    private Step privilege(Privilege.RecordPrivilege privilege) {
        RecordType type = type(privilege.recordType());
        String carried =
                privilege.operation().equals(Operation.VIEW.key())
                                || privilege.operation().equals(Operation.CREATE.key())
                        ? ""
                        : "carries view";
        return new Step(
                Step.Kind.PRIVILEGE,
                label(type, privilege.operation()) + " " + plural(type) + ",",
                privilege.reach().words() + where(type, privilege.condition()),
                carried);
    }

    private String phrase(Privilege.RecordPrivilege privilege) {
        RecordType type = type(privilege.recordType());
        Reach reach = privilege.reach();
        return label(type, privilege.operation())
                + " "
                + plural(type)
                + ", "
                + reach.words()
                + where(type, privilege.condition());
    }

    /** ", where status is not closed"; an empty text where there is no condition. */
    String where(RecordType type, Optional<Condition> condition) {
        return condition.map(one -> ", where " + one.words(model.scopeOf(type))).orElse("");
    }

    private static String called(Optional<Role> role, PrivilegeSet set) {
        return role.map(one -> "The role " + one.name()).orElse("The privilege set " + set.name());
    }

    private static Step relative(String lead, String name, String detail) {
        return new Step(Step.Kind.RELATIVE, lead, name, detail);
    }

    private String instant(Instant instant) {
        ZonedDateTime local = instant.atZone(model.application().zone());
        return local.toLocalTime().toSecondOfDay() == 0
                ? Dates.DAY.format(local)
                : Dates.MINUTE.format(local);
    }

    private RecordType type(String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }

    private Function function(String key) {
        return model.catalogue().function(key).orElseThrow();
    }

    private String unitName(String key) {
        return model.directory().unitName(key);
    }

    /** What an effect does to a field, as one says of several: "hide". */
    static String verb(FieldFilter.Effect effect) {
        return effect.fold(
                new FieldFilter.Effect.Cases<>() {
                    @Override
                    public String hide() {
                        return "hide";
                    }

                    @Override
                    public String mask(MaskStyle style) {
                        return "mask";
                    }

                    @Override
                    public String freeze() {
                        return "freeze";
                    }
                });
    }

    static String label(RecordType type, String operation) {
        return type.operation(operation).map(Operation::label).orElse(operation);
    }

    private static String singular(RecordType type) {
        return type.singular().toLowerCase(Locale.ROOT);
    }

    static String plural(RecordType type) {
        return type.plural().toLowerCase(Locale.ROOT);
    }
}
