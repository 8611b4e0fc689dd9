package nembar.server.records;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import javax.sql.DataSource;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.connections.Connections;
import nembar.server.connections.DatabaseConnection;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Service;

/** Where the records of each application are: one pool of read-only connections per database. */
@Service
public class RecordSources {
    private static final int CONNECT_WITHIN_MS = 3000;
    private static final String ANSWER_WITHIN = "30s";

    private static final Duration LOOKED_AFTER_EVERY = Duration.ofSeconds(2);

    private final Settings settings;
    private final Connections connections;
    private final Map<String, JdbcTemplate> sources = new ConcurrentHashMap<>();
    private final Map<String, HikariDataSource> pools = new ConcurrentHashMap<>();

    /** The versions of those that are set in Nembar itself, as they are open now. */
    private Map<String, Long> versions = Map.of();

    private volatile long lookedAfter = System.nanoTime() - LOOKED_AFTER_EVERY.toNanos();

    /**
     * Connections by application key.
     *
     * @param sources its URL, and a user that only reads, with password; {@code schemas} whose
     *     tables are the application's, where they are not called like it; and {@code handOver}, a
     *     user that may update who owns a record
     */
    @ConfigurationProperties("nembar")
    public record Settings(Map<String, Source> sources) {
        public record Source(
                String url,
                String username,
                String password,
                List<String> schemas,
                HandOver handOver) {}

        /** Who may update owners when records are handed over. */
        public record HandOver(String username, String password) {}

        public Settings {
            sources = sources == null ? Map.of() : Map.copyOf(sources);
        }
    }

    RecordSources(Settings settings, DataSource own, Connections connections) {
        this.settings = settings;
        this.connections = connections;
        sources.put(Models.NEMBAR, new JdbcTemplate(own));
        settings.sources()
                .forEach(
                        (application, source) -> {
                            HikariConfig config = new HikariConfig();
                            config.setJdbcUrl(source.url());
                            config.setUsername(source.username());
                            config.setPassword(source.password());
                            open(application, config);
                        });
    }

    /**
     * The database of the application's records.
     *
     * @throws NotFound when none is set up
     */
    public JdbcTemplate of(String application) {
        if (!setAtStart(application) && due()) {
            lookAfterWhenDue();
        }
        JdbcTemplate source = sources.get(application);
        if (source == null) {
            // One whose password is missing says so; it disturbs no other.
            connections.find(application).ifPresent(one -> one.connection().secret());
            throw new NotFound(
                    "application",
                    "No database is set up for the records of `"
                            + application
                            + "`; give it a connection in the Catalogue, or set nembar.sources."
                            + application
                            + ".url, .username and .password.");
        }
        return source;
    }

    /**
     * Reads in one transaction of the application's database, for which rows come some at a time;
     * nothing of it is kept.
     *
     * @param atOnce how many rows
     * @throws NotFound when none is set up
     */
    void inTransaction(String application, int atOnce, Consumer<JdbcTemplate> reading) {
        of(application)
                .execute(
                        (ConnectionCallback<Void>)
                                connection -> {
                                    connection.setAutoCommit(false);
                                    JdbcTemplate source =
                                            new JdbcTemplate(
                                                    new SingleConnectionDataSource(
                                                            connection, true));
                                    source.setFetchSize(atOnce);
                                    reading.accept(source);
                                    connection.rollback();
                                    return null;
                                });
    }

    /** Whether its connection stays what it was when the server was started. */
    private boolean setAtStart(String application) {
        return application.equals(Models.NEMBAR) || settings.sources().containsKey(application);
    }

    private boolean due() {
        return System.nanoTime() - lookedAfter > LOOKED_AFTER_EVERY.toNanos();
    }

    /** Of many that find it due at once, one looks. */
    private synchronized void lookAfterWhenDue() {
        if (due()) {
            lookAfter();
        }
    }

    /** Opens connections that are new or another, and closes those that are gone. */
    public synchronized void lookAfter() {
        Map<String, Long> now = connections.versions();
        now.forEach(
                (application, version) -> {
                    if (!setAtStart(application) && !version.equals(versions.get(application))) {
                        shut(application);
                        connections
                                .find(application)
                                .map(Connections.Known::connection)
                                .filter(DatabaseConnection::hasSecret)
                                .ifPresent(one -> open(application, config(one)));
                    }
                });
        versions.keySet().stream().filter(one -> !now.containsKey(one)).forEach(this::shut);
        versions = now;
        lookedAfter = System.nanoTime();
    }

