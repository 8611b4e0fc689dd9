package nembar.server.drafts;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Impact.Counted;
import nembar.server.answers.Impacts;
import nembar.server.answers.Impacts.ImpactPage;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.drafts.Clashes.Clash;
import nembar.server.drafts.DraftShapes.ConsequencesShown;
import nembar.server.drafts.DraftShapes.DraftShown;
import nembar.server.drafts.DraftShapes.EditShown;
import nembar.server.drafts.DraftShapes.PlanShown;
import nembar.server.session.Me;
import nembar.server.store.DraftStore.Draft;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The draft in which somebody works in an application, and edits in drafts. */
@RestController
@RequestMapping("/api/applications/{application}")
class TrayController {
    private static final long WAIT_AT_MOST = 5_000;
    private static final int PREVIEWED = 100;

    private final DraftService drafts;
    private final DraftEdits edits;
    private final DraftImpact impact;
    private final Impacts impacts;
    private final Clashes clashes;
    private final PlannedPublications planned;
    private final DraftShapes shapes;
    private final Me me;

    TrayController(
            DraftService drafts,
            DraftEdits edits,
            DraftImpact impact,
            Impacts impacts,
            Clashes clashes,
            PlannedPublications planned,
            DraftShapes shapes,
            Me me) {
        this.drafts = drafts;
        this.edits = edits;
        this.impact = impact;
        this.impacts = impacts;
        this.clashes = clashes;
        this.planned = planned;
        this.shapes = shapes;
        this.me = me;
    }

    /**
     * The draft in which somebody works.
     *
     * @param draft empty where they work in none
     * @param edits what was done in it, the latest first; the last ones only where they are many
     * @param behind what it changes that was published otherwise since
     * @param planned when it is to be published; empty where that is not planned
     */
    record Tray(
            Optional<DraftShown> draft,
            List<EditShown> edits,
            List<Clash> behind,
            Optional<PlanShown> planned) {}

    /**
     * @param draft id of the draft to work in; left out for none
     */
    record TrayChoice(String draft) {}

    /**
     * An edit.
     *
     * @param seen version of the draft that it was made on; left out where there was none
     */
    record EditWritten(Long seen, @NotNull List<ChangePart> changes) {}

    record DraftName(@NotNull String name) {}

    /**
     * Changes that are prepared, to be made by an edit.
     *
     * @param words a sentence for each element that they touch; of a removal, of those besides the
     *     element itself
     */
    record PreparedShown(List<ChangePart> changes, List<String> words, ImpactPage impact) {}

    record DraftHeir(@NotNull String person) {}

    /**
     * @param theirs elements, each as "list/key", of which what is published is to stand
     */
    record BringingUp(Set<String> theirs) {}

    @GetMapping("/tray")
    @Operation(operationId = "tray")
    Tray tray(@PathVariable String application) {
        return tray(drafts.current(me.person(), application));
    }

    @PutMapping("/tray")
    @Operation(operationId = "workInDraft")
    Tray work(@PathVariable String application, @RequestBody TrayChoice choice) {
        return tray(drafts.work(me.person(), application, choice.draft()));
    }

    /** Makes an edit; the first makes the draft. */
    @PostMapping("/tray/edits")
    @Operation(operationId = "editDraft")
    Tray edit(@PathVariable String application, @Valid @RequestBody EditWritten edit) {
        return tray(
                edits.edit(
                        me.person(),
                        application,
                        Optional.ofNullable(edit.seen()),
                        edit.changes()));
    }

    /** What an edit would change for people, before it is made: the first hundred lines. */
    @PostMapping("/tray/edits/preview")
    @Operation(operationId = "previewEdit")
    ImpactPage preview(@PathVariable String application, @Valid @RequestBody EditWritten edit) {
        return impacts.page(
                impact.ofChanges(me.person(), application, DraftEdits.read(edit.changes())),
                0,
                PREVIEWED);
    }

    /**
     * How many records of a kind somebody views.
     *
     * @param before empty where that may not be told; so {@code after}
     */
    record ReachLeft(
            String person,
            String name,
            Optional<String> account,
            String plural,
            Optional<Long> before,
            Optional<Long> after) {}

    /** What those whom an edit means view before and after it: the first of them. */
    @PostMapping("/tray/edits/reach")
    @Operation(operationId = "reachOfEdit")
    List<ReachLeft> reach(@PathVariable String application, @Valid @RequestBody EditWritten edit) {
        return impact.left(me.person(), application, DraftEdits.read(edit.changes())).stream()
                .map(
                        one ->
                                new ReachLeft(
                                        one.persona().person().key(),
                                        one.persona().person().name(),
                                        one.persona().account(),
                                        one.type().plural(),
                                        told(one.before()),
                                        told(one.after())))
                .toList();
    }

