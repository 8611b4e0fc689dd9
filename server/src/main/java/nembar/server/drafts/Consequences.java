package nembar.server.drafts;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import nembar.core.answers.Counting;
import nembar.core.answers.Impact;
import nembar.core.answers.ImpactTotals;
import nembar.core.answers.Moment;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection;
import nembar.core.governance.SeatRules;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.recordset.RecordSet;
import nembar.server.answers.Impacts;
import nembar.server.answers.Proved;
import nembar.server.command.Judgement;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.store.DraftStore.Draft;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Service;

/**
 * What publishing a draft would lead to, worked out in the background for each who looks at it. The
 * newest edit cancels the work on older ones; a result says of which version of the draft it is.
 */
@Service
class Consequences implements DisposableBean {
    private static final int KEPT_AT_MOST = 200;

    private final Models models;
    private final Moments moments;
    private final Governance governance;
    private final Impacts impacts;
    private final Clock clock;
    private final Map<String, Work> works = new ConcurrentHashMap<>();
    private final ExecutorService workers = pool("consequences");
    private final ExecutorService judges = pool("consequences-judged");

    private static ExecutorService pool(String name) {
        return Executors.newFixedThreadPool(
                2,
                work -> {
                    Thread thread = new Thread(work, name);
                    thread.setDaemon(true);
                    return thread;
                });
    }

    Consequences(
            Models models, Moments moments, Governance governance, Impacts impacts, Clock clock) {
        this.clock = clock;
        this.models = models;
        this.moments = moments;
        this.governance = governance;
        this.impacts = impacts;
    }

    /**
     * What a draft leads to.
     *
     * @param lines what changes for the people whom whoever asks may see
     * @param broken expectations that hold now and would not any more
     * @param seats pools of which it takes or frees seats, or whose number it changes
     */
    record Result(
            List<Impact.Line> lines,
            ImpactTotals totals,
            List<Objection> objections,
            List<Proved> broken,
            List<SeatRules.Taken> seats) {}

    /**
     * Where the work on a version stands.
     *
     * @param done of {@code steps}
     * @param result empty until it is done
     * @param failed why it could not be worked out, else empty
     */
    record Progress(
            long version, int done, int steps, Optional<Result> result, List<String> failed) {}

    /** How a draft is judged. */
    interface Judge {
        Judgement judge();
    }

    private final class Work implements Runnable {
        private final Person me;
        private final Draft draft;
        private final AccessModel published;
        private final AccessModel nembar;
        private final Judge judge;
        private final CompletableFuture<Result> result = new CompletableFuture<>();
        private final CarriedCounts counts;
        private volatile boolean cancelled;
        private volatile int done;
        private volatile int steps = 3;

        /**
         * @param earlier the work on an older version of the draft, where there is one
         */
        Work(Person me, Draft draft, AccessModel published, Judge judge, Optional<Work> earlier) {
            this.me = me;
            this.draft = draft;
            this.published = published;
            this.nembar = models.model(Models.NEMBAR);
            this.judge = judge;
            this.counts =
                    earlier.filter(one -> published == one.published && nembar == one.nembar)
                            .map(one -> one.counts)
                            .filter(one -> one.serve(clock.instant()))
                            .orElseGet(() -> new CarriedCounts(clock.instant()));
        }

        /** Whether it is of this version, on what is published, and by what one may see now. */
        boolean of(Draft one) {
            return draft.version() == one.version()
                    && published == models.model(one.application())
                    && nembar == models.model(Models.NEMBAR);
        }

        void cancel() {
            cancelled = true;
        }

        @Override
        public void run() {
            try {
                result.complete(work());
            } catch (RuntimeException failed) {
                result.completeExceptionally(failed);
            }
        }

