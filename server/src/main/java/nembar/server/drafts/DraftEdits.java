package nembar.server.drafts;

import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import nembar.core.catalogue.Application;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.draft.Written;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.text.Wording;
import nembar.core.words.ChangeWords;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.records.RecordSources;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Edit;
import nembar.server.store.PublicationStore;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes in drafts: each edit is kept with its writer and with what undoes it, so that every one of
 * them can be undone, done again, or taken back on its own.
 */
@Service
public class DraftEdits {
    private static final int CHANGES_AT_MOST = 5_000;
    private static final int EDITS_AT_MOST = 20_000;
    private static final int NAME_AT_MOST = 200;

    private final Models models;
    private final DraftStore store;
    private final PublicationStore publications;
    private final Governance governance;
    private final RecordSources sources;
    private final Clock clock;

    DraftEdits(
            Models models,
            DraftStore store,
            PublicationStore publications,
            Governance governance,
            RecordSources sources,
            Clock clock) {
        this.models = models;
        this.store = store;
        this.publications = publications;
        this.governance = governance;
        this.sources = sources;
        this.clock = clock;
    }

    /** What a draft makes of what is published, and the change that is being made to it. */
    private record Work(Draft draft, AccessModel published, AccessModel before) {}

    /** A draft with its first edit. */
    @Transactional
    public Draft create(Person me, String application, String name, List<ChangePart> changes) {
        requireOngoing(models.model(application));
        governance.requireOnDraft(me, "create", "new", application, me.key());
        Draft draft = store.create(application, named(name), me.key());
        return add(me, work(draft), read(changes), Optional.empty());
    }

    /**
     * Makes an edit in the draft in which somebody works; the first makes the draft, and names it
     * after what is edited.
     *
     * @param seen the version of the draft that the edit was made on; empty for none
     * @throws Overtaken where somebody else has edited the same element since then
     */
    @Transactional
    public Draft edit(
            Person me, String application, Optional<Long> seen, List<ChangePart> changes) {
        AccessModel model = requireOngoing(models.model(application));
        List<Change> read = read(changes);
        if (read.isEmpty()) {
            throw new BadRequest("changes", "Say what is edited.");
        }
        Optional<Draft> current =
                store.current(me.key(), application).flatMap(one -> store.lock(one.id()));
        if (current.isPresent()) {
            Work work = work(requireChange(me, current.get()));
            requireNotOvertaken(work.draft(), seen, read);
            return add(me, work, read, Optional.empty());
        }
        governance.requireOnDraft(me, "create", "new", application, me.key());
        String title = new ChangeWords(model, Changes.apply(model, read)).title(read);
        Draft draft = store.create(application, cut(title), me.key());
        store.work(me.key(), application, Optional.of(draft.id()));
        return add(me, work(draft), read, Optional.empty());
    }

    /**
     * Puts other changes in the place of all that there are, as one edit.
     *
     * @param base the publication it is brought up to; empty to leave it where it is
     */
    @Transactional
    public Draft change(
            Person me,
            String application,
            String id,
            long expected,
            String name,
            Optional<Long> base,
            List<ChangePart> changes) {
        Draft draft = requireChange(me, expected(locked(application, id), expected));
        long last = publications.last(application);
        if (base.isPresent() && (base.get() < draft.base() || base.get() > last)) {
            throw new BadRequest(
                    "base", "Give a publication from " + draft.base() + " to " + last + ".");
        }
        Work work = standing(draft.as(named(name), draft.author(), base.orElse(draft.base())));
        AccessModel next = Changes.apply(work.published(), read(changes));
        List<Change> between = Changes.between(work.before(), next);
        if (between.isEmpty()) {
            return store.change(work.draft(), List.of());
        }
        return add(me, work, between, Optional.empty());
    }

    /** Takes out of the draft the last edit that counts. */
    @Transactional
    public Draft undo(Person me, String application, String id) {
        Work work = work(requireChange(me, locked(application, id)));
        Edit edit =
                store.toUndo(id).orElseThrow(() -> new Overtaken("There is nothing left to undo."));
        store.count(id, edit.number(), false);
        return write(me, work, DocumentChanges.read(edit.inverse()));
    }

    /** Does again what was undone last. */
    @Transactional
    public Draft redo(Person me, String application, String id) {
        Work work = work(requireChange(me, locked(application, id)));
        Edit edit =
                store.toRedo(id).orElseThrow(() -> new Overtaken("There is nothing to do again."));
        store.count(id, edit.number(), true);
        return write(me, work, DocumentChanges.read(edit.changes()));
    }

