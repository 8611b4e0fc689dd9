package nembar.server.governance;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.command.Need;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.WhyNot;
import nembar.core.design.Design;
import nembar.core.directory.Person;
import nembar.core.governance.Author;
import nembar.core.governance.Disclosure;
import nembar.core.governance.GovernedPeople;
import nembar.core.governance.Objection;
import nembar.core.governance.SignInRules;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.words.Explanation;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.session.Acting;
import org.springframework.stereotype.Service;

/** Decides what somebody may do in Nembar, and says why not. */
@Service
public class Governance {
    private static final String PERSON = "person";
    private static final String DRAFT = "draft";
    private static final String APPLICATION = "application";
    private static final int REASONS_AT_MOST = 5;

    private final Models models;
    private final Moments moments;
    private final Acting acting;
    private final Records records;
    private final LookPasses passes;
    private final Clock clock;

    Governance(
            Models models,
            Moments moments,
            Acting acting,
            Records records,
            LookPasses passes,
            Clock clock) {
        this.models = models;
        this.moments = moments;
        this.acting = acting;
        this.records = records;
        this.passes = passes;
        this.clock = clock;
    }

    public boolean mayViewApplication(Person me, String application) {
        return mayOnApplication(me, "view", application);
    }

    /** Whether the person may do this to an application. */
    public boolean mayOnApplication(Person me, String operation, String application) {
        return may(access(me), APPLICATION, operation, record(application));
    }

    /**
     * @throws Refused with what is missing, when the person may not do this to the application
     */
    public void requireOnApplication(Person me, String operation, String application) {
        require(me, Need.onApplication(operation, application));
    }

    /** Asks about many people at once: the person's access is worked out a single time. */
    public Predicate<Person> mayView(Person me) {
        return may(me, "view");
    }

    /** Asks about one operation on many people at once. */
    public Predicate<Person> may(Person me, String operation) {
        PersonAccess access = access(me);
        RecordType people = type(PERSON);
        boolean all =
                people.operation(operation)
                        .map(one -> access.records(people, one))
                        .filter(RecordSet.EVERYTHING::equals)
                        .isPresent();
        return person -> all || may(access, operation, person);
    }

    /** Whether the person may do this to an account, a unit or a team. */
    public boolean mayOnPlace(Person me, String type, String operation, String key) {
        return may(access(me), type, operation, new GovernedRecord(type, Map.of("key", key)));
    }

    /** Asks about many accounts, units or teams at once, by key. */
    public Predicate<String> mayOnPlaces(Person me, String type, String operation) {
        PersonAccess access = access(me);
        return key -> may(access, type, operation, new GovernedRecord(type, Map.of("key", key)));
    }

    /**
     * @throws Refused with what is missing, when {@code me} may not do this to the account, unit or
     *     team
     */
    public void requireOnPlace(Person me, String type, String operation, String key, String name) {
        require(me, Need.onPlace(type, operation, key, name));
    }

    /**
     * Why somebody may not act on another's way in without others' approval (docs/access-model.md,
     * section 10); empty where they may.
     */
    public List<Objection> onSignIn(Person me, Person person) {
        return SignInRules.of(
                models.model(Models.NEMBAR),
                models.all(),
                List.of(person),
                Author.of(me),
                Set.of(),
                clock.instant());
    }

    /** Whether somebody could give, now and at every instant, all that another holds in Nembar. */
    public boolean mayGiveAllInNembar(Person me, Person person) {
        AccessModel nembar = models.model(Models.NEMBAR);
        return SignInRules.of(
                        nembar,
                        List.of(nembar),
                        List.of(person),
                        Author.of(me),
                        Set.of(),
                        clock.instant())
                .isEmpty();
    }

