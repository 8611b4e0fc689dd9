package nembar.server.testing;

import static java.nio.charset.StandardCharsets.UTF_8;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Holds every answer that a test gets against docs/openapi.json: its status, its members, their
 * types, and which of them have to be there. A member that the document does not know is wrong too.
 */
final class Contract {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Contract KNOWN = new Contract();

    private final JsonNode components;
    private final List<Path> paths = new ArrayList<>();
    private final Map<JsonNode, JsonSchema> schemas =
            Collections.synchronizedMap(new IdentityHashMap<>());

    /**
     * @param segments what stands between slashes; null for whatever it is there
     */
    private record Path(List<String> segments, JsonNode operations) {
        static Path of(String path, JsonNode operations) {
            List<String> segments = new ArrayList<>();
            for (String one : path.split("/", -1)) {
                segments.add(one.startsWith("{") ? null : one);
            }
            return new Path(segments, operations);
        }

        boolean slots() {
            return segments.contains(null);
        }

        boolean has(String[] address) {
            if (address.length != segments.size()) {
                return false;
            }
            for (int i = 0; i < address.length; i++) {
                String wanted = segments.get(i);
                if (wanted == null ? address[i].isEmpty() : !wanted.equals(address[i])) {
                    return false;
                }
            }
            return true;
        }
    }

    private Contract() {
        try {
            JsonNode document =
                    JSON.readTree(
                            Files.readAllBytes(Cluster.project().resolve("docs/openapi.json")));
            components = document.path("components");
            components.path("schemas").forEach(Contract::closed);
            document.path("paths")
                    .properties()
                    .forEach(one -> paths.add(Path.of(one.getKey(), one.getValue())));
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
    }

    /** An object of named members has no others. */
    private static void closed(JsonNode schema) {
        if (schema instanceof ObjectNode object
                && object.has("properties")
                && !object.has("additionalProperties")) {
            object.put("additionalProperties", false);
        }
        schema.forEach(Contract::closed);
    }

    /** What is wrong with an answer; nothing where the document has no say. */
    static Optional<String> broken(
            String method, String address, int status, String type, byte[] body) {
        String path = address.replaceAll("\\?.*", "");
        if (!path.startsWith("/api/") && !path.startsWith("/access/")
                || path.equals("/api/openapi.json")) {
            return Optional.empty();
        }
        return KNOWN.broken(
                method.toLowerCase(java.util.Locale.ROOT),
                path,
                status,
                type.replaceAll(";.*", ""),
                body,
                address);
    }

    private Optional<String> broken(
            String method, String path, int status, String type, byte[] body, String address) {
        String[] segments = path.split("/", -1);
        JsonNode operation =
                paths.stream()
                        .filter(one -> one.has(segments))
                        .filter(one -> one.operations().has(method))
                        .sorted((one, other) -> Boolean.compare(one.slots(), other.slots()))
                        .map(one -> one.operations().path(method))
                        .findFirst()
                        .orElse(null);
        if (operation == null) {
            return Optional.empty();
        }
        JsonNode responses = operation.path("responses");
        JsonNode response = responses.path(String.valueOf(status));
        if (response.isMissingNode() && status >= 400) {
            response = responses.path("default");
        }
        if (response.isMissingNode()) {
            return Optional.of(method + " " + address + " answered " + status + ", unheard of");
        }
        if (body.length == 0) {
            return Optional.empty();
        }
        if (status >= 400 && type.equals("text/html")) {
            // What Tomcat itself refuses, before anything of ours is asked.
            return Optional.empty();
        }
        if (!response.path("content").has(type)) {
            return Optional.of(
                    method
                            + " "
                            + address
                            + " answered "
                            + status
                            + " as "
                            + type
                            + ", unheard of: "
                            + new String(body, 0, Math.min(body.length, 200), UTF_8));
        }
        if (!type.equals("application/json") && !type.equals("application/problem+json")) {
            return Optional.empty();
        }
        JsonNode schema = response.path("content").path(type).path("schema");
        JsonNode answer;
        try {
            answer = JSON.readTree(body);
        } catch (IOException other) {
            return Optional.of(method + " " + address + " answered no JSON");
        }
        Set<ValidationMessage> wrong = schema(schema).validate(answer);
        return wrong.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        method
                                + " "
                                + address
                                + " answered otherwise than docs/openapi.json says: "
                                + wrong.stream().limit(5).toList());
    }

    private JsonSchema schema(JsonNode schema) {
        return schemas.computeIfAbsent(
                schema,
                any -> {
                    ObjectNode whole = JSON.createObjectNode();
                    whole.setAll((ObjectNode) schema);
                    whole.set("components", components);
                    return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                            .getSchema(whole);
                });
    }
}
