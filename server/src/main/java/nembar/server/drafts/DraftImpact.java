package nembar.server.drafts;

import java.util.List;
import java.util.Optional;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.design.Design;
import nembar.core.design.Element;
import nembar.core.design.ElementKind;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.draft.Removal;
import nembar.core.model.ModelRefused;
import nembar.core.words.ChangeWords;
import nembar.server.answers.Impacts;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Edit;
import org.springframework.stereotype.Service;

/** What a draft, or one of its edits, changes for people. */
@Service
class DraftImpact {
    private final Models models;
    private final Moments moments;
    private final DraftService drafts;
    private final DraftStore store;
    private final DraftPublishing publishing;
    private final Consequences consequences;
    private final Impacts impacts;
    private final Governance governance;

    DraftImpact(
            Models models,
            Moments moments,
            DraftService drafts,
            DraftStore store,
            DraftPublishing publishing,
            Consequences consequences,
            Impacts impacts,
            Governance governance) {
        this.models = models;
        this.moments = moments;
        this.drafts = drafts;
        this.store = store;
        this.publishing = publishing;
        this.consequences = consequences;
        this.impacts = impacts;
        this.governance = governance;
    }

    /**
     * What it would change, counted, for those people whom whoever asks may see.
     *
     * @param person key of the one person that is meant, with examples of records; of all where it
     *     is empty
     */
    List<Impact.Line> of(Person me, String application, String id, String person) {
        Draft draft = drafts.find(me, application, id);
        Optional<Consequences.Result> known = consequences.known(me, draft);
        if (person.isEmpty() && known.isPresent()) {
            return known.get().lines();
        }
        Moment now = moments.now(application);
        return impacts.lines(me, now, with(now, DraftEdits.changes(draft)), person);
    }

    /**
     * What one edit changes: from where the draft was before it to where it was after it.
     *
     * @throws Refused where that cannot be told any more
     */
    List<Impact.Line> ofEdit(Person me, String application, String id, long number, String person) {
        drafts.find(me, application, id);
        List<Edit> all = store.counting(id, 0);
        List<Edit> before = all.stream().filter(one -> one.number() < number).toList();
        List<Change> edit =
                all.stream()
                        .filter(one -> one.number() == number)
                        .findFirst()
                        .map(one -> DocumentChanges.read(one.changes()))
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "number",
                                                "There is no such edit in the draft any more."));
        Moment now = moments.now(application);
        try {
            Moment was =
                    with(
                            now,
                            before.stream()
                                    .flatMap(one -> DocumentChanges.read(one.changes()).stream())
                                    .toList());
            return impacts.lines(me, was, with(was, edit), person);
        } catch (ModelRefused otherwise) {
            throw new Refused(
                    "What this edit alone changes cannot be told: what it was made on was"
                            + " published otherwise since.",
                    List.of());
        }
    }

    /**
     * What further changes would lead to, on top of the draft in which somebody works; nothing is
     * kept.
     */
    List<Impact.Line> ofChanges(Person me, String application, List<Change> changes) {
        return lines(me, drafted(me, application), changes);
    }

    private List<Impact.Line> lines(Person me, Moment drafted, List<Change> changes) {
        Moment then = with(drafted, changes);
        governance.requireReadable(
                List.of(me),
                models.model(drafted.model().application().key()),
                drafted.model().design(),
                then.model().design());
        return impacts.lines(me, drafted, then, "");
    }

    /**
     * What it takes to take an element away.
     *
     * @param besides what else goes, or is put otherwise, for it: a sentence each
     * @param lines what that would change for people
     */
    record OfRemoval(List<Change> changes, List<String> besides, List<Impact.Line> lines) {}

    /**
     * What it would take to take an element out of the draft in which somebody works; nothing is
     * kept.
     *
     * @param list of the design document
     */
    OfRemoval ofRemoval(Person me, String application, String list, String key) {
        Moment drafted = drafted(me, application);
        Design design = drafted.model().design();
        Element element =
                ElementKind.ofList(list)
                        .flatMap(kind -> design.element(kind, key))
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "key", "There is no such element in the draft."));
        List<Change> changes = Removal.of(design, element.kind(), key);
        List<String> besides =
                new ChangeWords(drafted.model(), with(drafted, changes).model())
                        .of(changes.subList(0, changes.size() - 1));
        return new OfRemoval(changes, besides, lines(me, drafted, changes));
    }

    /**
     * As the draft has it in which somebody works; as published where they work in none.
     *
     * @throws Refused where they may not draft there
     */
    private Moment drafted(Person me, String application) {
        governance.requireOnDraft(me, "create", "new", application, me.key());
        return with(
                moments.now(application),
                drafts.current(me, application).map(DraftEdits::changes).orElse(List.of()));
    }

    private static Moment with(Moment moment, List<Change> changes) {
        return moment.with(Changes.apply(moment.model(), changes));
    }

    /** What it leads to, as far as that is worked out after waiting for some milliseconds. */
    Consequences.Progress consequences(Person me, String application, String id, long wait) {
        Draft draft = drafts.find(me, application, id);
        Person author = models.directory().person(draft.author()).orElse(me);
        return consequences.of(me, draft, () -> publishing.judged(author, draft), wait);
    }
}
