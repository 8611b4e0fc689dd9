package nembar.server.authzen;

import java.time.DateTimeException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import java.util.stream.Stream;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Decision;
import nembar.core.decision.FunctionAccess;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.WhyNot;
import nembar.core.design.Delegation;
import nembar.core.design.FieldLevel;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.text.Nearest;
import nembar.core.text.Wording;
import nembar.core.text.Words;
import nembar.core.use.Use.Used;
import nembar.core.words.Explanation;
import nembar.core.words.Step;
import nembar.server.http.BadRequest;
import nembar.server.records.Records;
import nembar.server.records.Values;
import nembar.server.use.UseCounter;
import org.springframework.stereotype.Service;

/** Evaluates one request of the Authorization API. */
@Service
class EvaluationService {
    private static final int REASONS_AT_MOST = 5;

    /** The type of resources that are functions. */
    private static final String FUNCTION = "function";

    private final Subjects subjects;
    private final Records records;
    private final UseCounter use;

    EvaluationService(Subjects subjects, Records records, UseCounter use) {
        this.subjects = subjects;
        this.records = records;
        this.use = use;
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
        return evaluate(asked, subjects.scope());
    }

    /** Evaluates one of several that share what they look at. */
    Answer evaluate(Evaluation asked, RequestScope scope) {
        requireAsked(asked.subject(), asked.action(), asked.resource());
        String type = asked.resource().type();
        if (type.equals(FUNCTION)) {
            return function(asked, scope);
        }
        int dot = type.indexOf('.');
        return dot < 0
                ? record(asked, scope)
                : field(asked, type.substring(0, dot), type.substring(dot + 1), scope);
    }

    private Answer record(Evaluation asked, RequestScope scope) {
        Moment moment = subjects.moment(asked.resource().type(), asked.context(), scope);
        AccessModel model = moment.model();
        RecordType type = model.catalogue().recordType(asked.resource().type()).orElseThrow();
        Operation operation = operation(type, asked.action().name());
        // What is to be created has no key yet.
        require(
                operation.equals(Operation.CREATE) && hasProperties(asked.resource())
                        || filled(asked.resource().id()),
                "resource.id",
                "Give the record's key.");
        return onRecord(
                asked,
                moment,
                type,
                scope,
                (access, record) -> decided(asked, access, type, operation, record, scope));
    }

    private Answer decided(
            Evaluation asked,
            PersonAccess access,
            RecordType type,
            Operation operation,
            GovernedRecord record,
            RequestScope scope) {
        Relatives relatives = scope.related(access.model());
        Decision decision = decide(asked, access, type, operation, record, relatives);
        Explanation explanation = new Explanation(access.model(), access.who());
        return decision.allowed()
                ? yes(decision.grants().stream().map(explanation::route))
                : no(
                        WhyNot.on(access, type, operation, record, relatives, decision).stream()
                                .limit(REASONS_AT_MOST)
                                .map(explanation::missing)
                                .toList());
    }

    /**
     * The answer about the record, from where the subject stands; a no where either is not there.
     */
    private Answer onRecord(
            Evaluation asked,
            Moment moment,
            RecordType type,
            RequestScope scope,
            BiFunction<PersonAccess, GovernedRecord, Answer> answer) {
        Optional<Standpoint> who = subjects.who(moment, asked.subject());
        if (who.isEmpty()) {
            return nobody();
        }
        PersonAccess access = moment.access(who.get());
        return record(moment.model(), type, asked.resource(), scope)
                .map(record -> answer.apply(access, record))
                .map(
                        given ->
                                counted(
                                        given,
                                        asked,
                                        access,
                                        new Used(asked.resource().type(), asked.action().name())))
                .orElseGet(() -> no(List.of("There is no " + type.singular() + " of this key.")));
    }

