package nembar.server.fuzz;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import nembar.server.testing.Cluster;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The operations that docs/openapi.json knows, and those of SCIM, which it leaves out. */
final class Operations {
    private static final JsonMapper JSON = new JsonMapper();

    private final JsonNode document;
    private final List<Op> all = new ArrayList<>();

    /** One operation. */
    record Op(
            String id,
            String method,
            String path,
            List<Param> params,
            Optional<JsonNode> body,
            boolean scim) {
        boolean reads() {
            return method.equals("GET");
        }
    }

    /** A parameter: its place (path, query or header), name and schema. */
    record Param(String in, String name, JsonNode schema) {}

    Operations() {
        try {
            document =
                    JSON.readTree(Files.readString(Cluster.project().resolve("docs/openapi.json")));
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
        document.path("paths")
                .properties()
                .forEach(
                        path ->
                                path.getValue()
                                        .properties()
                                        .forEach(
                                                one ->
                                                        all.add(
                                                                op(
                                                                        path.getKey(),
                                                                        one.getKey(),
                                                                        one.getValue()))));
        for (String kind : List.of("Users", "Groups")) {
            String at = "/scim/v2/" + kind;
            scim("GET", at, false);
            scim("POST", at, true);
            scim("POST", at + "/.search", true);
            scim("GET", at + "/{id}", false);
            scim("PUT", at + "/{id}", true);
            scim("PATCH", at + "/{id}", true);
            scim("DELETE", at + "/{id}", false);
        }
        scim("GET", "/scim/v2/ServiceProviderConfig", false);
        scim("GET", "/scim/v2/Schemas", false);
    }

    List<Op> all() {
        return all;
    }

    /** What a reference leads to. */
    JsonNode resolved(JsonNode schema) {
        String reference = schema.path("$ref").asString("");
        return reference.isEmpty() ? schema : document.at(reference.substring(1));
    }

    private static Op op(String path, String method, JsonNode operation) {
        List<Param> params = new ArrayList<>();
        operation
                .path("parameters")
                .forEach(
                        one ->
                                params.add(
                                        new Param(
                                                one.path("in").asString(),
                                                one.path("name").asString(),
                                                one.path("schema"))));
        Optional<JsonNode> body =
                operation.path("requestBody").path("content").properties().stream()
                        .findFirst()
                        .map(Map.Entry::getValue)
                        .map(content -> content.path("schema"));
        return new Op(
                operation.path("operationId").asString(),
                method.toUpperCase(Locale.ROOT),
                path,
                params,
                body,
                false);
    }

    private void scim(String method, String path, boolean body) {
        List<Param> params = new ArrayList<>();
        if (path.endsWith("{id}")) {
            params.add(new Param("path", "id", JSON.readTree("{\"type\":\"string\"}")));
        }
        if (method.equals("GET")) {
            for (String name : List.of("filter", "startIndex", "count", "attributes", "sortBy")) {
                params.add(new Param("query", name, JSON.readTree("{\"type\":\"string\"}")));
            }
        }
        all.add(
                new Op(
                        method + " " + path,
                        method,
                        path,
                        params,
                        body ? Optional.of(JSON.createObjectNode()) : Optional.empty(),
                        true));
    }
}
