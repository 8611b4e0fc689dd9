package nembar.server.invitations;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

/** Another address of somebody, which waits until it is due. */
@Entity
@Table(name = "address_change")
class AddressChangeRow {
    @Id String id;
    String person;
    String email;
    String madeBy;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String approvers;

    Instant madeAt;
    Instant dueAt;
    Instant endedAt;
    String outcome;
    String note;
    @Version long version;

    void end(String how, String why, Instant at) {
        outcome = how;
        note = why;
        endedAt = at;
    }
}
