package nembar.server.drafts;

import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.server.answers.Proved;
import nembar.server.document.ChangePart;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentChanges;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Publishing;
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
    private final Publishing publishing;
    private final Governance governance;
    private final Records records;
    private final Clock clock;

    DraftService(
            Models models,
            DraftStore store,
            Publishing publishing,
            Governance governance,
            Records records,
            Clock clock) {
        this.models = models;
        this.store = store;
        this.publishing = publishing;
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
    record Standing(List<Objection> objections, List<Clash> clashes, List<Proved> expectations) {
        boolean publishable() {
            return objections.isEmpty() && clashes.isEmpty() && broken().isEmpty();
        }

        List<Proved> broken() {
            return expectations.stream().filter(one -> !one.holds()).toList();
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
        applied(model, changes);
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
        applied(models.model(application), changes);
        long last = store.last(application);
        if (base.isPresent() && (base.get() < draft.base() || base.get() > last)) {
            throw new BadRequest(
                    "base", "Give a publication from " + draft.base() + " to " + last + ".");
        }
        return store.change(id, expected, named(name), base.orElse(draft.base()), changes);
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
        return standing(me, draft, next(models.model(application), draft), draft.approvals());
    }

    private Standing standing(Person me, Draft draft, AccessModel next, List<String> approvers) {
        Person author = models.directory().person(draft.author()).orElseThrow();
        Moment moment = new Moment(next, clock.instant());
        List<Proved> expectations =
                next.design().expectations().stream()
                        .map(one -> Proof.of(moment, one, records.counting(draft.application())))
                        .map(
                                proof ->
                                        Proved.of(
                                                proof,
                                                type -> governance.guardedFrom(me, next, type)))
                        .toList();
        return new Standing(
                publishing.objections(
                        Map.of(draft.application(), next), author, Set.copyOf(approvers)),
                clashes(draft),
                expectations);
    }

    /** What it would change, counted, for those people whom whoever asks may see. */
    List<Impact.Line> impact(Person me, String application, String id, int examples) {
        Draft draft = find(me, application, id);
        AccessModel published = models.model(application);
        Moment now = new Moment(published, clock.instant());
        Moment next = new Moment(next(published, draft), now.at());
        Predicate<Person> visible = governance.mayView(me);
        return Impact.of(now, next).counted(records.counting(application), examples).stream()
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
        // What is checked is what is written: whatever is published meanwhile makes the edition
        // wrong.
        Models.Published now = models.find(application).orElseThrow();
        AccessModel next = next(now.model(), draft);
        Standing standing = standing(me, draft, next, approvers(draft, me));
        if (!standing.clashes().isEmpty()) {
            throw new Refused(
                    "The draft is behind: something it changes has been published since.",
                    standing.clashes().stream()
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
        publishing.require(standing.objections());
        boolean overridden = override != null && !override.isBlank();
        if (!standing.broken().isEmpty() && !overridden) {
            throw new Refused(
                    "Expectations would be broken.",
                    standing.broken().stream()
                            .map(one -> one.name() + one.person().map(who -> ": " + who).orElse(""))
                            .toList());
        }
        DesignDocument document = DocumentWriter.write(next);
        return publishing.publish(
                new DesignDocument(
                        document.format(),
                        document.application(),
                        document.catalogue(),
                        null,
                        document.design()),
                Optional.of(now.edition()),
                next,
                new Publishing.Word(
                        models.directory().person(draft.author()).orElse(me),
                        reason.strip(),
                        approvers(draft, me),
                        overridden ? override.strip() : ""),
                Optional.of(draft));
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
    private static void applied(AccessModel model, List<ChangePart> changes) {
        if (changes == null || changes.size() > CHANGES_AT_MOST) {
            throw new BadRequest(
                    "changes", "Give a list of at most " + CHANGES_AT_MOST + " changes.");
        }
        Changes.apply(model, DocumentChanges.read(changes));
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
