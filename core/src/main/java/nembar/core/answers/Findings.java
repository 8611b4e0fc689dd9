package nembar.core.answers;

import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Finding.Concern;
import nembar.core.answers.Finding.Kind;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Satisfiability;
import nembar.core.decision.Coverage;
import nembar.core.decision.Grant;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.Route;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.Element;
import nembar.core.design.Expectation;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Wording;

/** Looks a whole design over for what is worth a look (docs/access-model.md, section 9). */
public final class Findings {
    private final Moment moment;
    private final AccessModel model;
    private final Design design;
    private final Counting counting;
    private final Activity activity;
    private final List<Finding> found = new ArrayList<>();

    private Findings(Moment moment, Counting counting, Activity activity) {
        this.moment = moment;
        this.model = moment.model();
        this.design = model.design();
        this.counting = counting;
        this.activity = activity;
    }

    /** All findings; every count it takes is one scan of a record type for many sets. */
    public static List<Finding> of(Moment moment, Counting counting, Activity activity) {
        Findings findings = new Findings(moment, counting, activity);
        findings.people();
        findings.assignments();
        findings.rolesAndSets();
        findings.conditions();
        findings.sharesCut();
        findings.conflicts();
        findings.outsiders();
        findings.expectations();
        findings.found.addAll(SeatFindings.of(moment, activity));
        return findings.found;
    }

    /** What the one has and the other has not: of the same kind, about the same. */
    public static List<Finding> less(List<Finding> some, List<Finding> others) {
        Set<List<Object>> known = new HashSet<>();
        others.forEach(one -> known.add(List.of(one.kind(), one.concerns())));
        return some.stream()
                .filter(one -> !known.contains(List.<Object>of(one.kind(), one.concerns())))
                .toList();
    }

    private void people() {
        for (Person person : model.directory().people()) {
            List<Persona> personas = model.personas().of(person.key());
            if (person.active() && personas.stream().allMatch(this::canDoNothing)) {
                add(
                        Kind.PERSON_CAN_DO_NOTHING,
                        List.of(person(person)),
                        person.name()
                                + " is active and can do nothing in "
                                + model.application().name()
                                + ".");
            }
            Instant invited = activity.invited().get(person.key());
            if (person.status() == PersonStatus.INVITED
                    && (invited == null
                            || invited.plus(activity.waitFor()).isBefore(moment.at()))) {
                add(
                        Kind.INVITATION_NOT_ACCEPTED,
                        List.of(person(person)),
                        person.name() + " was invited and has not come in.");
            }
            Instant seen = activity.lastSeen().get(person.key());
            if (person.active()
                    && seen != null
                    && seen.plus(activity.dormantAfter()).isBefore(moment.at())) {
                add(
                        Kind.DORMANT_PERSON,
                        List.of(person(person)),
                        person.name()
                                + " has not been here for more than "
                                + activity.dormantAfter().toDays()
                                + " days.");
            }
        }
    }

    private boolean canDoNothing(Persona persona) {
        PersonAccess access = moment.access(persona);
        return model.catalogue().recordTypes().stream()
                        .allMatch(
                                type ->
                                        type.operations().stream()
                                                .allMatch(
                                                        one ->
                                                                access.records(type, one)
                                                                        .equals(RecordSet.NOTHING)))
                && model.catalogue().functions().stream()
                        .allMatch(one -> access.function(one).level().equals(Function.NONE));
    }

