package nembar.server.organisations;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.http.Paging;
import nembar.server.organisations.Organisations.OrganisationEdit;
import nembar.server.organisations.Organisations.OrganisationPage;
import nembar.server.organisations.Organisations.OrganisationSheet;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Organisations over HTTP. */
@RestController
@RequestMapping("/api/organisations")
class OrganisationController {
    private final Organisations organisations;
    private final Me me;

    OrganisationController(Organisations organisations, Me me) {
        this.organisations = organisations;
        this.me = me;
    }

    record Made(String key) {}

    @GetMapping
    @Operation(operationId = "organisations")
    OrganisationPage list(
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "") String tag,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return organisations.list(me.person(), search, tag, page, size);
    }

    @GetMapping("/{key}")
    @Operation(operationId = "organisation")
    OrganisationSheet sheet(@PathVariable String key) {
        return organisations.sheet(me.person(), key);
    }

    @PostMapping
    @Operation(operationId = "newOrganisation")
    Made create(@RequestBody OrganisationEdit edit) {
        return new Made(organisations.create(me.person(), edit));
    }

    /** Changes it, or says what that would change. */
    @PutMapping("/{key}")
    @Operation(operationId = "changeOrganisation")
    Preview change(
            @PathVariable String key,
            @ParameterObject Submission.Parameters how,
            @RequestBody OrganisationEdit edit) {
        RequestedAct act = new RequestedAct("organisation", key, edit, "account", List.of(key));
        return organisations.change(how.by(me.person(), act), key, edit);
    }
}
