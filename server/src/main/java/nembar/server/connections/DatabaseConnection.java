package nembar.server.connections;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import nembar.server.http.BadRequest;

/**
 * How a PostgreSQL database is reached.
 *
 * @param certificate in PEM, of the server or of who vouches for it; with it the server's name is
 *     checked too
 * @param schemas whose tables are the application's
 */
public record DatabaseConnection(
        String host,
        int port,
        String database,
        String username,
        Password password,
        Tls tls,
        Optional<String> certificate,
        List<String> schemas) {
    /** The longest that opening a connection may take, in seconds. */
    static final int CONNECT_WITHIN = 3;

    /** Whether what goes to and fro is encrypted. */
    public enum Tls {
        /** Not at all: for a database on the same machine, or in a network that is trusted. */
        OFF,
        /** Encrypted, whoever answers. */
        ENCRYPTED,
        /** Encrypted, and only where the server proves by a certificate to be the one named. */
        VERIFIED
    }

    /** A password, or where it is found. */
    public sealed interface Password {}

    /** A password that Nembar keeps, encrypted. */
    public record Kept(String value) implements Password {
        @Override
        public String toString() {
            return "a password";
        }
    }

    /** The name of an environment variable of the server that has the password. */
    public record InVariable(String name) implements Password {}

    /**
     * The password itself.
     *
     * @throws BadRequest where the variable that should have it is not set
     */
    public String secret() {
        if (password instanceof Kept kept) {
            return kept.value();
        }
        String name = ((InVariable) password).name();
        String value = System.getenv(name);
        if (value == null) {
            throw new BadRequest(
                    "passwordVariable",
                    "The environment of Nembar's server has no variable `"
                            + name
                            + "`. Whoever runs it sets it and starts Nembar again.");
        }
        return value;
    }

    /** Whether the password is to be had on this server. */
    public boolean hasSecret() {
        return !(password instanceof InVariable variable) || System.getenv(variable.name()) != null;
    }

    public DatabaseConnection {
        schemas = List.copyOf(schemas);
    }

    /** Its address for JDBC; nothing of it is more than a name. */
    public String url() {
        return "jdbc:postgresql://"
                + host
                + ":"
                + port
                + "/"
                + URLEncoder.encode(database, StandardCharsets.UTF_8).replace("+", "%20");
    }

    /** What the driver is told besides user and password. */
    public Properties properties() {
        Properties properties = new Properties();
        properties.setProperty("ApplicationName", "Nembar");
        properties.setProperty("loginTimeout", String.valueOf(CONNECT_WITHIN));
        properties.setProperty("connectTimeout", String.valueOf(CONNECT_WITHIN));
        properties.setProperty(
                "sslmode",
                switch (tls) {
                    case OFF -> "disable";
                    case ENCRYPTED -> "require";
                    case VERIFIED -> "verify-full";
                });
        if (tls == Tls.VERIFIED) {
            // Without a certificate of its own, one that this machine's Java trusts.
            properties.setProperty(
                    "sslfactory",
                    certificate.isPresent()
                            ? "org.postgresql.ssl.SingleCertValidatingFactory"
                            : "org.postgresql.ssl.DefaultJavaSSLFactory");
            certificate.ifPresent(pem -> properties.setProperty("sslfactoryarg", pem));
        }
        return properties;
    }
}
