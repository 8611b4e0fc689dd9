package nembar.server.connections;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.server.connections.DatabaseConnection.Kept;
import nembar.server.connections.DatabaseConnection.Tls;
import nembar.server.connections.Trial.TrialOutcome;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What trying a connection tells. */
@ExtendWith(Installation.class)
class TrialTest {

    @BeforeAll
    static void make(Installation nembar) {
        Zoo.make(nembar.cluster());
    }

    private static DatabaseConnection to(
            Cluster cluster, String host, int port, String database, Tls tls, String... schemas) {
        return new DatabaseConnection(
                host,
                port,
                database,
                "towline_reader",
                new Kept(cluster.password("towline_reader")),
                tls,
                Optional.empty(),
                List.of(schemas));
    }

    private static TrialOutcome tried(Installation nembar, String database, String... schemas) {
        Cluster cluster = nembar.cluster();
        return new Trial().of(to(cluster, "127.0.0.1", cluster.port(), database, Tls.OFF, schemas));
    }

    @Test
    void aReaderIsLetInWithoutAWarning(Installation nembar) {
        TrialOutcome outcome = tried(nembar, "towline", "zoo");
        assertThat(outcome.reached()).isTrue();
        assertThat(outcome.problem()).isEmpty();
        assertThat(outcome.version()).startsWith("1");
        assertThat(outcome.warnings()).isEmpty();
        assertThat(outcome.remedy()).isEmpty();
        assertThat(outcome.replica()).isFalse();
        assertThat(outcome.schemas())
                .filteredOn(one -> one.name().equals("zoo"))
                .singleElement()
                .satisfies(zoo -> assertThat(zoo.readable()).isPositive().isLessThan(zoo.tables()));
    }

    @Test
    void whoeverMayWriteIsWarnedOfWithWhatMakesAReader(Installation nembar) {
        Cluster cluster = nembar.cluster();
        TrialOutcome outcome =
                new Trial()
                        .of(
                                Zoo.connection(
                                        cluster,
                                        "towline_owner",
                                        cluster.password("towline_owner")));
        assertThat(outcome.reached()).isTrue();
        assertThat(outcome.warnings()).singleElement().asString().contains("may write to");
        assertThat(outcome.remedy())
                .contains("CREATE ROLE nembar_reader")
                .contains("GRANT SELECT ON ALL TABLES IN SCHEMA \"zoo\" TO \"nembar_reader\";");
    }

    @Test
    void aSchemaThatIsNotThereIsNamed(Installation nembar) {
        assertThat(tried(nembar, "towline", "zoo", "Nowhere").problem())
                .isEqualTo("There is no schema `Nowhere` in this database.");
    }

    @Test
    void whatIsWrongIsSaidWithWhatToDo(Installation nembar) {
        assertThat(tried(nembar, "no such database", "zoo").problem())
                .startsWith("There is no database `no such database`");
        assertThat(tried(nembar, "nembar", "zoo").problem())
                .isEqualTo("The user `towline_reader` may not connect to `nembar`.");
        Cluster cluster = nembar.cluster();
        DatabaseConnection closed =
                to(cluster, "127.0.0.1", Cluster.freePort(), "towline", Tls.OFF, "zoo");
        assertThat(new Trial().of(closed).problem())
                .startsWith("Nothing answers at 127.0.0.1:")
                .contains("firewall");
        DatabaseConnection encrypted =
                to(cluster, "127.0.0.1", cluster.port(), "towline", Tls.ENCRYPTED, "zoo");
        assertThat(new Trial().of(encrypted).problem()).contains("does not encrypt");
        DatabaseConnection nowhere =
                to(cluster, "no-such-host.invalid", 5432, "towline", Tls.OFF, "zoo");
        assertThat(new Trial().of(nowhere).problem())
                .isEqualTo("There is no host `no-such-host.invalid`.");
    }

    @Test
    void aPasswordIsNeverWritten(Installation nembar) {
        DatabaseConnection connection = Zoo.connection(nembar.cluster(), "x", "hush-hush");
        assertThat(connection.toString()).doesNotContain("hush-hush");
        assertThat(connection.url()).doesNotContain("hush-hush");
    }
}
