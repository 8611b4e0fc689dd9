package nembar.server.connections;

import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.text.Words;
import nembar.server.connections.DatabaseConnection.InVariable;
import nembar.server.connections.DatabaseConnection.Kept;
import nembar.server.connections.DatabaseConnection.Password;
import nembar.server.connections.DatabaseConnection.Tls;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;
import nembar.server.http.Overtaken;
import nembar.server.session.Secrets;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps how the database of each application is reached; passwords are encrypted. */
@Service
public class Connections {
    private final EntityManager entities;
    private final Secrets secrets;

    Connections(EntityManager entities, Secrets secrets) {
        this.entities = entities;
        this.secrets = secrets;
    }

    /** A connection, and the version of it that was seen. */
    public record Known(DatabaseConnection connection, long version) {}

    /** The version of each connection, by application: another one is to be opened anew. */
    @Transactional(readOnly = true)
    public Map<String, Long> versions() {
        Map<String, Long> versions = new LinkedHashMap<>();
        entities.createQuery("select application, version from ConnectionRow", Object[].class)
                .getResultList()
                .forEach(row -> versions.put((String) row[0], (Long) row[1]));
        return versions;
    }

    @Transactional(readOnly = true)
    public Optional<Known> find(String application) {
        return Optional.ofNullable(entities.find(ConnectionRow.class, application))
                .map(row -> new Known(connection(row), row.version));
    }

    /**
     * Keeps a connection.
     *
     * @param seen the version that is replaced; empty for a first one
     * @throws Overtaken where it has been changed since
     */
    @Transactional
    public void put(String application, DatabaseConnection connection, Optional<Long> seen) {
        ConnectionRow row = entities.find(ConnectionRow.class, application);
        if (!Optional.ofNullable(row).map(one -> one.version).equals(seen)) {
            throw new Overtaken(
                    "Somebody else has changed this connection meanwhile. Look at it again.");
        }
        boolean first = row == null;
        if (first) {
            row = new ConnectionRow();
            row.application = application;
        }
        write(row, connection);
        if (first) {
            entities.persist(row);
        }
    }

    /** Forgets how an application's database is reached, its password too. */
    @Transactional
    public void remove(String application) {
        Optional.ofNullable(entities.find(ConnectionRow.class, application))
                .ifPresent(entities::remove);
    }

    private void write(ConnectionRow row, DatabaseConnection connection) {
        row.host = connection.host();
        row.port = connection.port();
        row.database = connection.database();
        row.username = connection.username();
        row.password = null;
        row.passwordVariable = null;
        if (connection.password() instanceof Kept kept) {
            row.password = encrypted(kept);
        } else if (connection.password() instanceof InVariable variable) {
            row.passwordVariable = variable.name();
        }
        row.tls = Words.of(connection.tls());
        row.certificate = connection.certificate().orElse(null);
        row.schemas = DocumentJson.text(connection.schemas());
    }

    private String encrypted(Kept password) {
        if (!secrets.canEncrypt()) {
            throw new BadRequest(
                    "password",
                    "Whoever runs Nembar has to set nembar.secret before a password can be kept;"
                            + " or name an environment variable that has it.");
        }
        return secrets.encrypt(password.value().getBytes(StandardCharsets.UTF_8));
    }

    private DatabaseConnection connection(ConnectionRow row) {
        Password password =
                row.passwordVariable == null
                        ? new Kept(
                                new String(secrets.decrypt(row.password), StandardCharsets.UTF_8))
                        : new InVariable(row.passwordVariable);
        return new DatabaseConnection(
                row.host,
                row.port,
                row.database,
                row.username,
                password,
                Words.find(Tls.values(), row.tls).orElseThrow(),
                Optional.ofNullable(row.certificate),
                texts(row.schemas));
    }

    private static List<String> texts(String json) {
        return DocumentJson.element(json, List.class).stream().map(String::valueOf).toList();
    }
}
