package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
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
}
