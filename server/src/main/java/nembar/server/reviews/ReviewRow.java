package nembar.server.reviews;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import nembar.core.review.Reviewers.Asked;
import nembar.core.text.Words;
import nembar.server.document.DocumentJson;
import org.hibernate.annotations.ColumnTransformer;

/** An access review. */
@Entity
@Table(name = "review")
class ReviewRow {
    static final String OPEN = "open";

    /** Answers are in; what they change is a draft that is not published yet. */
    static final String CLOSED = "closed";

    /** The result is a document that does not change any more. */
    static final String SEALED = "sealed";

    @Id String id;
    String application;
    String name;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    String scope;

    String asked;

    /** Keys of those who are asked where they are named, one in each line. */
    String named;

    /** Keys of those who are asked where nobody else is, one in each line. */
    String standIns;

    /** What reviewers are told. */
    String note;

    /** Key of whoever began it. */
    String owner;

    /** Number of the publication that it began on. */
    long basedOn;

    Instant startedAt;
    Instant dueAt;

    /** After how many months it comes again; 0 for once. */
    int everyMonths;

    /** Whether the next one has begun. */
    boolean followed;

    /** How often reviewers were reminded. */
    int reminded;

    String state;
    Instant closedAt;

    /** Id of the draft that its answers went into. */
    String draft;

    Instant sealedAt;

    /** Number of the publication by which they came to be so. */
    Long publication;

    /** The result, as JSON. */
    String document;

    /** SHA-256 of the document, in hexadecimal. */
    String digest;

    @Version long version;

    boolean open() {
        return state.equals(OPEN);
    }

    ReviewScope scope() {
        return DocumentJson.element(scope, ReviewScope.class);
    }

    Asked asked() {
        return Words.find(Asked.values(), asked).orElseThrow();
    }

    List<String> named() {
        return named.lines().toList();
    }

    List<String> standIns() {
        return standIns.lines().toList();
    }
}
