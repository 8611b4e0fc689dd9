package nembar.server.http;

import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.ResponseEntity;

/** What the OpenAPI document says besides what the controllers do. */
@Configuration
class OpenApiDocument {
    private static final String ERROR = "ErrorAnswer";
    private static final String SCHEMAS = "#/components/schemas/";

    /** The document says nothing of the machine it was made on. */
    @Bean
    static OpenAPI openApi() {
        return new OpenAPI()
                .info(new Info().title("Nembar").version("1"))
                .components(
                        new Components()
                                .addSecuritySchemes(
                                        "session",
                                        new SecurityScheme()
                                                .type(SecurityScheme.Type.APIKEY)
                                                .in(SecurityScheme.In.COOKIE)
                                                .name("NEMBAR"))
                                .addSecuritySchemes(
                                        "serviceToken",
                                        new SecurityScheme()
                                                .type(SecurityScheme.Type.HTTP)
                                                .scheme("bearer")
                                                .description(
                                                        "A service's token: for decisions, for"
                                                                + " questions, and for designs.")))
                .security(
                        List.of(
                                new SecurityRequirement().addList("session"),
                                new SecurityRequirement().addList("serviceToken")))
                .servers(List.of(new Server().url("/")));
    }

    /** Whatever answers nothing says so, and every operation how it fails. */
    @Bean
    static OperationCustomizer answers() {
        return (operation, method) -> {
            boolean nothing =
                    method.getMethod().getGenericReturnType().getTypeName().contains("Void")
                            && ResponseEntity.class.isAssignableFrom(
                                    method.getMethod().getReturnType());
            ApiResponse done = operation.getResponses().remove("200");
            if (nothing) {
                operation
                        .getResponses()
                        .addApiResponse("204", new ApiResponse().description("Done"));
            } else if (done != null) {
                operation.getResponses().addApiResponse("200", done);
            }
            operation.getResponses().setDefault(error());
            return operation;
        };
    }

    private static ApiResponse error() {
        return new ApiResponse()
                .description("A problem, as RFC 9457 has it")
                .content(
                        new Content()
                                .addMediaType(
                                        "application/problem+json",
                                        new MediaType()
                                                .schema(new Schema<>().$ref(SCHEMAS + ERROR))));
    }

    @Bean
    static OpenApiCustomizer shapes(OpenApiShape shape) {
        return document -> {
            Map<String, Schema> schemas = document.getComponents().getSchemas();
            for (String name : sent(document)) {
                List<String> needed = shape.askedFor(name);
                schemas.get(name).setRequired(needed.isEmpty() ? null : needed);
            }
            schemas.put(ERROR, errorAnswer());
            changes(schemas);
        };
    }

    /** A change puts an element in, or takes one out. */
    private static void changes(Map<String, Schema> schemas) {
        Schema<?> change = schemas.get("ChangePart");
        if (change == null) {
            return;
        }
        Map<String, Schema> members = change.getProperties();
        Schema<?> put =
                new ObjectSchema()
                        .addProperty("put", members.get("put"))
                        .addProperty("element", members.get("element"))
                        .addProperty("at", members.get("at"))
                        .required(List.of("put", "element"))
                        .additionalProperties(false);
        Schema<?> remove =
                new ObjectSchema()
                        .addProperty("remove", members.get("remove"))
                        .addProperty("key", members.get("key"))
                        .required(List.of("remove", "key"))
                        .additionalProperties(false);
        schemas.put("PutChange", put);
        schemas.put("RemoveChange", remove);
        schemas.put(
                "ChangePart",
                new Schema<>()
                        .oneOf(
                                List.of(
                                        new Schema<>().$ref(SCHEMAS + "PutChange"),
                                        new Schema<>().$ref(SCHEMAS + "RemoveChange"))));
    }

    private static Schema<?> errorAnswer() {
        Schema<?> problem =
                new ObjectSchema()
                        .addProperty("path", new StringSchema())
                        .addProperty("message", new StringSchema())
                        .required(List.of("path", "message"));
        return new ObjectSchema()
                .addProperty("type", new StringSchema())
                .addProperty("title", new StringSchema())
                .addProperty("status", new IntegerSchema())
                .addProperty("detail", new StringSchema())
                .addProperty("instance", new StringSchema())
                .addProperty("problems", new ArraySchema().items(problem))
                .addProperty("because", new ArraySchema().items(new StringSchema()))
                .additionalProperties(true)
                .required(List.of("title", "status"));
    }

    /** Names of the schemas in bodies of requests. */
    private static Set<String> sent(OpenAPI document) {
        Set<String> names = new LinkedHashSet<>();
        Deque<Schema<?>> todo = new ArrayDeque<>();
        document.getPaths().values().stream()
                .flatMap(path -> path.readOperations().stream())
                .map(Operation::getRequestBody)
                .filter(Objects::nonNull)
                .flatMap(body -> body.getContent().values().stream())
                .map(MediaType::getSchema)
                .filter(Objects::nonNull)
                .forEach(todo::add);
        while (!todo.isEmpty()) {
            Schema<?> one = todo.pop();
            if (one.get$ref() != null) {
                String name = one.get$ref().substring(SCHEMAS.length());
                if (names.add(name)) {
                    todo.add(document.getComponents().getSchemas().get(name));
                }
            }
            within(one).forEach(todo::add);
        }
        return names;
    }

    private static Stream<Schema<?>> within(Schema<?> schema) {
        Stream<Schema<?>> members =
                schema.getProperties() == null
                        ? Stream.empty()
                        : schema.getProperties().values().stream().map(one -> (Schema<?>) one);
        Stream<Schema<?>> others =
                Stream.of(schema.getItems(), schema.getAdditionalProperties())
                        .filter(Schema.class::isInstance)
                        .map(one -> (Schema<?>) one);
        return Stream.concat(members, others);
    }
}
