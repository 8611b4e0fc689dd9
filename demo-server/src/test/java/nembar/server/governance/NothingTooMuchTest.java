package nembar.server.governance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.server.model.Models;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Whoever views some people learns the addresses of no others, by whatever they ask. */
@ExtendWith(Installation.class)
class NothingTooMuchTest {
    private static final JsonMapper JSON = new JsonMapper();

    /** Every question of the API that takes nothing, or an application, a team, a unit. */
    private static List<String> questions(Directory directory) throws IOException {
        JsonNode paths =
                JSON.readTree(Files.readAllBytes(Cluster.project().resolve("docs/openapi.json")))
                        .path("paths");
        List<String> all = new ArrayList<>();
        for (String path : paths.propertyNames()) {
            if (!paths.path(path).has("get")) {
                continue;
            }
            Set<String> filled = new LinkedHashSet<>(Set.of(path));
            filled = fill(filled, "{application}", Set.of("towline", "nembar"));
            filled = fill(filled, "{recordType}", Set.of("voyage", "person"));
            String keyed =
                    path.contains("/teams/") ? "team" : path.contains("/units/") ? "unit" : "";
            Set<String> keys = new TreeSet<>();
            if (keyed.equals("team")) {
                directory.teams().forEach(one -> keys.add(one.key()));
            } else if (keyed.equals("unit")) {
                directory.units().forEach(one -> keys.add(one.key()));
            } else if (path.contains("/accounts/")) {
                directory.accounts().forEach(one -> keys.add(one.key()));
            } else if (path.contains("/people/")) {
                directory.people().forEach(one -> keys.add(one.key()));
            }
            filled = fill(filled, "{key}", keys);
            filled.stream().filter(one -> !one.contains("{")).forEach(all::add);
        }
        return all;
    }

    private static Set<String> fill(Set<String> paths, String slot, Set<String> values) {
        Set<String> filled = new LinkedHashSet<>();
        for (String path : paths) {
            if (!path.contains(slot)) {
                filled.add(path);
            }
            values.stream()
                    .filter(any -> path.contains(slot))
                    .forEach(value -> filled.add(path.replace(slot, value)));
        }
        return filled;
    }

    @Test
    void noAnswerHasTheAddressOfSomebodyUnseen(Installation nembar) throws IOException {
        Directory directory = nembar.part(Models.class).directory();
        Client maren = nembar.branchAdministrator();
        Person me = directory.person("maren.holt").orElseThrow();
        Set<String> unseen = new TreeSet<>();
        for (Person one : directory.people()) {
            if (!nembar.part(Governance.class).mayOnPerson(me, "view", one)) {
                unseen.add(one.email());
            }
        }
        assertThat(unseen).hasSizeGreaterThan(10);
        Map<String, List<String>> told = new TreeMap<>();
        List<String> questions = questions(directory);
        assertThat(questions).hasSizeGreaterThan(100);
        for (String question : questions) {
            String text = new String(maren.bytes(question), StandardCharsets.UTF_8);
            List<String> found = unseen.stream().filter(text::contains).toList();
            if (!found.isEmpty()) {
                told.put(question, found);
            }
        }
        assertThat(told).isEmpty();
    }

    @Test
    void aRowOfSomebodyUnseenSaysOnlyThatTheyAreThere(Installation nembar) {
        Client maren = nembar.branchAdministrator();
        String id = Arrivals.paste(maren, "Somebody Else <osric.vane@larkwater.example>");
        Arrivals.say(maren, id, Map.of("placing", Map.of("kind", "staff", "unit", "sorrel-delta")));
        Answer rows = maren.get("/api/bring-in/" + id + "/rows");
        assertThat(rows.text()).contains("\"here\"").doesNotContain("Osric");
    }

    @Test
    void aRefusalNamesNobodyUnseen(Installation nembar) {
        Answer refused = nembar.branchAdministrator().get("/api/people/osric.vane");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).doesNotContain("Osric");
    }

    @Test
    void colleaguesElsewhereHaveToBeKnownByNameOrAddress(Installation nembar) {
        Client maren = nembar.branchAdministrator();
        assertThat(maren.get("/api/own/delegations/colleagues?search=osr").text())
                .doesNotContain("Osric");
        assertThat(maren.get("/api/own/delegations/colleagues?search=Osric%20Vane").text())
                .contains("osric.vane");
    }
}
