package nembar.server.index;

import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.server.http.NotFound;
import nembar.server.http.RecordsAway;
import nembar.server.records.RowChanges;
import nembar.server.records.RowChanges.NotTold;
import nembar.server.records.WholeRecords;

/**
 * The index of one application, brought up to date by one thread and asked by many. Where the
 * database tells which rows are written, these are read; else, once anything was written, all.
 */
final class KeptIndex {
    /** PostgreSQL tells of what was written within this time. */
    private static final Duration TOLD_WITHIN = Duration.ofMinutes(1);

    /** No more than one part in so many of the time goes into reading. */
    private static final int ONE_PART_IN = 10;

    /** Of more rows than these all are read. */
    private static final int ROWS_AT_MOST = 20_000;

    private static final Duration TRIED_AGAIN_AFTER = Duration.ofMinutes(1);

    private final WholeRecords records;
    private final Clock clock;
    private final long recordsAtMost;
    private volatile State state =
            new State(
                    Optional.empty(),
                    Optional.empty(),
                    Instant.MIN,
                    Optional.empty(),
                    Optional.empty());

    /** What had been written when the index was read; only the thread that reads uses it. */
    private Optional<String> written = Optional.empty();

    private Instant nextReading = Instant.MIN;

    /** Tells which rows are written; empty where the database does not. */
    private volatile Optional<RowChanges> rows = Optional.empty();

    /** The types whose rows are told of, or were last tried. */
    private List<RecordType> followed = List.of();

    private Instant nextTry = Instant.MIN;

    /** Whether the index has everything that has been told. */
    private boolean complete;

    private volatile boolean left;

    /**
     * @param asOf the instant at which the records were still as the index has them
     * @param failure why it could not be brought up to date the last time
     * @param notTold why the database does not tell which rows are written; empty where it does
     */
    record State(
            Optional<ApplicationIndex> index,
            Optional<Duration> took,
            Instant asOf,
            Optional<String> failure,
            Optional<NotTold> notTold) {
        State of(ApplicationIndex index, Duration took, Instant asOf) {
            return new State(
                    Optional.of(index), Optional.of(took), asOf, Optional.empty(), notTold);
        }

        State still(ApplicationIndex index, Instant asOf) {
            return new State(Optional.of(index), took, asOf, Optional.empty(), notTold);
        }
    }

    KeptIndex(WholeRecords records, Clock clock, long recordsAtMost) {
        this.records = records;
        this.clock = clock;
        this.recordsAtMost = recordsAtMost;
    }

    State state() {
        return state;
    }

    /** Looks whether anything was written since the index was read, and reads that. */
    void bringUp(AccessModel model) {
        if (left) {
            return;
        }
        try {
            follow(model);
            if (rows.isPresent()) {
                byRows(model, rows.get());
            } else {
                byCounters(model);
            }
        } catch (SQLException lost) {
            unfollow();
            fail("The connection that tells what is written was lost; another is made.");
        } catch (RecordsAway | NotFound away) {
            fail(away.getMessage());
        } catch (NotIndexed none) {
            fail("Some records have no key, or there are more than " + recordsAtMost + ".");
        }
        if (left) {
            unfollow();
        }
    }

    /** Has it told which rows are written, where that is not so yet. */
    private void follow(AccessModel model) {
        List<RecordType> types = types(model);
        Instant now = clock.instant();
        boolean same = types.equals(followed);
        if (same && (rows.isPresent() || now.isBefore(nextTry))) {
            return;
        }
        unfollow();
        followed = types;
        nextTry = now.plus(TRIED_AGAIN_AFTER);
        Optional<NotTold> why = Optional.empty();
        try {
            rows = Optional.of(records.follow(model.application().key(), types));
        } catch (NotTold none) {
            why = Optional.of(none);
        }
        state = new State(state.index(), state.took(), state.asOf(), state.failure(), why);
    }

    private void unfollow() {
        RowChanges before = rows.orElse(null);
        rows = Optional.empty();
        complete = false;
        written = Optional.empty();
        nextTry = Instant.MIN;
        if (before != null) {
            before.close();
        }
    }

    /** Lets go of it for good, whatever is being read. */
    void leave() {
        left = true;
        rows.ifPresent(RowChanges::close);
    }

    private void byRows(AccessModel model, RowChanges told) throws SQLException {
        Instant seen = clock.instant();
        Optional<Map<String, Set<String>>> changed = told.next(ROWS_AT_MOST);
        complete &= changed.isPresent();
        Optional<ApplicationIndex> serving = serving(model);
        Optional<ApplicationIndex> next =
                complete
                        ? serving.flatMap(index -> with(index, model, changed.get(), seen))
                        : Optional.empty();
        complete = next.isPresent();
        if (complete) {
            state = state.still(next.get(), seen);
        } else if (serving.isEmpty() || !seen.isBefore(nextReading)) {
            readAll(model);
            complete = true;
        }
    }

    private Optional<ApplicationIndex> with(
            ApplicationIndex index,
            AccessModel model,
            Map<String, Set<String>> changed,
            Instant at) {
        if (changed.isEmpty()) {
            return Optional.of(index);
        }
        Map<RecordType, Set<String>> keys = new LinkedHashMap<>();
        model.catalogue().recordTypes().stream()
                .filter(type -> changed.containsKey(type.key()))
                .forEach(type -> keys.put(type, changed.get(type.key())));
        List<GovernedRecord> now = new ArrayList<>();
        records.read(model.application().key(), keys, now::add);
        return index.with(changed, now, at);
    }

    private void byCounters(AccessModel model) {
        Optional<String> now =
                records.changes(model.application().key(), model.catalogue().recordTypes());
        Instant seen = clock.instant();
        Optional<ApplicationIndex> serving = serving(model);
        if (serving.isPresent() && now.isPresent() && now.equals(written)) {
            Instant still = seen.minus(TOLD_WITHIN);
            Instant read = serving.get().readAt();
            state = state.still(serving.get(), still.isAfter(read) ? still : read);
        } else if (serving.isEmpty() || !seen.isBefore(nextReading)) {
            readAll(model);
            written = now;
        }
    }

    private Optional<ApplicationIndex> serving(AccessModel model) {
        return state.index().filter(index -> index.serves(model));
    }

    private void readAll(AccessModel model) {
        ApplicationIndex index = read(model);
        Duration took = Duration.between(index.readAt(), clock.instant());
        nextReading = index.readAt().plus(took.multipliedBy(ONE_PART_IN));
        state = state.of(index, took, index.readAt());
    }

    private void fail(String why) {
        state =
                new State(
                        state.index(),
                        state.took(),
                        state.asOf(),
                        Optional.of(why),
                        state.notTold());
    }

    private ApplicationIndex read(AccessModel model) {
        Instant at = clock.instant();
        ApplicationIndex.Builder index = new ApplicationIndex.Builder(model);
        long[] left = {recordsAtMost};
        records.read(
                model.application().key(),
                types(model),
                (int) Math.min(Integer.MAX_VALUE, recordsAtMost + 1),
                record -> {
                    if (--left[0] < 0) {
                        throw new NotIndexed();
                    }
                    index.add(record);
                });
        return index.build(at);
    }

    private static List<RecordType> types(AccessModel model) {
        return model.catalogue().recordTypes().stream().map(KeptIndex::placingOnly).toList();
    }

    /** The type with those fields only that an index keeps. */
    private static RecordType placingOnly(RecordType type) {
        Set<String> kept = TypeIndex.read(type);
        return type.with(
                        type.parent(),
                        type.fields().stream().filter(field -> kept.contains(field.key())).toList())
                .titled(type.keyField());
    }
}
