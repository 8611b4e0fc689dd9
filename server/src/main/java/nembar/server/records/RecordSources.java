package nembar.server.records;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.sql.DataSource;
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

    private final Map<String, JdbcTemplate> sources = new LinkedHashMap<>();
    private final Map<String, HikariDataSource> pools = new LinkedHashMap<>();

    /**
     * Connections by application key.
     *
     * @param sources its URL, user and password
     */
    @ConfigurationProperties("nembar")
    public record Settings(Map<String, Source> sources) {
        public record Source(String url, String username, String password) {}

        public Settings {
            sources = sources == null ? Map.of() : Map.copyOf(sources);
        }
    }

    RecordSources(Settings settings, DataSource own) {
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
