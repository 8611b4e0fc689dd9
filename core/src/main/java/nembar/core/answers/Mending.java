package nembar.core.answers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Missing;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.WhyNot;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;

/**
 * Finds changes that would turn a no on one record into a yes. Each is tried on the model before it
 * is offered, and measured by everything it would open, the cheapest first.
 */
public final class Mending {
    private final Moment moment;
    private final Persona persona;
    private final RecordType type;
    private final Operation operation;
    private final GovernedRecord record;
    private final Relatives relatives;
    private final Counting counting;

    /** A change not tried yet, and its words. */
    private record Candidate(String words, List<Change> changes) {}

    public Mending(
            Moment moment,
            Persona persona,
            RecordType type,
            Operation operation,
            GovernedRecord record,
            Relatives relatives,
            Counting counting) {
        this.moment = moment;
        this.persona = persona;
        this.type = type;
        this.operation = operation;
        this.record = record;
        this.relatives = relatives;
        this.counting = counting;
    }

    /** The mends there are; none where the answer is yes already or no change could make it so. */
    public List<Mend> mends() {
        List<Candidate> candidates = new ArrayList<>();
        PersonAccess access = moment.access(persona);
        List<Missing> missing = WhyNot.on(access, type, operation, record, relatives);
        if (missing.isEmpty() && access.allows(type, operation, record, relatives)) {
            return List.of();
        }
        if (access.active()) {
            share().ifPresent(candidates::add);
        }
        missing.forEach(one -> candidates.addAll(mending(one)));
        Map<List<Change>, Mend> mends = new LinkedHashMap<>();
        for (Candidate candidate : candidates) {
            tried(candidate).ifPresent(mend -> mends.putIfAbsent(mend.changes(), mend));
        }
        return mends.values().stream()
                .sorted(
                        Comparator.<Mend>comparingLong(Mend::records)
                                .thenComparing(mend -> mend.people().size()))
                .toList();
    }

    /** The mend, when the change is possible and does turn the no into a yes. */
    private Optional<Mend> tried(Candidate candidate) {
        AccessModel mended;
        try {
            mended = Changes.apply(moment.model(), candidate.changes());
        } catch (ModelRefused impossible) {
            return Optional.empty();
        }
        Moment after = new Moment(mended, moment.at());
        if (!after.access(persona).allows(type, operation, record, relatives)) {
            return Optional.empty();
        }
        return Optional.of(
                Mend.measured(
                                candidate.words(),
                                candidate.changes(),
                                Impact.of(moment, after),
                                counting)
                        .with(persona.person().key()));
    }

    private Optional<Candidate> share() {
        if (operation.equals(Operation.CREATE)) {
            return Optional.empty();
        }
        return record.key(type.keyField())
                .map(
                        key ->
                                new Candidate(
                                        "Share this "
                                                + type.singular().toLowerCase(java.util.Locale.ROOT)
                                                + " with "
                                                + persona.person().name(),
                                        List.of(
                                                Change.Put.of(
                                                        new DirectShare(
                                                                fresh("share"),
                                                                type.key(),
                                                                key,
                                                                onlyThem(),
                                                                Opening.of(operation.key()),
                                                                Optional.empty(),
                                                                "",
                                                                Optional.empty())))));
    }

    private List<Candidate> mending(Missing missing) {
        if (missing instanceof Missing.NotHeld not) {
            return give(not);
        }
        if (missing instanceof Missing.BrokenLink broken) {
            return List.copyOf(mended(broken).stream().toList());
        }
        if (missing instanceof Missing.NotShared not) {
            return List.of(
                    new Candidate(
                            "Add " + persona.person().name() + " to those it is shared with",
                            List.of(Change.Put.of(withThem(not.opener())))));
        }
        if (missing instanceof Missing.CutByFilter by && by.cut().filter().isPresent()) {
            AccountFilter filter = by.cut().filter().get();
            return List.of(
                    new Candidate(
                            "Except "
                                    + persona.person().name()
                                    + " from the filter "
                                    + filter.name(),
                            List.of(
                                    Change.Put.of(
                                            filter.withAudience(except(filter.audience()))))));
        }
        return List.of();
    }

    private List<Candidate> give(Missing.NotHeld not) {
        Assignment.Gives gives =
                not.role()
                        .<Assignment.Gives>map(role -> new Assignment.Gives.OfRole(role.key()))
                        .orElseGet(() -> new Assignment.Gives.OfSet(not.set().key()));
        String name = not.role().map(role -> role.name()).orElse(not.set().name());
        List<Candidate> candidates = new ArrayList<>();
        Optional<String> account = type.places().account().flatMap(record::key);
        account.filter(key -> moment.model().directory().account(key).isPresent())
                .ifPresent(
                        key ->
                                candidates.add(
                                        new Candidate(
                                                "Give "
                                                        + persona.person().name()
                                                        + " "
                                                        + name
                                                        + ", only for the account of this record",
                                                List.of(
                                                        assign(
                                                                gives,
                                                                new Bounds(
                                                                        Optional.of(only(key)),
                                                                        Optional.empty()))))));
        candidates.add(
                new Candidate(
                        "Give " + persona.person().name() + " " + name,
                        List.of(assign(gives, Bounds.NONE))));
        return candidates;
    }

