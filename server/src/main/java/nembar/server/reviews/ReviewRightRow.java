package nembar.server.reviews;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import nembar.core.element.ElementKind;
import nembar.core.review.ReviewChanges.Wanted;
import nembar.core.review.Right;

/** One right that a review asks about, and what was answered. */
@Entity
@Table(name = "review_right")
class ReviewRightRow {
    static final String KEEP = "keep";
    static final String CHANGE = "change";
    static final String END = "end";

    @EmbeddedId Which which;

    /** Key of whoever holds it. */
    String person;

    String kind;
    String element;

    /** What it is, as it was when the review began. */
    String what;

    /** How it comes to them; may be empty. */
    String through;

    /** Key of whoever is asked. */
    String reviewer;

    /** Key of whoever was asked first, where it was handed on. */
    String passedFrom;

    /** When the reviewer looked at it first. */
    Instant lookedAt;

    /** Keep, change or end; null until it is answered. */
    String answer;

    String reason;

    /** Until when it goes on, where that is the change. */
    Instant untilAt;

    /** Key of the role in its place, where that is the change. */
    String role;

    String answeredBy;
    Instant answeredAt;

    /** When it was seen that it had ended by itself. */
    Instant goneAt;

    @Version long version;

    /** A right of a review, numbered in the order of people's names. */
    @Embeddable
    record Which(String review, int number) {}

    Right right() {
        return new Right(person, ElementKind.ofList(kind).orElseThrow(), element);
    }

    boolean waits() {
        return answer == null && goneAt == null;
    }

    /** What is to become of it; empty where it is kept or nothing was answered. */
    Optional<Wanted> wanted() {
        if (answer == null || answer.equals(KEEP) || goneAt != null) {
            return Optional.empty();
        }
        return Optional.of(
                answer.equals(END)
                        ? Wanted.END
                        : Wanted.other(Optional.ofNullable(untilAt), Optional.ofNullable(role)));
    }

    /** Whoever was asked before does not count as having looked. */
    void pass(String to) {
        if (passedFrom == null) {
            passedFrom = reviewer;
        }
        reviewer = to;
        lookedAt = null;
    }
}
