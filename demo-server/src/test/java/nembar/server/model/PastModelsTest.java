package nembar.server.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import nembar.core.directory.Directory;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Installation;
import nembar.server.testing.Limited;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The past that is made step by step is the past that is read at each of its instants. */
@ExtendWith(Installation.class)
class PastModelsTest {
    private static final String TOWLINE = "/api/applications/towline";

    /** Everything a model says, without the order in which it says it. */
    private static Map<String, Object> said(AccessModel model) {
        Map<String, Object> said = new HashMap<>();
        said.put("application", model.application());
        for (ElementKind kind : ElementKind.values()) {
            said.put(kind.list(), set(model.elements(kind)));
        }
        Directory directory = model.directory();
        said.put("attributes", set(directory.attributes()));
        said.put("accounts", set(directory.accounts()));
        said.put("units", set(directory.units()));
        said.put("teams", set(directory.teams()));
        said.put("people", set(directory.people()));
        return said;
    }

    private static Collection<?> set(Collection<?> some) {
        return new HashSet<>(some);
    }

    private static void aLotHappens(Installation nembar) {
        Client idris = nembar.administrator();
        Limited.publish(idris, TOWLINE, "Comes", List.of(Limited.set("past-set", "Past set")));
        Arrivals.arrive(nembar, "past.model@larkwater.example", "Past Model", "larkwater");
        String account =
                idris.post("/api/accounts", Map.of("name", "Past Account"))
                        .json()
                        .path("key")
                        .asString();
        idris.putOnTop("/api/accounts/" + account, Map.of("name", "Past Account & Sons"));
        Limited.publish(
                idris, TOWLINE, "Changes", List.of(Limited.set("past-set", "Another name")));
        Limited.publish(
                idris,
                TOWLINE,
                "Goes",
                List.of(Map.of("remove", "privilegeSets", "key", "past-set")));
    }

    @Test
    void eachModelIsTheOneThatWasPublishedThen(Installation nembar) {
        Instant before = Instant.now();
        aLotHappens(nembar);
        Models models = nembar.part(Models.class);
        List<Instant> looked = new ArrayList<>();
        nembar.part(PastModels.class)
                .each(
                        "towline",
                        before,
                        Instant.now(),
                        (model, at, next) -> {
                            assertThat(next).isAfter(at);
                            assertThat(said(model))
                                    .as("as of " + at)
                                    .isEqualTo(said(models.model("towline", at)));
                            looked.add(at);
                        });
        assertThat(looked).isSorted().doesNotHaveDuplicates().hasSizeGreaterThan(6);
    }

    @Test
    void anApplicationIsNotThereBeforeItCame(Installation nembar) {
        Instant longAgo = Instant.now().minus(Duration.ofDays(5000));
        List<Instant> looked = new ArrayList<>();
        PastModels past = nembar.part(PastModels.class);
        past.each("towline", longAgo, Instant.now(), (model, at, next) -> looked.add(at));
        assertThat(looked.get(0)).isAfter(longAgo);
        past.each(
                "towline",
                longAgo,
                looked.get(0),
                (model, at, next) -> assertThat(at).as("before it came").isNull());
    }
}
