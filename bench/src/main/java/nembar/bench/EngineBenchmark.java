package nembar.bench;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.answers.WhoCan;
import nembar.core.arrival.ArrivalJudge;
import nembar.core.arrival.Placement;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
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

/** The engine in memory, on a design of ten thousand people, each with assignments of their own. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class EngineBenchmark {
    @Param({"10000"})
    public int people;

    private AccessModel model;
    private Moment moment;
    private Moment edited;
    private RecordType lots;
    private Operation change;
    private GovernedRecord lot;
    private PersonAccess access;

    @Setup
    public void make() {
        model = Scale.model(people);
        Instant at = Instant.now();
        moment = new Moment(model, at);
        lots = model.catalogue().recordType("cargo_lot").orElseThrow();
        change = Operation.CHANGE;
        Map<String, Object> values = new HashMap<>();
        values.put("number", "L-1");
        values.put("basin", "sorrel-delta");
        values.put("shipper", "hollis-grain");
        values.put("clerk", "ilse.marrow");
        values.put("goods", "barley");
        values.put("status", "booked");
        lot = new GovernedRecord("cargo_lot", values);
        access =
                new PersonAccess(
                        model,
                        Standpoint.of(model.directory().person("ilse.marrow").orElseThrow(), at));
        edited = new Moment(Changes.apply(model, edit()), at);
        long holders =
                Impact.of(moment, edited).people().stream().map(Impact.OfPerson::persona).count();
        System.out.println("the edit changes access for " + holders + " people");
    }

    /** Dispatchers, of whom there are some two thousand, may now change bookings of their own. */
    private List<Change> edit() {
        PrivilegeSet old = model.design().set("run-voyages").orElseThrow();
        List<Privilege> privileges = new ArrayList<>(old.privileges());
        privileges.add(new RecordPrivilege("berth_booking", "change", Reach.OWN));
        return List.of(
                Change.Put.of(new PrivilegeSet(old.key(), old.name(), old.purpose(), privileges)));
    }

    /** One decision, of a person whose access is known. */
    @Benchmark
    @BenchmarkMode(Mode.Throughput)
    @OutputTimeUnit(TimeUnit.SECONDS)
    public boolean decision() {
        return access.allows(lots, change, lot, Relatives.NONE);
    }

    /** Who can view one record, among all. */
    @Benchmark
    public List<WhoCan.Able> whoCan() {
        return new WhoCan(moment).on(lots, Operation.VIEW, lot, Relatives.NONE);
    }

    /** From the parts of a design to the classes of people. */
    @Benchmark
    public Moment compile() {
        AccessModel fresh =
                AccessModel.of(
                        model.application(), model.catalogue(), model.directory(), model.design());
        return new Moment(fresh, Instant.now());
    }

    /** What an edit changes for thousands, as symbols: the draft's classes are made anew. */
    @Benchmark
    public Impact impact() {
        return Impact.of(moment, new Moment(edited.model(), moment.at()));
    }

    /** What moving one person to another unit changes, for everybody. */
    @Benchmark
    public int impactOfAMove() {
        Directory directory = model.directory();
        Person one = directory.people().get(people / 2);
        Person next = one.withUnit(Optional.of(directory.units().get(3).key()));
        AccessModel moved = model.withDirectory(directory.with(Edits.ofPeople(List.of(next))));
        return Impact.of(moment, new Moment(moved, moment.at())).people().size();
    }

    /** Five thousand rows of people who are to come, judged against everybody. */
    @Benchmark
    public int judge() {
        List<Map<String, String>> rows = new ArrayList<>();
        for (int i = 0; i < 5_000; i++) {
            rows.add(Map.of("email", "new" + i + "@larkwater.example", "name", "New Hand"));
        }
        return new ArrivalJudge(model.directory(), Map.of(), Placement.NOWHERE, ZoneOffset.UTC)
                .judge(rows)
                .size();
    }
}
