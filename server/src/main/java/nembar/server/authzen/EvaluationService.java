package nembar.server.authzen;

import java.time.Clock;
import java.time.DateTimeException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.Relatives;
import nembar.core.decision.Decision;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.WhyNot;
import nembar.core.design.Delegation;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Nearest;
import nembar.core.text.Wording;
import nembar.core.words.Step;
import nembar.core.words.Telling;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.records.Records;
import nembar.server.records.Values;
import org.springframework.stereotype.Service;

/** Evaluates one request of the Authorization API. */
@Service
class EvaluationService {
    private static final int REASONS_AT_MOST = 5;

    private final Models models;
    private final Records records;
    private final Clock clock;

    EvaluationService(Models models, Records records, Clock clock) {
        this.models = models;
        this.records = records;
        this.clock = clock;
    }

    /** A subject or resource. */
    record Entity(String type, String id, Map<String, Object> properties) {}

    record Action(String name, Map<String, Object> properties) {}

    record Evaluation(
            Entity subject, Action action, Entity resource, Map<String, Object> context) {}

    /**
     * @param context reasons: each route of a yes, what is missing for a no
     */
    record Answer(boolean decision, Map<String, Object> context) {}

    Answer evaluate(Evaluation asked) {
        require(asked.subject() != null, "subject", "Name the subject.");
        require(asked.action() != null, "action", "Name the action.");
        require(asked.resource() != null, "resource", "Name the resource.");
        require(
                "person".equals(asked.subject().type()),
                "subject.type",
                "Subjects are of the type `person`.");
        require(filled(asked.subject().id()), "subject.id", "Give the person's e-mail address.");
        require(filled(asked.action().name()), "action.name", "Name the operation.");
        require(filled(asked.resource().type()), "resource.type", "Name the record type.");
        require(filled(asked.resource().id()), "resource.id", "Give the record's key.");

        AccessModel model = model(asked.resource().type(), asked.context());
        RecordType type = model.catalogue().recordType(asked.resource().type()).orElseThrow();
        Operation operation = operation(type, asked.action().name());
        Optional<Person> person = model.directory().personByEmail(asked.subject().id());
        if (person.isEmpty()) {
            return no(List.of("Nobody in the directory has the address of the subject."));
        }
        Standpoint who = standpoint(model, person.get(), asked.subject().properties());
        String application = model.application().key();
        Optional<GovernedRecord> record =
                asked.resource().properties() == null || asked.resource().properties().isEmpty()
                        ? records.find(application, type, asked.resource().id())
                        : Optional.of(sent(type, asked.resource(), "resource"));
        if (record.isEmpty()) {
            return no(List.of("There is no " + type.singular() + " of this key."));
        }
        PersonAccess access = new PersonAccess(model, who);
        Relatives relatives = records.relatives(application);
        Decision decision = decide(asked, access, type, operation, record.get(), relatives);
        Telling telling = new Telling(model, who);
        if (decision.allowed()) {
            List<String> routes =
                    decision.grants().stream()
                            .limit(REASONS_AT_MOST)
                            .map(grant -> Step.sentence(telling.route(grant)))
                            .toList();
            return new Answer(true, Map.of("reasons", routes));
        }
        return no(
                WhyNot.on(access, type, operation, record.get(), relatives, decision).stream()
                        .limit(REASONS_AT_MOST)
                        .map(telling::missing)
                        .toList());
    }

    /**
     * A change is judged before and after: properties of the action say what the record's fields
     * would be, and those that are left out stay as they are.
     */
    private static Decision decide(
            Evaluation asked,
            PersonAccess access,
            RecordType type,
            Operation operation,
            GovernedRecord record,
            Relatives relatives) {
        Map<String, Object> changed = asked.action().properties();
        if (!operation.equals(Operation.CHANGE) || changed == null || changed.isEmpty()) {
            return access.decide(type, operation, record, relatives);
        }
        Map<String, Object> after = new HashMap<>(record.values());
        after.putAll(
                sent(type, new Entity(type.key(), asked.resource().id(), changed), "action")
                        .values());
        changed.forEach(
                (key, value) -> after.computeIfPresent(key, (k, v) -> value == null ? null : v));
        return access.decideChange(type, record, new GovernedRecord(type.key(), after), relatives);
    }

