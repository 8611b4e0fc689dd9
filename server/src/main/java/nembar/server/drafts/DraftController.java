package nembar.server.drafts;

import io.swagger.v3.oas.annotations.Operation;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.answers.Impact;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.answers.Proved;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.document.ChangePart;
import nembar.server.drafts.DraftService.AskedPublication;
import nembar.server.drafts.DraftShapes.DraftShown;
import nembar.server.drafts.DraftShapes.ImpactLine;
import nembar.server.drafts.DraftShapes.ObjectionShown;
import nembar.server.drafts.DraftShapes.PlanShown;
import nembar.server.drafts.DraftShapes.PublicationShown;
import nembar.server.http.Csv;
import nembar.server.http.Instants;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.DraftStore.Page;
import nembar.server.store.DraftStore.Publication;
import nembar.server.store.DraftStore.Wanted;
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
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Drafts and publications of an application. */
@RestController
@RequestMapping("/api/applications/{application}")
class DraftController {
    private final DraftService drafts;
    private final DraftEdits edits;
    private final DraftShapes shapes;
    private final PlannedPublications planned;
    private final Me me;

    DraftController(
            DraftService drafts,
            DraftEdits edits,
            DraftShapes shapes,
            PlannedPublications planned,
            Me me) {
        this.drafts = drafts;
        this.edits = edits;
        this.shapes = shapes;
        this.planned = planned;
        this.me = me;
    }

    /**
     * What a draft is written with.
     *
     * @param base the publication it has been brought up to; left out to stay where it is
     */
    record DraftWritten(String name, Long base, List<ChangePart> changes) {}

    record DraftPage(List<DraftShown> drafts, long total) {}

    /**
     * What stands against publishing a draft.
     *
     * @param broken names of the expectations that hold now and would not any more
     * @param words what the draft does, a sentence for each element
     * @param stale why it cannot be made any more of what is published by now
     * @param approvers names of those who can agree to what needs it
     */
    record Review(
            DraftShown draft,
            boolean publishable,
            List<ObjectionShown> objections,
            List<DraftService.Clash> clashes,
            List<Proved> expectations,
            List<String> broken,
            List<String> words,
            List<String> stale,
            List<String> approvers,
            Optional<PlanShown> planned) {}

    record ImpactPage(List<ImpactLine> lines, long total) {}

    record Word(String reason, String override) {}

    /**
     * @param at when it is to be published
     */
    record Plan(Instant at, String reason, String override) {}

    record PublicationPage(List<PublicationShown> publications, long total) {}

    /**
     * Which publications are meant; what is left out is any.
     *
     * @param search text in the reason or in what was done
     * @param author key of whoever made or published it
     * @param element key of an element that was changed
     * @param from the first instant
     * @param until the first instant after it
     */
    record LedgerAsked(String search, String author, String element, String from, String until) {
        Wanted wanted() {
            return new Wanted(
                    said(search),
                    said(author),
                    said(element),
                    Instants.at(from),
                    Instants.at(until));
        }

        private static String said(String text) {
            return text == null ? "" : text.strip();
        }
    }

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
    @Operation(operationId = "createDraft")
    ResponseEntity<DraftShown> create(
            @PathVariable String application, @RequestBody DraftWritten written) {
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
            @RequestBody DraftWritten written) {
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
        DraftService.Standing standing = drafts.standing(me.person(), draft);
        return new Review(
                shapes.of(draft),
                standing.publishable(),
                standing.objections().stream().map(shapes::named).toList(),
                standing.clashes(),
                standing.expectations(),
                standing.broken(),
                standing.words(),
                standing.stale(),
                shapes.approvers(standing.objections()),
                drafts.planned(draft).map(shapes::of));
    }

