package nembar.server.answers;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.Way;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.coverage.Relatives;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.FieldLevel;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Element;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
import nembar.core.words.Sentence;
import nembar.core.words.Sentences;
import nembar.core.words.Step;
import nembar.core.words.Telling;
import nembar.server.answers.WhoCanController.Able;
import nembar.server.answers.WhoCanController.ByWhat;
import nembar.server.answers.WhoCanController.WhoCanPage;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Who can do something: people with their levels and routes, grouped by how they came by it. */
@Service
class WhoCanService {
    private static final int ROUTES_AT_MOST = 3;
    private static final int AT_A_TIME = 200;

    private final Records records;
    private final Governance governance;
    private final Lookups lookups;

    WhoCanService(Records records, Governance governance, Lookups lookups) {
        this.records = records;
        this.governance = governance;
        this.lookups = lookups;
    }

    /**
     * What is asked about: an operation or field of a type, maybe on a record; all fields of a
     * classification; or a function.
     */
    record Subject(
            String type,
            String operation,
            String field,
            String classification,
            String record,
            String function) {}

    /**
     * Somebody who can, before it is told.
     *
     * @param routes worked out for those on the page only, as {@code counted} is
     */
    private record Found(
            Seat seat,
            String level,
            Supplier<Set<Way>> ways,
            Supplier<List<String>> routes,
            Optional<Counted> counted) {
        Found(Seat seat, String level, Supplier<Set<Way>> ways, Supplier<List<String>> routes) {
            this(seat, level, ways, routes, Optional.empty());
        }
    }

    /** How many records it is about. */
    private record Counted(RecordType type, RecordSet records) {}

    /** Everybody who can, by what, and those of them that are wanted. */
    final class Answer {
        private final Person me;
        private final Moment moment;
        private final List<Found> told;
        private final List<Found> wanted;
        private final long withheld;
        private final List<ByWhat> ways;

        private Answer(
                Person me,
                Moment moment,
                List<Found> told,
                List<Found> wanted,
                long withheld,
                List<ByWhat> ways) {
            this.me = me;
            this.moment = moment;
            this.told = told;
            this.wanted = wanted;
            this.withheld = withheld;
            this.ways = ways;
        }

        WhoCanPage page(int page, int size) {
            return new WhoCanPage(
                    able(me, moment.model(), Paging.slice(wanted, page, size)),
                    wanted.size(),
                    people(told),
                    withheld,
                    ways);
        }

        /** All that are wanted, worked out some at a time. */
        Stream<Able> all() {
            return IntStream.range(0, (wanted.size() + AT_A_TIME - 1) / AT_A_TIME)
                    .mapToObj(page -> Paging.slice(wanted, page, AT_A_TIME))
                    .flatMap(some -> able(me, moment.model(), some).stream());
        }
    }

    /**
     * @param by key of the way by which those that are wanted came by it; all where it is empty
     */
    Answer whoCan(Person me, Lookups.Where where, Subject subject, String by) {
        Moment moment = lookups.moment(me, where);
        Predicate<Person> visible = governance.mayView(me);
        List<Found> all = new Asking(me, moment, where.application()).ask(subject);
        List<Found> told = all.stream().filter(one -> visible.test(one.seat().person())).toList();
        Map<Way, String> keys = new LinkedHashMap<>();
        List<ByWhat> ways = ways(moment.model(), told, keys);
        if (!by.isEmpty() && !keys.containsValue(by)) {
            throw new NotFound("by", "Nobody comes by it in this way any more. Look at all.");
        }
        List<Found> wanted =
                told.stream()
                        .filter(
                                one ->
                                        by.isEmpty()
                                                || one.ways().get().stream()
                                                        .anyMatch(way -> keys.get(way).equals(by)))
                        .toList();
        return new Answer(me, moment, told, wanted, people(all) - people(told), ways);
    }

    private static long people(List<Found> found) {
        return found.stream().map(one -> one.seat().person().key()).distinct().count();
    }

    /** Those on a page, with their numbers counted in one scan for each type. */
    private List<Able> able(Person me, AccessModel model, List<Found> page) {
        Map<RecordType, List<RecordSet>> sets = new LinkedHashMap<>();
        page.forEach(
                one ->
                        one.counted()
                                .ifPresent(
                                        of ->
                                                sets.computeIfAbsent(
                                                                of.type(), any -> new ArrayList<>())
                                                        .add(of.records())));
        Counting counting = lookups.counting(me, model.application().key());
        Map<RecordType, Map<RecordSet, Long>> counts = new LinkedHashMap<>();
        sets.forEach((type, some) -> counts.put(type, counting.count(type, some)));
        return page.stream()
                .map(
                        one ->
                                new Able(
                                        one.seat().person().key(),
                                        one.seat().person().name(),
                                        one.seat().account(),
                                        one.seat()
                                                .account()
                                                .filter(any -> one.seat().person().external())
                                                .map(model.directory().accountNames()::get),
                                        one.seat().person().external(),
                                        one.level(),
                                        one.counted()
                                                .map(of -> counts.get(of.type()).get(of.records()))
                                                .filter(some -> some != Counting.WITHHELD),
                                        one.routes().get()))
                .toList();
    }

