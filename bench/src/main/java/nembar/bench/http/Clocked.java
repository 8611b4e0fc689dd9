package nembar.bench.http;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.LongAdder;

/** How long something takes, and how often it can be done. */
final class Clocked {
    private Clocked() {}

    /** Something to be timed. */
    interface Work {
        void run() throws Exception;
    }

    /** Milliseconds of each of so many runs, after some that do not count. */
    static double[] millis(int before, int runs, Work work) {
        double[] took = new double[runs];
        for (int i = -before; i < runs; i++) {
            long from = System.nanoTime();
            done(work);
            if (i >= 0) {
                took[i] = (System.nanoTime() - from) / 1e6;
            }
        }
        return took;
    }

    static double median(double[] some) {
        double[] sorted = some.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    static double median(int before, int runs, Work work) {
        return median(millis(before, runs, work));
    }

    /** Makes the work of one of several that work at once. */
    interface Each {
        Work make() throws Exception;
    }

    /**
     * How often a second it can be done by several at once, after as long a time that does not
     * count: what is hot is compiled meanwhile.
     */
    static double perSecond(int atOnce, int seconds, Each each) {
        work(atOnce, seconds, each);
        return work(atOnce, seconds, each);
    }

    private static double work(int atOnce, int seconds, Each each) {
        ExecutorService pool = Executors.newFixedThreadPool(atOnce);
        LongAdder times = new LongAdder();
        long from = System.nanoTime();
        long until = from + TimeUnit.SECONDS.toNanos(seconds);
        List<Future<?>> all = new ArrayList<>();
        try {
            for (int i = 0; i < atOnce; i++) {
                all.add(
                        pool.submit(
                                () -> {
                                    Work work = each.make();
                                    while (System.nanoTime() < until) {
                                        work.run();
                                        times.increment();
                                    }
                                    return null;
                                }));
            }
            for (Future<?> one : all) {
                one.get();
            }
        } catch (ExecutionException failed) {
            throw new IllegalStateException(failed.getCause());
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } finally {
            pool.shutdownNow();
        }
        return times.sum() / ((System.nanoTime() - from) / 1e9);
    }

    private static void done(Work work) {
        try {
            work.run();
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }
}
