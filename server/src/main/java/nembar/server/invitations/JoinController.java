package nembar.server.invitations;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Optional;
import nembar.server.http.Paging;
import nembar.server.invitations.Joining.AskedToJoin;
import nembar.server.invitations.Joining.Door;
import nembar.server.invitations.Joining.JoinLink;
import nembar.server.invitations.Joining.JoinRequestPage;
import nembar.server.session.Me;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Asking to join, and deciding on it. */
@RestController
@RequestMapping("/api")
class JoinController {
    private final Joining joining;
    private final Me me;

    JoinController(Joining joining, Me me) {
        this.joining = joining;
        this.me = me;
    }

    /** The link that is open, if any. */
    record OpenJoinLink(Optional<JoinLink> link) {}

    record Joined(String person) {}

    /** The id of a link: what stands behind the # of its address. */
    record JoinLinkId(@NotNull String link) {}

    @PostMapping("/join/open")
    @Operation(operationId = "joinDoor")
    Door door(@Valid @RequestBody JoinLinkId asked) {
        return joining.door(asked.link());
    }

    @PostMapping("/join")
    @Operation(operationId = "askToJoin")
    ResponseEntity<Void> ask(@Valid @RequestBody AskedToJoin asked, HttpServletRequest request) {
        joining.ask(asked, request.getRemoteAddr());
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/accounts/{key}/join-link")
    @Operation(operationId = "joinLink")
    OpenJoinLink link(@PathVariable String key) {
        return new OpenJoinLink(joining.linkOf(me.person(), key));
    }

    @PostMapping("/accounts/{key}/join-link")
    @Operation(operationId = "openJoinLink")
    OpenJoinLink open(@PathVariable String key) {
        return new OpenJoinLink(Optional.of(joining.open(me.person(), key)));
    }

    @DeleteMapping("/accounts/{key}/join-link")
    @Operation(operationId = "withdrawJoinLink")
    ResponseEntity<Void> withdraw(@PathVariable String key) {
        joining.withdraw(me.person(), key);
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/join-requests")
    @Operation(operationId = "joinRequests")
    JoinRequestPage waiting(
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        Paging.check(page, size);
        return joining.waiting(me.person(), page, size);
    }

    @PostMapping("/join-requests/{id}/approve")
    @Operation(operationId = "approveJoin")
    Joined approve(@PathVariable String id) {
        return new Joined(joining.approve(me.person(), id));
    }

    @PostMapping("/join-requests/{id}/decline")
    @Operation(operationId = "declineJoin")
    ResponseEntity<Void> decline(@PathVariable String id) {
        joining.decline(me.person(), id);
        return ResponseEntity.noContent().build();
    }
}
