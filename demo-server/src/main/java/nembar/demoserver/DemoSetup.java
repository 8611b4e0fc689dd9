package nembar.demoserver;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Design;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.demo.DemoWorld;
import nembar.demo.RecordGenerator;
import nembar.demo.Twins;
import nembar.demo.Volume;
import nembar.server.applications.DesignImport;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.model.Models;
import nembar.server.records.RecordSources.Settings;
import nembar.server.records.RowChanges;
import nembar.server.session.SignIns;
import nembar.server.session.Tokens;
import nembar.server.setup.SetupStep;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.stereotype.Component;

/** Makes the demo world: design, records, sign-ins and a token. */
@Component
class DemoSetup implements SetupStep {
    private static final Logger LOG = LoggerFactory.getLogger(DemoSetup.class);
    private static final String TOWLINE = "towline";
    private static final long SEED = 41;

    private final Models models;
    private final DesignImport imports;
    private final SignIns signIns;
    private final Tokens tokens;
    private final DemoLife life;
    private final DemoUse use;
    private final Settings settings;
    private final Owner owner;
    private final Quayside quayside;
    private final Size size;
    private final Clock clock;

    DemoSetup(
            Models models,
            DesignImport imports,
            SignIns signIns,
            Tokens tokens,
            DemoLife life,
            DemoUse use,
            Settings settings,
            Owner owner,
            Quayside quayside,
            Size size,
            Clock clock) {
        this.models = models;
        this.imports = imports;
        this.signIns = signIns;
        this.tokens = tokens;
        this.life = life;
        this.use = use;
        this.settings = settings;
        this.owner = owner;
        this.quayside = quayside;
        this.size = size;
        this.clock = clock;
    }

    @Override
    public void run() throws SQLException {
        if (models.find(TOWLINE).isEmpty()) {
            demoWorld();
        }
        grants();
        quayside();
    }

    /** The second application's database, which waits to be added; in one transaction too. */
    private void quayside() throws SQLException {
        if (quayside.url() == null) {
            return;
        }
        try (Connection connection =
                        DriverManager.getConnection(
                                quayside.url(), quayside.username(), quayside.password());
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            if (!there(statement, "yard")) {
                statement.execute(DemoWorld.quayside());
            }
            connection.commit();
        }
    }

    private static boolean there(Statement statement, String schema) throws SQLException {
        try (ResultSet there =
                statement.executeQuery(
                        "select 1 from information_schema.schemata where schema_name = '"
                                + schema
                                + "'")) {
            return there.next();
        }
    }

    /** Towline comes last: that it is there says that all of it is. */
    private void demoWorld() throws SQLException {
        LOG.info("making the demo world");
        DesignDocument towline = towline();
        DesignDocument nembar = DocumentJson.read(DemoWorld.nembar());
        Instant now = clock.instant();
        DemoWorld.Publication first = DemoWorld.publications().get(0);
        imports.install(
                new DesignDocument(
                        nembar.format(),
                        nembar.application(),
                        nembar.catalogue(),
                        towline.directory(),
                        nembar.design()),
                first.author(),
                first.reason(),
                now.minus(first.daysAgo()));
        records(models.directory());
        for (DemoWorld.SignIn signIn : DemoWorld.signIns()) {
            signIns.setPassword(signIn.person(), signIn.password());
        }
        life.run(now);
        tokens.allow(
                DemoWorld.GATEWAY_TOKEN,
                Tokens.Token.ofService(DemoWorld.GATEWAY, first.author()),
                "Towline's gateway",
                now.plus(Duration.ofDays(365)));
        List<DemoWorld.Publication> publications = DemoWorld.publications();
        for (int i = 0; i < publications.size(); i++) {
            DemoWorld.Publication one = publications.get(i);
            Set<String> later = new HashSet<>();
            publications
                    .subList(i + 1, publications.size())
                    .forEach(after -> later.addAll(after.adds()));
            imports.install(
                    without(towline, later), one.author(), one.reason(), now.minus(one.daysAgo()));
        }
        use.run(TOWLINE, now);
    }

    private DesignDocument towline() {
        DesignDocument demo = DocumentJson.read(DemoWorld.towline());
        return size.people() == 0
                ? demo
                : DocumentWriter.write(Twins.of(DocumentReader.read(demo), size.people()));
    }

    /** The document as it was before these elements came. */
    private static DesignDocument without(DesignDocument document, Set<String> keys) {
        AccessModel whole = DocumentReader.read(document);
        Design design =
                Design.of(
                        whole.design().elements().stream()
                                .filter(one -> !keys.contains(one.key()))
                                .toList());
        return DocumentWriter.write(whole.withDesign(design));
    }

    /** In one transaction, so that a start that is broken off leaves nothing half made. */
    private void records(Directory directory) throws SQLException {
        Settings.Source source = settings.sources().get(TOWLINE);
        try (Connection connection =
                        DriverManager.getConnection(
                                source.url(), owner.username(), owner.password());
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            if (there(statement, TOWLINE)) {
                return;
            }
            statement.execute(DemoWorld.schema());
            LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
            new RecordGenerator(
                            connection, directory, today, Volume.demo().times(size.records()), SEED)
                    .run();
            connection.commit();
        }
    }

    /**
     * Whoever hands records over may update who owns one, and nothing else; and it is told which
     * records are written.
     */
    private void grants() throws SQLException {
        Settings.Source source = settings.sources().get(TOWLINE);
        String user = source.handOver().username();
        try (Connection connection =
                        DriverManager.getConnection(
                                source.url(), owner.username(), owner.password());
                Statement statement = connection.createStatement()) {
            for (RecordType type : models.model(TOWLINE).catalogue().recordTypes()) {
                if (type.places().owner().isPresent()) {
                    String column =
                            type.knownField(type.places().owner().get()).columns().get(0).name();
                    statement.execute(
                            "GRANT SELECT (%1$s), UPDATE (%1$s) ON %2$s TO \"%3$s\""
                                    .formatted(column, type.table(), user));
                }
            }
            publish(statement);
        }
    }

    private void publish(Statement statement) throws SQLException {
        String there = "select 1 from pg_publication where pubname = '%s'";
        try (ResultSet known = statement.executeQuery(there.formatted(RowChanges.PUBLICATION))) {
            if (known.next()) {
                return;
            }
        }
        Set<String> tables = new TreeSet<>();
        for (RecordType type : models.model(TOWLINE).catalogue().recordTypes()) {
            type.tables().forEach(table -> tables.add(table.toString()));
        }
        statement.execute(
                "CREATE PUBLICATION %s FOR TABLE %s"
                        .formatted(RowChanges.PUBLICATION, String.join(", ", tables)));
    }

    /**
     * Whose the tables of the demo world are.
     *
     * @param username of the database role that makes them
     */
    @ConfigurationProperties("nembar.demo-records")
    record Owner(String username, String password) {}

    /**
     * How large the demo world is made, where it is to be larger than it is: for benchmarks.
     *
     * @param people how many there are in all, twins among them; 0 for those of the demo
     * @param records how many times the demo's records
     */
    @ConfigurationProperties("nembar.demo-size")
    record Size(@DefaultValue("0") int people, @DefaultValue("1") int records) {}

    /**
     * Where Quayside's tables are made.
     *
     * @param url left out where there is to be no second application
     */
    @ConfigurationProperties("nembar.demo-quayside")
    record Quayside(String url, String username, String password) {}
}
