package nembar.server.drafts;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.answers.Impacts;
import nembar.server.answers.Impacts.ImpactLine;
import nembar.server.answers.Impacts.ImpactPage;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.document.ChangePart;
import nembar.server.drafts.Clashes.Clash;
import nembar.server.drafts.DraftPublishing.AskedPublication;
import nembar.server.drafts.DraftReview.ExpectationShown;
import nembar.server.drafts.DraftShapes.DraftShown;
import nembar.server.drafts.DraftShapes.ObjectionShown;
import nembar.server.drafts.DraftShapes.PlanShown;
import nembar.server.http.Csv;
import nembar.server.ledger.PublicationShapes;
import nembar.server.ledger.PublicationShapes.PublicationShown;
import nembar.server.session.Me;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.Page;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Drafts of an application. */
@RestController
@RequestMapping("/api/applications/{application}")
class DraftController {
    private final DraftService drafts;
    private final DraftEdits edits;
    private final DraftShapes shapes;
    private final DraftImpact impact;
    private final Impacts impacts;
    private final DraftReview reviews;
    private final DraftPublishing publishing;
    private final PublicationShapes publications;
    private final PlannedPublications planned;
    private final Me me;

    DraftController(
            DraftService drafts,
            DraftEdits edits,
            DraftShapes shapes,
            DraftImpact impact,
            Impacts impacts,
            DraftReview reviews,
            DraftPublishing publishing,
            PublicationShapes publications,
            PlannedPublications planned,
            Me me) {
        this.drafts = drafts;
        this.edits = edits;
        this.shapes = shapes;
        this.impact = impact;
        this.impacts = impacts;
        this.reviews = reviews;
        this.publishing = publishing;
        this.publications = publications;
        this.planned = planned;
        this.me = me;
    }

    /**
     * What a draft is written with.
     *
     * @param base the publication it has been brought up to; left out to stay where it is
     */
    record DraftWritten(String name, Long base, @NotNull List<ChangePart> changes) {}

    record DraftPage(List<DraftShown> drafts, long total) {}

    /**
     * What stands against publishing a draft.
     *
     * @param words what the draft does, a sentence for each element
     * @param stale why it cannot be made any more of what is published by now
     * @param approvers names of those who can agree to what needs it
     */
    record Review(
            DraftShown draft,
            boolean publishable,
            List<ObjectionShown> objections,
            List<Clash> clashes,
            List<ExpectationShown> expectations,
            List<String> words,
            List<String> stale,
            List<String> approvers,
            Optional<PlanShown> planned) {}

    record Word(@NotNull String reason, String override) {}

    /**
     * @param at when it is to be published
     */
    record Plan(@NotNull Instant at, @NotNull String reason, String override) {}

    @GetMapping("/drafts")
    @Operation(operationId = "drafts")
    DraftPage list(
            @PathVariable String application,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        Page<Draft> some = drafts.open(me.person(), application, page, size);
        return new DraftPage(some.items().stream().map(shapes::of).toList(), some.total());
    }

    @PostMapping("/drafts")
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(operationId = "createDraft")
    ResponseEntity<DraftShown> create(
            @PathVariable String application, @Valid @RequestBody DraftWritten written) {
        return shapes.answer(
                HttpStatus.CREATED,
                edits.create(me.person(), application, written.name(), written.changes()));
    }

    @GetMapping("/drafts/{id}")
    @Operation(operationId = "draft")
    ResponseEntity<DraftShown> find(@PathVariable String application, @PathVariable String id) {
        return shapes.answer(HttpStatus.OK, drafts.find(me.person(), application, id));
    }

    @PutMapping("/drafts/{id}")
    @Operation(operationId = "changeDraft")
    ResponseEntity<DraftShown> change(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody DraftWritten written) {
        return shapes.answer(
                HttpStatus.OK,
                edits.change(
                        me.person(),
                        application,
                        id,
                        version(ifMatch),
                        written.name(),
                        Optional.ofNullable(written.base()),
                        written.changes()));
    }

    @DeleteMapping("/drafts/{id}")
    @Operation(operationId = "discardDraft")
    ResponseEntity<Void> discard(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        drafts.discard(me.person(), application, id, version(ifMatch));
        return ResponseEntity.noContent().build();
    }

    /** What stands against publishing it: standing rules, other publications, expectations. */
    @GetMapping("/drafts/{id}/review")
    @Operation(operationId = "reviewDraft")
    Review review(@PathVariable String application, @PathVariable String id) {
        Draft draft = drafts.find(me.person(), application, id);
        DraftReview.Obstacles obstacles = reviews.of(me.person(), draft);
        return new Review(
                shapes.of(draft),
                obstacles.publishable(),
                obstacles.objections().stream().map(shapes::named).toList(),
                obstacles.clashes(),
                obstacles.expectations(),
                obstacles.words(),
                obstacles.stale(),
                shapes.approvers(obstacles.objections()),
                planned.of(draft).map(shapes::of));
    }