    /** By what people came by it, the way of most people first. */
    private static List<ByWhat> ways(AccessModel model, List<Found> found, Map<Way, String> keys) {
        Map<Way, Set<Person>> people = new LinkedHashMap<>();
        for (Found one : found) {
            for (Way way : one.ways().get()) {
                people.computeIfAbsent(
                                way, any -> Collections.newSetFromMap(new IdentityHashMap<>()))
                        .add(one.seat().person());
            }
        }
        Sentences sentences = new Sentences(model);
        people.keySet().forEach(way -> keys.put(way, key(way)));
        return people.entrySet().stream()
                .sorted(
                        Map.Entry.<Way, Set<Person>>comparingByValue(
                                (one, other) -> other.size() - one.size()))
                .map(
                        one ->
                                new ByWhat(
                                        key(one.getKey()),
                                        one.getKey().element().map(of -> of.kind().list()),
                                        one.getKey().element().map(Element::key),
                                        words(sentences, one.getKey()),
                                        one.getValue().size(),
                                        (int)
                                                one.getValue().stream()
                                                        .filter(Person::external)
                                                        .count()))
                .toList();
    }

    private static String key(Way way) {
        return way.element()
                .map(one -> one.kind().list() + "/" + one.key())
                .orElseGet(() -> "with/" + way.with().orElseThrow().key());
    }

    private static String words(Sentences sentences, Way way) {
        return way.element()
                .flatMap(sentences::of)
                .map(Sentence::text)
                .orElseGet(
                        () ->
                                "With the "
                                        + way.with().orElseThrow().plural().toLowerCase(Locale.ROOT)
                                        + " that these records belong to or lift.");
    }

    /** One question about one moment. */
    private final class Asking {
        private final Person me;
        private final Moment moment;
        private final String application;
        private final AccessModel model;
        private final WhoCan who;

        Asking(Person me, Moment moment, String application) {
            this.me = me;
            this.moment = moment;
            this.application = application;
            this.model = moment.model();
            this.who = new WhoCan(moment);
        }

        List<Found> ask(Subject of) {
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
            return who.on(type, operation, record, records.relatives(application)).stream()
                    .map(
                            one ->
                                    new Found(
                                            one.seat(),
                                            operation.label(),
                                            one.ways(),
                                            () ->
                                                    routes(
                                                            one.seat(),
                                                            one.decision().grants(),
                                                            Telling::route)))
                    .toList();
        }

        private List<Found> onAny(RecordType type, Operation operation) {
            return who.onAny(type, operation).stream()
                    .map(
                            one ->
                                    new Found(
                                            one.seat(),
                                            operation.label(),
                                            one.ways(),
                                            () ->
                                                    routes(
                                                            one.seat(),
                                                            access(one.seat())
                                                                    .coverage(type, operation)
                                                                    .grants(),
                                                            Telling::route),
                                            operation.equals(Operation.CREATE)
                                                    ? Optional.empty()
                                                    : Optional.of(
                                                            new Counted(
                                                                    type,
                                                                    access(one.seat())
                                                                            .records(
                                                                                    type,
                                                                                    operation)))))
                    .toList();
        }

        private List<Found> onField(RecordType type, Field field, GovernedRecord record) {
            Relatives relatives = records.relatives(application);
            return who.onField(type, field, record, relatives).stream()
                    .map(
                            one ->
                                    new Found(
                                            one.seat(),
                                            level(one.level()),
                                            one.ways(),
                                            () ->
                                                    field.guarded()
                                                            ? ofField(one.seat(), type, field)
                                                            : routes(
                                                                    one.seat(),
                                                                    access(one.seat())
                                                                            .decide(
                                                                                    type,
                                                                                    Operation.VIEW,
                                                                                    record,
                                                                                    relatives)
                                                                            .grants(),
                                                                    Telling::route)))
                    .toList();
        }

        private List<Found> onAnyField(RecordType type, Field field) {
            return who.onAnyField(type, field).stream()
                    .map(
                            one ->
                                    new Found(
                                            one.seat(),
                                            level(best(one.level())),
                                            one.ways(),
                                            () -> ofField(one.seat(), type, field),
                                            Optional.of(
                                                    new Counted(
                                                            type,
                                                            access(one.seat())
                                                                    .field(type, field)
                                                                    .masked()))))
                    .toList();
        }

        /** Who sees any field of the classification, and which, the first ones named. */
        private List<Found> onClassified(String classification) {
            Map<Seat, List<Found>> bySeat = new LinkedHashMap<>();
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
                            bySeat.computeIfAbsent(one.seat(), none -> new ArrayList<>())
                                    .add(
                                            new Found(
                                                    one.seat(),
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
            return bySeat.entrySet().stream()
                    .map(one -> together(one.getKey(), one.getValue()))
                    .toList();
        }

        private Found together(Seat seat, List<Found> fields) {
            String more =
                    fields.size() > ROUTES_AT_MOST
                            ? ", and " + (fields.size() - ROUTES_AT_MOST) + " more fields"
                            : "";
            return new Found(
                    seat,
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
                                            one.seat(),
                                            one.level().level(),
                                            one.ways(),
                                            () ->
                                                    routes(
                                                            one.seat(),
                                                            one.level().grants(),
                                                            Telling::route)))
                    .toList();
        }

        private List<String> ofField(Seat seat, RecordType type, Field field) {
            return field.guarded()
                    ? routes(seat, access(seat).field(type, field).grants(), Telling::route)
                    : routes(
                            seat,
                            access(seat).coverage(type, Operation.VIEW).grants(),
                            Telling::route);
        }

        private PersonAccess access(Seat seat) {
            return moment.access(seat);
        }

        private <G> List<String> routes(
                Seat seat, Collection<G> grants, BiFunction<Telling, G, List<Step>> route) {
            Telling telling = new Telling(model, moment.standpoint(seat));
            return grants.stream()
                    .limit(ROUTES_AT_MOST)
                    .map(grant -> Step.sentence(ofOthers(route.apply(telling, grant))))
                    .toList();
        }
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

    private static String level(FieldLevel level) {
        return Lookups.lower(level);
    }
}
