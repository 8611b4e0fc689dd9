package nembar.server.http;

import com.fasterxml.jackson.databind.type.TypeFactory;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.stereotype.Component;

/**
 * Tells readers of the OpenAPI document which members are always there: those of a record that are
 * not {@link Optional}.
 */
@Component
class OpenApiShape implements ModelConverter {
    @Override
    public Schema<?> resolve(
            AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
        Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
        Class<?> raw = TypeFactory.defaultInstance().constructType(type.getType()).getRawClass();
        if (raw.isRecord() && raw.getName().startsWith("nembar.server")) {
            Schema<?> named = context.getDefinedModels().get(raw.getSimpleName());
            if (named != null && !raw.getName().contains("DesignDocument")) {
                named.setRequired(alwaysThere(raw));
            }
        }
        return schema;
    }

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

    private static List<String> alwaysThere(Class<?> raw) {
        return Arrays.stream(raw.getRecordComponents())
                .filter(component -> component.getType() != Optional.class)
                .map(RecordComponent::getName)
                .sorted()
                .toList();
    }
}
