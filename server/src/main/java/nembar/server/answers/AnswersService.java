package nembar.server.answers;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import nembar.core.answers.Activity;
import nembar.core.answers.Counting;
import nembar.core.answers.Difference;
import nembar.core.answers.ExpectationMending;
import nembar.core.answers.Finding;
import nembar.core.answers.Findings;
import nembar.core.answers.Mend;
import nembar.core.answers.Mending;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.answers.RoleDifference;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.coverage.Relatives;
import nembar.core.decision.Grant;
import nembar.core.design.Expectation;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.governance.Administrators;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
import nembar.core.text.Nearest;
import nembar.core.words.Step;
import nembar.core.words.Telling;
import nembar.server.answers.AnswersController.Able;
import nembar.server.answers.AnswersController.ConcernShown;
import nembar.server.answers.AnswersController.DifferenceLine;
import nembar.server.answers.AnswersController.DifferenceShown;
import nembar.server.answers.AnswersController.DraftFindings;
import nembar.server.answers.AnswersController.ExpectationStood;
import nembar.server.answers.AnswersController.FindingPage;
import nembar.server.answers.AnswersController.FindingShown;
import nembar.server.answers.AnswersController.MendShown;
import nembar.server.answers.AnswersController.RoleLine;
import nembar.server.answers.AnswersController.WhoCanPage;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Instants;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.records.Records;
import nembar.server.session.SignIns;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.springframework.stereotype.Service;

/** Answers about a whole design, of what is published, was published, or is drafted. */
@Service
class AnswersService {
    private static final int SIZE_AT_MOST = 200;
    private static final int ROUTES_AT_MOST = 3;
    private static final int PUBLICATIONS_LOOKED_AT = 100;

    private final Models models;
    private final Records records;
    private final Governance governance;
    private final SignIns signIns;
    private final AskedMoments moments;
    private final PublicationStore publications;

    AnswersService(
            Models models,
            Records records,
            Governance governance,
            SignIns signIns,
            AskedMoments moments,
            PublicationStore publications) {
        this.models = models;
        this.records = records;
        this.governance = governance;
        this.signIns = signIns;
        this.moments = moments;
        this.publications = publications;
    }

    /** Which application, at which instant, and with which draft on top. */
    record Where(String application, String at, String draft) {}

    /** Somebody in a design. */
    record Side(Where where, String person, String account) {}

    /** What is asked about: an operation or field of a type, maybe on a record; or a function. */
    record Subject(String type, String operation, String field, String record, String function) {}

    WhoCanPage whoCan(Person me, Where where, Subject object, int page, int size) {
        Paging.check(page, size);
        Moment moment = moment(me, where);
        Predicate<Person> visible = governance.mayView(me);
        List<Able> able = new ArrayList<>();
        long withheld = 0;
        Map<Seat, Able> found = new LinkedHashMap<>();
        ask(me, moment, where.application(), object, found);
        for (Map.Entry<Seat, Able> one : found.entrySet()) {
            if (visible.test(one.getKey().person())) {
                able.add(one.getValue());
            } else {
                withheld++;
            }
        }
        return new WhoCanPage(Paging.slice(able, page, size), found.size(), withheld);
    }

    private void ask(
            Person me, Moment moment, String application, Subject object, Map<Seat, Able> found) {
        AccessModel model = moment.model();
        WhoCan who = new WhoCan(moment);
        if (object.function() != null) {
            Function function =
                    known(
                            model.catalogue().function(object.function()),
                            "function",
                            object.function(),
                            model.catalogue().functions().stream().map(Function::key));
            who.onFunction(function)
                    .forEach(
                            one ->
                                    found.put(
                                            one.seat(),
                                            able(one.seat(), one.level().level(), List.of())));
            return;
        }
        RecordType type = type(model, object.type());
        if (object.field() != null) {
            Field field =
                    known(
                            type.field(object.field()),
                            "field",
                            object.field(),
                            type.fields().stream().map(Field::key));
            GovernedRecord record = record(me, model, application, type, object.record());
            who.onField(type, field, record, records.relatives(application))
                    .forEach(
                            one ->
                                    found.put(
                                            one.seat(),
                                            able(one.seat(), lower(one.level()), List.of())));
            return;
        }
        Operation operation = operation(type, object.operation());
        if (object.record() == null) {
            who.onAny(type, operation)
                    .forEach(
                            one ->
                                    found.put(
                                            one.seat(),
                                            able(
                                                    one.seat(),
                                                    operation.key(),
                                                    routes(
                                                            moment,
                                                            one.seat(),
                                                            one.level().grants()))));
            return;
        }
        GovernedRecord record = record(me, model, application, type, object.record());
        who.on(type, operation, record, records.relatives(application))
                .forEach(
                        one ->
                                found.put(
                                        one.seat(),
                                        able(
                                                one.seat(),
                                                operation.key(),
                                                routes(
                                                        moment,
                                                        one.seat(),
                                                        one.decision().grants()))));
    }

