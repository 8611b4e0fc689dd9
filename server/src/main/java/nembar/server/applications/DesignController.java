package nembar.server.applications;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.document.TakesDesign;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.session.Me;
import nembar.server.store.ModelStore.Edition;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Applications, and their design documents out and in. */
@RestController
@RequestMapping("/api/applications")
class DesignController {
    private final Models models;
    private final DesignImport imports;
    private final Governance governance;
    private final Me me;

    DesignController(Models models, DesignImport imports, Governance governance, Me me) {
        this.models = models;
        this.imports = imports;
        this.governance = governance;
        this.me = me;
    }

    /**
     * An application by name.
     *
     * @param zone its time zone, as "Europe/Copenhagen"
     */
    record ApplicationShown(String key, String name, String zone) {}

    @GetMapping
    @Operation(operationId = "applications")
    List<ApplicationShown> applications() {
        return models.all().stream()
                .filter(model -> model.application().state() != Application.State.ENDED)
                .filter(model -> governance.mayViewApplication(me.person(), key(model)))
                .map(
                        model ->
                                new ApplicationShown(
                                        key(model),
                                        model.application().name(),
                                        model.application().zone().getId()))
                .sorted((one, other) -> other.key().compareTo(one.key()))
                .toList();
    }

    @GetMapping("/{application}/design")
    @Operation(operationId = "design")
    ResponseEntity<DesignDocument> design(@PathVariable String application) {
        governance.requireOnApplication(me.person(), "view", application);
        AccessModel model = models.model(application);
        Edition edition = models.find(application).orElseThrow().edition();
        return ResponseEntity.ok().eTag(tag(edition)).body(shown(model));
    }

    /** Puts a document in; If-Match carries the ETag of the one it is meant to follow. */
    @PutMapping("/{application}/design")
    @Operation(operationId = "putDesign")
    @TakesDesign
    ResponseEntity<DesignDocument> put(
            @PathVariable String application,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            HttpServletRequest request)
            throws IOException {
        governance.requireOnApplication(me.person(), "change", application);
        models.model(application);
        Edition seen =
                edition(ifMatch)
                        .orElseThrow(
                                () ->
                                        refused(
                                                "If-Match",
                                                "send the ETag of the design that this one is to"
                                                        + " follow"));
        DesignDocument document = DocumentJson.read(request.getInputStream().readAllBytes());
        if (!document.application().key().equals(application)) {
            throw refused(
                    "application.key",
                    "the document is of `"
                            + document.application().key()
                            + "`, and was sent to `"
                            + application
                            + "`");
        }
        Edition next = imports.publish(document, me.person(), "Design document", seen, () -> {});
        return ResponseEntity.ok().eTag(tag(next)).body(shown(models.model(application)));
    }

    /**
     * The design as a document; with the directory only for whoever may view everybody in it, since
     * a part of it would look as if the others had gone.
     */
    private DesignDocument shown(AccessModel model) {
        DesignDocument whole = DocumentWriter.write(model);
        boolean everybody =
                model.directory().people().stream().allMatch(governance.mayView(me.person()));
        return everybody ? whole : whole.withoutDirectory();
    }

    private static String key(AccessModel model) {
        return model.application().key();
    }

    private static String tag(Edition edition) {
        return "\"" + edition.application() + "." + edition.directory() + "\"";
    }

    private static Optional<Edition> edition(String ifMatch) {
        if (ifMatch == null || !ifMatch.matches("\"\\d{1,18}\\.\\d{1,18}\"")) {
            return Optional.empty();
        }
        String[] numbers = ifMatch.replace("\"", "").split("\\.");
        return Optional.of(new Edition(Long.parseLong(numbers[0]), Long.parseLong(numbers[1])));
    }

    private static ModelRefused refused(String path, String message) {
        return new ModelRefused(List.of(new Problem(path, message)));
    }
}
