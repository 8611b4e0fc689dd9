package nembar.server.demo;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.LocalDate;
import nembar.core.directory.Directory;
import nembar.demo.DemoWorld;
import nembar.demo.RecordGenerator;
import nembar.demo.Volume;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.model.DesignImport;
import nembar.server.model.Models;
import nembar.server.records.RecordSources.Settings;
import nembar.server.session.BearerTokens;
import nembar.server.session.SignIns;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Before the first request is taken: brings Nembar's own catalogue up to this program's, makes the
 * demo world where it is asked for and not there yet, and reads the published models.
 */
@Component
class Startup implements SmartInitializingSingleton {
    private static final Logger LOG = LoggerFactory.getLogger(Startup.class);
    private static final String TOWLINE = "towline";
    private static final long SEED = 41;

    private final Models models;
    private final DesignImport imports;
    private final SignIns signIns;
    private final BearerTokens tokens;
    private final Settings settings;
    private final Clock clock;
    private final boolean demo;

    Startup(
            Models models,
            DesignImport imports,
            SignIns signIns,
            BearerTokens tokens,
            Settings settings,
            Clock clock,
            @Value("${nembar.demo}") boolean demo) {
        this.models = models;
        this.imports = imports;
        this.signIns = signIns;
        this.tokens = tokens;
        this.settings = settings;
        this.clock = clock;
        this.demo = demo;
    }

    @Override
    public void afterSingletonsInstantiated() {
        try {
            models.refresh();
            ownCatalogue();
            if (demo && models.find(TOWLINE).isEmpty()) {
                demoWorld();
            }
        } catch (IOException | SQLException failed) {
            throw new IllegalStateException("Nembar could not be set up", failed);
        }
    }

    private void ownCatalogue() throws IOException {
        DesignDocument shipped =
                DocumentJson.read(
                        new ClassPathResource("builtin/nembar.json").getContentAsByteArray());
        boolean current =
                models.find(Models.NEMBAR)
                        .map(published -> DocumentWriter.write(published.model()).catalogue())
                        .filter(shipped.catalogue()::equals)
                        .isPresent();
        if (!current) {
            imports.install(shipped);
        }
    }

    /** Towline comes last: that it is there says that all of it is. */
    private void demoWorld() throws SQLException {
        LOG.info("making the demo world");
        DesignDocument towline = DocumentJson.read(DemoWorld.towline());
        DesignDocument nembar = DocumentJson.read(DemoWorld.nembar());
        imports.install(
                new DesignDocument(
                        nembar.format(),
                        nembar.application(),
                        nembar.catalogue(),
                        towline.directory(),
                        nembar.design()));
        records(models.directory());
        for (DemoWorld.SignIn signIn : DemoWorld.signIns()) {
            signIns.setPassword(signIn.person(), signIn.password());
        }
        tokens.allow(DemoWorld.GATEWAY_TOKEN, DemoWorld.GATEWAY, "Towline's gateway");
        imports.install(towline);
    }

    /** In one transaction, so that a start that is broken off leaves nothing half made. */
    private void records(Directory directory) throws SQLException {
        Settings.Source source = settings.sources().get(TOWLINE);
        try (Connection connection =
                        DriverManager.getConnection(
                                source.url(), source.username(), source.password());
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            try (ResultSet there =
                    statement.executeQuery(
                            "select 1 from information_schema.schemata where schema_name ="
                                    + " 'towline'")) {
                if (there.next()) {
                    return;
                }
            }
            statement.execute(DemoWorld.schema());
            LocalDate today = LocalDate.ofInstant(clock.instant(), java.time.ZoneOffset.UTC);
            new RecordGenerator(connection, directory, today, Volume.demo(), SEED).run();
            connection.commit();
        }
    }
}
