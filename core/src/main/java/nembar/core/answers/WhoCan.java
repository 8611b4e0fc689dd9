package nembar.core.answers;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.coverage.Relatives;
import nembar.core.decision.Coverage;
import nembar.core.decision.Decision;
import nembar.core.decision.FieldLevel;
import nembar.core.decision.FunctionAccess;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.Seats.Seat;

/**
 * Who can do something (docs/access-model.md, section 6): one answer for each person and each
 * account they act for, worked out once for each class of people.
 */
public final class WhoCan {
    private final Moment moment;

    public WhoCan(Moment moment) {
        this.moment = moment;
    }

    /** Somebody who may; the decision with its own routes is made when it is asked for. */
    public record Able(Seat seat, Supplier<Decision> because) {
        public Decision decision() {
            return because.get();
        }
    }

    /** Somebody and the level they have. */
    public record AtLevel<L>(Seat seat, L level) {}

    /** Who may do the operation on this record, in the directory's order. */
    public List<Able> on(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        List<Able> able = new ArrayList<>();
        each(
                type,
                record,
                relatives,
                access -> access.allows(type, operation, record, relatives),
                (seat, allowed) -> {
                    if (allowed) {
                        able.add(
                                new Able(
                                        seat,
                                        () ->
                                                moment.access(seat)
                                                        .decide(
                                                                type, operation, record,
                                                                relatives)));
                    }
                });
        return able;
    }

    /** Who sees the field of this record, and how far, in the directory's order. */
    public List<AtLevel<FieldLevel>> onField(
            RecordType type, Field field, GovernedRecord record, Relatives relatives) {
        List<AtLevel<FieldLevel>> levels = new ArrayList<>();
        each(
                type,
                record,
                relatives,
                access -> access.field(type, field).levelOn(record, relatives),
                (seat, level) -> {
                    if (level != FieldLevel.HIDDEN) {
                        levels.add(new AtLevel<>(seat, level));
                    }
                });
        return levels;
    }

    /** Who may do the operation on some record of the type, with the records as symbols. */
    public List<AtLevel<Coverage>> onAny(RecordType type, Operation operation) {
        List<AtLevel<Coverage>> able = new ArrayList<>();
        for (Seat seat : moment.model().seats().all()) {
            if (!moment.contentOf(moment.classOf(seat)).isEmpty()) {
                PersonAccess access = moment.access(seat);
                if (!access.records(type, operation).equals(RecordSet.NOTHING)) {
                    able.add(new AtLevel<>(seat, access.coverage(type, operation)));
                }
            }
        }
        return able;
    }

    /** Who has some level of the function. */
    public List<AtLevel<FunctionAccess>> onFunction(Function function) {
        String[] ofClass = new String[moment.classes().size()];
        List<AtLevel<FunctionAccess>> levels = new ArrayList<>();
        for (Seat seat : moment.model().seats().all()) {
            int number = moment.classOf(seat);
            if (ofClass[number] == null) {
                ofClass[number] = moment.access(seat).function(function).level();
            }
            if (!ofClass[number].equals(Function.NONE)) {
                levels.add(new AtLevel<>(seat, moment.access(seat).function(function)));
            }
        }
        return levels;
    }

    private interface Found<A> {
        void is(Seat seat, A answer);
    }

    private <A> void each(
            RecordType type,
            GovernedRecord record,
            Relatives relatives,
            java.util.function.Function<PersonAccess, A> ask,
            Found<A> found) {
        Set<String> involved = involved(type, record, relatives);
        Map<Integer, A> ofClass = new HashMap<>();
        for (Seat seat : moment.model().seats().all()) {
            A answer;
            if (involved.contains(seat.person().key())) {
                answer = ask.apply(moment.access(seat));
            } else {
                int number = moment.classOf(seat);
                answer = ofClass.get(number);
                if (answer == null) {
                    answer = ask.apply(moment.access(seat));
                    ofClass.put(number, answer);
                }
            }
            found.is(seat, answer);
        }
    }

    /**
     * Those for whom the record may be their own or that of somebody below them: owners of the
     * record and of those above and below it, and everybody above these in the reporting line.
     */
    private Set<String> involved(RecordType type, GovernedRecord record, Relatives relatives) {
        Set<String> involved = new HashSet<>();
        Deque<GovernedRecord> open = new ArrayDeque<>(List.of(record));
        Set<List<Object>> seen = new HashSet<>();
        while (!open.isEmpty()) {
            GovernedRecord next = open.pop();
            RecordType of = moment.model().catalogue().recordType(next.recordType()).orElseThrow();
            Optional<String> key = next.key(of.keyField());
            if (!seen.add(List.of(of.key(), key.orElse("")))) {
                continue;
            }
            of.places().owner().flatMap(next::key).ifPresent(owner -> line(owner, involved));
            of.parent()
                    .flatMap(
                            link ->
                                    moment.model()
                                            .catalogue()
                                            .parentOf(of)
                                            .flatMap(
                                                    parent ->
                                                            next.key(link.through())
                                                                    .flatMap(
                                                                            one ->
                                                                                    relatives
                                                                                            .record(
                                                                                                    parent,
                                                                                                    one))))
                    .ifPresent(open::push);
            for (RecordType child : moment.model().catalogue().childrenOf(of)) {
                if (child.parent().orElseThrow().lifts() && key.isPresent()) {
                    String through = child.parent().get().through();
                    relatives.referring(child, through, key.get()).forEach(open::push);
                }
            }
        }
        return involved;
    }

    private void line(String owner, Set<String> involved) {
        Optional<Person> at = moment.model().directory().person(owner);
        involved.add(owner);
        while (at.isPresent() && at.get().manager().isPresent()) {
            String manager = at.get().manager().get();
            if (!involved.add(manager)) {
                return;
            }
            at = moment.model().directory().person(manager);
        }
    }
}