    /**
     * Takes one edit back, and leaves those after it.
     *
     * @throws Refused where a later one builds on it, with which
     */
    @Transactional
    public Draft takeBack(Person me, String application, String id, long number) {
        Work work = work(requireChange(me, locked(application, id)));
        List<Edit> from = store.counting(id, number);
        if (from.isEmpty() || from.get(0).number() != number) {
            throw new NotFound("number", "There is no such edit in the draft any more.");
        }
        Edit edit = from.get(0);
        Set<Change.Remove> touched = Changes.touched(DocumentChanges.read(edit.changes()));
        List<String> later =
                from.stream()
                        .skip(1)
                        .filter(
                                one ->
                                        Changes.touched(DocumentChanges.read(one.changes()))
                                                .stream()
                                                .anyMatch(touched::contains))
                        .flatMap(one -> one.words().stream())
                        .toList();
        if (!later.isEmpty()) {
            throw new Refused("Later edits build on this one. Take them back first.", later);
        }
        try {
            return add(me, work, DocumentChanges.read(edit.inverse()), Optional.of(edit.number()));
        } catch (ModelRefused refused) {
            throw new Refused(
                    "Other edits build on this one. Take them back first.",
                    refused.problems().stream().map(Problem::message).toList());
        }
    }

    @Transactional
    public Draft rename(Person me, String application, String id, String name) {
        Draft draft = requireChange(me, locked(application, id));
        return store.change(draft.as(named(name), draft.author(), draft.base()), List.of());
    }

    /** Makes somebody else its author. */
    @Transactional
    public Draft handOver(Person me, String application, String id, String person) {
        Draft draft = requireChange(me, locked(application, id));
        Person heir =
                models.directory()
                        .person(person == null ? "" : person)
                        .filter(Person::active)
                        .orElseThrow(
                                () -> new BadRequest("person", "Name somebody who is active."));
        if (!governance.mayOnDraft(heir, "change", application, heir.key())) {
            throw new Refused(
                    heir.name() + " may not work in drafts of this application.",
                    List.of("It takes the operation change on drafts in Nembar."));
        }
        return store.change(draft.as(draft.name(), heir.key(), draft.base()), List.of());
    }

    /**
     * Brings a draft up to the last publication.
     *
     * @param theirs elements, each as "list/key", of which what is published stands, and not what
     *     the draft makes of them
     */
    @Transactional
    public Draft bringUp(Person me, String application, String id, Set<String> theirs) {
        Draft draft = requireChange(me, locked(application, id));
        List<Written> left =
                written(draft).stream()
                        .filter(one -> !theirs.contains(element(one.change())))
                        .toList();
        AccessModel published = models.model(application);
        Draft next =
                parts(draft, Written.compacted(published, left))
                        .as(draft.name(), draft.author(), publications.last(application));
        Changes.apply(published, changes(next));
        return store.change(next, theirs);
    }

    /**
     * @throws BadRequest where the application was taken away
     */
    private static AccessModel requireOngoing(AccessModel model) {
        if (model.application().state() == Application.State.ENDED) {
            throw new BadRequest(
                    "application",
                    model.application().name()
                            + " was taken away: its history can be read, and nothing designed.");
        }
        return model;
    }

    private Work work(Draft draft) {
        AccessModel published = models.model(draft.application());
        return new Work(draft, published, Changes.apply(published, changes(draft)));
    }

    /** A draft as it is shown; without its changes, where they cannot be made any more. */
    private Work standing(Draft draft) {
        try {
            return work(draft);
        } catch (ModelRefused stale) {
            return work(draft.with(List.of(), List.of()));
        }
    }

    private Draft add(Person me, Work work, List<Change> edit, Optional<Long> takesBack) {
        List<Change> inverse = Changes.inverse(work.before(), edit);
        AccessModel next = Changes.apply(work.before(), edit);
        Draft draft = work.draft();
        long number = store.edits(draft.id(), 1).stream().mapToLong(Edit::number).sum() + 1;
        if (number > EDITS_AT_MOST) {
            throw new BadRequest(
                    "changes",
                    "A draft takes " + EDITS_AT_MOST + " edits. Publish it, or begin another.");
        }
        Draft changed = write(me, work, edit);
        store.add(
                draft.id(),
                new Edit(
                        number,
                        me.key(),
                        clock.instant(),
                        new ChangeWords(work.before(), next).of(edit),
                        DocumentChanges.write(edit),
                        DocumentChanges.write(inverse),
                        true,
                        takesBack));
        return changed;
    }

