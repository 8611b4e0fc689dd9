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
    @Test
    void whatWasThereBeforeHistoryWasKeptCountsFromTheUpgrade(Installation nembar) {
        String password = nembar.cluster().password("nembar_owner");
        String url = nembar.cluster().url("nembar");
        JdbcTemplate database =
                new JdbcTemplate(
                        new SingleConnectionDataSource(url, "nembar_owner", password, true));
        FluentConfiguration flyway =
                Flyway.configure()
                        .dataSource(url, "nembar_owner", password)
                        .locations("classpath:db/migration")
                        .schemas("upgraded");
        flyway.target("1").load().migrate();
        database.execute("SET search_path = upgraded");
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
}
