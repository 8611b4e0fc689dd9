package nembar.bench;

import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import nembar.core.use.Use.Used;
import nembar.server.use.UseCounter;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Threads;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What it costs a decision that a use is counted: to be held against what a decision takes as a
 * whole, which {@code ./nembar bench http evaluation} measures.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 2, time = 1)
@Measurement(iterations = 4, time = 1)
@Fork(1)
@Threads(2)
public class UseBenchmark {
    private static final int PEOPLE = 10_000;

    private final UseCounter counter = new UseCounter(null, null, null);
    private final String[] people = new String[PEOPLE];

    public UseBenchmark() {
        for (int i = 0; i < PEOPLE; i++) {
            people[i] = "person." + i;
        }
    }

    @Benchmark
    public void count() {
        String person = people[ThreadLocalRandom.current().nextInt(PEOPLE)];
        counter.count("towline", person, new Used("cargo_lot", "view"));
    }
}
