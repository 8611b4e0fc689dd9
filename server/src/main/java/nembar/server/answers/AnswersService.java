package nembar.server.answers;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.answers.Counting;
import nembar.core.answers.ExpectationMending;
import nembar.core.answers.Mend;
import nembar.core.answers.Mending;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Expectation;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.findings.Finding;
import nembar.core.findings.Findings;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.text.Words;
import nembar.server.answers.AnswersController.ConcernShown;
import nembar.server.answers.AnswersController.DraftFindings;
import nembar.server.answers.AnswersController.ExpectationStood;
import nembar.server.answers.AnswersController.FindingPage;
import nembar.server.answers.AnswersController.FindingShown;
import nembar.server.answers.AnswersController.MendShown;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.records.Records;
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
    private final KeptFindings kept;
    private final FindingItems items;
    private final Lookups lookups;
    private final AskedMoments moments;
    private final PublicationStore publications;

    AnswersService(
            Models models,
            Records records,
            Governance governance,
            KeptFindings kept,
            FindingItems items,
            Lookups lookups,
            AskedMoments moments,
            PublicationStore publications) {
        this.models = models;
        this.records = records;
        this.governance = governance;
        this.kept = kept;
        this.items = items;
        this.lookups = lookups;
        this.moments = moments;
        this.publications = publications;
    }

    List<MendShown> mends(
            Person me, Lookups.Side side, String typeKey, String operationKey, String recordKey) {
        Moment moment = lookups.moment(me, side.where());
        Persona persona = lookups.persona(me, moment, side);
        governance.requireOnPerson(me, "look_through", persona.person());
        RecordType type = Lookups.type(moment.model(), typeKey);
        Operation operation = Lookups.operation(type, operationKey);
        String application = side.where().application();
        GovernedRecord record = lookups.record(me, moment.model(), application, type, recordKey);
        Relatives relatives = records.relatives(moment.model());
        return new Mending(
                        moment,
                        persona,
                        type,
                        operation,
                        record,
                        relatives,
                        lookups.counting(me, application))
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

    FindingPage findings(
            Person me, Lookups.Where where, Optional<String> kind, int page, int size) {
        Paging.check(page, size);
        List<FindingShown> all =
                findings(me, lookups.moment(me, where)).stream()
                        .filter(one -> kind.isEmpty() || kind.get().equals(Words.of(one.kind())))
                        .map(AnswersService::shown)
                        .toList();
        return new FindingPage(Paging.slice(all, page, size), all.size());
    }

    /** Those about nobody whom whoever asks may not view. */
    private List<Finding> findings(Person me, Moment moment) {
        return kept.of(moment).stream().filter(items.visible(me)).toList();
    }

    /**
     * What a draft makes worth a look, and what it mends; expectations have answers of their own.
     */
    DraftFindings draftFindings(Person me, String application, String draft) {
        List<Finding> before =
                findings(me, lookups.moment(me, new Lookups.Where(application, null, null)));
        List<Finding> after =
                findings(me, lookups.moment(me, new Lookups.Where(application, null, draft)));
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
        Moment moment = lookups.moment(me, new Lookups.Where(application, null, draft));
        AccessModel published = models.model(application);
        Expectation expectation =
                Lookups.known(
                        moment.model().design().expectations().stream()
                                .filter(one -> one.key().equals(key))
                                .findFirst(),
                        "expectation",
                        key,
                        moment.model().design().expectations().stream().map(Expectation::key));
        return new ExpectationMending(
                        moment, records.counting(application), lookups.counting(me, application))
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
                                records.relatives(moment.model()))
                        .stream()
                        .map(AnswersService::shown)
                        .toList();
    }

    private static FindingShown shown(Finding finding) {
        return new FindingShown(
                Words.of(finding.kind()),
                finding.concerns().stream()
                        .map(one -> new ConcernShown(one.what(), one.key()))
                        .toList(),
                finding.why(),
                DocumentChanges.write(finding.mend()));
    }

    List<Proved> expectations(Person me, Lookups.Where where) {
        Moment moment = lookups.moment(me, where);
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
        Moment now = lookups.moment(me, new Lookups.Where(application, null, null));
        Expectation expectation =
                Lookups.known(
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
        return models.directory().personName(person);
    }
}
