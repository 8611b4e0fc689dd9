package nembar.server.records;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** Where the records of each application are: one pool of read-only connections per database. */
@Service
public class RecordSources {
    private static final int CONNECT_WITHIN_MS = 3000;
    private static final String ANSWER_WITHIN = "30s";

    private final Settings settings;
    private final Map<String, JdbcTemplate> sources = new LinkedHashMap<>();
    private final Map<String, HikariDataSource> pools = new LinkedHashMap<>();

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

    RecordSources(Settings settings, DataSource own) {
        this.settings = settings;
        sources.put(Models.NEMBAR, new JdbcTemplate(own));
        settings.sources()
                .forEach(
                        (application, source) -> {
                            HikariDataSource pool = pool(application, source);
                            pools.put(application, pool);
                            sources.put(application, new JdbcTemplate(pool));
                        });
    }

    /**
     * The database of the application's records.
     *
     * @throws NotFound when none is set up
     */
    public JdbcTemplate of(String application) {
        JdbcTemplate source = sources.get(application);
        if (source == null) {
            throw new NotFound(
                    "application",
                    "No database is set up for the records of `"
                            + application
                            + "`; set nembar.sources."
                            + application
                            + ".url, .username and .password.");
        }
        return source;
    }

    /**
     * @throws ModelRefused where a record type is kept in a table that is not the application's
     */
    public void requireOwnTables(AccessModel model) {
        String application = model.application().key();
        List<String> own = schemas(application);
        List<Problem> problems =
                model.catalogue().recordTypes().stream()
                        .filter(type -> !own.contains(type.schema()))
                        .map(
                                type ->
                                        new Problem(
                                                "catalogue.recordTypes[" + type.key() + "].table",
                                                "`"
                                                        + type.table()
                                                        + "` is in none of the schemas of "
                                                        + model.application().name()
                                                        + ": "
                                                        + String.join(", ", own)))
                        .toList();
        if (!problems.isEmpty()) {
            throw new ModelRefused(problems);
        }
    }

    private List<String> schemas(String application) {
        Settings.Source source = settings.sources().get(application);
        return source == null || source.schemas() == null || source.schemas().isEmpty()
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

    private static HikariDataSource pool(String application, Settings.Source source) {
        HikariConfig config = new HikariConfig();
        config.setPoolName("records of " + application);
        config.setJdbcUrl(source.url());
        config.setUsername(source.username());
        config.setPassword(source.password());
        config.setReadOnly(true);
        config.setMaximumPoolSize(8);
        config.setMinimumIdle(1);
        config.setConnectionTimeout(CONNECT_WITHIN_MS);
        config.setInitializationFailTimeout(-1);
        config.addDataSourceProperty(
                "options", "-c statement_timeout=" + ANSWER_WITHIN + " -c jit=off");
        return new HikariDataSource(config);
    }

    @PreDestroy
    void close() {
        pools.values().forEach(HikariDataSource::close);
    }
}
