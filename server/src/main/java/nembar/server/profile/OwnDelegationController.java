package nembar.server.profile;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.http.Named;
import nembar.server.profile.OwnDelegations.DelegationWanted;
import nembar.server.profile.OwnDelegations.OwnApplication;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Whom somebody lets act for them. */
@RestController
@RequestMapping("/api/own/delegations")
class OwnDelegationController {
    static final String ACT = "own-delegation";

    private final OwnDelegations delegations;
    private final Me me;

    OwnDelegationController(OwnDelegations delegations, Me me) {
        this.delegations = delegations;
        this.me = me;
    }

    @GetMapping
    @Operation(operationId = "ownDelegations")
    List<OwnApplication> all() {
        return delegations.of(me.person());
    }

    /** Whom one could let act. */
    @GetMapping("/colleagues")
    @Operation(operationId = "colleagues")
    List<Named> colleagues(@RequestParam(defaultValue = "") String search) {
        return delegations.colleagues(me.person(), search);
    }

    /** Lets somebody act for whoever asks, or says what that would change. */
    @PostMapping
    @Operation(operationId = "delegate")
    Preview make(
            @ParameterObject Submission.Parameters how,
            @Valid @RequestBody DelegationWanted wanted) {
        RequestedAct act = new RequestedAct(ACT, "", wanted, "person", List.of(me.person().key()));
        return delegations.make(how.by(me.person(), act), wanted);
    }

    /** Ends it, at once. */
    @DeleteMapping("/{application}/{key}")
    @Operation(operationId = "endDelegation")
    ResponseEntity<Void> end(@PathVariable String application, @PathVariable String key) {
        delegations.end(me.person(), application, key);
        return ResponseEntity.noContent().build();
    }
}
