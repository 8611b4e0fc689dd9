package nembar.core.findings;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import nembar.core.answers.Moment;
import nembar.core.answers.SeatUse;
import nembar.core.design.Assignment;
import nembar.core.design.SeatPool;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;

/** What is worth a look about seat pools (docs/access-model.md, sections 3 and 9). */
final class SeatFinder extends Finder {
    /** Of a pool of which no more than one seat in so many is free, it is told. */
    private static final int ONE_FREE_IN = 10;

    private static final Duration AWAY_AFTER = Duration.ofDays(60);

    private final Activity activity;
    private final SeatUse use;

    SeatFinder(Moment moment, Activity activity) {
        super(moment);
        this.activity = activity;
        this.use = new SeatUse(model);
    }

    @Override
    void find() {
        design.seatPools().forEach(this::pool);
    }

    private void pool(SeatPool pool) {
        SortedSet<String> holders = use.holders(pool, moment.at());
        int seats = pool.seats(moment.at());
        int free = seats - holders.size();
        Concern concern = new Concern(pool.kind().words(), pool.key());
        String taken = holders.size() + " of the " + seats + " seats of " + pool.name();
        if (free < 0) {
            String over =
                    seats == 0 && pool.agreed() > 0
                            ? pool.name()
                                    + " has ended, and "
                                    + holders.size()
                                    + " still hold what takes a seat."
                            : taken + " are taken.";
            add(Kind.SEAT_POOL_OVERDRAWN, List.of(concern), over);
        } else if (seats > 0 && free * ONE_FREE_IN <= seats) {
            add(Kind.SEAT_POOL_NEARLY_USED_UP, List.of(concern), taken + " are taken.");
        }
        for (String key : holders) {
            Instant seen = activity.lastSeen().get(key);
            if (seen != null && seen.plus(AWAY_AFTER).isBefore(moment.at())) {
                Person person = model.directory().person(key).orElseThrow();
                add(
                        Kind.SEAT_HELD_BY_SOMEBODY_AWAY,
                        List.of(concern, new Concern("person", key)),
                        person.name()
                                + " holds a seat of "
                                + pool.name()
                                + " and has not been here for more than "
                                + AWAY_AFTER.toDays()
                                + " days.",
                        freeing(pool, person));
            }
        }
    }

    /** What is given to the person alone and takes a seat, where the seat is free without it. */
    private List<Change> freeing(SeatPool pool, Person person) {
        List<Change> changes = new ArrayList<>();
        for (Assignment one : use.taking(pool, person, moment.at())) {
            if (!onlyFor(one, person)) {
                return List.of();
            }
            changes.add(Change.Remove.of(one));
        }
        return changes;
    }
}