    /**
     * Why somebody may not look through another at records of a type; empty where they may. They
     * need the operation, and to be able to give what the other reaches them by; or somebody's
     * approval, which lasts a day. What is guarded is for its stewards.
     */
    public Optional<String> againstLooking(
            Person me, Person person, AccessModel model, RecordType type) {
        if (!mayOnPerson(me, "look_through", person)) {
            return Optional.of("You may not look through " + person.name() + " in Nembar.");
        }
        if (guardedFrom(me, model, type)) {
            return Optional.of("These records are guarded; only their stewards see them here.");
        }
        boolean may =
                SignInRules.mayGiveReach(
                                models.model(Models.NEMBAR),
                                model,
                                person,
                                type,
                                Author.of(me),
                                clock.instant())
                        || passes.has(me.key(), person.key());
        return may
                ? Optional.empty()
                : Optional.of(
                        person.name()
                                + " reaches these records by what is not yours to give. Ask for"
                                + " approval to look through them.");
    }

    /** What the person may learn of the records of a model. */
    public Disclosure disclosure(Person me, AccessModel model) {
        List<Standpoint> standpoints =
                model.personas().of(me.key()).stream()
                        .map(
                                persona ->
                                        new Standpoint(
                                                persona.person(),
                                                persona.account(),
                                                clock.instant(),
                                                false))
                        .toList();
        return new Disclosure(model, standpoints);
    }

    /** What the person may learn of the records of an application, whatever is drafted. */
    public Disclosure disclosureAsPublished(Person me, String application) {
        return disclosure(me, models.model(application));
    }

    /** Whether values of a field may be told to somebody who designs, whatever record has them. */
    public boolean mayKnowValues(Person me, AccessModel model, RecordType type, String field) {
        RecordSet some = RecordSet.among(field, new TreeSet<>(Set.of("")), "");
        return disclosure(me, model).mayCount(type, some);
    }

    /**
     * A condition speaks only of what its writer may view: also in what is only drafted.
     *
     * @param published what the writers may view by
     * @throws Refused with each place at which one does not
     */
    public void requireReadable(
            Collection<Person> writers, AccessModel published, Design before, Design after) {
        List<String> problems =
                writers.stream()
                        .flatMap(
                                one ->
                                        disclosure(one, published)
                                                .unreadable(before, after)
                                                .stream())
                        .map(one -> one.path() + ": " + one.message())
                        .distinct()
                        .toList();
        if (!problems.isEmpty()) {
            throw new Refused("A condition speaks of what is not yours to see.", problems);
        }
    }

    /**
     * Counts the records of a model for somebody: what rests on what is not theirs to see is {@link
     * Counting#WITHHELD}.
     *
     * @param model the published one
     */
    public Counting counting(Person me, AccessModel model) {
        return counting(me, model, records.counting(model.application().key()));
    }

