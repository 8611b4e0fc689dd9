package nembar.server.answers;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.Way;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.FieldLevel;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.core.words.Step;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.records.Records;

/** Finds who can do something, at one moment. */
final class WhoCanQuestion {
    private static final int ROUTES_AT_MOST = 3;

    /**
     * What is asked about: an operation or field of a type, maybe on a record; all fields of a
     * classification; or a function.
     *
     * @param where a condition as text: only records that meet it are meant
     * @param today whether a way to some record is not enough, and at least one has to be there
     */
    record Subject(
            String type,
            String operation,
            String field,
            String classification,
            String record,
            String where,
            boolean today,
            String function) {
        /** Whether those count alone for whom some record is there. */
        boolean counted() {
            return today || where != null && !where.isBlank();
        }
    }

    /**
     * Somebody who can, before it is told.
     *
     * @param routes worked out for those on the page only, as {@code counted} is
     */
    record Found(
            Persona persona,
            String level,
            Supplier<Set<Way>> ways,
            Supplier<List<String>> routes,
            Optional<Counted> counted) {
        Found(
                Persona persona,
                String level,
                Supplier<Set<Way>> ways,
                Supplier<List<String>> routes) {
            this(persona, level, ways, routes, Optional.empty());
        }

        /** Somebody who can, of these records only. */
        Found among(RecordSet some) {
            return with(
                    counted.map(
                            of -> {
                                RecordSet among = RecordSet.allOf(of.records(), some);
                                return new Counted(of.type(), () -> among);
                            }));
        }

        /** Somebody who can, with how many records it is about. */
        Found numbered(Map<RecordSet, Long> counts) {
            return with(
                    counted.map(
                            of ->
                                    new Counted(
                                            of.type(),
                                            of.from(),
                                            Optional.of(counts.get(of.records())))));
        }

        private Found with(Optional<Counted> other) {
            return new Found(persona, level, ways, routes, other);
        }
    }

    /**
     * How many records it is about.
     *
     * @param from works out which, for those only whom it is asked of
     * @param number empty until it is counted
     */
    record Counted(RecordType type, Supplier<RecordSet> from, Optional<Long> number) {
        Counted(RecordType type, Supplier<RecordSet> from) {
            this(type, from, Optional.empty());
        }

        RecordSet records() {
            return from.get();
        }
    }

    private final Lookups lookups;
    private final Records records;
    private final Counting counting;
    private final Person me;
    private final Moment moment;
    private final String application;
    private final AccessModel model;
    private final WhoCan who;

    /**
     * @param counting counts what whoever asks may be told
     */
    WhoCanQuestion(
            Lookups lookups,
            Records records,
            Counting counting,
            Person me,
            Moment moment,
            String application) {
        this.lookups = lookups;
        this.records = records;
        this.counting = counting;
        this.me = me;
        this.moment = moment;
        this.application = application;
        this.model = moment.model();
        this.who = new WhoCan(moment);
    }

    List<Found> ask(Subject of) {
        if (!of.counted()) {
            return askAny(of);
        }
        boolean many = of.record() == null && of.function() == null && of.classification() == null;
        if (!many || Operation.CREATE.key().equals(of.operation())) {
            throw new BadRequest(
                    of.today() ? "today" : "where",
                    "That goes with an operation on records that are there, or a field.");
        }
        return meeting(of, askAny(of));
    }

    /** Those of them for whom some record is there that meets the condition, where there is one. */
    private List<Found> meeting(Subject of, List<Found> all) {
        RecordType type = Lookups.type(model, of.type());
        boolean whole = of.where() == null || of.where().isBlank();
        RecordSet meeting =
                whole ? RecordSet.EVERYTHING : lookups.meeting(moment, type, "where", of.where());
        List<Found> bounded = all.stream().map(one -> one.among(meeting)).toList();
        Map<RecordSet, Long> counts =
                counting.count(
                        type,
                        bounded.stream()
                                .map(one -> one.counted().orElseThrow().records())
                                .distinct()
                                .toList());
        if (counts.containsValue(Counting.WITHHELD)) {
            throw new Refused(
                    "How many of these records people reach rests on what is not yours to see.",
                    List.of("Ask without the condition, or a steward of the area."));
        }
        return bounded.stream()
                .filter(one -> counts.get(one.counted().orElseThrow().records()) > 0)
                .map(one -> one.numbered(counts))
                .toList();
    }

    private List<Found> askAny(Subject of) {
        if (of.function() != null) {
            return onFunction(
                    Lookups.known(
                            model.catalogue().function(of.function()),
                            "function",
                            of.function(),
                            model.catalogue().functions().stream().map(Function::key)));
        }
        if (of.classification() != null) {
            return onClassified(of.classification());
        }
        RecordType type = Lookups.type(model, of.type());
        if (of.field() != null) {
            Field field =
                    Lookups.known(
                            type.field(of.field()),
                            "field",
                            of.field(),
                            type.fields().stream().map(Field::key));
            return of.record() == null
                    ? onAnyField(type, field)
                    : onField(type, field, record(type, of.record()));
        }
        Operation operation = Lookups.operation(type, of.operation());
        return of.record() == null
                ? onAny(type, operation)
                : on(type, operation, record(type, of.record()));
    }

    private GovernedRecord record(RecordType type, String key) {
        return lookups.record(me, model, application, type, key);
    }

    private List<Found> on(RecordType type, Operation operation, GovernedRecord record) {
        return who.on(type, operation, record, records.relatives(model)).stream()
                .map(
                        one ->
                                new Found(
                                        one.persona(),
                                        operation.label(),
                                        one.ways(),
                                        () ->
                                                routes(
                                                        one.persona(),
                                                        one.decision().grants(),
                                                        Explanation::route)))
                .toList();
    }

