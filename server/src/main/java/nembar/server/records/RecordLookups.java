package nembar.server.records;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.LostFields;
import nembar.core.directory.Directory;
import nembar.core.lookup.LookupValues;
import nembar.core.lookup.Lookups;
import nembar.core.sql.LookupQuery;
import nembar.core.sql.SqlText;
import nembar.server.http.NotFound;
import nembar.server.http.RecordsAway;
import nembar.server.http.SqlErrors;
import nembar.server.model.Models;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * The look-ups of governed applications (docs/access-model.md, section 1). Each is read whole when
 * it is first needed, kept, and read again every few minutes; whom its values mean is worked out
 * anew as soon as the directory is another. One that cannot be read leads nowhere, or stays what it
 * was.
 */
@Service
public class RecordLookups {
    /** Rows of one look-up that are kept at most. */
    public static final int ROWS_AT_MOST = 500_000;

    private static final Logger LOG = LoggerFactory.getLogger(RecordLookups.class);
    private static final int READ_AT_ONCE = 10_000;
    private static final Duration KEPT_UNUSED = Duration.ofHours(1);

    private final RecordSources sources;
    private final Models models;
    private final Clock clock;
    private final Map<Place, Kept> kept = new ConcurrentHashMap<>();

    RecordLookups(RecordSources sources, Models models, Clock clock) {
        this.sources = sources;
        this.models = models;
        this.clock = clock;
    }

    private record Place(String application, Lookup.Through through) {}

    /**
     * How a look-up stands.
     *
     * @param readAt when it was last read; empty where that has never come off
     * @param rows that were read
     * @param twice values that have several identifiers, and so lead nowhere
     * @param failure why it could not be read the last time
     */
    public record State(Optional<Instant> readAt, int rows, int twice, Optional<String> failure) {}

    /** The rows of one place, as they come. */
    private static final class Reading {
        private final Map<String, String> identifiers = new HashMap<>();
        private final Set<String> twice = new HashSet<>();
        private int rows;
        private Optional<String> failure = Optional.empty();

        void add(ResultSet row) throws SQLException {
            rows++;
            String value = row.getString(1);
            String identifier = row.getString(2);
            String other = identifiers.put(value, identifier);
            if (other != null && !other.equals(identifier)) {
                twice.add(value);
            }
        }
    }

    /** What was read from one place, and what it means in a directory. */
    private static final class Kept {
        private Map<String, String> identifiers = Map.of();
        private State state = new State(Optional.empty(), 0, 0, Optional.empty());
        private Instant usedAt;
        private Directory directory;
        private final Map<Lookup, LookupValues> values = new HashMap<>();

        /** Where it could not be read, what was read before stays. */
        void take(Reading reading, Instant at) {
            if (reading.failure.isPresent()) {
                state = new State(state.readAt(), state.rows(), state.twice(), reading.failure);
                return;
            }
            identifiers = Collections.unmodifiableMap(reading.identifiers);
            values.clear();
            state =
                    new State(
                            Optional.of(at), reading.rows, reading.twice.size(), Optional.empty());
        }
    }

    /**
     * An application's look-ups, for one question: each stays what it was when it was first used.
     *
     * @throws RecordsAway when one is used that has not been read yet, and the application's
     *     database cannot be reached
     */
    public Lookups of(String application) {
        Map<Lookup, LookupValues> used = new ConcurrentHashMap<>();
        LostFields lost =
                models.find(application).map(one -> one.model().lost()).orElse(LostFields.NONE);
        return new Lookups() {
            @Override
            public LookupValues of(Lookup lookup) {
                return used.computeIfAbsent(lookup, one -> values(application, one));
            }

            @Override
            public LostFields lost() {
                return lost;
            }
        };
    }

    private LookupValues values(String application, Lookup lookup) {
        Kept here = kept(application, lookup);
        synchronized (here) {
            Directory directory = models.directory();
            if (here.directory != directory) {
                here.values.clear();
                here.directory = directory;
            }
            return here.values.computeIfAbsent(
                    lookup,
                    one ->
                            one.through().isEmpty()
                                    ? LookupValues.of(one.identifier(), directory)
                                    : LookupValues.of(
                                            one.identifier(), here.identifiers, directory));
        }
    }

    /** How a look-up stands; it is read where it never was. */
    public State state(String application, Lookup lookup) {
        Kept here = kept(application, lookup);
        synchronized (here) {
            return here.state;
        }
    }

    /** The identifiers that its table has, by value, known to the directory or not. */
    public Map<String, String> identifiers(String application, Lookup lookup) {
        Kept here = kept(application, lookup);
        synchronized (here) {
            return here.identifiers;
        }
    }

    private Kept kept(String application, Lookup lookup) {
        Place place = new Place(application, lookup.through().orElse(null));
        Kept here = kept.computeIfAbsent(place, any -> new Kept());
        synchronized (here) {
            here.usedAt = clock.instant();
            boolean read = here.state.readAt().isPresent() || here.state.failure().isPresent();
            if (place.through() != null && !read) {
                here.take(read(place), clock.instant());
            }
        }
        return here;
    }

    /** Forgets what was read, so that it is read where the application's database is now. */
    public void forget(String application) {
        kept.keySet().removeIf(place -> place.application().equals(application));
    }

    /** Reads an application's look-ups again, now. */
    public void refresh(String application) {
        kept.forEach(
                (place, here) -> {
                    if (place.application().equals(application) && place.through() != null) {
                        readAgain(place, here);
                    }
                });
    }

    @Scheduled(
            initialDelayString = "${nembar.lookups.every}",
            fixedDelayString = "${nembar.lookups.every}")
    void refresh() {
        Instant unused = clock.instant().minus(KEPT_UNUSED);
        kept.values().removeIf(here -> here.usedAt != null && here.usedAt.isBefore(unused));
        Set<String> applications = new HashSet<>();
        kept.keySet().forEach(place -> applications.add(place.application()));
        for (String application : applications) {
            try {
                refresh(application);
            } catch (RecordsAway | NotFound away) {
                LOG.info("look-ups of {} stay as they were: {}", application, away.getMessage());
            }
        }
    }

    /** Reads without holding up whoever asks meanwhile: they have what was read before. */
    private void readAgain(Place place, Kept here) {
        Reading reading = read(place);
        synchronized (here) {
            here.take(reading, clock.instant());
        }
    }

    private Reading read(Place place) {
        Reading reading = new Reading();
        SqlText text = LookupQuery.pairs(place.through(), ROWS_AT_MOST + 1);
        try {
            sources.inTransaction(
                    place.application(),
                    READ_AT_ONCE,
                    source -> source.query(text.sql(), reading::add, text.parameters().toArray()));
        } catch (DataAccessException failed) {
            if (SqlErrors.away(failed)) {
                throw new RecordsAway(place.application(), RecordsAway.Why.NO_ANSWER, failed);
            }
            reading.failure =
                    Optional.of(
                            "It cannot be read. Look at the table and the columns that it names.");
        }
        if (reading.rows > ROWS_AT_MOST) {
            reading.failure =
                    Optional.of(
                            "It has more than "
                                    + ROWS_AT_MOST
                                    + " rows. Name a view that has only those who use the"
                                    + " application.");
        }
        reading.failure.ifPresent(
                why ->
                        LOG.warn(
                                "the look-up {} of {} is not read: {}",
                                place.through().table(),
                                place.application(),
                                why));
        reading.identifiers.keySet().removeAll(reading.twice);
        return reading;
    }
}
