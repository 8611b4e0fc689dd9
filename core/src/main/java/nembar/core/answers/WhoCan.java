package nembar.core.answers;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.Decision;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.FieldCoverage.FieldGrant;
import nembar.core.decision.FunctionAccess;
import nembar.core.decision.FunctionAccess.FunctionGrant;
import nembar.core.decision.Grant;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.FieldLevel;
import nembar.core.directory.Person;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;

/**
 * Who can do something (docs/access-model.md, section 6): one answer for each person and each
 * account they act for, worked out once for each class of people.
 */
public final class WhoCan {
    private final Moment moment;

    public WhoCan(Moment moment) {
        this.moment = moment;
    }

    /**
     * Somebody who may; the decision with its own routes is made when it is asked for.
     *
     * @param ways by what, without the whole routes
     */
    public record Able(Persona persona, Supplier<Decision> because, Supplier<Set<Way>> ways) {
        public Decision decision() {
            return because.get();
        }
    }

    /**
     * Somebody, the level they have, and by what.
     *
     * @param has works the level out where it is one's own, so that those of many people are not
     *     kept
     */
    public record AtLevel<L>(Persona persona, Supplier<L> has, Supplier<Set<Way>> ways) {
        public L level() {
            return has.get();
        }
    }

    /** What is worked out when it is first asked for, once for all who share it. */
    private static final class Once<T> implements Supplier<T> {
        private final Supplier<T> from;
        private T value;

        Once(Supplier<T> from) {
            this.from = from;
        }

        @Override
        public synchronized T get() {
            if (value == null) {
                value = from.get();
            }
            return value;
        }
    }

    /** What people of one class have in common: an answer, and by what. */
    private record Alike<A>(A answer, Supplier<Set<Way>> ways) {}

    /**
     * The ways of a class as those of one of its people: who holds the same may hold it by another
     * assignment.
     */
    private Supplier<Set<Way>> own(Persona persona, Supplier<Set<Way>> ofClass) {
        return () -> {
            Set<Way> own = new LinkedHashSet<>();
            for (Way way : ofClass.get()) {
                if (way.element().orElse(null) instanceof Assignment held) {
                    for (Assignment one : moment.model().assignmentsOf(persona)) {
                        if (moment.sameEffect(one, held)) {
                            own.add(new Way(Optional.of(one), Optional.empty()));
                        }
                    }
                } else {
                    own.add(way);
                }
            }
            return own;
        };
    }