    private Draft write(Person me, Work work, List<Change> edit) {
        AccessModel next = Changes.apply(work.before(), edit);
        if (edit.stream().anyMatch(one -> one.kind().inCatalogue())) {
            governed(me, work, next);
        }
        governance.requireReadable(
                List.of(me), work.published(), work.before().design(), next.design());
        List<Written> all = new ArrayList<>(written(work.draft()));
        edit.forEach(one -> all.add(new Written(one, me.key())));
        List<Written> compacted = Written.compacted(work.published(), all);
        if (compacted.size() > CHANGES_AT_MOST) {
            throw tooMany();
        }
        return store.change(
                parts(work.draft(), compacted),
                edit.stream().map(DraftEdits::element).collect(Collectors.toSet()));
    }

    /** What is governed is changed only by who may change the application, and stays within it. */
    private void governed(Person me, Work work, AccessModel next) {
        String application = work.draft().application();
        governance.requireOnApplication(me, "change", application);
        if (application.equals(Models.NEMBAR)) {
            throw new BadRequest("changes", "Nembar's own catalogue comes with the program.");
        }
        sources.requireOwnTables(next);
    }

    private static Draft parts(Draft draft, List<Written> written) {
        return draft.with(
                DocumentChanges.write(written.stream().map(Written::change).toList()),
                written.stream().map(Written::writer).toList());
    }

    /** The changes of a draft, each with its writer. */
    static List<Written> written(Draft draft) {
        List<Change> changes = changes(draft);
        return IntStream.range(0, changes.size())
                .mapToObj(
                        i ->
                                new Written(
                                        changes.get(i),
                                        i < draft.writers().size()
                                                ? draft.writers().get(i)
                                                : draft.author()))
                .toList();
    }

    static List<Change> changes(Draft draft) {
        return DocumentChanges.read(draft.changes());
    }

    /** The element that a change is of, as "list/key". */
    static String element(Change change) {
        return change.kind().list() + "/" + change.key();
    }

    private void requireNotOvertaken(Draft draft, Optional<Long> seen, List<Change> edit) {
        List<String> others =
                edit.stream()
                        .map(DraftEdits::element)
                        .filter(
                                one ->
                                        draft.touched().getOrDefault(one, 0L)
                                                > seen.orElse(Long.MAX_VALUE))
                        .toList();
        if (!others.isEmpty()) {
            List<String> since =
                    store.edits(draft.id(), 1).stream()
                            .flatMap(one -> one.words().stream())
                            .toList();
            throw new Overtaken(
                    "The same was edited in this draft meanwhile: "
                            + Wording.some(since)
                            + ". Look at it, and make your edit again if it still holds.");
        }
    }

    private Draft locked(String application, String id) {
        return store.lock(id)
                .filter(draft -> draft.application().equals(application))
                .orElseThrow(() -> new NotFound("draft", "There is no such open draft."));
    }

    private static Draft expected(Draft draft, long version) {
        if (draft.version() != version) {
            throw new OptimisticLockException(draft.id());
        }
        return draft;
    }

    private Draft requireChange(Person me, Draft draft) {
        governance.requireOnDraft(me, "change", draft.id(), draft.application(), draft.author());
        return draft;
    }

    /**
     * @throws BadRequest where they are none, too many, or one is empty
     */
    static List<Change> read(List<ChangePart> changes) {
        if (changes == null || changes.size() > CHANGES_AT_MOST) {
            throw tooMany();
        }
        if (changes.stream().anyMatch(Objects::isNull)) {
            throw new BadRequest("changes", "One of the changes is empty.");
        }
        return DocumentChanges.read(changes);
    }

    private static BadRequest tooMany() {
        return new BadRequest("changes", "Give a list of at most " + CHANGES_AT_MOST + " changes.");
    }

    private static String named(String name) {
        if (name == null || name.isBlank()) {
            throw new BadRequest("name", "Give the draft a name.");
        }
        if (name.strip().length() > NAME_AT_MOST) {
            throw new BadRequest("name", "A name has at most " + NAME_AT_MOST + " characters.");
        }
        return name.strip();
    }

    /** A name as long as names may be. */
    static String cut(String name) {
        return name.length() > NAME_AT_MOST ? name.substring(0, NAME_AT_MOST) : name;
    }
}
