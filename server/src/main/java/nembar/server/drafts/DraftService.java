package nembar.server.drafts;

import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
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
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.server.answers.Proved;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Judgement;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.records.Records;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Page;
import nembar.server.store.DraftStore.Publication;
import org.springframework.stereotype.Service;

/** Drafts on top of the published design, and what becomes of them. */
@Service
class DraftService {
    private static final int SIZE_AT_MOST = 100;
    private static final int CHANGES_AT_MOST = 5_000;

    private final Models models;
    private final DraftStore store;
    private final Gate gate;
    private final Governance governance;
    private final Records records;
    private final Clock clock;

    DraftService(
            Models models,
            DraftStore store,
            Gate gate,
            Governance governance,
            Records records,
            Clock clock) {
        this.models = models;
        this.store = store;
        this.gate = gate;
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

    /** What stands against publishing a draft. */
    record Standing(
            List<Objection> objections,
            List<Clash> clashes,
            List<Proved> expectations,
            List<String> broken) {
        boolean publishable() {
            return objections.isEmpty() && clashes.isEmpty() && broken.isEmpty();
        }
    }

    Page<Draft> open(Person me, String application, int page, int size) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        paged(page, size);
        return store.open(application, page, size);
    }

    Draft create(Person me, String application, String name, List<ChangePart> changes) {
        AccessModel model = models.model(application);
        governance.requireOnDraft(me, "create", "new", application, me.key());
        governance.requireReadable(
                List.of(me), model, model.design(), applied(model, changes).design());
        return store.create(application, named(name), me.key(), changes);
    }

