package nembar.server.drafts;

import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.draft.Written;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.words.ChangeWords;
import nembar.server.answers.Proved;
import nembar.server.approval.Repeatable;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Judgement;
import nembar.server.command.Preview;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Edit;
import nembar.server.store.DraftStore.Page;
import nembar.server.store.DraftStore.Planned;
import nembar.server.store.DraftStore.Publication;
import nembar.server.store.DraftStore.Wanted;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Drafts on top of the published design, and what becomes of them. */
@Service
class DraftService {
    private static final int SIZE_AT_MOST = 100;
    private static final int EDITS_SHOWN = 200;
    private static final int EXAMPLES = 5;

    /** Longer than instants differ by being kept, and shorter than a publication takes. */
    private static final Duration JUST_BEFORE = Duration.ofMillis(1);

    private final Models models;
    private final DraftStore store;
    private final DraftEdits edits;
    private final Consequences consequences;
    private final Moments moments;
    private final Gate gate;
    private final Submissions submissions;
    private final Governance governance;
    private final Records records;
    private final Clock clock;

    DraftService(
            Models models,
            DraftStore store,
            DraftEdits edits,
            Consequences consequences,
            Moments moments,
            Gate gate,
            Submissions submissions,
            Governance governance,
            Records records,
            Clock clock) {
        this.models = models;
        this.store = store;
        this.edits = edits;
        this.consequences = consequences;
        this.moments = moments;
        this.gate = gate;
        this.submissions = submissions;
        this.governance = governance;
        this.records = records;
        this.clock = clock;
    }

    /** What another publication has done to an element that the draft changes too. */
    record Clash(
            String list,
            String key,
            long publication,
            String author,
            Map<String, Object> published,
            Optional<ChangePart> drafted) {}

    /**
     * What stands against publishing a draft.
     *
     * @param words what it does, a sentence for each element
     * @param stale why it cannot be made any more of what is published by now
     */
    record Standing(
            List<Objection> objections,
            List<Clash> clashes,
            List<Proved> expectations,
            List<String> broken,
            List<String> words,
            List<String> stale) {
        boolean publishable() {
            return objections.isEmpty()
                    && clashes.isEmpty()
                    && broken.isEmpty()
                    && stale.isEmpty()
                    && !words.isEmpty();
        }

        /** Of a draft that is not open, or cannot be made any more. */
        static Standing nothing(List<Clash> clashes, List<String> stale) {
            return new Standing(List.of(), clashes, List.of(), List.of(), List.of(), stale);
        }
    }

