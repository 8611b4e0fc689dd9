package nembar.server.catalogue;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Column;
import nembar.core.text.Words;
import nembar.server.connections.Connections.Known;
import nembar.server.connections.DatabaseConnection;
import nembar.server.connections.DatabaseConnection.InVariable;
import nembar.server.connections.DatabaseConnection.Kept;
import nembar.server.connections.DatabaseConnection.Password;
import nembar.server.connections.DatabaseConnection.Tls;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.http.Texts;

/** Connections as they come and go over HTTP; a password only ever comes. */
final class ConnectionShapes {
    private static final int PORTS = 65_535;
    private static final int HOST_AT_MOST = 255;
    private static final int PASSWORD_AT_MOST = 500;
    private static final int CERTIFICATE_AT_MOST = 20_000;
    private static final int SCHEMAS_AT_MOST = 50;
    private static final String HOST = "[\\p{L}\\p{N}._-]+|\\[[0-9a-fA-F:.]+]";

    /** Only such variables may be named, lest another secret of the server is sent somewhere. */
    private static final String VARIABLE = "NEMBAR_PASSWORD_[A-Z0-9_]{1,80}";

    private ConnectionShapes() {}

    /**
     * A connection that is given.
     *
     * @param password to be kept; left out where a variable has it, or where it stays
     * @param passwordVariable name of an environment variable that has it
     * @param certificate in PEM, where the server is to prove who it is
     */
    record ConnectionGiven(
            String host,
            Integer port,
            String database,
            String username,
            String password,
            String passwordVariable,
            @OneOf(Tls.class) String tls,
            String certificate,
            List<String> schemas) {}

    /**
     * A connection that is set.
     *
     * @param passwordVariable the variable that has the password; empty where Nembar keeps it
     * @param version what it must still be when it is changed
     */
    record ConnectionShown(
            String host,
            int port,
            String database,
            String username,
            Optional<String> passwordVariable,
            @OneOf(Tls.class) String tls,
            Optional<String> certificate,
            List<String> schemas,
            long version) {}

    static ConnectionShown shown(Known known) {
        DatabaseConnection one = known.connection();
        return new ConnectionShown(
                one.host(),
                one.port(),
                one.database(),
                one.username(),
                one.password() instanceof InVariable variable
                        ? Optional.of(variable.name())
                        : Optional.empty(),
                Words.of(one.tls()),
                one.certificate(),
                one.schemas(),
                known.version());
    }

    /**
     * The connection that is meant.
     *
     * @param known whose password stays where none is given
     * @throws BadRequest where something is missing or cannot be so
     */
    static DatabaseConnection read(ConnectionGiven given, Optional<DatabaseConnection> known) {
        if (given == null) {
            throw new BadRequest("connection", "Say how the database is reached.");
        }
        String host = needed("host", given.host(), HOST_AT_MOST);
        if (!host.matches(HOST)) {
            throw new BadRequest(
                    "host", "Give the name or address of a host alone, without port or path.");
        }
        int port = given.port() == null ? 5432 : given.port();
        if (port < 1 || port > PORTS) {
            throw new BadRequest("port", "A port is a number from 1 to " + PORTS + ".");
        }
        Tls tls = tls(given.tls());
        return new DatabaseConnection(
                host,
                port,
                name("database", given.database()),
                name("username", given.username()),
                password(given, known),
                tls,
                certificate(given.certificate(), tls),
                schemas(given.schemas()));
    }

    private static String needed(String path, String given, int atMost) {
        String text = Texts.of(path, given, atMost);
        if (text.isEmpty()) {
            throw new BadRequest(path, "Fill in the " + path + ".");
        }
        return text;
    }

    private static String name(String path, String given) {
        String name = needed(path, given, Column.NAME_AT_MOST);
        if (!Column.possible(name)) {
            throw new BadRequest(path, "No database has such a name.");
        }
        return name;
    }

    private static Password password(ConnectionGiven given, Optional<DatabaseConnection> known) {
        String variable = Texts.of("passwordVariable", given.passwordVariable(), 100);
        boolean said = given.password() != null && !given.password().isEmpty();
        if (said && !variable.isEmpty()) {
            throw new BadRequest(
                    "password", "Give a password, or the variable that has it; not both.");
        }
        if (!variable.isEmpty()) {
            if (!variable.matches(VARIABLE)) {
                throw new BadRequest(
                        "passwordVariable",
                        "The variable's name begins with NEMBAR_PASSWORD_, as in"
                                + " NEMBAR_PASSWORD_QUAYSIDE.");
            }
            return new InVariable(variable);
        }
        if (said) {
            if (given.password().length() > PASSWORD_AT_MOST) {
                throw new BadRequest("password", "At most " + PASSWORD_AT_MOST + " letters.");
            }
            return new Kept(given.password());
        }
        // A password that is kept goes to the host that it was given for, and to no other.
        return known.filter(one -> one.host().equals(given.host().strip()))
                .filter(one -> given.port() == null || one.port() == given.port())
                .filter(one -> one.username().equals(given.username().strip()))
                .map(DatabaseConnection::password)
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "password",
                                        "Give the password, or the variable that has it."));
    }

    private static Tls tls(String given) {
        return Words.find(Tls.values(), given == null ? Words.of(Tls.OFF) : given)
                .orElseThrow(() -> new BadRequest("tls", "Choose off, encrypted or verified."));
    }

    private static Optional<String> certificate(String given, Tls tls) {
        String pem = Texts.of("certificate", given, CERTIFICATE_AT_MOST);
        if (tls != Tls.VERIFIED) {
            return Optional.empty();
        }
        if (pem.isEmpty()) {
            throw new BadRequest(
                    "certificate", "Paste the certificate that the server is known by.");
        }
        try {
            CertificateFactory.getInstance("X.509")
                    .generateCertificate(
                            new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII)));
        } catch (CertificateException none) {
            throw new BadRequest(
                    "certificate",
                    "This is no certificate in PEM; one begins with -----BEGIN CERTIFICATE-----.");
        }
        return Optional.of(pem);
    }

    private static List<String> schemas(List<String> given) {
        List<String> names =
                given == null
                        ? List.of()
                        : given.stream()
                                .map(String::strip)
                                .filter(name -> !name.isEmpty())
                                .distinct()
                                .toList();
        if (names.isEmpty()) {
            throw new BadRequest(
                    "schemas", "Name at least one schema; many databases have public.");
        }
        if (names.size() > SCHEMAS_AT_MOST || !names.stream().allMatch(Column::possible)) {
            throw new BadRequest(
                    "schemas", "Name at most " + SCHEMAS_AT_MOST + " schemas, each by its name.");
        }
        if (names.stream().anyMatch(name -> name.matches("pg_.*|information_schema"))) {
            throw new BadRequest("schemas", "A catalogue of the database itself has no records.");
        }
        return names;
    }
}