    /** The application named in the context, or the one that has such records. */
    AccessModel model(String type, Map<String, Object> context) {
        Object named = context == null ? null : context.get("application");
        if (named != null) {
            AccessModel model =
                    models.find(named.toString())
                            .map(Models.Published::model)
                            .orElseThrow(
                                    () ->
                                            new BadRequest(
                                                    "context.application",
                                                    "There is no application `" + named + "`."));
            require(
                    model.catalogue().recordType(type).isPresent(),
                    "resource.type",
                    nearest(List.of(model), type));
            return model;
        }
        List<AccessModel> governed =
                models.all().stream()
                        .filter(model -> !model.application().key().equals(Models.NEMBAR))
                        .toList();
        List<AccessModel> having =
                governed.stream()
                        .filter(model -> model.catalogue().recordType(type).isPresent())
                        .toList();
        require(!having.isEmpty(), "resource.type", nearest(governed, type));
        require(
                having.size() == 1,
                "context.application",
                "Several applications have records of this type; say which is meant.");
        return having.get(0);
    }

    private static String nearest(List<AccessModel> models, String type) {
        return Nearest.sentence(
                "There is no record type `" + type + "`",
                type,
                models.stream()
                        .flatMap(model -> model.catalogue().recordTypes().stream())
                        .map(RecordType::key)
                        .toList());
    }

    static Operation operation(RecordType type, String name) {
        List<String> known = type.operations().stream().map(Operation::key).toList();
        return type.operation(name)
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "action.name",
                                        Nearest.sentence(
                                                type.singular()
                                                        + " has no operation `"
                                                        + name
                                                        + "`",
                                                name,
                                                known)));
    }

    /**
     * Somebody who says so acts for somebody else: then the seat is the principal's, and the
     * account one of theirs.
     */
    Standpoint standpoint(AccessModel model, Person person, Map<String, Object> properties) {
        Object key = properties == null ? null : properties.get("delegation");
        if (key == null) {
            return standpoint(person, properties);
        }
        Optional<Delegation> delegation =
                model.design().delegations().stream()
                        .filter(one -> one.key().equals(key.toString()))
                        .filter(one -> one.delegate().equals(person.key()))
                        .findFirst();
        require(
                delegation.isPresent(),
                "subject.properties.delegation",
                "Nobody lets this person act for them by a delegation of this key.");
        Person principal = model.directory().person(delegation.get().principal()).orElseThrow();
        return standpoint(principal, properties).through(delegation.get());
    }

    /** Somebody of several accounts acts for one of them, which the subject's properties name. */
    private Standpoint standpoint(Person person, Map<String, Object> properties) {
        Standpoint who = Standpoint.of(person, clock.instant());
        Object account = properties == null ? null : properties.get("account");
        if (account == null) {
            require(
                    person.accounts().size() < 2,
                    "subject.properties.account",
                    "The person belongs to "
                            + Wording.and(person.accounts())
                            + "; say for which account they act.");
            return who;
        }
        require(
                person.accounts().contains(account.toString()),
                "subject.properties.account",
                "The person does not belong to this account.");
        return who.actingFor(account.toString());
    }

    private static GovernedRecord sent(RecordType type, Entity resource, String of) {
        Map<String, Object> values = new HashMap<>();
        Map<String, Field> fields = type.fieldsByKey();
        resource.properties()
                .forEach(
                        (key, value) -> {
                            String path = of + ".properties." + key;
                            Field field = fields.get(key);
                            require(
                                    field != null,
                                    path,
                                    Nearest.sentence(
                                            type.singular() + " has no field `" + key + "`",
                                            key,
                                            fields.keySet()));
                            if (value != null) {
                                values.put(key, value(path, field, value));
                            }
                        });
        values.put(type.keyField(), resource.id());
        return new GovernedRecord(type.key(), values);
    }

    private static Object value(String path, Field field, Object value) {
        try {
            return Values.fromJson(value, field.type());
        } catch (IllegalArgumentException | DateTimeException wrong) {
            throw new BadRequest(
                    path, "`" + value + "` is no value of the type " + field.type().word() + ".");
        }
    }

    private static Answer no(List<String> reasons) {
        return new Answer(false, Map.of("reasons", reasons));
    }

    static boolean filled(String text) {
        return text != null && !text.isBlank();
    }

    static void require(boolean holds, String path, String message) {
        if (!holds) {
            throw new BadRequest(path, message);
        }
    }
}
