package nembar.core.answers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.model.Seats.Seat;

/**
 * What one model in place of another changes for people (docs/access-model.md, section 6): for each
 * person and account acted for, the records, fields and functions gained and lost; outsiders first,
 * then those who gain something guarded. Looks only at classes of people and record types that the
 * change touches.
 */
public record Impact(List<OfPerson> people) {
    public Impact {
        people = List.copyOf(people);
    }

    /** What changes for one person. */
    public record OfPerson(Seat seat, Difference difference) {
        /** Whether a guarded field is gained. */
        public boolean gainsGuarded() {
            return difference.fields().stream()
                    .anyMatch(
                            one ->
                                    one.field().guarded()
                                            && !one.gained().equals(RecordSet.NOTHING));
        }
    }

    /** Numbers of records, and some of their keys. */
    public record Counted(long number, List<String> examples) {}

    /** What changes for one person on the records there are. */
    public record Line(
            Seat seat,
            RecordType type,
            Operation operation,
            Optional<Field> field,
            Optional<String> level,
            Counted lost,
            Counted gained) {}

    /** The symbolic part: nothing is counted, nothing is read. */
    public static Impact of(Moment before, Moment after) {
        boolean sameDirectory = before.model().directory() == after.model().directory();
        Optional<Set<String>> touched =
                sameDirectory
                        ? Touched.between(
                                after.model().catalogue(),
                                before.model().design(),
                                after.model().design())
                        : Optional.empty();
        List<OfPerson> people = new ArrayList<>();
        Map<List<Integer>, Boolean> untouched = new HashMap<>();
        for (Seat seat : after.model().seats().all()) {
            Optional<Seat> was = sameDirectory ? Optional.of(seat) : sameSeat(before, seat);
            if (was.isPresent()
                    && sameDirectory
                    && untouched.computeIfAbsent(
                            List.of(before.classOf(seat), after.classOf(seat)),
                            pair ->
                                    before.contentOf(pair.get(0))
                                            .equals(after.contentOf(pair.get(1))))) {
                continue;
            }
            Difference difference =
                    Difference.between(
                            was.map(before::access).orElseGet(() -> nothing(before, after, seat)),
                            after.access(seat),
                            type -> touched.map(some -> some.contains(type)).orElse(true));
            if (!difference.none()) {
                people.add(new OfPerson(seat, difference));
            }
        }
        if (!sameDirectory) {
            gone(before, after, people);
        }
        people.sort(
                Comparator.<OfPerson, Boolean>comparing(one -> !one.seat().person().external())
                        .thenComparing(one -> !one.gainsGuarded()));
        return new Impact(people);
    }

    /** People who are there before and not after lose what they had. */
    private static void gone(Moment before, Moment after, List<OfPerson> people) {
        for (Seat seat : before.model().seats().all()) {
            if (sameSeat(after, seat).isEmpty()) {
                Difference lost =
                        Difference.between(before.access(seat), nothing(after, before, seat));
                if (!lost.none()) {
                    people.add(new OfPerson(seat, lost));
                }
            }
        }
    }

    private static Optional<Seat> sameSeat(Moment moment, Seat seat) {
        return moment.model().seats().of(seat.person().key()).stream()
                .filter(other -> other.account().equals(seat.account()))
                .findFirst();
    }

    /** The access of somebody whom a model does not know: none. */
    private static nembar.core.decision.PersonAccess nothing(
            Moment unknown, Moment known, Seat seat) {
        nembar.core.model.AccessModel model =
                nembar.core.model.AccessModel.of(
                        known.model().application(),
                        known.model().catalogue(),
                        known.model().directory(),
                        nembar.core.design.Design.empty());
        return new nembar.core.decision.PersonAccess(
                model, known.standpoint(seat).at(unknown.at()));
    }

    /** The same with records counted, one scan for each type; lines without any record left out. */
    public List<Line> counted(Counting counting, int examples) {
        Map<RecordType, Set<RecordSet>> asked = new LinkedHashMap<>();
        people.forEach(
                one -> {
                    one.difference()
                            .operations()
                            .forEach(of -> ask(asked, of.type(), of.lost(), of.gained()));
                    one.difference()
                            .fields()
                            .forEach(of -> ask(asked, of.type(), of.lost(), of.gained()));
                });
        Map<RecordType, Map<RecordSet, Long>> counts = new HashMap<>();
        asked.forEach((type, sets) -> counts.put(type, counting.count(type, sets)));
        List<Line> lines = new ArrayList<>();
        for (OfPerson one : people) {
            one.difference()
                    .operations()
                    .forEach(
                            of ->
                                    line(
                                                    one.seat(),
                                                    of.type(),
                                                    of.operation(),
                                                    Optional.empty(),
                                                    Optional.empty(),
                                                    of.lost(),
                                                    of.gained(),
                                                    counts.get(of.type()),
                                                    counting,
                                                    examples)
                                            .ifPresent(lines::add));
            one.difference()
                    .fields()
                    .forEach(
                            of ->
                                    line(
                                                    one.seat(),
                                                    of.type(),
                                                    Operation.VIEW,
                                                    Optional.of(of.field()),
                                                    Optional.of(of.level().name()),
                                                    of.lost(),
                                                    of.gained(),
                                                    counts.get(of.type()),
                                                    counting,
                                                    examples)
                                            .ifPresent(lines::add));
        }
        return lines;
    }

    private static void ask(
            Map<RecordType, Set<RecordSet>> asked, RecordType type, RecordSet... sets) {
        asked.computeIfAbsent(type, any -> new LinkedHashSet<>()).addAll(List.of(sets));
    }

    private static Optional<Line> line(
            Seat seat,
            RecordType type,
            Operation operation,
            Optional<Field> field,
            Optional<String> level,
            RecordSet lost,
            RecordSet gained,
            Map<RecordSet, Long> counts,
            Counting counting,
            int examples) {
        boolean create = operation.equals(Operation.CREATE);
        if (!create && counts.get(lost) == 0 && counts.get(gained) == 0) {
            return Optional.empty();
        }
        return Optional.of(
                new Line(
                        seat,
                        type,
                        operation,
                        field,
                        level,
                        counted(type, lost, counts, counting, create ? 0 : examples),
                        counted(type, gained, counts, counting, create ? 0 : examples)));
    }

    private static Counted counted(
            RecordType type,
            RecordSet set,
            Map<RecordSet, Long> counts,
            Counting counting,
            int examples) {
        long number = counts.get(set);
        return new Counted(
                number,
                number == 0 || examples == 0 ? List.of() : counting.examples(type, set, examples));
    }
}
