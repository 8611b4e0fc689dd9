package nembar.server.cluster;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import java.util.concurrent.locks.LockSupport;
import org.postgresql.Driver;
import org.postgresql.PGConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jdbc.autoconfigure.DataSourceProperties;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Is told of new editions by the database, and brings this server up to them at once: also for what
 * is done without a request. A lost message costs nothing, since each request looks for itself.
 */
@Component
class EditionListener implements SmartLifecycle, Runnable {
    private static final Logger LOG = LoggerFactory.getLogger(EditionListener.class);
    private static final int LOOK_MS = 500;
    private static final long PAUSE_NANOS = 1_000_000_000L;

    private final Freshness freshness;
    private final DataSourceProperties database;
    private volatile Thread thread;

    EditionListener(Freshness freshness, DataSourceProperties database) {
        this.freshness = freshness;
        this.database = database;
    }

    @Override
    public void start() {
        thread = new Thread(this, "editions");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void stop() {
        Thread running = thread;
        thread = null;
        if (running != null) {
            running.interrupt();
        }
    }

    @Override
    public boolean isRunning() {
        return thread != null;
    }

    @Override
    public void run() {
        while (isRunning()) {
            try (Connection connection = connect();
                    Statement statement = connection.createStatement()) {
                statement.execute("LISTEN nembar_edition");
                freshness.require();
                listen(connection.unwrap(PGConnection.class));
            } catch (SQLException | RuntimeException away) {
                LOG.debug("not listening: {}", away.getMessage());
                LockSupport.parkNanos(PAUSE_NANOS);
            }
        }
    }

    private Connection connect() throws SQLException {
        Properties who = new Properties();
        who.setProperty("user", database.determineUsername());
        who.setProperty("password", database.determinePassword());
        who.setProperty("ApplicationName", "Nembar, editions");
        return new Driver().connect(database.determineUrl(), who);
    }

    private void listen(PGConnection connection) throws SQLException {
        while (isRunning()) {
            if (connection.getNotifications(LOOK_MS).length > 0) {
                freshness.require();
            }
        }
    }
}
