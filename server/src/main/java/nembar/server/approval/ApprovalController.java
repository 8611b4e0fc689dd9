package nembar.server.agreeing;

import io.swagger.v3.oas.annotations.Operation;
import nembar.server.agreeing.Agreeing.ConsentAnswer;
import nembar.server.agreeing.Agreeing.ConsentLook;
import nembar.server.agreeing.Agreeing.ConsentPage;
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
@RequestMapping("/api/consents")
class AgreeingController {
    private final Agreeing agreeing;
    private final Me me;

    AgreeingController(Agreeing agreeing, Me me) {
        this.agreeing = agreeing;
        this.me = me;
    }

    /** What is said of a change that is not to be. */
    record ConsentNote(String note) {}

    /** One's own, and those one is asked about. */
    @GetMapping
    @Operation(operationId = "consents")
    ConsentPage page(
            @RequestParam(defaultValue = "true") boolean open,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        Paging.check(page, size);
        return agreeing.page(me.person(), open, page, size);
    }

    @GetMapping("/{id}")
    @Operation(operationId = "consent")
    ConsentLook look(@PathVariable String id) {
        return agreeing.look(me.person(), id);
    }

    @PostMapping("/{id}/agree")
    @Operation(operationId = "agree")
    ConsentAnswer agree(@PathVariable String id) {
        return agreeing.agree(me.person(), id);
    }

    /** Declines it, or withdraws one's own. */
    @PostMapping("/{id}/refuse")
    @Operation(operationId = "refuse")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refuse(@PathVariable String id, @RequestBody ConsentNote note) {
        agreeing.refuse(me.person(), id, note.note());
    }
}
