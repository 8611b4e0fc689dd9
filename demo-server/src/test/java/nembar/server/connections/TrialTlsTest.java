package nembar.server.connections;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.server.connections.DatabaseConnection.Kept;
import nembar.server.connections.DatabaseConnection.Tls;
import nembar.server.connections.Trial.TrialOutcome;
import nembar.server.testing.Certificate;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What trying a connection tells of a server that proves who it is, or does not. */
@ExtendWith(Installation.class)
class TrialTlsTest {
    private static final String REFUSED = "is not the one given, or not made out to that name.";

    private static Certificate own;

    @BeforeAll
    static void encrypt(Installation nembar) {
        Zoo.make(nembar.cluster());
        own = Certificate.of("ip:127.0.0.1");
        nembar.cluster().encrypt(own);
    }

    @AfterAll
    static void asBefore(Installation nembar) {
        nembar.cluster().configure("ALTER SYSTEM RESET ssl");
    }

    private static TrialOutcome tried(Cluster cluster, Tls tls, Optional<String> certificate) {
        return new Trial()
                .of(
                        new DatabaseConnection(
                                "127.0.0.1",
                                cluster.port(),
                                "towline",
                                "towline_reader",
                                new Kept(cluster.password("towline_reader")),
                                tls,
                                certificate,
                                List.of("zoo")));
    }

    @Test
    void aServerWithTheCertificateThatWasGivenIsReached(Installation nembar) {
        Cluster cluster = nembar.cluster();
        TrialOutcome verified = tried(cluster, Tls.VERIFIED, Optional.of(own.pem()));
        assertThat(verified.problem()).isEmpty();
        assertThat(verified.reached()).isTrue();
        assertThat(tried(cluster, Tls.ENCRYPTED, Optional.empty()).reached()).isTrue();
    }

    @Test
    void aServerWithAnotherCertificateIsNotTrusted(Installation nembar) {
        TrialOutcome other =
                tried(
                        nembar.cluster(),
                        Tls.VERIFIED,
                        Optional.of(Certificate.of("ip:127.0.0.1").pem()));
        assertThat(other.reached()).isFalse();
        assertThat(other.problem()).startsWith("The certificate of 127.0.0.1:").endsWith(REFUSED);
        TrialOutcome none = tried(nembar.cluster(), Tls.VERIFIED, Optional.empty());
        assertThat(none.reached()).isFalse();
        assertThat(none.problem()).startsWith("The certificate of 127.0.0.1:");
    }

    @Test
    void aCertificateThatIsMadeOutToAnotherNameIsNotTrusted(Installation nembar) {
        Certificate elsewhere = Certificate.of("dns:elsewhere.example");
        nembar.cluster().encrypt(elsewhere);
        try {
            TrialOutcome outcome =
                    tried(nembar.cluster(), Tls.VERIFIED, Optional.of(elsewhere.pem()));
            assertThat(outcome.reached()).isFalse();
            assertThat(outcome.problem()).endsWith(REFUSED);
        } finally {
            nembar.cluster().encrypt(own);
        }
    }
}
