package nembar.server.invitations;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Objects;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The one door that is open to nobody in particular: a link, and what is behind it. */
@RestController
@RequestMapping("/api/entry")
class EntryController {
    private final LinkUse links;

    EntryController(LinkUse links) {
        this.links = links;
    }

    /** A link's token: what stands behind the # of its address, so that no server's log has it. */
    record LinkToken(@NotNull String token) {}

    /**
     * @param code that whoever invited them reads to them, where one is asked for
     */
    record ComingIn(@NotNull String token, String password, String code) {}

    @PostMapping("/open")
    @Operation(operationId = "openLink")
    LinkUse.Opened open(@Valid @RequestBody LinkToken link) {
        return links.open(link.token());
    }

    @PostMapping("/come-in")
    @Operation(operationId = "comeIn")
    ResponseEntity<Void> comeIn(@Valid @RequestBody ComingIn coming) {
        links.comeIn(
                coming.token(), coming.password(), Objects.requireNonNullElse(coming.code(), ""));
        return ResponseEntity.noContent().build();
    }
}