    private static Able able(Seat seat, String level, List<String> routes) {
        return new Able(
                seat.person().key(),
                seat.person().name(),
                seat.account(),
                seat.person().external(),
                level,
                routes);
    }

    private static List<String> routes(Moment moment, Seat seat, List<Grant> grants) {
        Telling telling = new Telling(moment.model(), moment.standpoint(seat));
        return grants.stream()
                .limit(ROUTES_AT_MOST)
                .map(grant -> Step.sentence(telling.route(grant)))
                .toList();
    }

    DifferenceShown difference(Person me, Side first, Side second) {
        Moment one = moment(me, first.where());
        Moment other = moment(me, second.where());
        Seat left = seat(me, one, first);
        Seat right = seat(me, other, second);
        Difference difference = Difference.between(one.access(left), other.access(right));
        Map<RecordType, Map<RecordSet, Long>> counts =
                Difference.counts(List.of(difference), counting(me, first.where().application()));
        List<DifferenceLine> lines = new ArrayList<>();
        difference
                .operations()
                .forEach(
                        of ->
                                lines.add(
                                        line(
                                                of.type(),
                                                of.operation().key(),
                                                "",
                                                of.lost(),
                                                of.gained(),
                                                counts)));
        difference
                .fields()
                .forEach(
                        of ->
                                lines.add(
                                        line(
                                                of.type(),
                                                of.field().key(),
                                                lower(of.level()),
                                                of.lost(),
                                                of.gained(),
                                                counts)));
        difference
                .functions()
                .forEach(
                        of ->
                                lines.add(
                                        new DifferenceLine(
                                                "",
                                                of.function().key(),
                                                "",
                                                of.before(),
                                                0,
                                                of.after(),
                                                0,
                                                false)));
        return new DifferenceShown(left.person().name(), right.person().name(), lines);
    }

    private static DifferenceLine line(
            RecordType type,
            String what,
            String level,
            RecordSet lost,
            RecordSet gained,
            Map<RecordType, Map<RecordSet, Long>> counts) {
        long one = counts.get(type).get(lost);
        long other = counts.get(type).get(gained);
        return new DifferenceLine(
                type.key(),
                what,
                level,
                lost.words(),
                Math.max(one, 0),
                gained.words(),
                Math.max(other, 0),
                one == Counting.WITHHELD || other == Counting.WITHHELD);
    }

    List<RoleLine> roles(Person me, String application, String first, String second) {
        governance.requireOnApplication(me, "view", application);
        AccessModel model = models.model(application);
        return RoleDifference.between(model.design(), role(model, first), role(model, second))
                .rows()
                .stream()
                .map(
                        row ->
                                new RoleLine(
                                        row.subject().recordType(),
                                        row.subject().what(),
                                        row.subject().use().toLowerCase(Locale.ROOT),
                                        row.first(),
                                        row.second()))
                .toList();
    }

    List<MendShown> mends(
            Person me, Side side, String typeKey, String operationKey, String recordKey) {
        Moment moment = moment(me, side.where());
        Seat seat = seat(me, moment, side);
        governance.requireOnPerson(me, "look_through", seat.person());
        RecordType type = type(moment.model(), typeKey);
        Operation operation = operation(type, operationKey);
        String application = side.where().application();
        GovernedRecord record = record(me, moment.model(), application, type, recordKey);
        Relatives relatives = records.relatives(application);
        return new Mending(
                        moment, seat, type, operation, record, relatives, counting(me, application))
                .mends().stream().map(AnswersService::shown).toList();
    }

