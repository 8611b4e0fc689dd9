package nembar.server.questions;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;

/** A question of somebody: asked lately, or kept. */
@Entity
@Table(name = "question")
class QuestionRow {
    @Id String id;
    String owner;
    String application;
    String name;
    String address;
    boolean kept;
    boolean shared;
    boolean onDesk;
    Instant askedAt;
    @Version long version;
}
