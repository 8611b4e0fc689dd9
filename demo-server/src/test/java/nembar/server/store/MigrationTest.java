package nembar.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.server.testing.Installation;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** An installation that has been used is upgraded with everything in it. */
@ExtendWith(Installation.class)
class MigrationTest {
    private static FluentConfiguration flyway(Installation nembar) {
        return Flyway.configure()
                .dataSource(
                        nembar.cluster().url("nembar"),
                        "nembar_owner",
                        nembar.cluster().password("nembar_owner"))
                .locations("classpath:db/migration")
                .schemas("upgraded");
    }

    private static JdbcTemplate database(Installation nembar) {
        JdbcTemplate database =
                new JdbcTemplate(
                        new SingleConnectionDataSource(
                                nembar.cluster().url("nembar"),
                                "nembar_owner",
                                nembar.cluster().password("nembar_owner"),
                                true));
        database.execute("SET search_path = upgraded");
        return database;
    }

    @Test
    void whatWasThereBeforeHistoryWasKeptCountsFromTheUpgrade(Installation nembar) {
        FluentConfiguration flyway = flyway(nembar);
        flyway.target("1").load().migrate();
        JdbcTemplate database = database(nembar);
        database.execute("INSERT INTO account VALUES ('home', 'Home', true, 0)");
        database.execute("INSERT INTO account_tag VALUES ('home', 'grain')");
        database.execute("INSERT INTO unit VALUES ('desk', 'Desk', NULL, 0)");
        database.execute(
                "INSERT INTO person VALUES ('ann', 'staff', 'ann@home.example', 'Ann', '', 'Ann',"
                        + " 'desk', 'home', NULL, 'UTC', 'active', 0)");
        database.execute("INSERT INTO person_account VALUES ('ann', 'home', 0)");
        database.execute("INSERT INTO application VALUES ('app', 'App', 'UTC', 3)");
        database.execute(
                "INSERT INTO role VALUES ('app/mate', 'app', 'mate', 'Mate', 0,"
                        + " '{\"key\": \"mate\"}', 1)");

        flyway.target("latest").load().migrate();

        assertThat(
                        database.queryForList(
                                "SELECT scope || ' ' || kind || ' ' || key FROM revision ORDER BY"
                                        + " 1",
                                String.class))
                .containsExactly(
                        " accounts home",
                        " people ann",
                        " units desk",
                        "app application app",
                        "app roles mate");
        assertThat(
                        database.queryForObject(
                                "SELECT body->>'unit' FROM revision WHERE kind = 'people'",
                                String.class))
                .isEqualTo("desk");
        assertThat(
                        database.queryForObject(
                                "SELECT count(*) FROM revision WHERE valid_until IS NULL",
                                Long.class))
                .isEqualTo(5);
        database.execute("DROP SCHEMA upgraded CASCADE");
    }

    @Test
    void whatWasMadeBeforeThereWereEditionsIsKept(Installation nembar) {
        FluentConfiguration flyway = flyway(nembar);
        flyway.target("3").load().migrate();
        JdbcTemplate database = database(nembar);
        database.execute("INSERT INTO application VALUES ('app', 'App', 'UTC', 3)");
        database.execute("UPDATE directory_state SET version = 4");
        database.execute(
                "INSERT INTO draft VALUES ('d', 'app', 'D', 'ann', 'open', 0, '[{}, {}]', '[]',"
                        + " now(), now(), 0)");
        database.execute(
                "INSERT INTO publication VALUES ('app/1', 'app', 1, now(), 'ann', '', '[]', '',"
                        + " '[]', '[]')");
        database.execute(
                "INSERT INTO source VALUES ('s', 'scim', 'Ann', '{}', 'ann', now(), NULL, '', 0)");
        database.execute(
                "INSERT INTO act (at, actor, kind, key, words) VALUES (now(), 'Personnel',"
                        + " 'person', 'ann', 'created them')");
        database.execute(
                "INSERT INTO consent VALUES ('c', 'ann', 'Place', '', 'place', '', '{}', 'person',"
                        + " '[]', now(), NULL, NULL, NULL, '', 0)");
        database.execute("INSERT INTO consent_word VALUES ('c', 'ben', false)");

        flyway.target("latest").load().migrate();

        assertThat(
                        database.queryForList(
                                "SELECT number || ' ' || directory FROM edition", String.class))
                .as("as many as were published and edited")
                .containsExactly("7 4");
        assertThat(
                        database.queryForList(
                                "SELECT draft.writers || publisher FROM draft, publication",
                                String.class))
                .containsExactly("[\"ann\", \"ann\"]ann");
        assertThat(
                        database.queryForList(
                                "SELECT keeper || ' ' || actor_kind FROM source, act",
                                String.class))
                .containsExactly("ann source");
        assertThat(
                        database.queryForList(
                                "SELECT approval_request.id || ' ' || person FROM approval_request"
                                        + " JOIN approval ON request = approval_request.id",
                                String.class))
                .containsExactly("c ben");
        database.execute("DROP SCHEMA upgraded CASCADE");
    }

