package nembar.server.connections;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import org.hibernate.annotations.ColumnTransformer;

@Entity
@Table(name = "connection")
class ConnectionRow {
    @Id String application;
    String host;
    int port;
    String database;
    String username;
    String password;
    String passwordVariable;
    String tls;
    String certificate;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String schemas;

    @Version long version;
}
