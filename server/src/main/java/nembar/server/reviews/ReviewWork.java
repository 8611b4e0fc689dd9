package nembar.server.reviews;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Moment;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.element.ElementKind;
import nembar.core.review.RightShown;
import nembar.core.review.Rights;
import nembar.core.text.Wording;
import nembar.server.http.BadRequest;
import nembar.server.http.Days;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.reviews.ReviewShapes.AnswerGiven;
import nembar.server.reviews.ReviewShapes.HandedRights;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What reviewers do: look at rights, answer, hand on. */
@Service
class ReviewWork {
    private static final int AT_ONCE = 500;
    private static final int TEXT_AT_MOST = 1_000;

    private final ReviewStore store;
    private final Reviews reviews;
    private final ReviewLetters letters;
    private final Models models;
    private final Moments moments;
    private final Clock clock;

    ReviewWork(
            ReviewStore store,
            Reviews reviews,
            ReviewLetters letters,
            Models models,
            Moments moments,
            Clock clock) {
        this.store = store;
        this.reviews = reviews;
        this.letters = letters;
        this.models = models;
        this.moments = moments;
        this.clock = clock;
    }

    /** Notes that the reviewer looked at rights of theirs: only then they can answer. */
    @Transactional
    public void looked(Person me, String id, List<Integer> numbers) {
        requireOpen(reviews.visible(me, id));
        Instant now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        some(id, numbers).stream()
                .filter(one -> one.reviewer.equals(me.key()) && one.lookedAt == null)
                .forEach(one -> one.lookedAt = now);
    }

    /** Answers about one right, or several that are alike. */
    @Transactional
    public void answer(Person me, String id, AnswerGiven given) {
        ReviewRow review = requireOpen(reviews.visible(me, id));
        List<ReviewRightRow> rights = some(id, given.numbers());
        requireTheirs(me, rights);
        requireLooked(rights);
        Moment moment = moments.now(review.application);
        Instant now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        ReviewRightRow answer = read(review, given, moment, now, rights);
        Rights standing = new Rights(moment);
        for (ReviewRightRow one : rights) {
            if (!standing.stands(one.right())) {
                one.goneAt = now;
            }
            one.answer = answer.answer;
            one.reason = answer.reason;
            one.untilAt = answer.untilAt;
            one.role = answer.role;
            one.answeredBy = me.key();
            one.answeredAt = now;
        }
    }

    private static void requireTheirs(Person me, List<ReviewRightRow> rights) {
        if (rights.stream().anyMatch(one -> !one.reviewer.equals(me.key()))) {
            throw new Refused(
                    "You are not asked about all of these.",
                    List.of("Whoever is asked answers, or hands it on."));
        }
    }

    private void requireLooked(List<ReviewRightRow> rights) {
        List<String> unseen =
                rights.stream()
                        .filter(one -> one.lookedAt == null)
                        .map(one -> models.directory().personName(one.person))
                        .distinct()
                        .toList();
        if (!unseen.isEmpty()) {
            throw new Refused(
                    "Look at each of them first.",
                    List.of("You have not looked at what " + Wording.some(unseen) + " hold."));
        }
    }

    private ReviewRightRow read(
            ReviewRow review,
            AnswerGiven given,
            Moment moment,
            Instant now,
            List<ReviewRightRow> rights) {
        ReviewRightRow read = new ReviewRightRow();
        read.answer = given.answer() == null ? "" : given.answer();
        read.reason = Texts.of("reason", given.reason(), TEXT_AT_MOST);
        boolean change = read.answer.equals(ReviewRightRow.CHANGE);
        if (!change && !Set.of(ReviewRightRow.KEEP, ReviewRightRow.END).contains(read.answer)) {
            throw new BadRequest("answer", "Say keep, change or end.");
        }
        if (!read.answer.equals(ReviewRightRow.KEEP) && read.reason.isEmpty()) {
            throw new BadRequest("reason", "Say why, for whoever reads it later.");
        }
        if (!change) {
            return read;
        }
        read.untilAt =
                Days.end("until", given.until(), moment.model().application().zone(), now)
                        .orElse(null);
        read.role = given.role() == null || given.role().isBlank() ? null : given.role();
        if (read.untilAt == null && read.role == null) {
            throw new BadRequest("until", "Say until when it goes on, or as which role.");
        }
        requirePossible(moment, read, rights);
        return read;
    }