    Page<Draft> open(Person me, String application, int page, int size) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        paged(page, size);
        return store.open(application, page, size);
    }

    Draft find(Person me, String application, String id) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "view", id, application, draft.author());
        return draft;
    }

    void discard(Person me, String application, String id, long expected) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "delete", id, application, draft.author());
        store.discard(id, expected);
    }

    /** Opens a draft again that was discarded, and works in it. */
    Draft restore(Person me, String application, String id) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "delete", id, application, draft.author());
        Draft restored = store.restore(id);
        store.work(me.key(), application, Optional.of(id));
        return restored;
    }

    /** The draft in which somebody works. */
    Optional<Draft> current(Person me, String application) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        return store.current(me.key(), application);
    }

    /**
     * Lets somebody work in a draft from now on.
     *
     * @param id empty for none
     */
    Optional<Draft> work(Person me, String application, String id) {
        if (id == null || id.isBlank()) {
            store.work(me.key(), application, Optional.empty());
            return Optional.empty();
        }
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "change", id, application, draft.author());
        if (!draft.open()) {
            throw new Overtaken("The draft is " + draft.state() + ". Take another.");
        }
        store.work(me.key(), application, Optional.of(id));
        return Optional.of(draft);
    }

    /** When it is to be published, or why it could not be. */
    Optional<Planned> planned(Draft draft) {
        return store.planned(draft.id());
    }

    void unplan(Person me, String application, String id) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "change", id, application, draft.author());
        store.unplan(id);
    }

    /** What was done in it, the latest first. */
    List<Edit> edits(Draft draft) {
        return store.edits(draft.id(), EDITS_SHOWN);
    }

    Draft approve(Person me, String application, String id, long expected) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "approve", id, application, draft.author());
        if (me.key().equals(draft.author()) || draft.writers().contains(me.key())) {
            throw new Refused(
                    "Whoever wrote in a draft cannot approve it.",
                    List.of("An approval is somebody else's word."));
        }
        Set<String> approvals = new LinkedHashSet<>(draft.approvals());
        approvals.add(me.key());
        return store.approve(id, expected, List.copyOf(approvals));
    }

    /** Everything that stands against publishing it, as if its author did. */
    Standing standing(Person me, Draft draft) {
        if (!draft.open()) {
            return Standing.nothing(List.of(), List.of());
        }
        try {
            return judgedStanding(me, draft);
        } catch (ModelRefused stale) {
            return Standing.nothing(
                    clashes(draft), stale.problems().stream().map(Problem::message).toList());
        }
    }

    private Standing judgedStanding(Person me, Draft draft) {
        String application = draft.application();
        Person author = models.directory().person(draft.author()).orElseThrow();
        Judgement judgement = judged(author, draft);
        AccessModel next = judgement.next().models().get(application);
        Moment moment = new Moment(next, clock.instant());
        List<Proved> expectations =
                next.design().expectations().stream()
                        .map(one -> Proof.of(moment, one, records.counting(application)))
                        .map(
                                proof ->
                                        Proved.of(
                                                proof,
                                                type -> governance.guardedFrom(me, next, type)))
                        .toList();
        return new Standing(
                judgement.objections(),
                clashes(draft),
                expectations,
                judgement.broken(),
                new ChangeWords(models.model(application), next).of(DraftEdits.changes(draft)),
                List.of());
    }

    private static ChangeSet changes(Draft draft) {
        return ChangeSet.of(draft.application(), DraftEdits.changes(draft));
    }

    /** Each edit in the name of who wrote it. */
    private Command.Builder command(
            Person publisher, Draft draft, String reason, Set<String> approvers) {
        Map<String, List<Change>> byWriter = new LinkedHashMap<>();
        for (Written one : DraftEdits.written(draft)) {
            byWriter.computeIfAbsent(one.writer(), any -> new ArrayList<>()).add(one.change());
        }
        List<Command.Edited> edited = new ArrayList<>();
        byWriter.forEach(
                (writer, some) ->
                        models.directory()
                                .person(writer)
                                .ifPresent(
                                        one ->
                                                edited.add(
                                                        new Command.Edited(
                                                                one,
                                                                ChangeSet.of(
                                                                        draft.application(),
                                                                        some)))));
        return Command.by(publisher, reason).edited(edited).approvedBy(approvers);
    }

    /**
     * What it would change, counted, for those people whom whoever asks may see.
     *
     * @param person key of the one person that is meant, with examples of records; of all where it
     *     is empty
     */
    List<Impact.Line> impact(Person me, String application, String id, String person) {
        Draft draft = find(me, application, id);
        Optional<Consequences.Result> known = consequences.known(me, draft);
        if (person.isEmpty() && known.isPresent()) {
            return known.get().lines();
        }
        AccessModel published = models.model(application);
        Moment now = moments.now(application);
        Moment next = new Moment(next(published, draft), now.at());
        return visible(me, Impact.of(now, next), person)
                .counted(governance.counting(me, published), person.isEmpty() ? 0 : EXAMPLES);
    }

    /** What it leads to, as far as that is worked out after waiting for some milliseconds. */
    Consequences.Progress consequences(Person me, String application, String id, long wait) {
        Draft draft = find(me, application, id);
        Person author = models.directory().person(draft.author()).orElse(me);
        return consequences.of(me, draft, () -> judged(author, draft), wait);
    }

    private Judgement judged(Person author, Draft draft) {
        return gate.judge(
                command(author, draft, "", Set.copyOf(draft.approvals()))
                        .changing(now -> changes(draft))
                        .build());
    }

    /**
     * Publishes it.
     *
     * @param override why broken expectations are put up with; empty where they are not
     * @throws Refused with everything that stands against it
     */
    Publication publish(
            Person me,
            String application,
            String id,
            long expected,
            String reason,
            String override) {
        Draft draft = requirePublishing(me, application, id, expected, reason);
        return gate.execute(publication(me, draft, reason, override).build())
                .publication(application)
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "changes",
                                        "The draft changes nothing: it is as published."));
    }

    /**
     * A draft that somebody may publish, with the reason they give.
     *
     * @throws OptimisticLockException when it is not the version expected any more
     */
    Draft requirePublishing(
            Person me, String application, String id, long expected, String reason) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "publish", id, application, draft.author());
        if (reason == null || reason.isBlank()) {
            throw new BadRequest("reason", "Say why, for whoever reads it later.");
        }
        if (draft.version() != expected || !draft.open()) {
            throw new OptimisticLockException(id);
        }
        return draft;
    }

    private Command.Builder publication(Person me, Draft draft, String reason, String override) {
        return command(me, draft, reason.strip(), Set.copyOf(approvers(draft, me)))
                .needing(Need.onDraft("publish", draft.id(), draft.application(), draft.author()))
                .overriding(override)
                .changing(
                        now -> {
                            requireNoClash(draft);
                            return changes(draft);
                        })
                .within(judgement -> store.published(draft.id(), draft.version(), judgement.at()));
    }

    /**
     * A publication that waits for somebody's approval.
     *
     * @param version the draft's, as it was when it was asked for
     */
    record AskedPublication(String application, long version, String reason, String override) {}

    /** Publishes a draft as far as it is submitted to go. */
    Preview submit(Submission submission, String id, AskedPublication asked) {
        Draft draft =
                requirePublishing(
                        submission.author(),
                        asked.application(),
                        id,
                        asked.version(),
                        asked.reason());
        return submissions.submit(
                submission,
                publication(submission.author(), draft, asked.reason(), asked.override()));
    }

    /** Publications can wait for somebody's approval. */
    @Configuration(proxyBeanMethods = false)
    static class RepeatablePublication {
        @Bean
        Repeatable<AskedPublication> publicationAgain(DraftService drafts) {
            return new Repeatable<>("publication", AskedPublication.class, drafts::submit);
        }
    }

    private void requireNoClash(Draft draft) {
        List<Clash> clashes = clashes(draft);
        if (!clashes.isEmpty()) {
            throw new Refused(
                    "The draft is behind: something it changes has been published since.",
                    clashes.stream()
                            .map(
                                    one ->
                                            one.list()
                                                    + " "
                                                    + one.key()
                                                    + " was changed by "
                                                    + one.author()
                                                    + " in publication "
                                                    + one.publication()
                                                    + ".")
                            .toList());
        }
    }

    private static List<String> approvers(Draft draft, Person publisher) {
        Set<String> approvers = new LinkedHashSet<>(draft.approvals());
        if (!publisher.key().equals(draft.author())) {
            approvers.add(publisher.key());
        }
        return List.copyOf(approvers);
    }

    Page<Publication> publications(
            Person me, String application, Wanted wanted, int page, int size) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        paged(page, size);
        return store.publications(application, wanted, page, size);
    }

    Publication publication(Person me, String application, long number) {
        governance.requireOnApplication(me, "view", application);
        return store.publication(application, number)
                .orElseThrow(
                        () -> new NotFound("number", "There is no publication " + number + "."));
    }

    /**
     * What a publication changed for people when it was made, counted on the records there are
     * today.
     */
    List<Impact.Line> publicationImpact(Person me, String application, long number) {
        Instant at = publication(me, application, number).at();
        Moment was = moments.of(application, Optional.of(at.minus(JUST_BEFORE)));
        Moment is = moments.of(application, Optional.of(at));
        return visible(me, Impact.of(was, is), "")
                .counted(governance.counting(me, models.model(application)), 0);
    }

    /** What changes for those people whom whoever asks may see; of one only, where one is named. */
    private Impact visible(Person me, Impact impact, String person) {
        Predicate<Person> visible = governance.mayView(me);
        return new Impact(
                impact.people().stream()
                        .filter(one -> person.isEmpty() || one.seat().person().key().equals(person))
                        .filter(one -> visible.test(one.seat().person()))
                        .toList());
    }

    /** A draft that undoes a publication. */
    Draft undo(Person me, String application, long number) {
        Publication publication = publication(me, application, number);
        Draft draft =
                edits.create(
                        me,
                        application,
                        DraftEdits.cut("Undo publication " + number + ": " + publication.reason()),
                        publication.inverse());
        store.work(me.key(), application, Optional.of(draft.id()));
        return draft;
    }

    /** Elements that the draft changes and that were published otherwise since its base. */
    List<Clash> clashes(Draft draft) {
        Set<Change.Remove> touched = Changes.touched(DocumentChanges.read(draft.changes()));
        List<Clash> clashes = new ArrayList<>();
        AccessModel now = models.model(draft.application());
        for (Publication later : store.after(draft.application(), draft.base())) {
            for (Change.Remove one : Changes.touched(DocumentChanges.read(later.changes()))) {
                if (touched.contains(one)) {
                    clashes.add(
                            new Clash(
                                    one.kind().list(),
                                    one.key(),
                                    later.number(),
                                    later.author(),
                                    now.design()
                                            .element(one.kind(), one.key())
                                            .map(DocumentChanges::element)
                                            .orElse(null),
                                    drafted(draft, one)));
                }
            }
        }
        return clashes;
    }

    private static Optional<ChangePart> drafted(Draft draft, Change.Remove touched) {
        List<Change> changes = DocumentChanges.read(draft.changes());
        for (int i = changes.size() - 1; i >= 0; i--) {
            Change change = changes.get(i);
            if (change.kind() == touched.kind() && change.key().equals(touched.key())) {
                return Optional.of(draft.changes().get(i));
            }
        }
        return Optional.empty();
    }

    private static AccessModel next(AccessModel published, Draft draft) {
        return Changes.apply(published, DocumentChanges.read(draft.changes()));
    }

    private Draft known(String application, String id) {
        return store.find(id)
                .filter(draft -> draft.application().equals(application))
                .orElseThrow(() -> new NotFound("draft", "There is no such draft."));
    }

    private static void paged(int page, int size) {
        if (page < 0 || size < 1 || size > SIZE_AT_MOST) {
            throw new BadRequest("size", "Ask for a page from 0, of 1 to " + SIZE_AT_MOST + ".");
        }
    }
}