    private static MendShown shown(Mend mend) {
        return new MendShown(
                mend.words(),
                DocumentChanges.write(mend.changes()),
                List.copyOf(mend.people()),
                mend.records(),
                List.copyOf(mend.losing()),
                mend.lost());
    }

    FindingPage findings(Person me, Where where, Optional<String> kind, int page, int size) {
        Paging.check(page, size);
        List<FindingShown> all =
                findings(me, moment(me, where)).stream()
                        .filter(one -> kind.isEmpty() || kind.get().equals(lower(one.kind())))
                        .map(AnswersService::shown)
                        .toList();
        return new FindingPage(Paging.slice(all, page, size), all.size());
    }

    /** Those about nobody whom whoever asks may not view. */
    private List<Finding> findings(Person me, Moment moment) {
        String application = moment.model().application().key();
        Activity activity =
                new Activity(
                        Map.of(),
                        signIns.lastSignedIn(),
                        Activity.UNKNOWN.waitFor(),
                        Activity.UNKNOWN.dormantAfter());
        Predicate<Person> visible = governance.mayView(me);
        List<Finding> found =
                new ArrayList<>(Findings.of(moment, records.counting(application), activity));
        if (application.equals(Models.NEMBAR)) {
            found.addAll(Administrators.findings(moment.model(), moment.at()));
        }
        return found.stream()
                .filter(
                        one ->
                                one.concerns().stream()
                                        .filter(about -> about.what().equals("person"))
                                        .flatMap(
                                                about ->
                                                        moment
                                                                .model()
                                                                .directory()
                                                                .person(about.key())
                                                                .stream())
                                        .allMatch(visible))
                .toList();
    }

    /**
     * What a draft makes worth a look, and what it mends; expectations have answers of their own.
     */
    DraftFindings draftFindings(Person me, String application, String draft) {
        List<Finding> before = findings(me, moment(me, new Where(application, null, null)));
        List<Finding> after = findings(me, moment(me, new Where(application, null, draft)));
        return new DraftFindings(
                shown(Findings.less(after, before)), shown(Findings.less(before, after)));
    }

    private static List<FindingShown> shown(List<Finding> findings) {
        return findings.stream()
                .filter(one -> one.kind() != Finding.Kind.EXPECTATION_BROKEN)
                .map(AnswersService::shown)
                .toList();
    }

    /**
     * What would let a broken expectation hold, the cheapest first.
     *
     * @param draft id of the draft that breaks it; empty for one that is broken as published
     */
    List<MendShown> expectationMends(Person me, String application, String draft, String key) {
        Moment moment = moment(me, new Where(application, null, draft));
        AccessModel published = models.model(application);
        Expectation expectation =
                known(
                        moment.model().design().expectations().stream()
                                .filter(one -> one.key().equals(key))
                                .findFirst(),
                        "expectation",
                        key,
                        moment.model().design().expectations().stream().map(Expectation::key));
        return new ExpectationMending(
                        moment, records.counting(application), counting(me, application))
                        .mends(
                                expectation,
                                published,
                                Changes.between(published.design(), moment.model().design()),
                                broken ->
                                        broken.record()
                                                .flatMap(
                                                        record ->
                                                                records.find(
                                                                        application,
                                                                        broken.type().orElseThrow(),
                                                                        record)),
                                records.relatives(application))
                        .stream()
                        .map(AnswersService::shown)
                        .toList();
    }

    private static FindingShown shown(Finding finding) {
        return new FindingShown(
                lower(finding.kind()),
                finding.concerns().stream()
                        .map(one -> new ConcernShown(one.what(), one.key()))
                        .toList(),
                finding.why(),
                DocumentChanges.write(finding.mend()));
    }

    List<Proved> expectations(Person me, Where where) {
        Moment moment = moment(me, where);
        return moment.model().design().expectations().stream()
                .map(one -> Proof.of(moment, one, records.counting(where.application())))
                .map(
                        proof ->
                                Proved.of(
                                        proof,
                                        type -> governance.guardedFrom(me, moment.model(), type)))
                .toList();
    }

