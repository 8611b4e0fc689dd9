package nembar.server.approval;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.hibernate.annotations.BatchSize;
import org.hibernate.annotations.ColumnTransformer;

/** A change that waits for somebody's word, or did. */
@Entity
@Table(name = "approval_request")
class ApprovalRequestRow {
    @Id String id;
    String author;
    String what;
    String why;
    String act;
    String target;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String body;

    @Column(name = "about_kind")
    String on;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String about;

    Instant askedAt;
    Instant decidedAt;
    String decidedBy;
    String outcome;
    String note;

    /** Who is asked, and whether they have agreed. */
    @ElementCollection
    @CollectionTable(name = "approval", joinColumns = @JoinColumn(name = "request"))
    @MapKeyColumn(name = "person")
    @Column(name = "agreed")
    @BatchSize(size = 50)
    Map<String, Boolean> words = new HashMap<>();

    @Version long version;
}
