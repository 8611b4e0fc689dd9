package nembar.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.connections.Zoo;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** People read from the table in which an application keeps who signs in to it. */
@ExtendWith(Installation.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class UserTableTest {
    private static final String SQL =
            """
            DROP SCHEMA IF EXISTS till CASCADE;
            CREATE SCHEMA till;
            CREATE TABLE till.users (id integer PRIMARY KEY, mail text, full_name text, active boolean);
            INSERT INTO till.users VALUES (1, 'ada.mott@larkwater.example', 'Ada Mott', true),
              (2, 'Astrid.Kohl@larkwater.example', 'Astrid Kohl', true),
              (3, 'gone@larkwater.example', 'Long Gone', false), (4, 'no address', 'Nobody', true),
              (5, 'bo.tell@larkwater.example', 'Bo Tell', true);
            GRANT USAGE ON SCHEMA till TO towline_reader;
            GRANT SELECT ON till.users TO towline_reader;
            """;
    private static final String TEAMS =
            """
            CREATE TABLE till.yards (id integer PRIMARY KEY, name text);
            INSERT INTO till.yards VALUES (4, 'Upkeep'), (5, 'Technology');
            ALTER TABLE till.users ADD yard integer;
            UPDATE till.users SET yard = CASE id WHEN 2 THEN 4 ELSE 5 END;
            INSERT INTO till.users VALUES (6, 'cy.vole@larkwater.example', 'Cy Vole', true, 5);
            CREATE TABLE till.crews (id integer PRIMARY KEY, called text);
            INSERT INTO till.crews VALUES (7, 'ore desk'), (8, 'Night Riggers'), (9, 'Nobody here');
            CREATE TABLE till.crew_users (who integer, crew integer);
            INSERT INTO till.crew_users VALUES (1, 7), (1, 8), (6, 8), (3, 9), (6, NULL);
            GRANT SELECT ON ALL TABLES IN SCHEMA till TO towline_reader;
            """;
    private static String source;

    @BeforeAll
    static void add(Installation nembar) {
        Zoo.run(nembar.cluster(), SQL);
        Map<String, Object> connection =
                nembar.cluster().connection("towline", "towline_reader", "till");
        nembar.administrator()
                .post(
                        "/api/applications",
                        Map.of("name", "Till", "zone", "UTC", "connection", connection));
        Answer made = nembar.administrator().post("/api/sources", edit(Map.of()));
        assertThat(made.status()).as(made.text()).isEqualTo(200);
        source = "/api/sources/" + made.json().path("id").asString();
    }

    /** Other tests of the same installation are to find its people as they know them. */
    @AfterAll
    static void away(Installation nembar) {
        Client client = nembar.administrator();
        Zoo.run(
                nembar.cluster(),
                "DELETE FROM till.users WHERE id <> 2; DELETE FROM till.crew_users");
        run(client, false);
        assertThat(client.delete("/api/teams/night-riggers").status()).isEqualTo(200);
        assertThat(client.delete(source).status()).isEqualTo(204);
    }

    private static Map<String, Object> edit(Map<String, Object> otherwise) {
        Map<String, Object> table = new HashMap<>();
        table.put("application", "till");
        table.put("table", "till.users");
        table.put("id", "id");
        table.put("mapping", Map.of("email", "mail", "name", "full_name"));
        table.put("active", "active");
        table.putAll(otherwise);
        return Map.of("kind", "application", "name", "Till users", "table", table);
    }

    private static JsonNode run(Client client, boolean preview) {
        Answer answer = client.post(source + "/run?preview=" + preview, Map.of());
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> names(JsonNode lines) {
        return lines.valueStream().map(one -> one.path("name").asString()).toList();
    }

    @Test
    @Order(1)
    void itIsSeenWhoIsThereAndNotHereAndTheOtherWayRound(Installation nembar) {
        JsonNode look = run(nembar.administrator(), true);
        assertThat(look.at("/counts/come").asInt()).isEqualTo(2);
        assertThat(look.at("/counts/adopt").asInt()).isEqualTo(1);
        assertThat(look.at("/counts/wrong").asInt()).isEqualTo(1);
        assertThat(names(look.path("lines"))).contains("Ada Mott").doesNotContain("Long Gone");
        assertThat(names(look.path("onlyHere")))
                .contains("Maren Holt")
                .doesNotContain("Astrid Kohl");
        assertThat(nembar.administrator().get("/api/people?search=ada+mott").json().path("total"))
                .hasToString("0");
    }

    @Test
    @Order(2)
    void aRunBringsThemInAndKeepsThemInStep(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(run(client, false).at("/counts/come").asInt()).isEqualTo(2);
        assertThat(client.get("/api/people?search=ada+mott").text()).contains("Ada Mott");
        Zoo.run(
                nembar.cluster(),
                "UPDATE till.users SET full_name = 'Ada Mottram' WHERE id = 1;"
                        + " DELETE FROM till.users WHERE id = 5");
        JsonNode again = run(client, false);
        assertThat(again.at("/counts/change").asInt()).as(again.toString()).isEqualTo(1);
        assertThat(again.at("/counts/go").asInt()).as(again.toString()).isEqualTo(1);
        assertThat(client.get("/api/people?search=mottram").text()).contains("Ada Mottram");
        assertThat(client.get("/api/people?search=bo+tell&status=suspended").text())
                .contains("Bo Tell");
    }

    @Test
    @Order(3)
    void unitsAndTeamsAreReadByWhatTheyAreCalled(Installation nembar) {
        Client client = nembar.administrator();
        Zoo.run(nembar.cluster(), TEAMS);
        Map<String, String> crew = Map.of("table", "till.crews", "from", "id", "to", "called");
        Map<String, Object> more =
                Map.of(
                        "mapping",
                        Map.of("email", "mail", "name", "full_name", "unit", "yard"),
                        "through",
                        Map.of("unit", Map.of("table", "till.yards", "from", "id", "to", "name")),
                        "teams",
                        Map.of(
                                "table", "till.crew_users",
                                "person", "who",
                                "team", "crew",
                                "through", crew));
        assertThat(client.put(source, edit(more)).status()).isEqualTo(200);
        JsonNode look = run(client, true);
        assertThat(look.at("/counts/teamComes").asInt()).as(look.toString()).isEqualTo(1);
        assertThat(look.at("/counts/teamAdopted").asInt()).isEqualTo(1);
        assertThat(look.path("lines").toString()).contains("Ada Mottram and Cy Vole join");
        run(client, false);
        assertThat(client.get("/api/people/ada.mottram").status()).isEqualTo(404);
        assertThat(client.get("/api/people/ada.mott").text()).contains("Technology");
        assertThat(members(client, "night-riggers")).containsExactly("ada.mott", "cy.vole");
        assertThat(members(client, "ore-desk"))
                .as("who was listed by hand stays")
                .containsExactly("ada.mott", "anouk.devereux", "emeka.walsh", "tobias.renn");
    }

    @Test
    @Order(4)
    void whoLeavesATeamThereLeavesItHere(Installation nembar) {
        Client client = nembar.administrator();
        Zoo.run(
                nembar.cluster(),
                "DELETE FROM till.crew_users WHERE crew = 7; UPDATE till.users SET yard = 9 WHERE id = 1");
        JsonNode run = run(client, false);
        assertThat(run.at("/counts/teamChanges").asInt()).as(run.toString()).isEqualTo(1);
        assertThat(members(client, "ore-desk")).doesNotContain("ada.mott").hasSize(3);
        assertThat(members(client, "night-riggers")).hasSize(2);
        assertThat(run.path("lines").toString())
                .as("a unit that the table does not name")
                .contains("9");
        assertThat(run.at("/counts/wrong").asInt()).isEqualTo(2);
        assertThat(run.at("/counts/go").isMissingNode())
                .as("whoever is there, but cannot be read, is not gone")
                .isTrue();
    }

    @Test
    @Order(5)
    void whereTeamsAreReadNoMoreTheyStayAsTheyAre(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(client.put(source, edit(Map.of())).status()).isEqualTo(200);
        assertThat(run(client, false).at("/counts/teamChanges").isMissingNode()).isTrue();
        assertThat(members(client, "night-riggers")).containsExactly("ada.mott", "cy.vole");
    }

    private static List<String> members(Client client, String team) {
        return client.get("/api/teams/" + team)
                .json()
                .path("members")
                .valueStream()
                .map(one -> one.path("key").asString())
                .sorted()
                .toList();
    }

    @Test
    @Order(6)
    void whatCannotBeReadIsToldAndNothingElseIsRead(Installation nembar) {
        Client client = nembar.administrator();
        for (Map<String, Object> wrong :
                List.<Map<String, Object>>of(
                        Map.of("table", "towline.voyage; drop"),
                        Map.of("id", ""),
                        Map.of("mapping", Map.of("email", "mail")),
                        Map.of("mapping", Map.of("shoe", "mail")),
                        Map.of("through", Map.of("email", Map.of("table", "till.yards"))),
                        Map.of("teams", Map.of("table", "till.crew_users", "person", "who")))) {
            assertThat(client.post("/api/sources", edit(wrong)).status()).isEqualTo(400);
        }
        for (Map<String, Object> wrong :
                List.<Map<String, Object>>of(
                        Map.of("table", "towline.voyage"),
                        Map.of("mapping", Map.of("email", "mail", "name", "nope")),
                        Map.of("mapping", Map.of("email", "mail", "name", "none\" FROM x --")))) {
            Answer made = client.post("/api/sources", edit(wrong));
            assertThat(made.status()).as(made.text()).isEqualTo(200);
            String path = "/api/sources/" + made.json().path("id").asString();
            Answer look = client.post(path + "/run?preview=true", Map.of());
            assertThat(look.status()).as(look.text()).isEqualTo(400);
            client.delete(path);
        }
        assertThat(client.post("/api/sources", edit(Map.of("application", "nowhere"))).status())
                .isEqualTo(404);
    }
}