        private Result work() {
            step();
            CompletableFuture<Judgement> judged =
                    CompletableFuture.supplyAsync(this::judge, judges);
            Moment now = moments.now(draft.application());
            Moment next = now.with(Changes.apply(now.model(), DraftEdits.changes(draft)));
            step();
            Impact impact = Impact.of(now, next);
            Impact seen = impacts.visible(me, impact);
            step();
            Counting counting = counts.over(new Stepping(governance.counting(me, published)));
            List<Impact.Line> lines = seen.counted(counting, 0);
            ImpactTotals totals = ImpactTotals.of(seen.people(), lines, counting);
            Judgement judgement = judged(judged);
            step();
            List<Proved> broken =
                    judgement.broken().stream()
                            .map(
                                    one ->
                                            Proved.of(
                                                    one,
                                                    type ->
                                                            governance.guardedFrom(
                                                                    me, next.model(), type)))
                            .toList();
            return new Result(
                    lines,
                    totals,
                    judgement.objections(),
                    broken,
                    SeatRules.taken(now.model(), next.model(), now.at()));
        }

        /** Not begun where a newer edit came while it waited for its turn. */
        private Judgement judge() {
            if (cancelled) {
                throw new CancellationException();
            }
            return judge.judge();
        }

        private Judgement judged(CompletableFuture<Judgement> judged) {
            try {
                return judged.join();
            } catch (CompletionException failed) {
                throw failed.getCause() instanceof RuntimeException cause ? cause : failed;
            }
        }

        private void step() {
            if (cancelled) {
                throw new CancellationException();
            }
            done++;
            steps = Math.max(steps, done);
        }

        /** Counts, unless there is a newer edit by now. */
        private final class Stepping implements Counting {
            private final Counting counting;

            Stepping(Counting counting) {
                this.counting = counting;
                steps += published.catalogue().recordTypes().size();
            }

            @Override
            public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                step();
                return counting.count(type, sets);
            }

            @Override
            public List<String> examples(RecordType type, RecordSet set, int atMost) {
                step();
                return counting.examples(type, set, atMost);
            }
        }
    }

    /**
     * How far the work on this version is, after waiting for it for a while; begins it where nobody
     * did.
     */
    Progress of(Person me, Draft draft, Judge judge, long millis) {
        AccessModel published = models.model(draft.application());
        Work work =
                works.compute(
                        key(me, draft),
                        (key, known) -> {
                            if (known != null && known.of(draft)) {
                                return known;
                            }
                            if (known != null) {
                                known.cancel();
                            }
                            Work fresh =
                                    new Work(
                                            me,
                                            draft,
                                            published,
                                            judge,
                                            Optional.ofNullable(known));
                            workers.execute(fresh);
                            return fresh;
                        });
        forget();
        try {
            Result result = work.result.get(millis, TimeUnit.MILLISECONDS);
            return progress(work, Optional.of(result), List.of());
        } catch (TimeoutException later) {
            return progress(work, Optional.empty(), List.of());
        } catch (ExecutionException failed) {
            return failed(work, failed.getCause());
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return progress(work, Optional.empty(), List.of());
        }
    }

    /** What is worked out already of this version; empty where it is not. */
    Optional<Result> known(Person me, Draft draft) {
        Work work = works.get(key(me, draft));
        boolean done =
                work != null
                        && work.of(draft)
                        && work.result.isDone()
                        && !work.result.isCompletedExceptionally();
        return done ? Optional.of(work.result.join()) : Optional.empty();
    }

    private static String key(Person me, Draft draft) {
        return me.key() + "/" + draft.id();
    }

    private static Progress progress(Work work, Optional<Result> result, List<String> failed) {
        return new Progress(work.draft.version(), work.done, work.steps, result, failed);
    }

    private Progress failed(Work work, Throwable cause) {
        if (cause instanceof CancellationException) {
            return progress(work, Optional.empty(), List.of());
        }
        works.values().remove(work);
        if (cause instanceof ModelRefused refused) {
            List<String> why = new ArrayList<>();
            for (Problem problem : refused.problems()) {
                why.add(problem.message());
            }
            return progress(work, Optional.empty(), why);
        }
        throw cause instanceof RuntimeException unforeseen
                ? unforeseen
                : new IllegalStateException(cause);
    }

    /** Keeps the results of a number of drafts only, and what was counted for a while. */
    private void forget() {
        Instant now = clock.instant();
        works.values().forEach(one -> one.counts.forget(now));
        if (works.size() > KEPT_AT_MOST) {
            works.entrySet().removeIf(one -> one.getValue().result.isDone());
        }
    }

    @Override
    public void destroy() {
        works.values().forEach(Work::cancel);
        workers.shutdownNow();
        judges.shutdownNow();
    }
}
