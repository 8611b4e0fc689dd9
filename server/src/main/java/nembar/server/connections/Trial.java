package nembar.server.connections;

import java.net.UnknownHostException;
import java.security.cert.CertificateException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import javax.net.ssl.SSLException;
import nembar.core.catalogue.Column;
import nembar.server.connections.DatabaseConnection.Tls;
import nembar.server.http.SqlErrors;
import org.springframework.stereotype.Component;

/** Tries a connection, and says in words what came of it. */
@Component
public class Trial {
    private static final String ANSWER_WITHIN = "10s";
    private static final String SCHEMAS =
            """
            SELECT n.nspname,
                   count(c.oid) FILTER (WHERE c.oid IS NOT NULL),
                   count(c.oid) FILTER (WHERE has_table_privilege(c.oid, 'SELECT')
                                          AND has_schema_privilege(n.oid, 'USAGE')),
                   count(c.oid) FILTER (WHERE has_table_privilege(c.oid, 'INSERT,UPDATE,DELETE,TRUNCATE'))
              FROM pg_namespace n
              LEFT JOIN pg_class c ON c.relnamespace = n.oid AND c.relkind IN ('r', 'p', 'v', 'm', 'f')
                                  AND NOT c.relispartition
             WHERE n.nspname !~ '^pg_' AND n.nspname <> 'information_schema'
             GROUP BY n.nspname
             ORDER BY n.nspname
             LIMIT 200
            """;

    /**
     * What came of trying.
     *
     * @param reached whether the database answered and let the user in
     * @param problem what is wrong and what to do about it; empty where nothing is
     * @param version of PostgreSQL; empty where it was not reached
     * @param replica whether it is a copy that follows another server
     * @param schemas that there are, with how much of them the user may read
     * @param warnings what had better be otherwise, though it works
     * @param remedy SQL that makes a user who only reads; empty where this one does
     */
    public record TrialOutcome(
            boolean reached,
            String problem,
            String version,
            boolean replica,
            List<SchemaFound> schemas,
            List<String> warnings,
            String remedy) {}

    /**
     * A schema of the database.
     *
     * @param tables tables and views in it
     * @param readable how many of them the user may read
     */
    public record SchemaFound(String name, int tables, int readable) {}

    /** Opens a connection that only reads, and gives up after a while; the caller closes it. */
    static Connection open(DatabaseConnection to, String answerWithin) throws SQLException {
        Properties properties = to.properties();
        properties.setProperty("user", to.username());
        properties.setProperty("password", to.secret());
        properties.setProperty("options", "-c statement_timeout=" + answerWithin);
        Connection connection = DriverManager.getConnection(to.url(), properties);
        try {
            connection.setReadOnly(true);
            return connection;
        } catch (SQLException failed) {
            connection.close();
            throw failed;
        }
    }

    public TrialOutcome of(DatabaseConnection to) {
        try (Connection connection = open(to, ANSWER_WITHIN)) {
            return look(connection, to);
        } catch (SQLException failed) {
            return new TrialOutcome(false, words(failed, to), "", false, List.of(), List.of(), "");
        }
    }

    private static TrialOutcome look(Connection connection, DatabaseConnection to)
            throws SQLException {
        List<SchemaFound> schemas = new ArrayList<>();
        int writable = 0;
        try (PreparedStatement statement = connection.prepareStatement(SCHEMAS);
                ResultSet row = statement.executeQuery()) {
            while (row.next()) {
                schemas.add(new SchemaFound(row.getString(1), row.getInt(2), row.getInt(3)));
                writable += to.schemas().contains(row.getString(1)) ? row.getInt(4) : 0;
            }
        }
        boolean superuser =
                flag(connection, "SELECT usesuper FROM pg_user WHERE usename = current_user");
        boolean replica = flag(connection, "SELECT pg_is_in_recovery()");
        List<String> warnings = warnings(to, superuser, writable, replica);
        return new TrialOutcome(
                true,
                missing(to, schemas),
                connection.getMetaData().getDatabaseProductVersion(),
                replica,
                schemas,
                warnings,
                superuser || writable > 0 ? remedy(to) : "");
    }

