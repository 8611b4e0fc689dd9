package nembar.server.mail;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A message; where its body says so, its link is made as it leaves. */
@Entity
@Table(name = "outgoing_mail")
class MailRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String recipient;
    String person;
    String link;
    String subject;
    String body;
    Instant queuedAt;
    Instant sentAt;
    Instant droppedAt;
    int tries;
    Instant nextTryAt;
    String lastError;
}
