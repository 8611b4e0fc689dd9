package nembar.server.answers;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.findings.Activity;
import nembar.core.findings.Finding;
import nembar.core.findings.Findings;
import nembar.core.governance.Administrators;
import nembar.server.desk.DeskHistory;
import nembar.server.invitations.EntryLinks;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.session.SignIns;
import nembar.server.use.UseStore;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * Findings of what is published. They are kept for a while, but never beyond a publication or
 * whatever else begins or ends, and worked out anew in the background as long as somebody asks for
 * them.
 */
@Service
class KeptFindings implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(KeptFindings.class);

    /** Records and sign-ins go on without anything being published. */
    private static final Duration KEPT_FOR = Duration.ofMinutes(10);

    /** What could not be worked out, as while a database is away, is tried again so soon. */
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(30);

    private static final Duration ASKED_WITHIN = Duration.ofDays(1);

    private final Models models;
    private final Moments moments;
    private final Records records;
    private final SignIns signIns;
    private final EntryLinks links;
    private final UseStore use;
    private final DeskHistory history;
    private final Clock clock;
    private final Map<String, Work> works = new ConcurrentHashMap<>();
    private final Map<String, Instant> asked = new ConcurrentHashMap<>();

    /** What was found last; by the worker alone. */
    private final Map<String, List<Finding>> last = new HashMap<>();

    private final ExecutorService worker =
            Executors.newSingleThreadExecutor(
                    work -> {
                        Thread thread = new Thread(work, "findings");
                        thread.setDaemon(true);
                        return thread;
                    });

    KeptFindings(
            Models models,
            Moments moments,
            Records records,
            SignIns signIns,
            EntryLinks links,
            UseStore use,
            DeskHistory history,
            Clock clock) {
        this.models = models;
        this.moments = moments;
        this.records = records;
        this.signIns = signIns;
        this.links = links;
        this.use = use;
        this.history = history;
        this.clock = clock;
    }

    private record Work(Moment moment, Instant begun, CompletableFuture<List<Finding>> found) {
        /** Whether it is of what is so now, and not too old. */
        boolean serves(Moment now, Instant at) {
            return moment == now && at.isBefore(begun.plus(failed() ? AGAIN_AFTER : KEPT_FOR));
        }

        /** Whether they could not be worked out. */
        boolean failed() {
            return found.isCompletedExceptionally();
        }
    }

    /** All findings of a moment, worked out now. */
    List<Finding> of(Moment moment) {
        String application = moment.model().application().key();
        List<Finding> found =
                new ArrayList<>(
                        Findings.of(moment, records.counting(application), activity(moment)));
        if (application.equals(Models.NEMBAR)) {
            found.addAll(Administrators.findings(moment.model(), moment.at()));
        }
        return found;
    }

    private Activity activity(Moment moment) {
        Map<String, Instant> invited = new HashMap<>();
        links.invitationsOf(
                        moment.model().directory().people().stream()
                                .filter(one -> one.status() == PersonStatus.INVITED)
                                .map(Person::key)
                                .toList())
                .forEach((person, last) -> invited.put(person, last.made()));
        return new Activity(
                invited,
                signIns.lastSignedIn(),
                Activity.UNKNOWN.waitFor(),
                Activity.UNKNOWN.dormantAfter(),
                use.of(moment.model().application().key()));
    }

    /**
     * The findings of what is published of an application.
     *
     * @param atMost how long they are waited for
     * @return empty where they are still being worked out
     */
    Optional<List<Finding>> published(String application, Duration atMost) {
        asked.put(application, clock.instant());
        Work work = upToDate(application);
        try {
            return Optional.of(work.found().get(atMost.toMillis(), TimeUnit.MILLISECONDS));
        } catch (TimeoutException later) {
            return Optional.empty();
        } catch (ExecutionException failed) {
            return Optional.empty();
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    /** Whether the findings of an application could not be worked out the last time. */
    boolean failed(String application) {
        return Optional.ofNullable(works.get(application)).filter(Work::failed).isPresent();
    }

    private Work upToDate(String application) {
        Moment now = moments.now(application);
        return works.compute(
                application,
                (key, known) -> {
                    Instant at = clock.instant();
                    if (known != null && known.serves(now, at)) {
                        return known;
                    }
                    return new Work(
                            now, at, CompletableFuture.supplyAsync(() -> found(key, now), worker));
                });
    }

    private List<Finding> found(String application, Moment moment) {
        List<Finding> found;
        try {
            found = of(moment);
        } catch (RuntimeException failed) {
            LOG.warn("the findings of {} could not be worked out", application, failed);
            throw failed;
        }
        try {
            history.stands(Optional.of(application), FindingItems.ofOne(application, found));
            noteEverywhere(application, found);
        } catch (RuntimeException failed) {
            LOG.info("what is done of {} is noted the next time", application, failed);
        }
        return found;
    }

    /** Notes what stands of people and organisations, once all applications were gone through. */
    private void noteEverywhere(String application, List<Finding> found) {
        Set<String> governed = FindingItems.governed(models);
        last.put(application, found);
        last.keySet().retainAll(governed);
        if (last.keySet().equals(governed)) {
            history.stands(Optional.empty(), FindingItems.everywhere(last, models));
        }
    }

    /** Brings up to date what somebody asked for lately. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void bringUp() {
        Instant lately = clock.instant().minus(ASKED_WITHIN);
        asked.forEach(
                (application, at) -> {
                    if (at.isAfter(lately) && models.find(application).isPresent()) {
                        upToDate(application);
                    } else {
                        asked.remove(application);
                        works.remove(application);
                    }
                });
    }

    @Override
    public void destroy() {
        worker.shutdownNow();
    }
}
