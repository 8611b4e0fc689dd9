package nembar.server.desk;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** What is decided of a kind of item: whether it is told, and whom. */
@Entity
@Table(name = "desk_kind")
class DeskKindRow {
    @Id String kind;
    boolean told;

    /**
     * Keys of those it is told, a line each; without any, everybody who can do something about it.
     */
    String people;

    @Version long version;
}
