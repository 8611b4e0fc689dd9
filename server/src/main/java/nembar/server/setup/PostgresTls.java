package nembar.server.setup;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.Properties;
import nembar.server.records.RecordSources;
import org.postgresql.Driver;
import org.postgresql.PGProperty;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Warns where a database on another machine is reached without a check of its certificate and name
 * (docs/operating.md, TLS to PostgreSQL).
 */
@Component
class PostgresTls implements SetupStep {
    private static final Logger LOG = LoggerFactory.getLogger(PostgresTls.class);

    private final String own;
    private final RecordSources.Settings settings;

    PostgresTls(@Value("${spring.datasource.url}") String own, RecordSources.Settings settings) {
        this.own = own;
        this.settings = settings;
    }

    @Override
    public void run() {
        check("Nembar's own database", own);
        settings.sources().forEach((key, source) -> check("the records of " + key, source.url()));
    }

    private static void check(String what, String url) {
        if (!trusted(url)) {
            LOG.warn(
                    "{}: the database is on another machine, and whoever is between can read along"
                            + " and answer in its place. Add sslmode=verify-full to its address;"
                            + " see docs/operating.md.",
                    what);
        }
    }

    /** Whether a connection cannot be listened to, or answered by somebody else. */
    static boolean trusted(String url) {
        Properties parts = Driver.parseURL(url, null);
        return parts == null
                || "verify-full".equals(PGProperty.SSL_MODE.getOrDefault(parts))
                || Arrays.stream(PGProperty.PG_HOST.getOrDefault(parts).split(","))
                        .allMatch(PostgresTls::loopback);
    }

    private static boolean loopback(String host) {
        try {
            return InetAddress.getByName(host).isLoopbackAddress();
        } catch (UnknownHostException elsewhere) {
            return false;
        }
    }
}