    private List<Found> onAny(RecordType type, Operation operation) {
        return who.onAny(type, operation).stream()
                .map(
                        one ->
                                new Found(
                                        one.persona(),
                                        operation.label(),
                                        one.ways(),
                                        () ->
                                                routes(
                                                        one.persona(),
                                                        access(one.persona())
                                                                .coverage(type, operation)
                                                                .grants(),
                                                        Explanation::route),
                                        operation.equals(Operation.CREATE)
                                                ? Optional.empty()
                                                : Optional.of(
                                                        new Counted(
                                                                type,
                                                                () ->
                                                                        access(one.persona())
                                                                                .records(
                                                                                        type,
                                                                                        operation)))))
                .toList();
    }

    private List<Found> onField(RecordType type, Field field, GovernedRecord record) {
        Relatives relatives = records.relatives(model);
        return who.onField(type, field, record, relatives).stream()
                .map(
                        one ->
                                new Found(
                                        one.persona(),
                                        Words.of(one.level()),
                                        one.ways(),
                                        () ->
                                                field.guarded()
                                                        ? ofField(one.persona(), type, field)
                                                        : routes(
                                                                one.persona(),
                                                                access(one.persona())
                                                                        .decide(
                                                                                type,
                                                                                Operation.VIEW,
                                                                                record,
                                                                                relatives)
                                                                        .grants(),
                                                                Explanation::route)))
                .toList();
    }

    private List<Found> onAnyField(RecordType type, Field field) {
        return who.onAnyField(type, field).stream()
                .map(
                        one ->
                                new Found(
                                        one.persona(),
                                        Words.of(best(one.level())),
                                        one.ways(),
                                        () -> ofField(one.persona(), type, field),
                                        Optional.of(
                                                new Counted(
                                                        type,
                                                        () ->
                                                                access(one.persona())
                                                                        .field(type, field)
                                                                        .masked()))))
                .toList();
    }

    /** Who sees any field of the classification, and which, the first ones named. */
    private List<Found> onClassified(String classification) {
        Map<Persona, List<Found>> byPersona = new LinkedHashMap<>();
        boolean any = false;
        for (RecordType type : model.catalogue().recordTypes()) {
            for (Field field : type.fields()) {
                if (field.classifications().contains(classification)) {
                    any = true;
                    String of =
                            " "
                                    + field.label().toLowerCase(Locale.ROOT)
                                    + " of "
                                    + type.plural().toLowerCase(Locale.ROOT);
                    for (Found one : onAnyField(type, field)) {
                        byPersona
                                .computeIfAbsent(one.persona(), none -> new ArrayList<>())
                                .add(
                                        new Found(
                                                one.persona(),
                                                one.level() + of,
                                                one.ways(),
                                                one.routes()));
                    }
                }
            }
        }
        if (!any) {
            throw new BadRequest(
                    "classification", "No field is classified `" + classification + "`.");
        }
        return byPersona.entrySet().stream()
                .map(one -> together(one.getKey(), one.getValue()))
                .toList();
    }

    private Found together(Persona persona, List<Found> fields) {
        String more =
                fields.size() > ROUTES_AT_MOST
                        ? ", and " + (fields.size() - ROUTES_AT_MOST) + " more fields"
                        : "";
        return new Found(
                persona,
                fields.stream()
                                .limit(ROUTES_AT_MOST)
                                .map(Found::level)
                                .collect(Collectors.joining(", "))
                        + more,
                () ->
                        fields.stream()
                                .flatMap(one -> one.ways().get().stream())
                                .collect(Collectors.toCollection(LinkedHashSet::new)),
                () ->
                        fields.stream()
                                .flatMap(one -> one.routes().get().stream())
                                .distinct()
                                .limit(ROUTES_AT_MOST)
                                .toList());
    }

    private List<Found> onFunction(Function function) {
        return who.onFunction(function).stream()
                .map(
                        one ->
                                new Found(
                                        one.persona(),
                                        one.level().level(),
                                        one.ways(),
                                        () ->
                                                routes(
                                                        one.persona(),
                                                        one.level().grants(),
                                                        Explanation::route)))
                .toList();
    }

    private List<String> ofField(Persona persona, RecordType type, Field field) {
        return field.guarded()
                ? routes(persona, access(persona).field(type, field).grants(), Explanation::route)
                : routes(
                        persona,
                        access(persona).coverage(type, Operation.VIEW).grants(),
                        Explanation::route);
    }

    private PersonAccess access(Persona persona) {
        return moment.access(persona);
    }

    private <G> List<String> routes(
            Persona persona, Collection<G> grants, BiFunction<Explanation, G, List<Step>> route) {
        Explanation explanation = new Explanation(model, moment.standpoint(persona));
        return grants.stream()
                .limit(ROUTES_AT_MOST)
                .map(grant -> Step.sentence(ofOthers(route.apply(explanation, grant))))
                .toList();
    }

    /** Without the person, who is named beside it. */
    private static List<Step> ofOthers(List<Step> steps) {
        return steps.stream().filter(step -> step.kind() != Step.Kind.PERSON).toList();
    }

    private static FieldLevel best(FieldCoverage coverage) {
        if (!coverage.changed().equals(RecordSet.NOTHING)) {
            return FieldLevel.CHANGE;
        }
        return coverage.viewed().equals(RecordSet.NOTHING) ? FieldLevel.MASKED : FieldLevel.VIEW;
    }
}