    /**
     * How an expectation stood after each of the last publications, where that changed; the latest
     * first. Records are counted as they are today.
     */
    List<ExpectationStood> expectationHistory(Person me, String application, String key) {
        Moment now = moment(me, new Where(application, null, null));
        Expectation expectation =
                known(
                        now.model().design().expectations().stream()
                                .filter(one -> one.key().equals(key))
                                .findFirst(),
                        "expectation",
                        key,
                        now.model().design().expectations().stream().map(Expectation::key));
        Counting counting = records.counting(application);
        List<Publication> past =
                publications
                        .publications(application, Wanted.ALL, 0, PUBLICATIONS_LOOKED_AT)
                        .items();
        List<ExpectationStood> stood = new ArrayList<>();
        boolean holds = Proof.of(now, expectation, counting).holds();
        for (int i = 0; i < past.size(); i++) {
            Publication one = past.get(i);
            Optional<Boolean> before =
                    i + 1 < past.size()
                            ? heldAt(me, application, past.get(i + 1).at(), key, counting)
                            : Optional.empty();
            if (before.isEmpty() || before.get() != holds) {
                stood.add(
                        new ExpectationStood(
                                holds,
                                one.at(),
                                Optional.of(one.number()),
                                name(one.author()),
                                one.overridden()));
            }
            if (before.isEmpty()) {
                break;
            }
            holds = before.get();
        }
        return stood;
    }

    /** Whether it held at a past instant; empty where there was no such expectation. */
    private Optional<Boolean> heldAt(
            Person me, String application, Instant at, String key, Counting counting) {
        Moment then = moments.of(me, application, "", Optional.of(at));
        return then.model().design().expectations().stream()
                .filter(one -> one.key().equals(key))
                .findFirst()
                .map(one -> Proof.of(then, one, counting).holds());
    }

    private String name(String person) {
        return models.directory().personNames().getOrDefault(person, person);
    }

    private Counting counting(Person me, String application) {
        return governance.counting(me, models.model(application));
    }

    private Moment moment(Person me, Where where) {
        return moments.of(me, where.application(), where.draft(), Instants.at(where.at()));
    }

    private Seat seat(Person me, Moment moment, Side side) {
        List<Seat> seats = moment.model().seats().of(side.person());
        if (seats.isEmpty()) {
            throw new NotFound("person", "Nobody here is `" + side.person() + "`.");
        }
        governance.requireOnPerson(me, "view", seats.get(0).person());
        if (side.account() == null || side.account().isBlank()) {
            return seats.get(0);
        }
        return seats.stream()
                .filter(seat -> seat.account().equals(Optional.of(side.account())))
                .findFirst()
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "account",
                                        seats.get(0).person().name()
                                                + " does not belong to this account."));
    }

    /** A record that whoever asks may be told about. */
    private GovernedRecord record(
            Person me, AccessModel model, String application, RecordType type, String key) {
        if (key == null || key.isBlank()) {
            throw new BadRequest("record", "Name the record by its key.");
        }
        governance.requireSteward(me, model, type);
        return records.find(application, type, key)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "record",
                                        "There is no "
                                                + type.singular().toLowerCase(Locale.ROOT)
                                                + " `"
                                                + key
                                                + "`."));
    }

    private static RecordType type(AccessModel model, String key) {
        return known(
                model.catalogue().recordType(key == null ? "" : key),
                "type",
                key == null ? "" : key,
                model.catalogue().recordTypes().stream().map(RecordType::key));
    }

    private static Operation operation(RecordType type, String key) {
        return known(
                type.operation(key == null ? "" : key),
                "operation",
                key == null ? "" : key,
                type.operations().stream().map(Operation::key));
    }

    private static Role role(AccessModel model, String key) {
        return known(
                model.design().role(key),
                "role",
                key,
                model.design().roles().stream().map(Role::key));
    }

    private static <T> T known(Optional<T> found, String what, String key, Stream<String> known) {
        return found.orElseThrow(
                () ->
                        new NotFound(
                                what,
                                Nearest.sentence(
                                        "There is no " + what + " `" + key + "`",
                                        key,
                                        known.toList())));
    }

    private static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