    private void assignments() {
        for (Assignment assignment : design.assignments()) {
            Concern concern = new Concern("assignment", assignment.key());
            List<Change> remove = List.of(Change.Remove.of(assignment));
            boolean never =
                    assignment.times().from().isPresent()
                            && assignment.times().from().equals(assignment.times().until());
            if (never) {
                add(
                        Kind.ASSIGNMENT_NEVER_STARTS,
                        List.of(concern),
                        "It is never in force.",
                        remove);
            } else if (assignment.times().ended(moment.at())) {
                add(
                        Kind.ASSIGNMENT_ENDED,
                        List.of(concern),
                        called(assignment)
                                + " ended and is still listed"
                                + (assignment.reason().isEmpty()
                                        ? "."
                                        : " (reason: " + assignment.reason() + ")."),
                        remove);
            } else if (model.inForce(assignment.times(), moment.at())) {
                meantFor(assignment);
                bounded(assignment, concern, remove);
            }
        }
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
        boolean function =
                holding.set().privileges().stream()
                        .anyMatch(Privilege.FunctionPrivilege.class::isInstance);
        if (function) {
            return true;
        }
        PersonAccess access = moment.access(persona);
        for (RecordType type : model.catalogue().recordTypes()) {
            for (Operation operation : type.operations()) {
                for (Grant grant : access.coverage(type, operation).grants()) {
                    if (grant.route() instanceof Route.ByAssignment by
                            && by.holding().equals(holding)
                            && !grant.records().equals(RecordSet.NOTHING)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private void meantFor(Assignment assignment) {
        if (!(assignment.gives() instanceof Assignment.Gives.OfRole of)) {
            return;
        }
        Role role = design.role(of.role()).orElseThrow();
        for (Persona persona : personasOf(assignment.audience())) {
            Person person = persona.person();
            if (person.active() && !role.meantFor().suits(person.kind())) {
                String kind = person.kind().name().toLowerCase(Locale.ROOT);
                add(
                        Kind.ROLE_NOT_MEANT_FOR_THEM,
                        List.of(person(person), new Concern("role", role.key())),
                        role.name()
                                + " is meant for "
                                + role.meantFor().name().toLowerCase(Locale.ROOT)
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

    private void rolesAndSets() {
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

    private void conditions() {
        for (Conditions.Used used : Conditions.of(design)) {
            Optional<RecordType> type = used.recordType().flatMap(model.catalogue()::recordType);
            if (type.isEmpty()) {
                continue;
            }
            Satisfiability seen = new Satisfiability(model.scopeOf(type.get()));
            String words = used.condition().words(model.scopeOf(type.get()));
            if (seen.never(used.condition().expression())) {
                add(
                        Kind.CONDITION_NEVER_HOLDS,
                        List.of(concern(used.element())),
                        "It can never be that " + words + ".");
            } else if (seen.always(used.condition().expression())) {
                add(
                        Kind.CONDITION_ALWAYS_HOLDS,
                        List.of(concern(used.element())),
                        "It is always so that " + words + ".");
            }
        }
    }

    /** Sharing rules and direct shares of which the filters of their audience leave nothing. */
    private void sharesCut() {
        ShareReach reach = new ShareReach(moment, counting);
        model.personas().all().forEach(persona -> reach.add(persona, any -> true));
        for (Element element : reach.shares()) {
            if (reach.opened(element) > 0 && reach.left(element) == 0) {
                add(
                        Kind.SHARE_CUT_TO_NOTHING,
                        List.of(concern(element)),
                        "It opens records, and the filters of those it is for let none of them"
                                + " through.",
                        List.of(Change.Remove.of(element)));
            }
        }
    }

    private void conflicts() {
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

    private void outsiders() {
        Map<RecordType, Map<Persona, RecordSet>> beyond = new LinkedHashMap<>();
        Map<RecordType, Map<Persona, RecordSet>> kept = new LinkedHashMap<>();
        for (Persona persona : model.personas().all()) {
            if (!persona.person().external() || !persona.person().active()) {
                continue;
            }
            PersonAccess access = moment.access(persona);
            for (RecordType type : model.catalogue().recordTypes()) {
                guarded(persona, access, type);
                RecordSet theirs = theirs(persona, type);
                if (!theirs.equals(RecordSet.EVERYTHING)) {
                    Coverage view = access.coverage(type, Operation.VIEW);
                    note(beyond, type, persona, RecordSet.less(view.records(), theirs));
                    note(kept, type, persona, RecordSet.less(view.grantedByPrivilege(), theirs));
                }
            }
        }
        count(beyond, Kind.OUTSIDER_REACHES_ANOTHER_ACCOUNT, " sees ", " of other accounts.");
        count(
                kept,
                Kind.OUTSIDER_KEPT_IN_BY_FILTER_ALONE,
                " would see ",
                " of other accounts, were it not for the filter.");
    }

    /** The records of the account acted for; everything where the type has no account. */
    private static RecordSet theirs(Persona persona, RecordType type) {
        return type.places()
                .account()
                .map(
                        field ->
                                RecordSet.among(
                                        field,
                                        new java.util.TreeSet<>(
                                                persona.account().stream().toList()),
                                        "account is their own"))
                .orElse(RecordSet.EVERYTHING);
    }

    private void guarded(Persona persona, PersonAccess access, RecordType type) {
        List<String> seen = new ArrayList<>();
        for (Field field : type.fields()) {
            if (field.guarded() && !access.field(type, field).masked().equals(RecordSet.NOTHING)) {
                seen.add(field.label().toLowerCase(Locale.ROOT));
            }
        }
        if (!seen.isEmpty()) {
            add(
                    Kind.OUTSIDER_REACHES_GUARDED_FIELD,
                    List.of(person(persona.person()), new Concern("record type", type.key())),
                    persona.person().name()
                            + " is an outsider and reaches "
                            + Wording.and(seen)
                            + " of "
                            + type.plural().toLowerCase(Locale.ROOT)
                            + ".");
        }
    }

    private static void note(
            Map<RecordType, Map<Persona, RecordSet>> all,
            RecordType type,
            Persona persona,
            RecordSet set) {
        if (!set.equals(RecordSet.NOTHING)) {
            all.computeIfAbsent(type, any -> new LinkedHashMap<>()).put(persona, set);
        }
    }

    private void count(
            Map<RecordType, Map<Persona, RecordSet>> all, Kind kind, String sees, String rest) {
        all.forEach(
                (type, sets) -> {
                    Map<RecordSet, Long> counts = counting.count(type, sets.values());
                    sets.forEach(
                            (persona, set) -> {
                                long number = counts.get(set);
                                if (number > 0) {
                                    add(
                                            kind,
                                            List.of(
                                                    person(persona.person()),
                                                    new Concern("record type", type.key())),
                                            persona.person().name()
                                                    + sees
                                                    + number
                                                    + " "
                                                    + type.plural().toLowerCase(Locale.ROOT)
                                                    + rest);
                                }
                            });
                });
    }

    private void expectations() {
        for (Expectation expectation : design.expectations()) {
            Concern concern = new Concern("expectation", expectation.key());
            Proof proof = Proof.of(moment, expectation, counting);
            if (proof.covered() == 0) {
                add(
                        Kind.EXPECTATION_COVERS_NOBODY,
                        List.of(concern),
                        expectation.name() + " is about nobody who is active.");
            } else if (!proof.holds()) {
                String who = proof.counterExample().orElseThrow().persona().person().name();
                add(
                        Kind.EXPECTATION_BROKEN,
                        List.of(concern),
                        expectation.name() + " does not hold: look at " + who + ".");
            }
        }
    }

    private List<Persona> personasOf(Audience audience) {
        BitSet personas = model.personasIn(audience, moment.at());
        return personas.stream().mapToObj(model.personas().all()::get).toList();
    }

    private static boolean onlyFor(Assignment assignment, Person person) {
        return assignment.audience().equals(Audience.anyOf(new Audience.OnePerson(person.key())));
    }

    private String called(Assignment assignment) {
        String name =
                assignment.gives() instanceof Assignment.Gives.OfRole of
                        ? design.role(of.role()).map(Role::name).orElse(of.role())
                        : design.set(((Assignment.Gives.OfSet) assignment.gives()).set())
                                .map(PrivilegeSet::name)
                                .orElse("");
        return "The assignment of " + name;
    }

    private static Concern person(Person person) {
        return new Concern("person", person.key());
    }

    private static Concern concern(Element element) {
        return new Concern(element.kind().words(), element.key());
    }

    private void add(Kind kind, List<Concern> concerns, String why) {
        add(kind, concerns, why, List.of());
    }

    /** Adds a finding, with its mend only where the changes can be made. */
    private void add(Kind kind, List<Concern> concerns, String why, List<Change> mend) {
        List<Change> possible = mend;
        try {
            if (!mend.isEmpty()) {
                Changes.apply(model, mend);
            }
        } catch (ModelRefused impossible) {
            possible = List.of();
        }
        Finding finding = new Finding(kind, concerns, why, possible);
        if (!found.contains(finding)) {
            found.add(finding);
        }
    }
}
