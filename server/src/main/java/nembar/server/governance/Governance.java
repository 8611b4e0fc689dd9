package nembar.server.governance;

import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.coverage.Relatives;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.WhyNot;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.words.Telling;
import nembar.server.http.Refused;
import nembar.server.model.Models;
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
    private final Acting acting;
    private final Clock clock;

    Governance(Models models, Acting acting, Clock clock) {
        this.models = models;
        this.acting = acting;
        this.clock = clock;
    }

    public boolean mayViewApplication(Person me, String application) {
        return may(access(me), APPLICATION, "view", record(application));
    }

    /**
     * @throws Refused with what is missing, when the person may not do this to the application
     */
    public void requireOnApplication(Person me, String operation, String application) {
        require(me, APPLICATION, operation, record(application), "the application");
    }

    /** Asks about many people at once: the person's access is worked out a single time. */
    public Predicate<Person> mayView(Person me) {
        PersonAccess access = access(me);
        return person -> may(access, PERSON, "view", record(person));
    }

    /** The same for any operation on people. */
    public Predicate<Person> may(Person me, String operation) {
        PersonAccess access = access(me);
        return person -> may(access, PERSON, operation, record(person));
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
        require(me, type, operation, new GovernedRecord(type, Map.of("key", key)), name);
    }

    /**
     * Guarded areas: an act on the sign-in of somebody who holds rights in one is for its stewards
     * (docs/access-model.md, section 10).
     *
     * @throws Refused when there is such an area of which {@code me} is no steward
     */
    public void requireForSignIn(Person me, Person person) {
        for (AccessModel model : models.all()) {
            for (RecordType type : model.catalogue().recordTypes()) {
                if (guardedFrom(me, model, type) && reaches(model, person, type)) {
                    String area = model.catalogue().area(type.area()).orElseThrow().name();
                    throw new Refused(
                            person.name() + " holds rights in " + area + ", which is guarded.",
                            List.of(
                                    "Only a steward of "
                                            + area
                                            + " may act on the sign-in of people who hold rights"
                                            + " there."));
                }
            }
        }
    }

    private boolean reaches(AccessModel model, Person person, RecordType type) {
        return model.seats().of(person.key()).stream()
                .map(
                        seat ->
                                new PersonAccess(
                                        model,
                                        new Standpoint(
                                                person, seat.account(), clock.instant(), true)))
                .anyMatch(
                        access -> !access.records(type, Operation.VIEW).equals(RecordSet.NOTHING));
    }

    public boolean mayOnPerson(Person me, String operation, Person person) {
        return may(access(me), PERSON, operation, record(person));
    }

    /**
     * @throws Refused with what is missing, when {@code me} may not do this to the person
     */
    public void requireOnPerson(Person me, String operation, Person person) {
        require(me, PERSON, operation, record(person), person.name());
    }

    /**
     * @throws Refused with what is missing, when the person may not do this to the draft
     */
    public void requireOnDraft(
            Person me, String operation, String id, String application, String author) {
        require(me, DRAFT, operation, draft(id, application, author), "this draft");
    }

    /** Whether the person may do this to a new draft of an author. */
    public boolean mayOnDraft(Person me, String operation, String application, String author) {
        return may(access(me), DRAFT, operation, draft("new", application, author));
    }

    private static GovernedRecord draft(String id, String application, String author) {
        return new GovernedRecord(
                DRAFT,
                Map.of(
                        "id", id,
                        "application", application,
                        "author", author,
                        "state", "open"));
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
        Telling telling = new Telling(access.model(), access.who());
        List<String> because =
                WhyNot.on(access, known, asked, record, Relatives.NONE).stream()
                        .map(telling::missing)
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
        return new PersonAccess(models.model(Models.NEMBAR), standpoint(me));
    }

    /** Where the person stands: for the account they have chosen, where there is a choice. */
    private Standpoint standpoint(Person me) {
        Standpoint first = Standpoint.of(me, clock.instant());
        return acting.accountOf(me).map(first::actingFor).orElse(first);
    }

    private RecordType type(String key) {
        return models.model(Models.NEMBAR).catalogue().recordType(key).orElseThrow();
    }

    private static GovernedRecord record(String application) {
        return new GovernedRecord(APPLICATION, Map.of("key", application));
    }

    private static GovernedRecord record(Person person) {
        Map<String, Object> values = new HashMap<>();
        values.put("key", person.key());
        person.unit().ifPresent(unit -> values.put("unit", unit));
        person.accounts().stream().findFirst().ifPresent(one -> values.put("account", one));
        return new GovernedRecord(PERSON, values);
    }
}
