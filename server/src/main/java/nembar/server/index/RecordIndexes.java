package nembar.server.index;

import jakarta.annotation.PreDestroy;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.records.Records.Counts;
import nembar.server.records.RowChanges.NotTold;
import nembar.server.records.WholeRecords;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The record indexes that are kept (docs/operating.md): each server fills its own in the background
 * and reads again what was written.
 */
@Service
public class RecordIndexes {
    private static final Logger LOG = LoggerFactory.getLogger(RecordIndexes.class);

    private final EntityManager entities;
    private final Models models;
    private final WholeRecords records;
    private final Governance governance;
    private final Acts acts;
    private final Clock clock;
    private final long recordsAtMost;
    private final Map<String, KeptIndex> kept = new ConcurrentHashMap<>();
    private final ExecutorService reading =
            Executors.newSingleThreadExecutor(
                    task -> {
                        Thread thread = new Thread(task, "record index");
                        thread.setDaemon(true);
                        return thread;
                    });
    private volatile boolean busy;

    RecordIndexes(
            EntityManager entities,
            Models models,
            WholeRecords records,
            Governance governance,
            Acts acts,
            Clock clock,
            @Value("${nembar.record-index.records-at-most}") long recordsAtMost) {
        this.entities = entities;
        this.models = models;
        this.records = records;
        this.governance = governance;
        this.acts = acts;
        this.clock = clock;
        this.recordsAtMost = recordsAtMost;
    }

    /**
     * Numbers from an index.
     *
     * @param asOf the instant at which they were so
     */
    public record Indexed(Counts counts, Instant asOf) {}

    /**
     * How an application's index stands on this server.
     *
     * @param kept whether there is to be one
     * @param asOf the instant its numbers are of; left out while there are none
     * @param records that it has
     * @param bytes that it takes in memory
     * @param tookMillis to read it the last time
     * @param failure why it could not be brought up to date the last time
     * @param notTold why it is not told which rows are written; left out where it is
     * @param statements in SQL, with which it would be
     */
    public record IndexShown(
            boolean kept,
            Optional<Instant> asOf,
            long records,
            long bytes,
            Optional<Long> tookMillis,
            Optional<String> failure,
            Optional<String> notTold,
            List<String> statements) {}

    /**
     * How many records are in each set, as the index of the application has it; empty where it has
     * none, or one of the sets looks at what it does not keep.
     */
    public Optional<Indexed> count(AccessModel model, RecordType type, Collection<RecordSet> sets) {
        String application = model.application().key();
        KeptIndex.State state =
                Optional.ofNullable(kept.get(application)).map(KeptIndex::state).orElse(null);
        ApplicationIndex index = state == null ? null : state.index().orElse(null);
        if (index == null || !index.serves(model)) {
            return Optional.empty();
        }
        try {
            Map<RecordSet, Long> counts =
                    index.count(type, sets, (of, where) -> records.keys(application, of, where));
            return Optional.of(
                    new Indexed(
                            new Counts(counts.get(RecordSet.EVERYTHING), counts), state.asOf()));
        } catch (NotIndexed more) {
            return Optional.empty();
        }
    }

    /** How the index stands. */
    @Transactional(readOnly = true)
    public IndexShown shown(Person me, String application) {
        models.model(application);
        governance.requireOnApplication(me, "change", application);
        boolean wanted = entities.find(RecordIndexRow.class, application) != null;
        KeptIndex here = kept.get(application);
        if (here == null || !wanted) {
            return new IndexShown(
                    wanted,
                    Optional.empty(),
                    0,
                    0,
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    List.of());
        }
        KeptIndex.State state = here.state();
        return new IndexShown(
                true,
                state.index().map(any -> state.asOf()),
                state.index().map(ApplicationIndex::records).orElse(0L),
                state.index().map(ApplicationIndex::bytes).orElse(0L),
                state.took().map(Duration::toMillis),
                state.failure(),
                state.notTold().map(Exception::getMessage),
                state.notTold().map(NotTold::statements).orElse(List.of()));
    }

    /** Begins or ends to keep an application's index, on all servers. */
    @Transactional
    public void keep(Person me, String application, boolean wanted) {
        models.model(application);
        governance.requireOnApplication(me, "change", application);
        if (application.equals(Models.NEMBAR)) {
            throw new BadRequest("application", "Nembar's own records need no index.");
        }
        RecordIndexRow row = entities.find(RecordIndexRow.class, application);
        if (wanted && row == null) {
            row = new RecordIndexRow();
            row.application = application;
            row.keptBy = me.key();
            row.since = clock.instant();
            entities.persist(row);
            acts.note(me.key(), "application", application, "has its record index kept");
        } else if (!wanted && row != null) {
            entities.remove(row);
            Optional.ofNullable(kept.remove(application)).ifPresent(KeptIndex::leave);
            acts.note(me.key(), "application", application, "has its record index kept no more");
        }
    }

    /** Looks after all indexes in the background; one round at a time. */
    @Scheduled(fixedDelayString = "${nembar.record-index.every}")
    void lookAfter() {
        Map<String, AccessModel> wanted = wanted();
        kept.keySet().stream()
                .filter(one -> !wanted.containsKey(one))
                .forEach(one -> Optional.ofNullable(kept.remove(one)).ifPresent(KeptIndex::leave));
        if (!busy && !wanted.isEmpty()) {
            busy = true;
            reading.execute(() -> bringUp(wanted));
        }
    }

    /** The applications whose index is to be kept, without those that are paused or gone. */
    private Map<String, AccessModel> wanted() {
        Map<String, AccessModel> wanted = new LinkedHashMap<>();
        entities.createQuery("select application from RecordIndexRow", String.class)
                .getResultList()
                .forEach(
                        key ->
                                models.find(key)
                                        .map(Models.Published::model)
                                        .filter(model -> model.application().open())
                                        .ifPresent(model -> wanted.put(key, model)));
        return wanted;
    }

    private void bringUp(Map<String, AccessModel> wanted) {
        try {
            wanted.forEach(this::bringUp);
        } finally {
            busy = false;
        }
    }

    private void bringUp(String application, AccessModel model) {
        try {
            kept.computeIfAbsent(application, any -> new KeptIndex(records, clock, recordsAtMost))
                    .bringUp(model);
        } catch (RuntimeException failed) {
            LOG.warn("the record index of {} stays as it was", application, failed);
        }
    }

    @PreDestroy
    void stop() {
        reading.shutdownNow();
        kept.values().forEach(KeptIndex::leave);
    }
}
