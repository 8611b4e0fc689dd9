package nembar.server.http;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.cfg.MapperBuilder;

/** What bodies of requests may be, whatever they are about. */
@Configuration
public class RequestShapes {
    @Bean
    JsonMapperBuilderCustomizer requestJson() {
        return builder -> {
            withoutHoles(builder);
            // A number stays the number that was sent.
            builder.enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS);
        };
    }

    /** A list with nothing at a place is refused as it is read. */
    public static <B extends MapperBuilder<?, B>> B withoutHoles(B builder) {
        for (Class<?> type : List.of(List.class, Set.class, Collection.class)) {
            builder.withConfigOverride(
                    type,
                    override ->
                            override.setNullHandling(JsonSetter.Value.forContentNulls(Nulls.FAIL)));
        }
        return builder;
    }
}