    private Optional<Candidate> mended(Missing.BrokenLink broken) {
        Assignment assignment = broken.assignment();
        String name = broken.role().map(role -> role.name()).orElse(broken.set().name());
        switch (broken.link()) {
            case TIMES:
                return Optional.of(
                        new Candidate(
                                "Give "
                                        + persona.person().name()
                                        + " "
                                        + name
                                        + " again, from now on",
                                List.of(assign(assignment.gives(), assignment.bounds()))));
            case BOUNDS:
                return Optional.of(
                        new Candidate(
                                "Give "
                                        + persona.person().name()
                                        + " "
                                        + name
                                        + " within bounds that have this record",
                                List.of(assign(assignment.gives(), around()))));
            case REACH:
                return narrowest(broken)
                        .map(
                                wider ->
                                        new Candidate(
                                                "Widen the reach in "
                                                        + broken.set().name()
                                                        + " to "
                                                        + wider.reach().words(),
                                                List.of(replaced(broken, wider))));
            case CONDITION:
                RecordPrivilege old = broken.privilege();
                return Optional.of(
                        new Candidate(
                                "Drop the condition in " + broken.set().name(),
                                List.of(
                                        replaced(
                                                broken,
                                                new RecordPrivilege(
                                                        old.recordType(),
                                                        old.operation(),
                                                        old.reach())))));
            default:
                return Optional.empty();
        }
    }

    /** The narrowest reach from the persona that has the record. */
    private Optional<RecordPrivilege> narrowest(Missing.BrokenLink broken) {
        RecordPrivilege old = broken.privilege();
        for (Reach reach : Reach.values()) {
            if (reach.unsaidOn(type).isEmpty()) {
                RecordPrivilege wider =
                        new RecordPrivilege(
                                old.recordType(), old.operation(), reach, old.condition());
                Candidate candidate = new Candidate("", List.of(replaced(broken, wider)));
                if (wouldDo(candidate)) {
                    return Optional.of(wider);
                }
            }
        }
        return Optional.empty();
    }

    private boolean wouldDo(Candidate candidate) {
        AccessModel mended = Changes.apply(moment.model(), candidate.changes());
        return new PersonAccess(mended, moment.standpoint(persona))
                .allows(type, operation, record, relatives);
    }

    private static Change replaced(Missing.BrokenLink broken, RecordPrivilege wider) {
        List<Privilege> privileges = new ArrayList<>(broken.set().privileges());
        privileges.replaceAll(one -> one.equals(broken.privilege()) ? wider : one);
        PrivilegeSet set = broken.set();
        return Change.Put.of(
                new PrivilegeSet(
                        set.key(),
                        set.name(),
                        set.purpose(),
                        List.copyOf(new LinkedHashSet<>(privileges))));
    }

    /** The record's own account and unit, where it has them, as bounds. */
    private Bounds around() {
        return new Bounds(
                type.places()
                        .account()
                        .flatMap(record::key)
                        .filter(key -> moment.model().directory().account(key).isPresent())
                        .map(Mending::only),
                type.places()
                        .unit()
                        .flatMap(record::key)
                        .filter(key -> moment.model().directory().unit(key).isPresent())
                        .map(key -> new Bounds.UnitScope(Set.of(key), false)));
    }

    private static AccountScope only(String account) {
        return new AccountScope(false, Set.of(account), Set.of());
    }

    private Change assign(Assignment.Gives gives, Bounds bounds) {
        return Change.Put.of(
                new Assignment(
                        fresh("assignment"),
                        onlyThem(),
                        gives,
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private Audience onlyThem() {
        return Audience.anyOf(new Audience.OnePerson(persona.person().key()));
    }

    private Element withThem(Element opener) {
        if (opener instanceof SharingRule rule) {
            return rule.withAudience(including(rule.audience()));
        }
        DirectShare share = (DirectShare) opener;
        return share.withAudience(including(share.audience()));
    }

    private Audience including(Audience audience) {
        Set<Audience.Part> of = new LinkedHashSet<>(audience.of());
        of.add(new Audience.OnePerson(persona.person().key()));
        return new Audience(List.copyOf(of), audience.except());
    }

    private Audience except(Audience audience) {
        Set<Audience.Part> except = new LinkedHashSet<>(audience.except());
        except.add(new Audience.OnePerson(persona.person().key()));
        return new Audience(audience.of(), List.copyOf(except));
    }

    /** A key that no element has. */
    private String fresh(String what) {
        String base = what + "-" + persona.person().key();
        int number = 1;
        while (taken(base + "-" + number)) {
            number++;
        }
        return base + "-" + number;
    }

    private boolean taken(String key) {
        return moment.model().design().elements().stream().anyMatch(one -> one.key().equals(key));
    }
}