    /**
     * What it would change for people, outsiders first.
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
        return page(drafts.impact(me.person(), application, id, person), page, size);
    }

    private static ImpactPage page(List<Impact.Line> lines, int page, int size) {
        Paging.check(page, size);
        int from = (int) Math.min((long) page * size, lines.size());
        return new ImpactPage(
                lines.subList(from, Math.min(from + size, lines.size())).stream()
                        .map(DraftShapes::of)
                        .toList(),
                lines.size());
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
            @RequestBody Word word) {
        return shapes.of(
                drafts.publish(
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
            @RequestBody Word word) {
        AskedPublication asked =
                new AskedPublication(application, version(ifMatch), word.reason(), word.override());
        RequestedAct act = new RequestedAct("publication", id, asked, "draft", List.of());
        return drafts.submit(how.by(me.person(), act), id, asked);
    }

    /** Plans its publication for a time, in the place of what was planned. */
    @PutMapping("/drafts/{id}/plan")
    @Operation(operationId = "planPublication")
    PlanShown plan(
            @PathVariable String application,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @RequestBody Plan plan) {
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
        drafts.unplan(me.person(), application, id);
        return ResponseEntity.noContent().build();
    }

    /** The same as the impact, as a CSV file (RFC 4180). */
    @GetMapping(path = "/drafts/{id}/impact.csv", produces = "text/csv")
    @Operation(operationId = "draftImpactCsv")
    ResponseEntity<StreamingResponseBody> impactCsv(
            @PathVariable String application, @PathVariable String id) {
        return Csv.file(
                "impact.csv",
                List.of("Person", "Account", "Outsider", "What", "Gained", "Lost"),
                drafts.impact(me.person(), application, id, "").stream()
                        .map(DraftShapes::of)
                        .map(DraftController::row));
    }

    private static List<String> row(ImpactLine line) {
        String gained = line.withheld() ? "withheld" : String.valueOf(line.gained());
        String lost = line.withheld() ? "withheld" : String.valueOf(line.lost());
        return List.of(
                line.name(),
                line.account().orElse(""),
                line.external() ? "yes" : "",
                line.does(),
                gained,
                lost);
    }

    @GetMapping("/publications")
    @Operation(operationId = "publications")
    PublicationPage publications(
            @PathVariable String application,
            @ParameterObject LedgerAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        Page<Publication> some =
                drafts.publications(me.person(), application, asked.wanted(), page, size);
        return new PublicationPage(some.items().stream().map(shapes::of).toList(), some.total());
    }

    @GetMapping("/publications/{number}")
    @Operation(operationId = "publication")
    PublicationShown publication(@PathVariable String application, @PathVariable long number) {
        return shapes.of(drafts.publication(me.person(), application, number));
    }

    /** What it changed for people when it was made, on the records there are today. */
    @GetMapping("/publications/{number}/impact")
    @Operation(operationId = "publicationImpact")
    ImpactPage publicationImpact(
            @PathVariable String application,
            @PathVariable long number,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "100") int size) {
        return page(drafts.publicationImpact(me.person(), application, number), page, size);
    }

    /** The ledger as a CSV file (RFC 4180), its last thousand publications at most. */
    @GetMapping(path = "/publications.csv", produces = "text/csv")
    @Operation(operationId = "publicationsCsv")
    ResponseEntity<StreamingResponseBody> publicationsCsv(
            @PathVariable String application, @ParameterObject LedgerAsked asked) {
        List<PublicationShown> some = new ArrayList<>();
        Page<Publication> read;
        int page = 0;
        do {
            read = drafts.publications(me.person(), application, asked.wanted(), page++, 100);
            read.items().forEach(one -> some.add(shapes.of(one)));
        } while (page < 10 && some.size() < read.total());
        return Csv.file(
                "ledger.csv",
                List.of("Number", "At", "Author", "Publisher", "Agreed", "Reason", "What it did"),
                some.stream().map(DraftController::row));
    }

    private static List<String> row(PublicationShown one) {
        return List.of(
                String.valueOf(one.number()),
                one.at().toString(),
                one.authorName(),
                one.publisherName(),
                String.join(", ", one.approverNames()),
                one.reason(),
                String.join("; ", one.words()));
    }

    /** Makes a draft of the publication's inverse. */
    @PostMapping("/publications/{number}/undo")
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
