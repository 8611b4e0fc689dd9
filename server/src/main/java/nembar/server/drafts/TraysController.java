package nembar.server.drafts;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import nembar.server.http.Named;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** In which applications somebody works in a draft. */
@RestController
@RequestMapping("/api/trays")
class TraysController {
    private final DraftService drafts;
    private final Me me;

    TraysController(DraftService drafts, Me me) {
        this.drafts = drafts;
        this.me = me;
    }

    /**
     * @param applications in which one works in a draft, the last edited first
     */
    record Trays(List<Named> applications) {}

    @GetMapping
    @Operation(operationId = "trays")
    Trays trays() {
        return new Trays(drafts.working(me.person()));
    }
}