    private static Set<Way> ways(List<Grant> grants) {
        return grants.stream().map(Way::of).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Who may do the operation on this record, in the directory's order. */
    public List<Able> on(
            RecordType type, Operation operation, GovernedRecord record, Relatives relatives) {
        List<Able> able = new ArrayList<>();
        each(
                type,
                record,
                relatives,
                access ->
                        new Alike<>(
                                access.allows(type, operation, record, relatives),
                                new Once<>(
                                        () ->
                                                ways(
                                                        access.decide(
                                                                        type, operation, record,
                                                                        relatives)
                                                                .grants()))),
                (persona, alike) -> {
                    if (alike.answer()) {
                        able.add(
                                new Able(
                                        persona,
                                        () ->
                                                moment.access(persona)
                                                        .decide(type, operation, record, relatives),
                                        own(persona, alike.ways())));
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
                access ->
                        new Alike<>(
                                access.field(type, field).levelOn(record, relatives),
                                new Once<>(
                                        () ->
                                                field.guarded()
                                                        ? ways(access.field(type, field))
                                                        : ways(
                                                                access.decide(
                                                                                type,
                                                                                Operation.VIEW,
                                                                                record,
                                                                                relatives)
                                                                        .grants()))),
                (persona, alike) -> {
                    if (alike.answer() != FieldLevel.HIDDEN) {
                        levels.add(
                                new AtLevel<>(persona, alike::answer, own(persona, alike.ways())));
                    }
                });
        return levels;
    }

    private static Set<Way> ways(FieldCoverage coverage) {
        return ways(coverage.grants().stream().map(FieldGrant::holding));
    }

    private static Set<Way> ways(Stream<Holding> holdings) {
        return holdings.map(Way::of).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Who may do the operation on some record of the type, with the records as symbols. */
    public List<AtLevel<Coverage>> onAny(RecordType type, Operation operation) {
        return ofType(
                type,
                access ->
                        access.records(type, operation).equals(RecordSet.NOTHING)
                                ? Optional.empty()
                                : Optional.of(access.coverage(type, operation)),
                (access, coverage) -> ways(coverage.grants()));
    }

    /** Who sees the field of some record of the type, and of which, as symbols. */
    public List<AtLevel<FieldCoverage>> onAnyField(RecordType type, Field field) {
        return ofType(
                type,
                access ->
                        Optional.of(access.field(type, field))
                                .filter(one -> !one.masked().equals(RecordSet.NOTHING)),
                (access, coverage) ->
                        field.guarded()
                                ? ways(coverage)
                                : ways(access.coverage(type, Operation.VIEW).grants()));
    }

    private <L> List<AtLevel<L>> ofType(
            RecordType type,
            java.util.function.Function<PersonAccess, Optional<L>> ask,
            BiFunction<PersonAccess, L, Set<Way>> ways) {
        Map<Persona, Optional<Alike<L>>> known = new IdentityHashMap<>();
        List<AtLevel<L>> able = new ArrayList<>();
        for (Persona persona : moment.model().personas().all()) {
            if (moment.contentOf(moment.classOf(persona)).isEmpty()) {
                continue;
            }
            Optional<Persona> first = moment.alikeOn(persona, type);
            if (first.isPresent()) {
                known.computeIfAbsent(first.get(), one -> alike(one, ask, ways))
                        .ifPresent(
                                alike ->
                                        able.add(
                                                new AtLevel<>(
                                                        persona,
                                                        alike::answer,
                                                        own(persona, alike.ways()))));
            } else if (ask.apply(moment.access(persona)).isPresent()) {
                able.add(
                        new AtLevel<>(
                                persona,
                                () -> ask.apply(moment.access(persona)).orElseThrow(),
                                () -> alike(persona, ask, ways).orElseThrow().ways().get()));
            }
        }
        return able;
    }

    private <L> Optional<Alike<L>> alike(
            Persona persona,
            java.util.function.Function<PersonAccess, Optional<L>> ask,
            BiFunction<PersonAccess, L, Set<Way>> ways) {
        PersonAccess access = moment.access(persona);
        return ask.apply(access)
                .map(answer -> new Alike<>(answer, new Once<>(() -> ways.apply(access, answer))));
    }

    /** Who has some level of the function. */
    public List<AtLevel<FunctionAccess>> onFunction(Function function) {
        Map<Integer, Alike<FunctionAccess>> ofClass = new HashMap<>();
        List<AtLevel<FunctionAccess>> levels = new ArrayList<>();
        for (Persona persona : moment.model().personas().all()) {
            Alike<FunctionAccess> alike =
                    ofClass.computeIfAbsent(
                            moment.classOf(persona),
                            any -> {
                                FunctionAccess access = moment.access(persona).function(function);
                                return new Alike<>(
                                        access,
                                        new Once<>(
                                                () ->
                                                        ways(
                                                                access.grants().stream()
                                                                        .map(
                                                                                FunctionGrant
                                                                                        ::holding))));
                            });
            if (!alike.answer().level().equals(Function.NONE)) {
                levels.add(
                        new AtLevel<>(
                                persona,
                                () -> moment.access(persona).function(function),
                                own(persona, alike.ways())));
            }
        }
        return levels;
    }

    private interface Found<A> {
        void is(Persona persona, A answer);
    }

    private <A> void each(
            RecordType type,
            GovernedRecord record,
            Relatives relatives,
            java.util.function.Function<PersonAccess, A> ask,
            Found<A> found) {
        Set<String> involved = involved(type, record, relatives);
        Map<Integer, A> ofClass = new HashMap<>();
        for (Persona persona : moment.model().personas().all()) {
            A answer;
            if (involved.contains(persona.person().key())) {
                answer = ask.apply(moment.access(persona));
            } else {
                int number = moment.classOf(persona);
                answer = ofClass.get(number);
                if (answer == null) {
                    answer = ask.apply(moment.access(persona));
                    ofClass.put(number, answer);
                }
            }
            found.is(persona, answer);
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
            of.places()
                    .owner()
                    .map(next::keys)
                    .orElse(List.of())
                    .forEach(owner -> line(owner, involved));
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
