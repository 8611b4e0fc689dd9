package nembar.server.drafts;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.answers.Impact.Counted;
import nembar.core.answers.ImpactTotals;
import nembar.core.catalogue.Function;
import nembar.core.governance.Objection;
import nembar.core.text.Words;
import nembar.server.answers.Proved;
import nembar.server.document.ChangePart;
import nembar.server.http.OneOf;
import nembar.server.model.Models;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Edit;
import nembar.server.store.PlannedPublicationStore.Planned;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Drafts, their edits and consequences as they are sent. */
@Component
class DraftShapes {
    private final Models models;

    DraftShapes(Models models) {
        this.models = models;
    }

    /**
     * A draft as it is kept.
     *
     * @param authorName name of its author
     * @param version what If-Match carries
     */
    record DraftShown(
            String id,
            String name,
            String author,
            String authorName,
            @OneOf(words = {"open", "published", "discarded"}) String state,
            long base,
            List<ChangePart> changes,
            List<String> approvals,
            Instant createdAt,
            Instant changedAt,
            long version) {}

    /**
     * One edit of a draft.
     *
     * @param writer name of whoever made it
     * @param words what it does, a sentence for each element
     * @param state counts, undone, takenBack, or takesBack for one that takes another back
     */
    record EditShown(
            long number,
            String writer,
            Instant at,
            List<String> words,
            @OneOf(words = {"counts", "undone", "takenBack", "takesBack"}) String state) {}

    /**
     * When a draft is to be published.
     *
     * @param failed why it could not be; empty until then
     */
    record PlanShown(Instant at, String by, String reason, String failed) {}

    /** What stands against publishing: a rule, why, and the names of those who could agree. */
    record ObjectionShown(
            @OneOf(Objection.Rule.class) String rule,
            String why,
            List<String> people,
            List<String> approvers) {}

    /**
     * One side of what changes on a record type.
     *
     * @param records how many; empty where only creating is concerned, or the number is withheld
     * @param each whether that is the number of the person with most of them
     */
    record SideShown(int people, Optional<Long> records, boolean each, boolean withheld) {}

    record KindShown(
            String type, String singular, String plural, SideShown gained, SideShown lost) {}

    record FunctionChange(String function, String name, int gaining, int losing) {}

    /**
     * What a version of a draft leads to.
     *
     * @param version of the draft
     * @param done of {@code steps}; the numbers are there when {@code ready}
     * @param failed why it cannot be worked out
     * @param broken expectations that hold now and would not any more
     */
    record ConsequencesShown(
            long version,
            boolean ready,
            int done,
            int steps,
            List<String> failed,
            int gaining,
            int losing,
            int externalsGaining,
            int gainingGuarded,
            List<KindShown> kinds,
            List<FunctionChange> functions,
            List<Proved> broken,
            List<ObjectionShown> objections,
            List<SeatsShown> seats) {}

    /**
     * A seat pool that a draft touches.
     *
     * @param agreed how many seats there would be
     * @param before how many are in use today
     * @param after how many would be
     */
    record SeatsShown(String key, String name, int agreed, int before, int after) {}

    ResponseEntity<DraftShown> answer(HttpStatus status, Draft draft) {
        return ResponseEntity.status(status).eTag("\"" + draft.version() + "\"").body(of(draft));
    }

    DraftShown of(Draft draft) {
        return new DraftShown(
                draft.id(),
                draft.name(),
                draft.author(),
                name(draft.author()),
                draft.state(),
                draft.base(),
                draft.changes(),
                draft.approvals(),
                draft.createdAt(),
                draft.changedAt(),
                draft.version());
    }

    List<EditShown> of(List<Edit> edits) {
        Set<Long> takenBack =
                edits.stream()
                        .filter(Edit::counts)
                        .flatMap(one -> one.takesBack().stream())
                        .collect(Collectors.toSet());
        return edits.stream()
                .map(
                        one ->
                                new EditShown(
                                        one.number(),
                                        name(one.writer()),
                                        one.at(),
                                        one.words(),
                                        state(one, takenBack)))
                .toList();
    }

    private static String state(Edit edit, Set<Long> takenBack) {
        if (!edit.counts()) {
            return "undone";
        }
        if (takenBack.contains(edit.number())) {
            return "takenBack";
        }
        return edit.takesBack().isPresent() ? "takesBack" : "counts";
    }

    /** Names of all who can agree to any of these. */
    List<String> approvers(List<Objection> objections) {
        return objections.stream()
                .flatMap(one -> one.approvers().stream())
                .map(this::name)
                .distinct()
                .sorted()
                .toList();
    }

    ObjectionShown named(Objection objection) {
        return new ObjectionShown(
                Words.of(objection.rule()),
                objection.why(),
                objection.people().stream().map(this::name).toList(),
                objection.approvers().stream().map(this::name).sorted().toList());
    }

    PlanShown of(Planned planned) {
        return new PlanShown(
                planned.dueAt(), name(planned.publisher()), planned.reason(), planned.failed());
    }

    ConsequencesShown of(Consequences.Progress progress) {
        Optional<Consequences.Result> result = progress.result();
        Optional<ImpactTotals> totals = result.map(Consequences.Result::totals);
        return new ConsequencesShown(
                progress.version(),
                result.isPresent(),
                progress.done(),
                progress.steps(),
                progress.failed(),
                totals.map(ImpactTotals::gaining).orElse(0),
                totals.map(ImpactTotals::losing).orElse(0),
                totals.map(ImpactTotals::externalsGaining).orElse(0),
                totals.map(ImpactTotals::gainingGuarded).orElse(0),
                totals.stream()
                        .flatMap(one -> one.kinds().stream())
                        .map(
                                one ->
                                        new KindShown(
                                                one.type().key(),
                                                one.type().singular(),
                                                one.type().plural(),
                                                side(one.gained()),
                                                side(one.lost())))
                        .toList(),
                totals.stream()
                        .flatMap(one -> one.functions().stream())
                        .map(DraftShapes::function)
                        .toList(),
                result.map(Consequences.Result::broken).orElse(List.of()),
                result.stream().flatMap(one -> one.objections().stream()).map(this::named).toList(),
                result.stream()
                        .flatMap(one -> one.seats().stream())
                        .map(
                                one ->
                                        new SeatsShown(
                                                one.pool().key(),
                                                one.pool().name(),
                                                one.agreed(),
                                                one.before(),
                                                one.after()))
                        .toList());
    }

    private static FunctionChange function(ImpactTotals.OfFunction one) {
        Function function = one.function();
        return new FunctionChange(function.key(), function.name(), one.gaining(), one.losing());
    }

    private static SideShown side(ImpactTotals.Side side) {
        return new SideShown(
                side.people(),
                side.records().filter(one -> !one.withheld()).map(Counted::number),
                side.each(),
                side.records().filter(Counted::withheld).isPresent());
    }

    private String name(String person) {
        Map<String, String> names = models.directory().personNames();
        return names.getOrDefault(person, person);
    }
}