    /**
     * The same, by what somebody else counts.
     *
     * @param model the published one
     */
    public Counting counting(Person me, AccessModel model, Counting counting) {
        Disclosure disclosure = disclosure(me, model);
        return new Counting() {
            @Override
            public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                Map<RecordSet, Long> counts = new HashMap<>();
                List<RecordSet> told = new ArrayList<>();
                for (RecordSet set : sets) {
                    boolean may = set.equals(RecordSet.NOTHING) || disclosure.mayCount(type, set);
                    if (may) {
                        told.add(set);
                    } else {
                        counts.put(set, WITHHELD);
                    }
                }
                counts.putAll(counting.count(type, told));
                return counts;
            }

            @Override
            public List<String> examples(RecordType type, RecordSet set, int atMost) {
                return disclosure.mayCount(type, set)
                        ? counting.examples(type, set, atMost)
                        : List.of();
            }
        };
    }

    public boolean mayOnPerson(Person me, String operation, Person person) {
        return may(access(me), operation, person);
    }

    /**
     * @throws Refused with what is missing, when {@code me} may not do this to the person
     */
    public void requireOnPerson(Person me, String operation, Person person) {
        require(me, Need.onPerson(operation, person));
    }

    /**
     * @throws Refused with what is missing, when {@code me} has not the permission
     */
    public void require(Person me, Need need) {
        boolean seen =
                need.operation().equals("view")
                        && need.person().filter(one -> mayOnPerson(me, "view", one)).isPresent();
        if (seen) {
            return;
        }
        for (GovernedRecord record : need.records()) {
            require(me, need.type(), need.operation(), record, called(me, need));
        }
    }

    /** Somebody whom one may not view is called what they were asked for by. */
    private String called(Person me, Need need) {
        return need.person()
                .filter(one -> !mayOnPerson(me, "view", one))
                .map(Person::key)
                .orElse(need.name());
    }

    /**
     * @throws Refused with what is missing, when the person may not do this to the draft
     */
    public void requireOnDraft(
            Person me, String operation, String id, String application, String author) {
        require(me, Need.onDraft(operation, id, application, author));
    }

    /** Whether the person may do this to a new draft of an author. */
    public boolean mayOnDraft(Person me, String operation, String application, String author) {
        return may(
                access(me),
                DRAFT,
                operation,
                Need.onDraft(operation, "new", application, author).records().get(0));
    }

    /** Whether the person has at least this level of one of Nembar's own functions. */
    public boolean hasFunction(Person me, String function, String level) {
        AccessModel nembar = models.model(Models.NEMBAR);
        Function known = nembar.catalogue().function(function).orElseThrow();
        return access(me).function(known).atLeast(level);
    }

    /**
     * Guarded areas: what is in them is shown to their stewards only.
     *
     * @throws Refused when the type is guarded from the person
     */
    public void requireSteward(Person me, AccessModel model, RecordType type) {
        if (guardedFrom(me, model, type)) {
            String area = model.catalogue().area(type.area()).orElseThrow().name();
            throw new Refused(
                    "The records of " + area + " are shown to its stewards only.",
                    List.of(
                            area + " is a guarded area, and you are none of its stewards.",
                            "How many there are, and by which routes, you can see here all the"
                                    + " same."));
        }
    }

    /** Whether the type is in a guarded area of which the person is no steward. */
    public boolean guardedFrom(Person me, AccessModel model, RecordType type) {
        return model.guardedFrom(type, standpoint(me));
    }

    private void require(
            Person me, String type, String operation, GovernedRecord record, String name) {
        PersonAccess access = access(me);
        if (may(access, type, operation, record)) {
            return;
        }
        RecordType known = type(type);
        Operation asked = known.operation(operation).orElseThrow();
        Explanation explanation = new Explanation(access.model(), access.who());
        List<String> because =
                WhyNot.on(access, known, asked, record, Relatives.NONE).stream()
                        .map(explanation::missing)
                        .distinct()
                        .limit(REASONS_AT_MOST)
                        .toList();
        throw new Refused("You may not " + asked.label() + " " + name + " in Nembar.", because);
    }

    private boolean may(PersonAccess access, String type, String operation, GovernedRecord record) {
        RecordType known = type(type);
        return access.allows(
                known, known.operation(operation).orElseThrow(), record, Relatives.NONE);
    }

    private PersonAccess access(Person me) {
        Moment now = moments.now(Models.NEMBAR);
        return now.access(standpoint(me, now.at()));
    }

    private Standpoint standpoint(Person me) {
        return standpoint(me, clock.instant());
    }

    /** Where the person stands: for the account they have chosen, where there is a choice. */
    private Standpoint standpoint(Person me, Instant at) {
        Standpoint first = Standpoint.of(me, at);
        return acting.accountOf(me).map(first::actingFor).orElse(first);
    }

    private RecordType type(String key) {
        return models.model(Models.NEMBAR).catalogue().recordType(key).orElseThrow();
    }

    private static GovernedRecord record(String application) {
        return new GovernedRecord(APPLICATION, Map.of("key", application));
    }

    /** Seen at any of their accounts; done to at every one (docs/access-model.md, section 10). */
    private boolean may(PersonAccess access, String operation, Person person) {
        List<GovernedRecord> records = GovernedPeople.records(person);
        Predicate<GovernedRecord> one = record -> may(access, PERSON, operation, record);
        return operation.equals("view")
                ? records.stream().anyMatch(one)
                : records.stream().allMatch(one);
    }
}