    Draft find(Person me, String application, String id) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "view", id, application, draft.author());
        return draft;
    }

    /**
     * @param base the publication it is brought up to; empty to leave it where it is
     */
    Draft change(
            Person me,
            String application,
            String id,
            long expected,
            String name,
            Optional<Long> base,
            List<ChangePart> changes) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "change", id, application, draft.author());
        AccessModel model = models.model(application);
        AccessModel next = applied(model, changes);
        governance.requireReadable(
                List.of(me), model, before(model, draft).design(), next.design());
        long last = store.last(application);
        if (base.isPresent() && (base.get() < draft.base() || base.get() > last)) {
            throw new BadRequest(
                    "base", "Give a publication from " + draft.base() + " to " + last + ".");
        }
        return store.change(
                id,
                expected,
                named(name),
                base.orElse(draft.base()),
                changes,
                writers(draft, changes, me));
    }

    /** The draft as it stands; what is published where it cannot be made any more. */
    private static AccessModel before(AccessModel model, Draft draft) {
        try {
            return next(model, draft);
        } catch (ModelRefused stale) {
            return model;
        }
    }

    /** What stays as it was keeps its writer; everything else is this one's. */
    private static List<String> writers(Draft draft, List<ChangePart> changes, Person me) {
        List<ChangePart> left = new ArrayList<>(draft.changes());
        List<String> theirs = new ArrayList<>(draft.writers());
        List<String> writers = new ArrayList<>();
        for (ChangePart change : changes) {
            int known = left.indexOf(change);
            if (known >= 0 && known < theirs.size()) {
                writers.add(theirs.remove(known));
                left.remove(known);
            } else {
                writers.add(me.key());
            }
        }
        return writers;
    }

    void discard(Person me, String application, String id, long expected) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "delete", id, application, draft.author());
        store.discard(id, expected);
    }

    Draft approve(Person me, String application, String id, long expected) {
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "approve", id, application, draft.author());
        if (me.key().equals(draft.author())) {
            throw new Refused(
                    "The author of a draft cannot approve it.",
                    List.of("An approval is somebody else's word."));
        }
        Set<String> approvals = new LinkedHashSet<>(draft.approvals());
        approvals.add(me.key());
        return store.approve(id, expected, List.copyOf(approvals));
    }

    /** Everything that stands against publishing it, as if its author did. */
    Standing standing(Person me, String application, String id) {
        Draft draft = find(me, application, id);
        Person author = models.directory().person(draft.author()).orElseThrow();
        Judgement judgement =
                gate.judge(
                        command(author, draft, "", Set.copyOf(draft.approvals()))
                                .changing(now -> changes(draft))
                                .build());
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
                judgement.objections(), clashes(draft), expectations, judgement.broken());
    }

    private static ChangeSet changes(Draft draft) {
        return ChangeSet.of(draft.application(), DocumentChanges.read(draft.changes()));
    }

    /** Each edit in the name of who wrote it. */
    private Command.Builder command(
            Person publisher, Draft draft, String reason, Set<String> approvers) {
        List<Change> changes = DocumentChanges.read(draft.changes());
        Map<String, List<Change>> byWriter = new LinkedHashMap<>();
        for (int i = 0; i < changes.size(); i++) {
            String writer = i < draft.writers().size() ? draft.writers().get(i) : draft.author();
            byWriter.computeIfAbsent(writer, any -> new ArrayList<>()).add(changes.get(i));
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

    /** What it would change, counted, for those people whom whoever asks may see. */
    List<Impact.Line> impact(Person me, String application, String id, int examples) {
        Draft draft = find(me, application, id);
        AccessModel published = models.model(application);
        Moment now = new Moment(published, clock.instant());
        Moment next = new Moment(next(published, draft), now.at());
        Predicate<Person> visible = governance.mayView(me);
        return Impact.of(now, next).counted(governance.counting(me, published), examples).stream()
                .filter(line -> visible.test(line.seat().person()))
                .toList();
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
        Draft draft = known(application, id);
        governance.requireOnDraft(me, "publish", id, application, draft.author());
        if (reason == null || reason.isBlank()) {
            throw new BadRequest("reason", "Say why, for whoever reads it later.");
        }
        if (draft.version() != expected || !draft.state().equals("open")) {
            throw new OptimisticLockException(id);
        }
        return gate.execute(
                        command(me, draft, reason.strip(), Set.copyOf(approvers(draft, me)))
                                .needing(Need.onDraft("publish", id, application, draft.author()))
                                .overriding(override)
                                .changing(
                                        now -> {
                                            requireNoClash(draft);
                                            return changes(draft);
                                        })
                                .within(judgement -> store.published(id, expected, judgement.at()))
                                .build())
                .publication(application)
                .orElseThrow();
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

    Page<Publication> publications(Person me, String application, int page, int size) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        paged(page, size);
        return store.publications(application, page, size);
    }

    Publication publication(Person me, String application, long number) {
        governance.requireOnApplication(me, "view", application);
        return store.publication(application, number)
                .orElseThrow(
                        () -> new NotFound("number", "There is no publication " + number + "."));
    }

    /** A draft that undoes a publication. */
    Draft undo(Person me, String application, long number) {
        Publication publication = publication(me, application, number);
        return create(
                me,
                application,
                "Undo publication " + number + ": " + publication.reason(),
                publication.inverse());
    }

    /** Elements that the draft changes and that were published otherwise since its base. */
    private List<Clash> clashes(Draft draft) {
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

    /** Checks that the changes can be made to what is published. */
    private static AccessModel applied(AccessModel model, List<ChangePart> changes) {
        if (changes == null || changes.size() > CHANGES_AT_MOST) {
            throw new BadRequest(
                    "changes", "Give a list of at most " + CHANGES_AT_MOST + " changes.");
        }
        return Changes.apply(model, DocumentChanges.read(changes));
    }

    private Draft known(String application, String id) {
        return store.find(id)
                .filter(draft -> draft.application().equals(application))
                .orElseThrow(() -> new NotFound("draft", "There is no such draft."));
    }

    private static String named(String name) {
        if (name == null || name.isBlank()) {
            throw new BadRequest("name", "Give the draft a name.");
        }
        return name.strip();
    }

    private static void paged(int page, int size) {
        if (page < 0 || size < 1 || size > SIZE_AT_MOST) {
            throw new BadRequest("size", "Ask for a page from 0, of 1 to " + SIZE_AT_MOST + ".");
        }
    }
}
