package nembar.server.drafts;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.Counting;
import nembar.core.answers.Impact;
import nembar.core.answers.Meant;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.draft.Removal;
import nembar.core.draft.Reshaping;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Slug;
import nembar.core.words.ChangeWords;
import nembar.server.answers.Impacts;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
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
    private static final int PERSONAS_LOOKED_AT = 25;
    private static final String FIELDS = "fields";

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

    /**
     * What an element leaves somebody of a kind of record: how many they view, before and after.
     */
    record Left(Persona persona, RecordType type, Impact.Counted before, Impact.Counted after) {}

    /**
     * What the people whom a changed element means view before and after, on the kinds of record on
     * which that differs: the first of those whom whoever asks may see. Nothing is kept.
     */
    List<Left> left(Person me, String application, List<Change> changes) {
        Moment before = drafted(me, application);
        Moment after = readable(me, before, changes);
        Predicate<Person> visible = governance.mayView(me);
        List<Persona> personas =
                changes.stream()
                        .filter(Change.Put.class::isInstance)
                        .flatMap(one -> Meant.audience(((Change.Put) one).element()).stream())
                        .flatMapToInt(
                                audience -> after.model().personasIn(audience, after.at()).stream())
                        .distinct()
                        .mapToObj(after.model().personas().all()::get)
                        .filter(
                                persona ->
                                        persona.person().active() && visible.test(persona.person()))
                        .limit(PERSONAS_LOOKED_AT)
                        .toList();
        Counting counting = governance.counting(me, models.model(application));
        List<Left> left = new ArrayList<>();
        for (RecordType type : after.model().catalogue().recordTypes()) {
            Map<Persona, RecordSet> was = new LinkedHashMap<>();
            Map<Persona, RecordSet> is = new LinkedHashMap<>();
            for (Persona persona : personas) {
                RecordSet one = before.access(persona).records(type, Operation.VIEW);
                RecordSet other = after.access(persona).records(type, Operation.VIEW);
                if (!one.equals(other)) {
                    was.put(persona, one);
                    is.put(persona, other);
                }
            }
            if (!was.isEmpty()) {
                Set<RecordSet> sets = new HashSet<>(was.values());
                sets.addAll(is.values());
                Map<RecordSet, Long> counts = counting.count(type, sets);
                was.forEach(
                        (persona, set) ->
                                left.add(
                                        new Left(
                                                persona,
                                                type,
                                                counted(set, counts),
                                                counted(is.get(persona), counts))));
            }
        }
        return left;
    }

    private static Impact.Counted counted(RecordSet set, Map<RecordSet, Long> counts) {
        return new Impact.Counted(counts.get(set), !set.equals(RecordSet.NOTHING), List.of());
    }

    private List<Impact.Line> lines(Person me, Moment drafted, List<Change> changes) {
        return impacts.lines(me, drafted, readable(me, drafted, changes), "");
    }

    /** With changes made that speak only of what whoever asks may view. */
    private Moment readable(Person me, Moment drafted, List<Change> changes) {
        Moment then = with(drafted, changes);
        governance.requireReadable(
                List.of(me),
                models.model(drafted.model().application().key()),
                drafted.model().design(),
                then.model().design());
        return then;
    }

    /**
     * Changes that are prepared for somebody to make.
     *
     * @param words a sentence for each element that they touch; of a removal, of those besides the
     *     element itself
     * @param lines what that would change for people
     */
    record Prepared(List<Change> changes, List<String> words, List<Impact.Line> lines) {}

    /**
     * What it would take to take an element out of the draft in which somebody works; nothing is
     * kept.
     *
     * @param list of the design document
     */
    Prepared ofRemoval(Person me, String application, String list, String key) {
        Moment drafted = drafted(me, application);
        List<Change> changes =
                list.equals(FIELDS)
                        ? fieldRemoval(drafted.model(), key)
                        : removal(drafted.model(), list, key);
        List<String> besides =
                new ChangeWords(drafted.model(), with(drafted, changes).model())
                        .of(changes.subList(0, changes.size() - 1));
        return new Prepared(changes, besides, lines(me, drafted, changes));
    }

    private static List<Change> removal(AccessModel model, String list, String key) {
        Element element =
                ElementKind.ofList(list)
                        .flatMap(kind -> model.element(kind, key))
                        .orElseThrow(DraftImpact::noneSuch);
        return Removal.of(model, element.kind(), key);
    }

    /**
     * @param key of the record type, a full stop, and that of the field
     */
    private static List<Change> fieldRemoval(AccessModel model, String key) {
        int stop = key.lastIndexOf('.');
        String field = key.substring(stop + 1);
        RecordType type =
                model.catalogue()
                        .recordType(key.substring(0, Math.max(0, stop)))
                        .filter(one -> one.field(field).isPresent())
                        .orElseThrow(DraftImpact::noneSuch);
        return Removal.ofField(model, type, field);
    }

    private static NotFound noneSuch() {
        return new NotFound("key", "There is no such element in the draft.");
    }

    /** What two privilege sets share as a set of its own; nothing is kept. */
    Prepared ofSplit(Person me, String application, String one, String other, String name) {
        Moment drafted = drafted(me, application);
        Design design = drafted.model().design();
        PrivilegeSet first = set(design, one);
        PrivilegeSet second = set(design, other);
        if (first.equals(second) || Reshaping.shared(first, second).isEmpty()) {
            throw new BadRequest(
                    "other",
                    first.name()
                            + " and "
                            + second.name()
                            + " share nothing that could be split off.");
        }
        String called = name.isBlank() ? first.name() + " and " + second.name() : name.strip();
        Set<String> taken = new HashSet<>();
        design.assignments().forEach(any -> taken.add(any.key()));
        List<Change> changes =
                Reshaping.split(
                        design,
                        first,
                        second,
                        Slug.of(called, "set", key -> design.set(key).isPresent()),
                        called,
                        key -> {
                            String free = Slug.of(key + " shared", "assignment", taken::contains);
                            taken.add(free);
                            return free;
                        });
        return prepared(me, drafted, changes);
    }

    /** One privilege set folded into another; nothing is kept. */
    Prepared ofFold(Person me, String application, String from, String into) {
        Moment drafted = drafted(me, application);
        Design design = drafted.model().design();
        if (from.equals(into)) {
            throw new BadRequest("into", "A set is folded into another one.");
        }
        return prepared(me, drafted, Reshaping.fold(design, set(design, from), set(design, into)));
    }

    private Prepared prepared(Person me, Moment drafted, List<Change> changes) {
        AccessModel then = with(drafted, changes).model();
        return new Prepared(
                changes,
                new ChangeWords(drafted.model(), then).of(changes),
                lines(me, drafted, changes));
    }

    private static PrivilegeSet set(Design design, String key) {
        return design.set(key)
                .orElseThrow(
                        () -> new NotFound("set", "There is no set `" + key + "` in the draft."));
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
