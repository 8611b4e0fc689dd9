package nembar.server.invitations;

import io.swagger.v3.oas.annotations.Operation;
import java.util.Objects;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The one door that is open to nobody in particular: a link, and what is behind it. */
@RestController
@RequestMapping("/api/entry")
class EntryController {
    private final EntryLinks links;

    EntryController(EntryLinks links) {
        this.links = links;
    }

    record ComingIn(String password, String code) {}

    @GetMapping("/{token}")
    @Operation(operationId = "openLink")
    EntryLinks.Opened open(@PathVariable String token) {
        return links.open(token);
    }

    @PostMapping("/{token}")
    @Operation(operationId = "comeIn")
    ResponseEntity<Void> comeIn(@PathVariable String token, @RequestBody ComingIn coming) {
        links.comeIn(token, coming.password(), Objects.requireNonNullElse(coming.code(), ""));
        return ResponseEntity.noContent().build();
    }
}
