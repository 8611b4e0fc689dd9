package nembar.server.scim;

import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.ScimException;
import jakarta.persistence.OptimisticLockException;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.http.BadRequest;
import nembar.server.http.Overtaken;
import nembar.server.http.Problems;
import nembar.server.http.Refused;
import nembar.server.http.TooLarge;
import nembar.server.provisioning.Provisioning.Pending;
import nembar.server.scim.ScimLists.Asked;
import nembar.server.scim.ScimService.Kind;
import nembar.server.sources.Sources.Knock;
import org.springframework.beans.TypeMismatchException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.util.unit.DataSize;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** SCIM over HTTP (RFC 7644). */
@RestController
@RequestMapping("/scim/v2")
class ScimController {
    private static final String ERROR = "urn:ietf:params:scim:api:messages:2.0:Error";

    private final ScimService service;
    private final ScimBulk bulk;
    private final Problems problems;
    private final int payload;

    ScimController(
            ScimService service,
            ScimBulk bulk,
            Problems problems,
            @Value("${nembar.body-limit}") DataSize payload) {
        this.service = service;
        this.bulk = bulk;
        this.problems = problems;
        this.payload = (int) payload.toBytes();
    }

    @GetMapping("/ServiceProviderConfig")
    ResponseEntity<byte[]> config() {
        return json(200, ScimMetadata.config(base(), payload));
    }

    @GetMapping("/ResourceTypes")
    ResponseEntity<byte[]> types() throws ScimException {
        return json(200, ScimLists.list(ScimMetadata.types(base()), whole()));
    }

    @GetMapping("/ResourceTypes/{id}")
    ResponseEntity<byte[]> type(@PathVariable String id) throws ScimException {
        return json(200, one(ScimMetadata.types(base()), id));
    }

    @GetMapping("/Schemas")
    ResponseEntity<byte[]> schemas() throws ScimException {
        return json(200, ScimLists.list(ScimMetadata.schemas(base()), whole()));
    }

    @GetMapping("/Schemas/{id}")
    ResponseEntity<byte[]> schema(@PathVariable String id) throws ScimException {
        return json(200, one(ScimMetadata.schemas(base()), id));
    }

    private static ObjectNode one(List<Resource> all, String id) throws ScimException {
        return all.stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .map(Resource::json)
                .orElseThrow(() -> new ResourceNotFoundException("There is no " + id + "."));
    }

    private static Asked whole() {
        return new Asked("", "", "", 1, ScimLists.COUNT_AT_MOST, "", "");
    }

    @GetMapping("/{kind}")
    ResponseEntity<byte[]> list(
            @PathVariable String kind,
            @RequestParam(defaultValue = "") String filter,
            @RequestParam(defaultValue = "") String sortBy,
            @RequestParam(defaultValue = "") String sortOrder,
            @RequestParam(defaultValue = "1") int startIndex,
            @RequestParam(defaultValue = "100") int count,
            @RequestParam(defaultValue = "") String attributes,
            @RequestParam(defaultValue = "") String excludedAttributes)
            throws ScimException {
        Asked asked =
                new Asked(
                        filter,
                        sortBy,
                        sortOrder,
                        startIndex,
                        count,
                        attributes,
                        excludedAttributes);
        return json(200, ScimLists.list(service.all(Kind.of(kind), base()), asked));
    }

    @PostMapping("/{kind}/.search")
    ResponseEntity<byte[]> search(
            @PathVariable String kind, @RequestBody(required = false) String body)
            throws ScimException {
        return json(
                200,
                ScimLists.list(service.all(Kind.of(kind), base()), Asked.of(ScimJson.read(body))));
    }

