package nembar.server.reviews;

import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.review.Reviewers;
import nembar.core.review.Reviewers.Asked;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What happens to reviews as time goes by: whoever left is replaced, reviewers are reminded, what
 * is overdue is passed on, and in the end it is closed; those that come again begin anew.
 */
@Service
class ReviewJobs {
    private static final Logger LOG = LoggerFactory.getLogger(ReviewJobs.class);

    /** The last reminder goes out so long before the end. */
    static final Duration LAST_REMINDER = Duration.ofDays(2);

    /** So long after its end whoever it was passed on to has time to answer. */
    static final Duration GRACE = Duration.ofDays(7);

    private static final int AT_HALF = 1;
    private static final int AT_LAST = 2;
    private static final int PASSED_ON = 3;

    private final ReviewStore store;
    private final Reviews reviews;
    private final ReviewClosing closing;
    private final ReviewLetters letters;
    private final Models models;
    private final Moments moments;
    private final TransactionTemplate transactions;
    private final Clock clock;

    ReviewJobs(
            ReviewStore store,
            Reviews reviews,
            ReviewClosing closing,
            ReviewLetters letters,
            Models models,
            Moments moments,
            TransactionTemplate transactions,
            Clock clock) {
        this.store = store;
        this.reviews = reviews;
        this.closing = closing;
        this.letters = letters;
        this.models = models;
        this.moments = moments;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Scheduled(
            initialDelayString = "${nembar.reviews.every}",
            fixedDelayString = "${nembar.reviews.every}")
    void due() {
        due(clock.instant());
    }

    /** Does what is due at an instant. Any server may: each review is locked meanwhile. */
    void due(Instant now) {
        for (String id : ids(ReviewRow.OPEN)) {
            each(id, () -> look(id, now));
        }
        for (String id : ids(ReviewRow.CLOSED)) {
            each(id, () -> closing.seal(id));
        }
        for (String id : coming(now)) {
            each(id, () -> reviews.follow(id));
        }
    }

    private List<String> ids(String state) {
        List<String> ids = transactions.execute(status -> store.inState(state));
        return ids == null ? List.of() : ids;
    }

    private static void each(String id, Runnable work) {
        try {
            work.run();
        } catch (OptimisticLockException | OptimisticLockingFailureException another) {
            LOG.debug("somebody else works on the review {}", id);
        } catch (RuntimeException failed) {
            LOG.warn("the review {} waits for the next time", id, failed);
        }
    }

    private List<String> coming(Instant now) {
        List<String> coming =
                transactions.execute(
                        status ->
                                store.comingAgain().stream()
                                        .filter(row -> !next(row).isAfter(now))
                                        .map(row -> row.id)
                                        .toList());
        return coming == null ? List.of() : coming;
    }

    private static Instant next(ReviewRow row) {
        return row.startedAt.atZone(ZoneOffset.UTC).plusMonths(row.everyMonths).toInstant();
    }

    private void look(String id, Instant now) {
        boolean over =
                Boolean.TRUE.equals(
                        transactions.execute(
                                status -> {
                                    ReviewRow row = store.locked(id);
                                    if (!row.open() || models.find(row.application).isEmpty()) {
                                        return false;
                                    }
                                    replace(row);
                                    remind(row, now);
                                    return now.isAfter(row.dueAt.plus(GRACE))
                                            || now.isAfter(row.dueAt)
                                                    && store.waiting(id).isEmpty();
                                }));
        if (over) {
            closing.close(id);
        }
    }

    /** Rights of reviewers who are not there any more go to somebody else. */
    private void replace(ReviewRow row) {
        List<ReviewRightRow> left =
                store.waiting(row.id).stream().filter(one -> !active(one.reviewer)).toList();
        pass(row, left, row.asked(), "whoever was asked is not there any more.");
    }

    private boolean active(String person) {
        return models.directory().person(person).filter(Person::active).isPresent();
    }

    private void pass(ReviewRow row, List<ReviewRightRow> rights, Asked asked, String why) {
        if (rights.isEmpty()) {
            return;
        }
        Moment moment = moments.now(row.application);
        List<String> last = new ArrayList<>(row.standIns());
        last.add(row.owner);
        Map<String, Integer> passed = new TreeMap<>();
        Reviewers reviewers = new Reviewers(moment, asked, row.named(), last);
        for (ReviewRightRow one : rights) {
            if (moment.model().element(one.right().kind(), one.element).isEmpty()
                    || moment.model().directory().person(one.person).isEmpty()) {
                one.goneAt = clock.instant();
                continue;
            }
            Optional<String> next =
                    reviewers.of(one.right()).filter(key -> !key.equals(one.reviewer));
            next.ifPresent(
                    key -> {
                        one.pass(key);
                        passed.merge(key, 1, Integer::sum);
                    });
        }
        passed.forEach((key, number) -> letters.passedOn(row, key, number, why));
    }

    private void remind(ReviewRow row, Instant now) {
        Instant half = row.startedAt.plus(Duration.between(row.startedAt, row.dueAt).dividedBy(2));
        int stage = 0;
        if (now.isAfter(row.dueAt)) {
            stage = PASSED_ON;
        } else if (now.isAfter(row.dueAt.minus(LAST_REMINDER))) {
            stage = AT_LAST;
        } else if (now.isAfter(half)) {
            stage = AT_HALF;
        }
        if (stage <= row.reminded) {
            return;
        }
        row.reminded = stage;
        if (stage == PASSED_ON) {
            passUp(row);
        } else {
            write(row);
        }
    }

    /** Reminds everybody of whom an answer is missing. */
    void write(ReviewRow row) {
        store.progress(row.id)
                .forEach(
                        (reviewer, progress) -> {
                            if (progress.left() > 0) {
                                letters.reminder(row, reviewer, progress.left());
                            }
                        });
    }

    /** What was not answered in time goes to those above, or whoever stands in. */
    private void passUp(ReviewRow row) {
        Map<String, List<ReviewRightRow>> late = new TreeMap<>();
        store.waiting(row.id)
                .forEach(
                        one ->
                                late.computeIfAbsent(one.reviewer, any -> new ArrayList<>())
                                        .add(one));
        late.forEach(
                (reviewer, rights) -> {
                    Optional<String> above =
                            models.directory()
                                    .person(reviewer)
                                    .flatMap(Person::manager)
                                    .filter(this::active);
                    String to = above.orElse(row.owner);
                    List<ReviewRightRow> theirs =
                            rights.stream()
                                    .filter(one -> !one.person.equals(to) && !to.equals(reviewer))
                                    .toList();
                    theirs.forEach(one -> one.pass(to));
                    if (!theirs.isEmpty()) {
                        letters.passedOn(
                                row,
                                to,
                                theirs.size(),
                                models.directory().personName(reviewer)
                                        + " has not answered in time.");
                    }
                });
    }
}