    private static Optional<Long> told(Counted counted) {
        return counted.withheld() ? Optional.empty() : Optional.of(counted.number());
    }

    /**
     * What it takes to take an element away, with whatever speaks of it, and what that would change
     * for people: the first hundred lines. Nothing is done.
     *
     * @param list of the design document, such as "roles"; "fields" for one of a record type
     * @param key of the element; of a field, that of its record type, a full stop, and its own
     */
    @GetMapping("/tray/removal")
    @Operation(operationId = "removal")
    PreparedShown removal(
            @PathVariable String application, @RequestParam String list, @RequestParam String key) {
        return prepared(impact.ofRemoval(me.person(), application, list, key));
    }

    /**
     * What two privilege sets share as a set of its own, with what that would change for people:
     * nothing, as a rule. Nothing is done.
     *
     * @param name of the new set; left out for one made of theirs
     */
    @GetMapping("/tray/split")
    @Operation(operationId = "splitSets")
    PreparedShown split(
            @PathVariable String application,
            @RequestParam String one,
            @RequestParam String other,
            @RequestParam(defaultValue = "") String name) {
        return prepared(impact.ofSplit(me.person(), application, one, other, name));
    }

    /** One privilege set folded into another, with what that would change. Nothing is done. */
    @GetMapping("/tray/fold")
    @Operation(operationId = "foldSets")
    PreparedShown fold(
            @PathVariable String application,
            @RequestParam String from,
            @RequestParam String into) {
        return prepared(impact.ofFold(me.person(), application, from, into));
    }

    private PreparedShown prepared(DraftImpact.Prepared of) {
        return new PreparedShown(
                DocumentChanges.write(of.changes()),
                of.words(),
                impacts.page(of.lines(), 0, PREVIEWED));
    }

    @PostMapping("/drafts/{id}/undo")
    @Operation(operationId = "undoEdit")
    Tray undo(@PathVariable String application, @PathVariable String id) {
        return tray(edits.undo(me.person(), application, id));
    }

    @PostMapping("/drafts/{id}/redo")
    @Operation(operationId = "redoEdit")
    Tray redo(@PathVariable String application, @PathVariable String id) {
        return tray(edits.redo(me.person(), application, id));
    }

    @PostMapping("/drafts/{id}/edits/{number}/take-back")
    @Operation(operationId = "takeEditBack")
    Tray takeBack(
            @PathVariable String application, @PathVariable String id, @PathVariable long number) {
        return tray(edits.takeBack(me.person(), application, id, number));
    }

    @PutMapping("/drafts/{id}/name")
    @Operation(operationId = "renameDraft")
    Tray rename(
            @PathVariable String application,
            @PathVariable String id,
            @Valid @RequestBody DraftName name) {
        return tray(edits.rename(me.person(), application, id, name.name()));
    }

    @PutMapping("/drafts/{id}/author")
    @Operation(operationId = "handDraftOver")
    Tray handOver(
            @PathVariable String application,
            @PathVariable String id,
            @Valid @RequestBody DraftHeir heir) {
        return tray(edits.handOver(me.person(), application, id, heir.person()));
    }

    /** Brings a draft up to what has been published since it was begun. */
    @PostMapping("/drafts/{id}/bring-up")
    @Operation(operationId = "bringDraftUp")
    Tray bringUp(
            @PathVariable String application,
            @PathVariable String id,
            @RequestBody BringingUp bringing) {
        Set<String> theirs = bringing.theirs() == null ? Set.of() : bringing.theirs();
        return tray(edits.bringUp(me.person(), application, id, theirs));
    }

    /** Opens a draft again that was discarded. */
    @PostMapping("/drafts/{id}/restore")
    @Operation(operationId = "restoreDraft")
    ResponseEntity<DraftShown> restore(@PathVariable String application, @PathVariable String id) {
        return shapes.answer(HttpStatus.OK, drafts.restore(me.person(), application, id));
    }

    /**
     * What it leads to, as far as that is worked out.
     *
     * @param wait for how many milliseconds to wait for it
     */
    @GetMapping("/drafts/{id}/consequences")
    @Operation(operationId = "draftConsequences")
    ConsequencesShown consequences(
            @PathVariable String application,
            @PathVariable String id,
            @RequestParam(defaultValue = "0") long wait) {
        return shapes.of(
                impact.consequences(
                        me.person(), application, id, Math.max(0, Math.min(wait, WAIT_AT_MOST))));
    }

    private Tray tray(Draft draft) {
        return tray(Optional.of(draft));
    }

    private Tray tray(Optional<Draft> draft) {
        return new Tray(
                draft.map(shapes::of),
                draft.map(one -> shapes.of(drafts.edits(one))).orElse(List.of()),
                draft.map(clashes::of).orElse(List.of()),
                draft.flatMap(planned::of).map(shapes::of));
    }
}
