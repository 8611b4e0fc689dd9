package nembar.server.advice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What is advised is what PostgreSQL takes, and is advised no more once it is there. */
@ExtendWith(Installation.class)
class IndexAdviceTest {
    private static final String ADVICE = "/api/applications/towline/index-advice";

    private final Installation nembar;

    IndexAdviceTest(Installation nembar) {
        this.nembar = nembar;
    }

    private JsonNode advice() {
        Answer answer = nembar.administrator().get(ADVICE);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode of(JsonNode advice, String type) {
        return advice.path("types")
                .valueStream()
                .filter(one -> one.path("type").asString().equals(type))
                .findFirst()
                .orElseThrow()
                .path("indexes");
    }

    private static Set<String> uses(JsonNode indexes) {
        return indexes.valueStream()
                .map(one -> one.path("use").asString())
                .collect(Collectors.toSet());
    }

    /** Makes indexes go again that the tests have made. */
    @BeforeEach
    @AfterEach
    void asItWas() {
        nembar.cluster()
                .run(
                        "towline",
                        """
                        DO $$ DECLARE one text; BEGIN
                          FOR one IN SELECT indexname FROM pg_indexes
                             WHERE indexname LIKE 'advised\\_%' LOOP
                            EXECUTE format('DROP INDEX towline.%I', one);
                          END LOOP;
                        END $$
                        """);
        nembar.cluster().run("towline", "ANALYZE towline.inspection");
    }

    @Test
    void whatIsAdvisedCanBeMadeAndIsAdvisedNoMore() {
        JsonNode advice = advice();
        JsonNode before = of(advice, "inspection");
        assertThat(uses(before)).contains("SEARCH", "ORDER");
        if (advice.path("extension").isString()) {
            nembar.cluster().run("towline", advice.path("extension").asString());
        }
        List<String> statements =
                before.valueStream().map(one -> one.path("statement").asString()).toList();
        for (int i = 0; i < statements.size(); i++) {
            String named = " CONCURRENTLY advised_" + i + " ON ";
            nembar.cluster().run("towline", statements.get(i).replace(" CONCURRENTLY ON ", named));
        }
        JsonNode after = advice();
        assertThat(after.path("extension").isMissingNode()).isTrue();
        assertThat(after.path("types").valueStream().map(one -> one.path("type").asString()))
                .isNotEmpty()
                .doesNotContain("inspection");
    }

    @Test
    void onlyTypesOfManyRecordsAreSpokenOf() {
        JsonNode advice = advice();
        assertThat(advice.path("types").valueStream().map(one -> one.path("records").asLong()))
                .isNotEmpty()
                .allMatch(some -> some >= advice.path("fromRecords").asLong());
    }

    @Test
    void onlyWhoeverMayChangeTheApplicationIsTold() {
        assertThat(nembar.auditor().get(ADVICE).status()).isEqualTo(403);
        assertThat(nembar.administrator().get(ADVICE.replace("towline", "none")).status())
                .isEqualTo(404);
    }
}