    @GetMapping("/{kind}/{id}")
    ResponseEntity<byte[]> find(
            @PathVariable String kind,
            @PathVariable String id,
            @RequestParam(defaultValue = "") String attributes,
            @RequestParam(defaultValue = "") String excludedAttributes,
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, required = false) String seen)
            throws ScimException {
        Resource found = service.find(Kind.of(kind), id, base());
        if (found.etag().equals(seen)) {
            return ResponseEntity.status(304).eTag(found.etag()).build();
        }
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, ScimJson.TYPE)
                .eTag(found.etag())
                .body(ScimJson.bytes(ScimLists.cut(found.json(), attributes, excludedAttributes)));
    }

    @PostMapping("/{kind}")
    ResponseEntity<byte[]> create(
            @PathVariable String kind,
            @RequestBody(required = false) String body,
            HttpServletRequest request)
            throws ScimException {
        if (kind.equals("Bulk")) {
            return json(200, bulk.run(source(request), ScimJson.read(body), base(), this::error));
        }
        Resource made = service.create(source(request), Kind.of(kind), ScimJson.read(body), base());
        return resource(201, made);
    }

    @PutMapping("/{kind}/{id}")
    ResponseEntity<byte[]> replace(
            @PathVariable String kind,
            @PathVariable String id,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody(required = false) String body,
            HttpServletRequest request)
            throws ScimException {
        return resource(
                200,
                service.replace(
                        source(request), Kind.of(kind), id, ScimJson.read(body), ifMatch, base()));
    }

    @PatchMapping("/{kind}/{id}")
    ResponseEntity<byte[]> patch(
            @PathVariable String kind,
            @PathVariable String id,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody(required = false) String body,
            HttpServletRequest request)
            throws ScimException {
        return resource(
                200,
                service.patch(
                        source(request), Kind.of(kind), id, ScimJson.read(body), ifMatch, base()));
    }

    @DeleteMapping("/{kind}/{id}")
    ResponseEntity<byte[]> delete(
            @PathVariable String kind,
            @PathVariable String id,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            HttpServletRequest request)
            throws ScimException {
        service.delete(source(request), Kind.of(kind), id, ifMatch, base());
        return ResponseEntity.noContent().build();
    }

    private static Knock source(HttpServletRequest request) {
        return (Knock) request.getAttribute(ScimTokenFilter.SOURCE);
    }

    private static String base() {
        return ServletUriComponentsBuilder.fromCurrentContextPath().path("/scim/v2").toUriString();
    }

    private static ResponseEntity<byte[]> resource(int status, Resource resource) {
        return ResponseEntity.status(status)
                .header(HttpHeaders.CONTENT_TYPE, ScimJson.TYPE)
                .header(
                        HttpHeaders.LOCATION,
                        resource.json().path("meta").path("location").asText())
                .eTag(resource.etag())
                .body(ScimJson.bytes(resource.json()));
    }

    private static ResponseEntity<byte[]> json(int status, ObjectNode body) {
        return ResponseEntity.status(status)
                .header(HttpHeaders.CONTENT_TYPE, ScimJson.TYPE)
                .body(ScimJson.bytes(body));
    }

    /** Every failure as SCIM tells it (RFC 7644, section 3.12). */
    @ExceptionHandler
    ResponseEntity<byte[]> failed(Exception failure) {
        ObjectNode error = error(failure);
        return json(error.path("status").asInt(), error);
    }

    private ObjectNode error(Exception failure) {
        Exception cause = failure instanceof Failed of ? of.failure() : failure;
        if (cause instanceof ScimException scim) {
            return error(
                    scim.getScimError().getStatus(),
                    scim.getScimError().getScimType(),
                    scim.getMessage());
        }
        if (cause instanceof Pending pending) {
            return error(202, null, pending.getMessage());
        }
        if (cause instanceof Overtaken overtaken) {
            return error(412, null, overtaken.getMessage());
        }
        if (cause instanceof Refused refused) {
            return error(
                    403, null, refused.getMessage() + " " + String.join(" ", refused.because()));
        }
        if (cause instanceof BadRequest bad) {
            return error(400, "invalidValue", bad.getMessage());
        }
        if (cause instanceof ModelRefused refused) {
            return error(
                    400,
                    "invalidValue",
                    refused.problems().stream()
                            .map(Problem::message)
                            .limit(3)
                            .reduce((one, other) -> one + "; " + other)
                            .orElse(""));
        }
        if (cause instanceof OptimisticLockException
                || cause instanceof ObjectOptimisticLockingFailureException) {
            return error(412, null, "Somebody else was faster; read the resource again.");
        }
        if (cause instanceof TooLarge
                || cause instanceof HttpMessageNotReadableException unread
                        && unread.getCause() instanceof TooLarge) {
            return error(413, null, "The body is over " + payload + " bytes.");
        }
        if (cause instanceof IllegalArgumentException malformed) {
            return error(400, "invalidValue", malformed.getMessage());
        }
        if (cause instanceof TypeMismatchException mismatch) {
            return error(400, "invalidValue", "`" + mismatch.getValue() + "` is no number.");
        }
        if (cause instanceof ErrorResponse known) {
            return error(known.getStatusCode().value(), null, cause.getMessage());
        }
        ProblemDetail unforeseen = problems.unforeseen(cause);
        return error(
                unforeseen.getStatus(),
                unforeseen.getStatus() == 400 ? "invalidValue" : null,
                unforeseen.getDetail());
    }

    private static ObjectNode error(int status, String type, String detail) {
        ObjectNode error = ScimJson.object();
        error.putArray("schemas").add(ERROR);
        error.put("status", Integer.toString(status));
        if (type != null) {
            error.put("scimType", type);
        }
        error.put("detail", detail);
        return error;
    }
}