    @Test
    void whatWasKeptByAnotherWordForAnAccountIsReadOn(Installation nembar) {
        FluentConfiguration flyway = flyway(nembar);
        flyway.target("10").load().migrate();
        JdbcTemplate database = database(nembar);
        database.execute(
                "INSERT INTO account (key, name, own, position, pending, version) VALUES ('mill',"
                        + " 'Mill', false, 0, false, 0)");
        database.execute("INSERT INTO organisation VALUES ('mill', 3, true, 0)");
        database.execute("INSERT INTO organisation_domain VALUES ('mill.example', 'mill')");
        database.execute(
                "INSERT INTO source (id, kind, name, settings, made_by, made_at, last_run, version,"
                        + " keeper) VALUES ('s', 'ldap', 'S', '{\"organisation\": \"mill\","
                        + " \"mapping\": {\"organisation\": \"o\", \"email\": \"mail\"}}', 'ann',"
                        + " now(), '', 0, 'ann')");
        database.execute(
                "INSERT INTO bring_in VALUES ('b', 'ann', 'B', 'open', '{\"placing\":"
                        + " {\"organisation\": \"mill\", \"unit\": \"\"}, \"mapping\": {\"0\":"
                        + " \"organisation\", \"1\": \"email\"}}', 1, 0, '', now(), now(), 0)");
        database.execute(
                "INSERT INTO bring_in_row VALUES ('b', 0, '{\"organisation\": \"the"
                        + " organisation\"}', NULL, '')");
        database.execute(
                "INSERT INTO approval_request (id, author, what, why, act, target, body,"
                        + " about_kind, about, asked_at, note, version) VALUES ('a', 'ann', '', '',"
                        + " 'people', '', '{\"place\": {\"organisation\": \"mill\"}}', 'person',"
                        + " '[]', now(), '', 0)");

        flyway.target("latest").load().migrate();

        assertThat(
                        database.queryForObject(
                                "SELECT seats || ' ' || domain FROM account_terms JOIN"
                                        + " account_domain USING (account)",
                                String.class))
                .isEqualTo("3 mill.example");
        assertThat(
                        database.queryForList(
                                "SELECT settings::text FROM source UNION ALL SELECT content::text"
                                        + " FROM bring_in UNION ALL SELECT cells::text FROM"
                                        + " bring_in_row UNION ALL SELECT body::text FROM"
                                        + " approval_request",
                                String.class))
                .containsExactly(
                        "{\"account\": \"mill\", \"mapping\": {\"email\": \"mail\", \"account\":"
                                + " \"o\"}}",
                        "{\"mapping\": {\"0\": \"account\", \"1\": \"email\"}, \"placing\":"
                                + " {\"unit\": \"\", \"account\": \"mill\"}}",
                        "{\"account\": \"the organisation\"}",
                        "{\"place\": {\"account\": \"mill\"}}");
        database.execute("DROP SCHEMA upgraded CASCADE");
    }
}
