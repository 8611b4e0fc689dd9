package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import java.io.IOException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(Installation.class)
class OpenApiTest {
    /**
     * The interface's types are made from docs/openapi.json. After changing the API, run this test
     * with -Dnembar.openapi=write to bring the file up to date.
     */
    @Test
    void theDocumentInDocsIsTheServersOwn(Installation nembar) throws IOException {
        JsonMapper json = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        JsonNode live = nembar.administrator().get("/api/openapi.json").json();
        Path file = Cluster.project().resolve("docs/openapi.json");
        if ("write".equals(System.getProperty("nembar.openapi"))) {
            Files.writeString(file, json.writeValueAsString(live) + "\n");
        }
        assertThat(json.readTree(Files.readString(file))).isEqualTo(live);
    }

    /** Two records of one name would be one schema, with the members of either. */
    @Test
    void noTwoRecordsOfTheApiShareAName() {
        Set<Class<?>> records = new HashSet<>();
        new ClassFileImporter()
                .withImportOption(new DoNotIncludeTests()).importPackages("nembar.server").stream()
                        .filter(one -> one.isAnnotatedWith(RestController.class))
                        .flatMap(one -> Stream.of(one.reflect().getDeclaredMethods()))
                        .filter(
                                one ->
                                        AnnotatedElementUtils.hasAnnotation(
                                                one, RequestMapping.class))
                        .forEach(
                                one -> {
                                    collect(one.getGenericReturnType(), records);
                                    Stream.of(one.getGenericParameterTypes())
                                            .forEach(type -> collect(type, records));
                                });
        Map<String, List<Class<?>>> named =
                records.stream().collect(Collectors.groupingBy(Class::getSimpleName));
        assertThat(named).hasSizeGreaterThan(100);
        assertThat(named.values()).allSatisfy(one -> assertThat(one).hasSize(1));
    }

    /** Records in a type, in its arguments and in their components. */
    private static void collect(Type type, Set<Class<?>> records) {
        if (type instanceof ParameterizedType generic) {
            Stream.of(generic.getActualTypeArguments()).forEach(one -> collect(one, records));
        } else if (type instanceof Class<?> record && record.isRecord() && records.add(record)) {
            Stream.of(record.getRecordComponents())
                    .forEach(one -> collect(one.getGenericType(), records));
        }
    }
}