    private static HikariConfig config(DatabaseConnection connection) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl(connection.url());
        config.setDataSourceProperties(connection.properties());
        config.setUsername(connection.username());
        config.setPassword(connection.secret());
        return config;
    }

    /**
     * @param config says where it is, and who signs in
     */
    private void open(String application, HikariConfig config) {
        config.setPoolName("records of " + application);
        config.setReadOnly(true);
        config.setMaximumPoolSize(8);
        config.setMinimumIdle(1);
        config.setConnectionTimeout(CONNECT_WITHIN_MS);
        config.setInitializationFailTimeout(-1);
        config.addDataSourceProperty(
                "options", "-c statement_timeout=" + ANSWER_WITHIN + " -c jit=off");
        HikariDataSource pool = new HikariDataSource(config);
        pools.put(application, pool);
        sources.put(application, new JdbcTemplate(pool));
    }

    private void shut(String application) {
        sources.remove(application);
        HikariDataSource pool = pools.remove(application);
        if (pool != null) {
            pool.close();
        }
    }

    /**
     * @throws ModelRefused where a record type speaks of a table that is not the application's
     */
    public void requireOwnTables(AccessModel model) {
        String application = model.application().key();
        List<String> own = schemas(application);
        List<Problem> problems = new ArrayList<>();
        for (RecordType type : model.catalogue().recordTypes()) {
            Map<String, TableName> tables = new LinkedHashMap<>(Map.of("table", type.table()));
            for (Field field : type.fields()) {
                String of = "fields[" + field.key() + "]";
                field.link().ifPresent(link -> tables.put(of + ".link.table", link.table()));
                field.lookup()
                        .flatMap(Lookup::through)
                        .ifPresent(one -> tables.put(of + ".lookup.table", one.table()));
            }
            tables.forEach(
                    (path, table) -> {
                        if (!own.contains(table.schema())) {
                            problems.add(
                                    new Problem(
                                            "catalogue.recordTypes[" + type.key() + "]." + path,
                                            "`"
                                                    + table
                                                    + "` is in none of the schemas of "
                                                    + model.application().name()
                                                    + ": "
                                                    + String.join(", ", own)));
                        }
                    });
        }
        if (!problems.isEmpty()) {
            throw new ModelRefused(problems);
        }
    }

    /**
     * @throws BadRequest where a table is in none of the application's schemas
     */
    void requireOwnTable(String application, TableName table) {
        List<String> own = schemas(application);
        if (!own.contains(table.schema())) {
            throw new BadRequest(
                    "table",
                    "`"
                            + table
                            + "` is in none of the schemas of the application: "
                            + String.join(", ", own));
        }
    }

    private List<String> schemas(String application) {
        Settings.Source source = settings.sources().get(application);
        if (source == null) {
            return connections
                    .find(application)
                    .map(one -> one.connection().schemas())
                    .orElse(List.of(application));
        }
        return source.schemas() == null || source.schemas().isEmpty()
                ? List.of(application)
                : source.schemas();
    }

    /**
     * Opens a connection that may update who owns a record; it is the caller's to close.
     *
     * @throws BadRequest where none is set up
     */
    Connection toHandOver(String application) throws SQLException {
        Settings.Source source = settings.sources().get(application);
        if (source == null || source.handOver() == null) {
            throw new BadRequest(
                    "heir",
                    "Their records in `"
                            + application
                            + "` cannot be handed over: set nembar.sources."
                            + application
                            + ".hand-over.username and .password to a database user that may"
                            + " update their owner.");
        }
        return DriverManager.getConnection(
                source.url(), source.handOver().username(), source.handOver().password());
    }

    /**
     * Opens a connection besides the pool's, to be kept for long; it is the caller's to close.
     *
     * @throws NotFound when none is set up
     */
    Connection open(String application) throws SQLException {
        of(application);
        HikariDataSource pool = pools.get(application);
        Properties properties = new Properties();
        properties.putAll(pool.getDataSourceProperties());
        properties.setProperty("user", pool.getUsername());
        properties.setProperty("password", pool.getPassword());
        return DriverManager.getConnection(pool.getJdbcUrl(), properties);
    }

    @PreDestroy
    void close() {
        pools.values().forEach(HikariDataSource::close);
    }
}
