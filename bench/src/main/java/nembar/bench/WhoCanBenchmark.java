package nembar.bench;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import nembar.core.answers.Moment;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Who can view a record type: of many people, and of a design that shares many records directly.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(value = 1, jvmArgs = "-Xmx1g")
public class WhoCanBenchmark {
    @Param({"10000", "50000"})
    public int people;

    @Param({"0", "1000", "10000"})
    public int shares;

    private AccessModel model;
    private RecordType lots;
    private Moment known;

    @Setup
    public void make() {
        AccessModel all = Scale.model(people);
        List<Element> elements = new ArrayList<>(all.design().elements());
        for (int i = 0; i < shares; i++) {
            elements.add(share(i, all.directory().people().get(i * 7 % people)));
        }
        model =
                AccessModel.of(
                        all.application(), all.catalogue(), all.directory(), Design.of(elements));
        lots = model.catalogue().recordType("cargo_lot").orElseThrow();
        long before = used();
        known = new Moment(model, Instant.now());
        int able = of(known);
        System.out.printf(
                "%d of them can; what is kept takes %d MB%n", able, (used() - before) / 1_000_000);
    }

    private static DirectShare share(int number, Person with) {
        return new DirectShare(
                "bench-" + number,
                "cargo_lot",
                "L-" + number,
                Audience.anyOf(new Audience.OnePerson(with.key())),
                Opening.of("view"),
                Optional.empty(),
                "",
                Optional.empty());
    }

    private static long used() {
        Runtime runtime = Runtime.getRuntime();
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return runtime.totalMemory() - runtime.freeMemory();
    }

    private int of(Moment moment) {
        return new WhoCan(moment).onAny(lots, Operation.VIEW).size();
    }

    /** Asked for the first time since something changed. */
    @Benchmark
    public int first() {
        return of(new Moment(model, known.at()));
    }

    /** Asked again. */
    @Benchmark
    public int again() {
        return of(known);
    }
}
