package nembar.server.bench;

import io.swagger.v3.oas.annotations.Operation;
import nembar.server.bench.Bench.HolderPage;
import nembar.server.bench.Bench.HolderRanges;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The bench: what roles and privilege sets are made of, and who holds them. */
@RestController
@RequestMapping("/api/applications/{application}/bench")
class BenchController {
    private final BenchService benches;
    private final Me me;

    BenchController(BenchService benches, Me me) {
        this.benches = benches;
        this.me = me;
    }

    @GetMapping
    @Operation(operationId = "bench")
    Bench bench(@PathVariable String application) {
        return benches.bench(me.person(), application);
    }

    /** Who holds a role or a privilege set, and how they came by it; outsiders first. */
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
}
