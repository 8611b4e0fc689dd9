package nembar.server.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.ResourceConflictException;
import com.unboundid.scim2.common.exceptions.ScimException;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import nembar.server.scim.ScimService.Kind;
import nembar.server.sources.Sources.Knock;
import org.springframework.stereotype.Service;

/** Many operations in one request, each on its own (RFC 7644, section 3.7). */
@Service
class ScimBulk {
    static final int OPERATIONS_AT_MOST = 1_000;
    private static final String REQUEST = "urn:ietf:params:scim:api:messages:2.0:BulkRequest";
    private static final String RESPONSE = "urn:ietf:params:scim:api:messages:2.0:BulkResponse";
    private static final String REFERENCE = "bulkId:";

    private final ScimService service;

    ScimBulk(ScimService service) {
        this.service = service;
    }

    /**
     * Carries the operations out in their order.
     *
     * @param told how a failure is told
     */
    ObjectNode run(Knock source, ObjectNode json, String base, Function<Exception, ObjectNode> told)
            throws ScimException {
        JsonNode operations =
                ScimJson.member(json, "Operations")
                        .filter(JsonNode::isArray)
                        .orElseThrow(
                                () -> BadRequestException.invalidSyntax("Operations is missing."));
        boolean announced =
                ScimJson.member(json, "schemas")
                        .map(all -> all.toString().contains(REQUEST))
                        .orElse(false);
        if (!announced) {
            throw BadRequestException.invalidSyntax("schemas has to name " + REQUEST + ".");
        }
        if (operations.size() > OPERATIONS_AT_MOST) {
            throw new ScimException(
                    413, "tooMany", "At most " + OPERATIONS_AT_MOST + " operations at once.");
        }
        int allowed =
                ScimJson.member(json, "failOnErrors")
                        .map(JsonNode::asInt)
                        .orElse(Integer.MAX_VALUE);
        Map<String, String> made = new HashMap<>();
        ObjectNode answer = ScimJson.object();
        answer.putArray("schemas").add(RESPONSE);
        ArrayNode results = answer.putArray("Operations");
        int failures = 0;
        for (JsonNode operation : operations) {
            ObjectNode result = one(source, operation, made, base, told);
            results.add(result);
            if (result.path("status").asInt() >= 400 && ++failures >= allowed) {
                break;
            }
        }
        return answer;
    }

    private ObjectNode one(
            Knock source,
            JsonNode operation,
            Map<String, String> made,
            String base,
            Function<Exception, ObjectNode> told) {
        ObjectNode result = ScimJson.object();
        String method = ScimJson.text(operation, "method").orElse("").toUpperCase(Locale.ROOT);
        result.put("method", method);
        ScimJson.text(operation, "bulkId").ifPresent(id -> result.put("bulkId", id));
        try {
            carryOut(source, operation, method, made, base, result);
        } catch (Exception failed) {
            ObjectNode error = told.apply(failed);
            result.put("status", error.path("status").asText());
            result.set("response", error);
        }
        return result;
    }

    private void carryOut(
            Knock source,
            JsonNode operation,
            String method,
            Map<String, String> made,
            String base,
            ObjectNode result)
            throws ScimException {
        String path = resolved(ScimJson.text(operation, "path").orElse(""), made);
        String[] parts = path.replaceFirst("^/", "").split("/", 2);
        Kind kind = Kind.of(parts[0]);
        String version = ScimJson.text(operation, "version").orElse(null);
        ObjectNode data =
                ScimJson.member(operation, "data").orElse(null) instanceof ObjectNode of
                        ? (ObjectNode) resolved(of, made)
                        : ScimJson.object();
        boolean named = parts.length == 2 && !parts[1].isBlank();
        if (method.equals("POST") == named) {
            throw BadRequestException.invalidPath(
                    "`" + path + "` does not go with " + method + ".");
        }
        switch (method) {
            case "POST" -> {
                Resource created = service.create(source, kind, data, base);
                ScimJson.text(operation, "bulkId").ifPresent(id -> made.put(id, created.id()));
                told(result, created, "201");
            }
            case "PUT" ->
                    told(
                            result,
                            service.replace(source, kind, parts[1], data, version, base),
                            "200");
            case "PATCH" ->
                    told(result, service.patch(source, kind, parts[1], data, version, base), "200");
            case "DELETE" -> {
                service.delete(source, kind, parts[1], version, base);
                result.put("location", base + "/" + path.replaceFirst("^/", ""));
                result.put("status", "204");
            }
            default -> throw BadRequestException.invalidSyntax("No method `" + method + "` here.");
        }
    }

    private static void told(ObjectNode result, Resource resource, String status) {
        result.put("location", resource.json().path("meta").path("location").asText());
        result.put("version", resource.etag());
        result.put("status", status);
    }

    private static String resolved(String text, Map<String, String> made) throws ScimException {
        int at = text.indexOf(REFERENCE);
        if (at < 0) {
            return text;
        }
        String id = text.substring(at + REFERENCE.length());
        if (!made.containsKey(id)) {
            throw new ResourceConflictException(
                    "bulkId `" + id + "` names nothing that an operation before this one made.");
        }
        return text.substring(0, at) + made.get(id);
    }

    /** Data with the id of what was made before in place of every reference to it. */
    private static JsonNode resolved(JsonNode node, Map<String, String> made) throws ScimException {
        if (node.isTextual() && node.asText().startsWith(REFERENCE)) {
            return TextNode.valueOf(resolved(node.asText(), made));
        }
        if (node instanceof ObjectNode object) {
            ObjectNode copy = ScimJson.object();
            for (var members = object.fields(); members.hasNext(); ) {
                var member = members.next();
                copy.set(member.getKey(), resolved(member.getValue(), made));
            }
            return copy;
        }
        if (node instanceof ArrayNode array) {
            ArrayNode copy = ScimJson.array();
            for (JsonNode one : array) {
                copy.add(resolved(one, made));
            }
            return copy;
        }
        return node;
    }
}
