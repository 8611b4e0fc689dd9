package nembar.server.reviews;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.text.Dates;
import nembar.server.http.Address;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** What is written to people about reviews; each letter leads to the review. */
@Component
class ReviewLetters {
    private final Outbox outbox;
    private final Models models;
    private final Address nembar;

    ReviewLetters(Outbox outbox, Models models, Address nembar) {
        this.outbox = outbox;
        this.models = models;
        this.nembar = nembar;
    }

    /** That somebody is asked. */
    void asked(ReviewRow review, String reviewer, long rights) {
        write(
                review,
                reviewer,
                "You are asked: " + review.name,
                models.directory().personName(review.owner)
                        + " asks you to look at "
                        + rights(rights)
                        + ", and to say of each whether it is still needed, until "
                        + day(review)
                        + "."
                        + (review.note.isEmpty() ? "" : "\n\n" + review.note));
    }

    /** That a review was handed to somebody. */
    void handed(ReviewRow review, String from, String to, long rights, String note) {
        write(
                review,
                to,
                "You are asked: " + review.name,
                models.directory().personName(from)
                        + " hands "
                        + rights(rights)
                        + " of this review to you, to be looked at until "
                        + day(review)
                        + "."
                        + (note.isEmpty() ? "" : "\n\n" + note));
    }

    /** That answers are missing. */
    void reminder(ReviewRow review, String reviewer, long left) {
        write(
                review,
                reviewer,
                "Reminder: " + review.name,
                "your answers about "
                        + rights(left)
                        + " are still missing. The review ends on "
                        + day(review)
                        + ".");
    }

    /** That rights came to somebody because whoever was asked did not answer, or left. */
    void passedOn(ReviewRow review, String to, long rights, String why) {
        write(
                review,
                to,
                "Passed on to you: " + review.name,
                rights(rights) + " of this review came to you: " + why);
    }

    /** That a review is over. */
    void closed(ReviewRow review, long left) {
        write(
                review,
                review.owner,
                "Ended: " + review.name,
                "the review has ended"
                        + (left == 0
                                ? ". All was answered."
                                : "; " + rights(left) + " had no answer.")
                        + (review.draft == null
                                ? " Nothing is to be changed."
                                : " What is to end or to change is a draft that waits for you."));
    }

    private static String rights(long number) {
        return number == 1 ? "1 right" : number + " rights";
    }

    private String day(ReviewRow review) {
        Instant last = review.dueAt.minusSeconds(1);
        return Dates.DAY.format(
                last.atZone(
                        models.find(review.application)
                                .map(one -> one.model().application().zone())
                                .orElse(ZoneOffset.UTC)));
    }

    private void write(ReviewRow review, String to, String subject, String what) {
        models.directory()
                .person(to)
                .filter(Person::active)
                .ifPresent(
                        person ->
                                outbox.queue(
                                        person.email(),
                                        person.key(),
                                        Optional.empty(),
                                        subject,
                                        "Hello "
                                                + person.givenName()
                                                + ",\n\n"
                                                + what
                                                + "\n\n"
                                                + nembar.get()
                                                + "/desk/reviews/"
                                                + review.id
                                                + "\n"));
    }
}