    private static void requirePossible(
            Moment moment, ReviewRightRow read, List<ReviewRightRow> rights) {
        Rights standing = new Rights(moment);
        for (ReviewRightRow one : rights) {
            boolean stands = standing.stands(one.right());
            if (read.role != null && one.right().kind() != ElementKind.ASSIGNMENT) {
                throw new BadRequest(
                        "role", "Only what was assigned can go on as another role: " + one.what);
            }
            if (stands
                    && read.untilAt != null
                    && new RightShown(moment, one.right())
                            .until()
                            .filter(end -> !read.untilAt.isBefore(end))
                            .isPresent()) {
                throw new BadRequest("until", "It ends earlier already: " + one.what);
            }
            if (read.role != null) {
                Role role =
                        moment.model()
                                .design()
                                .role(read.role)
                                .orElseThrow(
                                        () -> new BadRequest("role", "There is no such role."));
                Person holder = moment.model().directory().person(one.person).orElseThrow();
                if (!role.meantFor().suits(holder.kind())) {
                    throw new BadRequest(
                            "role", role.name() + " is not meant for " + holder.name() + ".");
                }
            }
        }
    }

    /**
     * Hands rights to another reviewer.
     *
     * @throws Refused where one of them holds one of these rights
     */
    @Transactional
    public void hand(Person me, String id, HandedRights handed) {
        ReviewRow review = requireOpen(reviews.visible(me, id));
        Person to =
                models.directory()
                        .person(handed.to() == null ? "" : handed.to())
                        .filter(Person::active)
                        .orElseThrow(() -> new BadRequest("to", "Name somebody who is active."));
        String note = Texts.of("note", handed.note(), TEXT_AT_MOST);
        Predicate<ReviewRightRow> mine = one -> one.reviewer.equals(me.key());
        List<ReviewRightRow> rights =
                handed.numbers() == null || handed.numbers().isEmpty()
                        ? store.waiting(id).stream()
                                .filter(
                                        handed.from() == null
                                                ? mine
                                                : one -> one.reviewer.equals(handed.from()))
                                .toList()
                        : some(id, handed.numbers());
        if (!rights.stream().allMatch(mine)) {
            reviews.requireLeading(me, review);
        }
        List<ReviewRightRow> passed =
                rights.stream()
                        .filter(ReviewRightRow::waits)
                        .filter(one -> !one.reviewer.equals(to.key()))
                        .toList();
        if (passed.isEmpty()) {
            throw new BadRequest("numbers", "There is nothing left of this to be answered.");
        }
        if (passed.stream().anyMatch(one -> one.person.equals(to.key()))) {
            throw new Refused(
                    "Nobody reviews their own rights.",
                    List.of("Some of these are " + to.name() + "'s own."));
        }
        passed.forEach(one -> one.pass(to.key()));
        letters.handed(review, me.key(), to.key(), passed.size(), note);
    }

    private List<ReviewRightRow> some(String id, Collection<Integer> numbers) {
        if (numbers == null || numbers.isEmpty() || numbers.size() > AT_ONCE) {
            throw new BadRequest("numbers", "Name 1 to " + AT_ONCE + " rights.");
        }
        Set<Integer> wanted = new LinkedHashSet<>(numbers);
        List<ReviewRightRow> rights = store.some(id, wanted);
        Map<Integer, ReviewRightRow> found =
                rights.stream().collect(Collectors.toMap(one -> one.which.number(), one -> one));
        Set<Integer> missing = new HashSet<>(wanted);
        missing.removeAll(found.keySet());
        if (!missing.isEmpty()) {
            throw new NotFound("numbers", "There is no such right in this review.");
        }
        return rights;
    }

    private static ReviewRow requireOpen(ReviewRow row) {
        if (!row.open()) {
            throw new Overtaken("The review has ended. Nothing is answered in it any more.");
        }
        return row;
    }
}
