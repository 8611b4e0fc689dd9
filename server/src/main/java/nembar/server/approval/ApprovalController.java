package nembar.server.approval;

import io.swagger.v3.oas.annotations.Operation;
import nembar.server.approval.ApprovalService.ApprovalAnswer;
import nembar.server.approval.ApprovalService.ApprovalLook;
import nembar.server.approval.ApprovalService.ApprovalPage;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Changes that wait for somebody's word, over HTTP. */
@RestController
@RequestMapping("/api/approvals")
class ApprovalController {
    private final ApprovalService approvals;
    private final Me me;

    ApprovalController(ApprovalService approvals, Me me) {
        this.approvals = approvals;
        this.me = me;
    }

    /** What is said of a change that is not to be. */
    record ApprovalNote(String note) {}

    /** One's own, and those one is asked about. */
    @GetMapping
    @Operation(operationId = "approvals")
    ApprovalPage page(
            @RequestParam(defaultValue = "true") boolean open,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        Paging.check(page, size);
        return approvals.page(me.person(), open, page, size);
    }

    @GetMapping("/{id}")
    @Operation(operationId = "approval")
    ApprovalLook look(@PathVariable String id) {
        return approvals.look(me.person(), id);
    }

    @PostMapping("/{id}/agree")
    @Operation(operationId = "agree")
    ApprovalAnswer agree(@PathVariable String id) {
        return approvals.agree(me.person(), id);
    }

    /** Declines it, or withdraws one's own. */
    @PostMapping("/{id}/refuse")
    @Operation(operationId = "refuse")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refuse(@PathVariable String id, @RequestBody ApprovalNote note) {
        approvals.refuse(me.person(), id, note.note());
    }
}
