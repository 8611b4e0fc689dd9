package nembar.server.use;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import nembar.server.governance.Programs;
import nembar.server.use.UseTelling.UseTold;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where applications tell what was used (docs/use.md), as large as it may be. */
@RestController
class UseToldController {
    private static final String JSON_LINES = "application/x-ndjson";

    private final UseTelling telling;
    private final Programs programs;

    UseToldController(UseTelling telling, Programs programs) {
        this.telling = telling;
        this.programs = programs;
    }

    /** Takes it in while it comes. */
    @PostMapping(
            path = "/access/v1/use",
            consumes = {"text/csv", JSON_LINES})
    @Operation(
            operationId = "toldUse",
            requestBody =
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            required = true,
                            content = {
                                @Content(mediaType = "text/csv", schema = @Schema(type = "string")),
                                @Content(mediaType = JSON_LINES, schema = @Schema(type = "string"))
                            }))
    UseTold told(
            @RequestParam String application,
            @RequestParam(defaultValue = "") String name,
            HttpServletRequest request)
            throws IOException {
        boolean csv =
                MediaType.valueOf("text/csv")
                        .isCompatibleWith(MediaType.valueOf(request.getContentType()));
        return telling.take(
                programs.requireAsking(),
                application,
                name,
                csv ? UseLines.Format.CSV : UseLines.Format.JSON_LINES,
                request.getInputStream());
    }
}
