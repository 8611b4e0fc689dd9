package nembar.server.drafts;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import nembar.core.answers.ImpactTotals;
import nembar.core.model.Problem;
import nembar.server.command.Judgement;
import nembar.server.document.DesignDocument;
import nembar.server.document.TakesDesign;
import nembar.server.drafts.DraftShapes.DraftShown;
import nembar.server.drafts.DraftShapes.ObjectionShown;
import nembar.server.session.Me;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A design as a file: docs/design-document.md. */
@RestController
@RequestMapping("/api/applications/{application}/design")
class DesignFileController {
    private final DesignFiles files;
    private final DraftShapes shapes;
    private final Me me;

    DesignFileController(DesignFiles files, DraftShapes shapes, Me me) {
        this.files = files;
        this.shapes = shapes;
        this.me = me;
    }

    /**
     * What bringing a file in would do.
     *
     * @param passes whether it fits and breaks no expectation
     * @param problems why it does not fit; then nothing else is told
     * @param notes what of it is left aside
     * @param words a sentence for each element that it changes
     * @param gaining how many people would gain anything; so {@code losing}, and {@code
     *     externalsGaining} of externals
     * @param broken names of expectations that hold now and would not any more
     * @param objections what stands against its being published by whoever asks
     */
    record FileChecked(
            boolean passes,
            List<Problem> problems,
            List<String> notes,
            List<String> words,
            int gaining,
            int losing,
            int externalsGaining,
            List<String> broken,
            List<ObjectionShown> objections) {}

    /** A part of the design: roles with their privilege sets, and further sets. */
    @GetMapping("/part")
    @Operation(operationId = "designPart")
    DesignDocument part(
            @PathVariable String application,
            @RequestParam(defaultValue = "") Set<String> role,
            @RequestParam(defaultValue = "") Set<String> set) {
        return files.part(me.person(), application, role, set);
    }

    /**
     * Checks a design document; nothing is kept.
     *
     * @param merge whether elements that it leaves out stay; else they would be taken away
     */
    @PostMapping("/check")
    @Operation(operationId = "checkDesign")
    @TakesDesign
    FileChecked check(
            @PathVariable String application,
            @RequestParam(defaultValue = "false") boolean merge,
            HttpServletRequest request)
            throws IOException {
        DesignFiles.Checked checked =
                files.check(
                        me.person(), application, request.getInputStream().readAllBytes(), merge);
        List<String> broken = checked.judgement().map(Judgement::brokenNames).orElse(List.of());
        return new FileChecked(
                checked.problems().isEmpty() && broken.isEmpty(),
                checked.problems(),
                checked.notes(),
                checked.words(),
                checked.totals().map(ImpactTotals::gaining).orElse(0),
                checked.totals().map(ImpactTotals::losing).orElse(0),
                checked.totals().map(ImpactTotals::externalsGaining).orElse(0),
                broken,
                checked.judgement()
                        .map(one -> one.objections().stream().map(shapes::named).toList())
                        .orElse(List.of()));
    }

    /**
     * Brings a design document in as a draft.
     *
     * @param merge as for checking it
     * @param name what the draft is called
     */
    @PostMapping("/propose")
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(operationId = "proposeDesign")
    @TakesDesign
    ResponseEntity<DraftShown> propose(
            @PathVariable String application,
            @RequestParam(defaultValue = "false") boolean merge,
            @RequestParam(defaultValue = "") String name,
            HttpServletRequest request)
            throws IOException {
        return shapes.answer(
                HttpStatus.CREATED,
                files.propose(
                        me.person(),
                        application,
                        request.getInputStream().readAllBytes(),
                        merge,
                        name));
    }
}
