package nembar.server.setup;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import nembar.core.directory.Directory;
import nembar.demo.DemoWorld;
import nembar.demo.RecordGenerator;
import nembar.demo.Volume;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.model.DesignImport;
import nembar.server.model.Models;
import nembar.server.records.RecordSources.Settings;
import nembar.server.session.BearerTokens;
import nembar.server.session.SignIns;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Makes the demo world: design, records, sign-ins and a token. */
@Component
class DemoSetup {
    private static final Logger LOG = LoggerFactory.getLogger(DemoSetup.class);
    private static final String TOWLINE = "towline";
    private static final long SEED = 41;

    private final Models models;
    private final DesignImport imports;
    private final SignIns signIns;
    private final BearerTokens tokens;
    private final Settings settings;
    private final Clock clock;

    DemoSetup(
            Models models,
            DesignImport imports,
            SignIns signIns,
            BearerTokens tokens,
            Settings settings,
            Clock clock) {
        this.models = models;
        this.imports = imports;
        this.signIns = signIns;
        this.tokens = tokens;
        this.settings = settings;
        this.clock = clock;
    }

    /** Makes it where it is not there yet. */
    void run() throws SQLException {
        if (models.find(TOWLINE).isEmpty()) {
            demoWorld();
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
            LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
            new RecordGenerator(connection, directory, today, Volume.demo(), SEED).run();
            connection.commit();
        }
    }
}
