package nembar.server.http;

import com.fasterxml.jackson.databind.type.TypeFactory;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import nembar.core.text.Words;
import org.springframework.stereotype.Component;

/**
 * Tells readers of the OpenAPI document which members of a record there have to be: of what is sent
 * those that are asked for ({@link NotNull}), of what is answered those that are not {@link
 * Optional}; and which words a text may be.
 */
@Component
class OpenApiShape implements ModelConverter {
    private final Map<String, Class<?>> records = new ConcurrentHashMap<>();

    @Override
    public Schema<?> resolve(
            AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
        Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
        Class<?> raw = TypeFactory.defaultInstance().constructType(type.getType()).getRawClass();
        if (raw.isRecord() && raw.getName().startsWith("nembar.")) {
            Schema<?> named = context.getDefinedModels().get(raw.getSimpleName());
            if (named != null) {
                records.put(raw.getSimpleName(), raw);
                named.setRequired(ofDesign(raw) ? null : always(raw));
                words(raw, named);
            }
        }
        return schema;
    }

    /** Parts of design documents leave out what is empty, or as usual, both ways. */
    private static boolean ofDesign(Class<?> raw) {
        return raw.getName().contains("DesignDocument");
    }

    /** Members that are there in every answer. */
    private static List<String> always(Class<?> raw) {
        return Arrays.stream(raw.getRecordComponents())
                .filter(component -> component.getType() != Optional.class)
                .map(RecordComponent::getName)
                .sorted()
                .toList();
    }

    /** Members that have to be sent, of a record of this name; none where it is no record. */
    List<String> askedFor(String name) {
        Class<?> raw = records.get(name);
        return raw == null || ofDesign(raw)
                ? List.of()
                : Arrays.stream(raw.getRecordComponents())
                        .filter(OpenApiShape::askedFor)
                        .map(RecordComponent::getName)
                        .sorted()
                        .toList();
    }

    private static boolean askedFor(RecordComponent component) {
        return component.getType().isPrimitive()
                || component.getAccessor().isAnnotationPresent(NotNull.class);
    }

    @SuppressWarnings("unchecked")
    private static void words(Class<?> raw, Schema<?> named) {
        for (RecordComponent component : raw.getRecordComponents()) {
            OneOf words = component.getAnnotation(OneOf.class);
            Schema<?> member =
                    named.getProperties() == null
                            ? null
                            : named.getProperties().get(component.getName());
            if (words != null && member != null) {
                Stream<String> all =
                        words.words().length > 0
                                ? Arrays.stream(words.words())
                                : Arrays.stream(words.value().getEnumConstants()).map(Words::of);
                ((Schema<Object>) member).setEnum(all.<Object>map(one -> one).toList());
            }
        }
    }
}