    private static boolean flag(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(sql)) {
            return row.next() && row.getBoolean(1);
        }
    }

    /** What of the schemas that were named is not to be had; empty where all is. */
    private static String missing(DatabaseConnection to, List<SchemaFound> found) {
        for (String name : to.schemas()) {
            Optional<SchemaFound> schema =
                    found.stream().filter(one -> one.name().equals(name)).findFirst();
            if (schema.isEmpty()) {
                return "There is no schema `" + name + "` in this database.";
            }
            if (schema.get().readable() == 0) {
                return schema.get().tables() == 0
                        ? "The schema `" + name + "` has no tables."
                        : "The user `"
                                + to.username()
                                + "` may read none of the "
                                + schema.get().tables()
                                + " tables in `"
                                + name
                                + "`. Whoever administers the database runs: "
                                + grants(to.username(), name);
            }
        }
        return "";
    }

    private static List<String> warnings(
            DatabaseConnection to, boolean superuser, int writable, boolean replica) {
        List<String> warnings = new ArrayList<>();
        if (superuser) {
            warnings.add(
                    "The user `"
                            + to.username()
                            + "` may do everything in this database. Nembar never writes, so let it"
                            + " sign in as a user who cannot.");
        } else if (writable > 0) {
            warnings.add(
                    "The user `"
                            + to.username()
                            + "` may write to "
                            + writable
                            + (writable == 1 ? " table" : " tables")
                            + ". Nembar never does, so let it sign in as a user who cannot.");
        }
        if (replica) {
            warnings.add(
                    "This is a copy that follows another server: what Nembar counts may be a"
                            + " little behind.");
        }
        if (to.tls() == Tls.OFF && !to.host().matches("localhost|127\\..*|\\[::1]")) {
            warnings.add(
                    "What goes to and fro is not encrypted, and neither is the password where the"
                            + " server asks for it in the clear.");
        }
        return warnings;
    }

    private static String remedy(DatabaseConnection to) {
        StringBuilder sql = new StringBuilder();
        sql.append(
                        "CREATE ROLE nembar_reader LOGIN PASSWORD '...' NOSUPERUSER NOCREATEDB NOCREATEROLE;\n")
                .append("GRANT CONNECT ON DATABASE ")
                .append(Column.quoted(to.database()))
                .append(" TO nembar_reader;");
        to.schemas().forEach(schema -> sql.append('\n').append(grants("nembar_reader", schema)));
        return sql.toString();
    }

    private static String grants(String user, String schema) {
        return "GRANT USAGE ON SCHEMA "
                + Column.quoted(schema)
                + " TO "
                + Column.quoted(user)
                + ";\nGRANT SELECT ON ALL TABLES IN SCHEMA "
                + Column.quoted(schema)
                + " TO "
                + Column.quoted(user)
                + ";";
    }

    /** What stands behind a failure, for whoever typed the connection in. */
    static String words(SQLException failed, DatabaseConnection to) {
        String state = failed.getSQLState() == null ? "" : failed.getSQLState();
        String where = to.host() + ":" + to.port();
        if (state.equals("28P01") || state.equals("28000")) {
            return "The database at "
                    + where
                    + " does not let `"
                    + to.username()
                    + "` in: the user or the password is wrong, or its settings allow no sign-in"
                    + " from here.";
        }
        if (state.equals("3D000")) {
            return "There is no database `" + to.database() + "` at " + where + ".";
        }
        if (state.equals("42501")) {
            return "The user `" + to.username() + "` may not connect to `" + to.database() + "`.";
        }
        if (state.equals("57014")) {
            return "The database took too long to answer. Try again when it has less to do.";
        }
        if (SqlErrors.among(failed, CertificateException.class::isInstance)
                || SqlErrors.among(failed, SSLException.class::isInstance)
                || failed.getMessage().contains("could not be verified")) {
            return "The certificate of "
                    + where
                    + " is not the one given, or not made out to that name.";
        }
        if (failed.getMessage().contains("SSL")) {
            return "The database at "
                    + where
                    + " does not encrypt. Choose no encryption, or have"
                    + " it set up there.";
        }
        if (SqlErrors.among(failed, UnknownHostException.class::isInstance)) {
            return "There is no host `" + to.host() + "`.";
        }
        if (SqlErrors.away(failed)) {
            return "Nothing answers at "
                    + where
                    + ". Check host and port, and that a firewall lets Nembar through.";
        }
        return "The database at " + where + " answered with an error (SQL state " + state + ").";
    }
}
