package nembar.server.index;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.server.http.NotFound;
import nembar.server.http.RecordsAway;
import nembar.server.records.WholeRecords;

/** The index of one application, brought up to date by one thread and asked by many. */
final class KeptIndex {
    /** PostgreSQL tells of what was written within this time. */
    private static final Duration TOLD_WITHIN = Duration.ofMinutes(1);

    /** No more than one part in so many of the time goes into reading. */
    private static final int ONE_PART_IN = 10;

    private final WholeRecords records;
    private final Clock clock;
    private final long recordsAtMost;
    private volatile State state =
            new State(Optional.empty(), Optional.empty(), Instant.MIN, Optional.empty());

    /** What had been written when the index was read; only the thread that reads uses it. */
    private Optional<String> written = Optional.empty();

    private Instant nextReading = Instant.MIN;

    /**
     * @param asOf the instant at which the records were still as the index has them
     * @param failure why it could not be brought up to date the last time
     */
    record State(
            Optional<ApplicationIndex> index,
            Optional<Duration> took,
            Instant asOf,
            Optional<String> failure) {}

    KeptIndex(WholeRecords records, Clock clock, long recordsAtMost) {
        this.records = records;
        this.clock = clock;
        this.recordsAtMost = recordsAtMost;
    }

    State state() {
        return state;
    }

    /** Looks whether anything was written since the index was read, and reads it anew then. */
    void bringUp(AccessModel model) {
        String application = model.application().key();
        try {
            List<RecordType> types = model.catalogue().recordTypes();
            Optional<String> now = records.changes(application, types);
            Instant seen = clock.instant();
            Optional<ApplicationIndex> serving = state.index().filter(index -> index.serves(model));
            if (serving.isPresent() && now.isPresent() && now.equals(written)) {
                Instant still = seen.minus(TOLD_WITHIN);
                Instant read = serving.get().readAt();
                state =
                        new State(
                                state.index(),
                                state.took(),
                                still.isAfter(read) ? still : read,
                                Optional.empty());
            } else if (serving.isEmpty() || !seen.isBefore(nextReading)) {
                ApplicationIndex index = read(model);
                Duration took = Duration.between(index.readAt(), clock.instant());
                written = now;
                nextReading = index.readAt().plus(took.multipliedBy(ONE_PART_IN));
                state =
                        new State(
                                Optional.of(index),
                                Optional.of(took),
                                index.readAt(),
                                Optional.empty());
            }
        } catch (RecordsAway | NotFound away) {
            fail(away.getMessage());
        } catch (NotIndexed none) {
            fail("Some records have no key, or there are more than " + recordsAtMost + ".");
        }
    }

    private void fail(String why) {
        state = new State(state.index(), state.took(), state.asOf(), Optional.of(why));
    }

    private ApplicationIndex read(AccessModel model) {
        Instant at = clock.instant();
        ApplicationIndex.Builder index = new ApplicationIndex.Builder(model);
        long[] left = {recordsAtMost};
        records.read(
                model.application().key(),
                model.catalogue().recordTypes().stream().map(KeptIndex::placingOnly).toList(),
                (int) Math.min(Integer.MAX_VALUE, recordsAtMost + 1),
                record -> {
                    if (--left[0] < 0) {
                        throw new NotIndexed();
                    }
                    index.add(record);
                });
        return index.build(at);
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
