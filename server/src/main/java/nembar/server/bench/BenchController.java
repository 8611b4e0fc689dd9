package nembar.server.bench;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import nembar.server.bench.Bench.HeldSets;
import nembar.server.bench.Bench.HolderPage;
import nembar.server.bench.Bench.HolderRanges;
import nembar.server.bench.Drawers.ComingShown;
import nembar.server.bench.Drawers.DrawerShown;
import nembar.server.bench.Drawers.ElementPage;
import nembar.server.bench.Drawers.PartShown;
import nembar.server.bench.Drawers.ReadingShown;
import nembar.server.bench.Masks.MasksShown;
import nembar.server.document.ChangePart;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The bench: what roles and privilege sets are made of, and who holds them. */
@RestController
@RequestMapping("/api/applications/{application}/bench")
class BenchController {
    private final BenchService benches;
    private final Drawers drawers;
    private final Masks masks;
    private final Me me;

    BenchController(BenchService benches, Drawers drawers, Masks masks, Me me) {
        this.drawers = drawers;
        this.masks = masks;
        this.benches = benches;
        this.me = me;
    }

    /**
     * What is designed on.
     *
     * @param draft whose catalogue is shown; left out for the published one
     */
    @GetMapping
    @Operation(operationId = "bench")
    Bench bench(@PathVariable String application, @RequestParam(defaultValue = "") String draft) {
        return benches.bench(me.person(), application, draft);
    }

    /** Who holds a role or a privilege set, and how they came by it; externals first. */
    @GetMapping("/holders")
    @Operation(operationId = "holders")
    HolderPage holders(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam(defaultValue = "") String role,
            @RequestParam(defaultValue = "") String set,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        return benches.holders(me.person(), application, draft, role, set, page, size);
    }

    /** The privilege sets that somebody holds. */
    @GetMapping("/held-sets")
    @Operation(operationId = "heldSets")
    HeldSets heldSets(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam String person) {
        return benches.heldBy(me.person(), application, draft, person);
    }

    /** What begins and ends in the days to come, in its order. */
    @GetMapping("/coming")
    @Operation(operationId = "coming")
    List<ComingShown> coming(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam(defaultValue = "60") int days) {
        return drawers.coming(me.person(), application, draft, days);
    }

    /** What each mask leaves to see of values that a field has. */
    @GetMapping("/masks")
    @Operation(operationId = "masks")
    MasksShown masks(
            @PathVariable String application,
            @RequestParam String recordType,
            @RequestParam String field) {
        return masks.of(me.person(), application, recordType, field);
    }

    /** How many records those who hold a role or a privilege set have, least to most. */
    @GetMapping("/holder-counts")
    @Operation(operationId = "holderCounts")
    HolderRanges counts(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam(defaultValue = "") String role,
            @RequestParam(defaultValue = "") String set) {
        return benches.counts(me.person(), application, draft, role, set);
    }

    /** The kinds of element that are sentences, and how many of each there are. */
    @GetMapping("/drawers")
    @Operation(operationId = "drawers")
    List<DrawerShown> drawers(
            @PathVariable String application, @RequestParam(defaultValue = "") String draft) {
        return drawers.drawers(me.person(), application, draft);
    }

    /**
     * Elements of one kind, each with its sentence.
     *
     * @param draft id of a draft that is taken to be published; those that it takes away come last
     * @param list of a design document, such as "sharingRules"
     * @param search words that all stand in the sentence
     * @param sort "people" or "records" for those with most of them first; else the design's order
     */
    @GetMapping("/elements")
    @Operation(operationId = "elements")
    ElementPage elements(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam String list,
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "") String sort,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "25") int size) {
        return drawers.some(me.person(), application, draft, list, search, sort, page, size);
    }

    /** How an element that is being written reads, or why it could not stand. */
    @PostMapping("/reading")
    @Operation(operationId = "reading")
    ReadingShown reading(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestBody ChangePart change) {
        return drawers.reading(me.person(), application, draft, change);
    }

    /** Parts of audiences by name, for choosing. */
    @GetMapping("/audience-parts")
    @Operation(operationId = "audienceParts")
    List<PartShown> parts(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam(defaultValue = "") String search) {
        return drawers.parts(me.person(), application, draft, search);
    }
}