    /**
     * What it would change for people, externals first.
     *
     * @param person of this one only, with examples of records; of all where it is left out
     */
    @GetMapping("/drafts/{id}/impact")
    @Operation(operationId = "draftImpact")
    ImpactPage impact(
            @PathVariable String application,
            @PathVariable String id,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "100") int size,
            @RequestParam(defaultValue = "") String person) {
        return impacts.page(impact.of(me.person(), application, id, person), page, size);
    }

    /**
     * What one of its edits changes for people, externals first.
     *
     * @param person of this one only, with examples of records; of all where it is left out
     */
    @GetMapping("/drafts/{id}/edits/{number}/impact")
    @Operation(operationId = "editImpact")
    ImpactPage editImpact(
            @PathVariable String application,
            @PathVariable String id,
            @PathVariable long number,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "100") int size,
            @RequestParam(defaultValue = "") String person) {
        return impacts.page(
                impact.ofEdit(me.person(), application, id, number, person), page, size);
    }

    @PostMapping("/drafts/{id}/approve")
    @Operation(operationId = "approveDraft")
    ResponseEntity<DraftShown> approve(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return shapes.answer(
                HttpStatus.OK, drafts.approve(me.person(), application, id, version(ifMatch)));
    }

    @PostMapping("/drafts/{id}/publish")
    @Operation(operationId = "publishDraft")
    PublicationShown publish(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody Word word) {
        return publications.of(
                publishing.publish(
                        me.person(),
                        application,
                        id,
                        version(ifMatch),
                        word.reason(),
                        word.override()));
    }

    /** Asks those who can agree to its publication; or says what it would change. */
    @PostMapping("/drafts/{id}/submit")
    @Operation(operationId = "submitDraft")
    Preview submit(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @ParameterObject Submission.Parameters how,
            @Valid @RequestBody Word word) {
        AskedPublication asked =
                new AskedPublication(application, version(ifMatch), word.reason(), word.override());
        RequestedAct act = new RequestedAct(DraftPublishing.ACT, id, asked, "draft", List.of());
        return publishing.submit(how.by(me.person(), act), id, asked);
    }

    /** Plans its publication for a time, in the place of what was planned. */
    @PutMapping("/drafts/{id}/plan")
    @Operation(operationId = "planPublication")
    PlanShown plan(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody Plan plan) {
        return shapes.of(
                planned.plan(
                        me.person(),
                        application,
                        id,
                        version(ifMatch),
                        plan.reason(),
                        plan.override(),
                        plan.at()));
    }

    @DeleteMapping("/drafts/{id}/plan")
    @Operation(operationId = "unplanPublication")
    ResponseEntity<Void> unplan(@PathVariable String application, @PathVariable String id) {
        planned.unplan(me.person(), application, id);
        return ResponseEntity.noContent().build();
    }

    /** The impact as a CSV file (RFC 4180). */
    @GetMapping(path = "/drafts/{id}/impact.csv", produces = "text/csv")
    @Operation(operationId = "draftImpactCsv")
    ResponseEntity<StreamingResponseBody> impactCsv(
            @PathVariable String application, @PathVariable String id) {
        return Csv.file(
                "impact.csv",
                List.of("Person", "Account", "External", "What", "Gained", "Lost"),
                impacts.all(impact.of(me.person(), application, id, "")).stream()
                        .map(DraftController::row));
    }

    private static List<String> row(ImpactLine line) {
        String gained = line.withheld() ? "withheld" : String.valueOf(line.gained());
        String lost = line.withheld() ? "withheld" : String.valueOf(line.lost());
        return List.of(
                line.name(),
                line.accountName().orElse(""),
                line.external() ? "yes" : "",
                line.does(),
                gained,
                lost);
    }

    /** Makes a draft of the publication's inverse. */
    @PostMapping("/publications/{number}/undo")
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(operationId = "undoPublication")
    ResponseEntity<DraftShown> undo(@PathVariable String application, @PathVariable long number) {
        return shapes.answer(HttpStatus.CREATED, drafts.undo(me.person(), application, number));
    }

    private static long version(String ifMatch) {
        if (ifMatch == null || !ifMatch.matches("\"\\d{1,18}\"")) {
            throw new ModelRefused(
                    List.of(
                            new Problem(
                                    "If-Match",
                                    "send the ETag of the draft that this is meant to follow")));
        }
        return Long.parseLong(ifMatch.replace("\"", ""));
    }
}