    /**
     * Whether a field of a record is seen, or may be changed: a resource type as "voyage.margin".
     */
    private Answer field(Evaluation asked, String typeKey, String fieldKey, RequestScope scope) {
        Moment moment = subjects.moment(typeKey, asked.context(), scope);
        AccessModel model = moment.model();
        RecordType type = model.catalogue().recordType(typeKey).orElseThrow();
        Field field =
                type.field(fieldKey)
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "resource.type",
                                                Nearest.sentence(
                                                        type.singular()
                                                                + " has no field `"
                                                                + fieldKey
                                                                + "`",
                                                        fieldKey,
                                                        type.fieldsByKey().keySet())));
        boolean change = asked.action().name().equals("change");
        require(
                change || asked.action().name().equals("view"),
                "action.name",
                "A field is viewed or changed: use `view` or `change`.");
        require(filled(asked.resource().id()), "resource.id", "Give the record's key.");
        return onRecord(
                asked,
                moment,
                type,
                scope,
                (access, record) ->
                        level(
                                type,
                                field,
                                access.field(type, field).levelOn(record, scope.related(model)),
                                change ? FieldLevel.CHANGE : FieldLevel.VIEW));
    }

    private static Answer level(RecordType type, Field field, FieldLevel level, FieldLevel wanted) {
        String word = Words.of(level);
        return new Answer(
                level.compareTo(wanted) >= 0,
                Map.of(
                        "level",
                        word,
                        "reasons",
                        List.of(
                                field.label()
                                        + " of this "
                                        + type.singular().toLowerCase(Locale.ROOT)
                                        + " is at the level "
                                        + word
                                        + " for them.")));
    }

    /** Whether somebody has at least a level of a function: the action names the level. */
    private Answer function(Evaluation asked, RequestScope scope) {
        require(filled(asked.resource().id()), "resource.id", "Give the function's key.");
        Moment moment = subjects.ofFunction(asked.resource().id(), asked.context(), scope);
        AccessModel model = moment.model();
        Function function =
                model.catalogue()
                        .function(asked.resource().id())
                        .orElseThrow(
                                () -> new BadRequest("resource.id", "There was no such function."));
        require(
                function.levels().contains(asked.action().name()),
                "action.name",
                function.name() + " has the levels " + Wording.and(function.levels()) + ".");
        Optional<Standpoint> who = subjects.who(moment, asked.subject());
        if (who.isEmpty()) {
            return nobody();
        }
        PersonAccess whole = moment.access(who.get());
        FunctionAccess access = whole.function(function);
        Explanation explanation = new Explanation(model, who.get());
        Answer answer =
                access.atLeast(asked.action().name())
                        ? yes(access.grants().stream().map(explanation::route))
                        : no(
                                List.of(
                                        "Their level of "
                                                + function.name()
                                                + " is "
                                                + access.level()
                                                + "."));
        return counted(answer, asked, whole, Used.level(function, asked.action().name()));
    }

    /** A yes is use by whoever asks, at this moment; what was or would be so at another is not. */
    private Answer counted(Answer answer, Evaluation asked, PersonAccess access, Used used) {
        boolean now = asked.context() == null || !asked.context().containsKey("time");
        if (answer.decision() && now && !used.operation().equals(Function.NONE)) {
            Standpoint who = access.who();
            use.count(
                    access.model().application().key(),
                    who.through().map(Delegation::delegate).orElseGet(() -> who.person().key()),
                    used);
        }
        return answer;
    }

    /** The record that was sent, or else the one of this key. */
    private Optional<GovernedRecord> record(
            AccessModel model, RecordType type, Entity resource, RequestScope scope) {
        return hasProperties(resource)
                ? Optional.of(sent(model, type, resource, "resource"))
                : scope.record(model, type, resource.id());
    }

    static boolean hasProperties(Entity resource) {
        return resource.properties() != null && !resource.properties().isEmpty();
    }

    private static Answer yes(Stream<List<Step>> routes) {
        return new Answer(
                true,
                Map.of("reasons", routes.limit(REASONS_AT_MOST).map(Step::sentence).toList()));
    }

    private static Answer nobody() {
        return no(List.of("Nobody in the directory has the address of the subject."));
    }

    /**
     * A change is judged before and after: properties of the action say what the record's fields
     * would be, and those that are left out stay as they are.
     */
    private Decision decide(
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
        after.keySet().removeAll(changed.keySet());
        Entity sent = new Entity(type.key(), asked.resource().id(), changed);
        after.putAll(sent(access.model(), type, sent, "action").values());
        return access.decideChange(type, record, new GovernedRecord(type.key(), after), relatives);
    }

    static Operation operation(RecordType type, String name) {
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
                                                type.operations().stream()
                                                        .map(Operation::key)
                                                        .toList())));
    }

    /** The record as it was sent: as the application has it, so that look-ups lead on. */
    private GovernedRecord sent(AccessModel model, RecordType type, Entity resource, String of) {
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
                                    () ->
                                            Nearest.sentence(
                                                    type.singular() + " has no field `" + key + "`",
                                                    key,
                                                    fields.keySet()));
                            Object known =
                                    value == null
                                            ? null
                                            : records.known(
                                                    model.application().key(),
                                                    field,
                                                    value(path, field, value));
                            if (known != null) {
                                values.put(key, known);
                            }
                        });
        if (filled(resource.id())) {
            values.put(type.keyField(), resource.id());
        }
        return new GovernedRecord(type.key(), values);
    }

    private static Object value(String path, Field field, Object value) {
        try {
            return Values.fromJson(value, field);
        } catch (IllegalArgumentException | DateTimeException wrong) {
            throw new BadRequest(
                    path,
                    "`" + value + "` is no value of the type " + Words.of(field.type()) + ".");
        }
    }

    private static Answer no(List<String> reasons) {
        return new Answer(
                false,
                Map.of("reasons", reasons.isEmpty() ? List.of("No route leads there.") : reasons));
    }

    static boolean filled(String text) {
        return text != null && !text.isBlank();
    }

    /** A question names a person, an operation and a type of records. */
    static void requireAsked(Entity subject, Action action, Entity resource) {
        require(subject != null, "subject", "Name the subject.");
        require(action != null, "action", "Name the action.");
        require(resource != null, "resource", "Name the resource.");
        require(
                "person".equals(subject.type()),
                "subject.type",
                "Subjects are of the type `person`.");
        require(filled(subject.id()), "subject.id", "Give the person's e-mail address.");
        require(filled(action.name()), "action.name", "Name the operation.");
        require(filled(resource.type()), "resource.type", "Name the record type.");
    }

    static void require(boolean holds, String path, String message) {
        require(holds, path, () -> message);
    }

    static void require(boolean holds, String path, Supplier<String> message) {
        if (!holds) {
            throw new BadRequest(path, message.get());
        }
    }
}
