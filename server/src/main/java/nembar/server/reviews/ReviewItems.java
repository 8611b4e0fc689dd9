package nembar.server.reviews;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.text.Dates;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.reviews.ReviewStore.Progress;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Puts reviews on the Desk of those who are asked, and of those who began them. */
@Component
class ReviewItems implements DeskSource {
    private final ReviewStore store;
    private final Reviews reviews;
    private final Clock clock;

    ReviewItems(ReviewStore store, Reviews reviews, Clock clock) {
        this.store = store;
        this.reviews = reviews;
        this.clock = clock;
    }

    @Override
    @Transactional(readOnly = true)
    public Told told(Person me) {
        List<DeskItem> items = new ArrayList<>();
        for (Map.Entry<ReviewRow, Progress> one : store.waitingFor(me.key()).entrySet()) {
            long left = one.getValue().left();
            if (left > 0) {
                items.add(
                        item(
                                DeskKind.REVIEW_WAITS,
                                one.getKey(),
                                left(left)
                                        + " in the review "
                                        + one.getKey().name
                                        + ", until "
                                        + day(one.getKey())
                                        + ".",
                                ""));
            }
        }
        for (ReviewRow row : store.openOf(me.key())) {
            if (row.open() && clock.instant().isAfter(row.dueAt)) {
                items.add(
                        item(
                                DeskKind.REVIEW_OVERDUE,
                                row,
                                "The review " + row.name + " was to be done by " + day(row) + ".",
                                "What was not answered was passed on; end it, and what has no answer"
                                        + " stays as it is."));
            } else if (row.draft != null && !row.open()) {
                items.add(
                        item(
                                DeskKind.REVIEW_ENDED,
                                row,
                                "The review "
                                        + row.name
                                        + " has ended, and its changes wait to be published.",
                                "Until then they are not so."));
            }
        }
        return Told.of(items);
    }

    private static String left(long left) {
        return left == 1 ? "1 right waits for your answer" : left + " rights wait for your answer";
    }

    private String day(ReviewRow row) {
        return Dates.DAY.format(reviews.dueDay(row));
    }

    private static DeskItem item(DeskKind kind, ReviewRow row, String sentence, String why) {
        return DeskItem.of(
                kind, Optional.of(row.application), new Subject("review", row.id), sentence, why);
    }
}
