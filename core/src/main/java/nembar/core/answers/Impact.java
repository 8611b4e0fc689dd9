package nembar.core.answers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Access;
import nembar.core.design.Design;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/**
 * What one model in place of another changes for people (docs/access-model.md, section 6): for each
 * person and account acted for, the records, fields and functions gained and lost; externals first,
 * then those who gain something guarded. Looks only at classes of people and record types that the
 * change touches.
 */
public record Impact(List<OfPerson> people) {
    /** In place of the class of somebody who was not there before. */
    private static final Integer NEW = -1;

    public Impact {
        people = List.copyOf(people);
    }

    /** What changes for one person. */
    public record OfPerson(Persona persona, Difference difference) {
        /** Whether a guarded field is gained. */
        public boolean gainsGuarded() {
            return difference.fields().stream()
                    .anyMatch(
                            one ->
                                    one.field().guarded()
                                            && !one.gained().equals(RecordSet.NOTHING));
        }
    }

    /**
     * Numbers of records, and some of their keys.
     *
     * @param some whether a record could be among them, even where there is none today
     */
    public record Counted(long number, boolean some, List<String> examples) {
        /** Whether the number may not be told. */
        public boolean withheld() {
            return number == Counting.WITHHELD;
        }

        /** The number, as far as it may be told; else none. */
        public long told() {
            return withheld() ? 0 : number;
        }
    }

    /** What changes for one person on the records there are. */
    public record Line(
            Persona persona,
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
        List<OfPerson> people =
                sameDirectory ? samePersonas(before, after, touched) : otherPersonas(before, after);
        if (!sameDirectory) {
            gone(before, after, people);
        }
        people.sort(
                Comparator.<OfPerson, Boolean>comparing(one -> !one.persona().person().external())
                        .thenComparing(one -> !one.gainsGuarded()));
        return new Impact(people);
    }

    /** Person by person where it may differ within a class, and once for each class otherwise. */
    private static List<OfPerson> samePersonas(
            Moment before, Moment after, Optional<Set<String>> touched) {
        Map<List<Integer>, List<Persona>> moved = new LinkedHashMap<>();
        Map<List<Integer>, Boolean> untouched = new HashMap<>();
        for (Persona persona : after.model().personas().all()) {
            List<Integer> pair = List.of(before.classOf(persona), after.classOf(persona));
            boolean same =
                    untouched.computeIfAbsent(
                            pair,
                            any ->
                                    before.contentOf(pair.get(0))
                                            .equals(after.contentOf(pair.get(1))));
            if (!same) {
                moved.computeIfAbsent(pair, any -> new ArrayList<>()).add(persona);
            }
        }
        Predicate<String> looked = type -> touched.map(some -> some.contains(type)).orElse(true);
        Function<Persona, Access> had = had(before, after);
        List<OfPerson> people = new ArrayList<>();
        for (List<Persona> ofOne : moved.values()) {
            people.addAll(
                    before.personByPerson() || after.personByPerson()
                            ? each(ofOne, persona -> difference(had, after, persona, looked))
                            : ofClass(before, had, after, ofOne, looked));
        }
        return people;
    }

    /**
     * What all of a class have in common is worked out once; what may be each one's own, for each.
     */
    private static List<OfPerson> ofClass(
            Moment before,
            Function<Persona, Access> had,
            Moment after,
            List<Persona> personas,
            Predicate<String> looked) {
        Persona first = personas.get(0);
        Set<String> personal = new HashSet<>(before.personalTypes(first));
        personal.addAll(after.personalTypes(first));
        Predicate<String> own = type -> looked.test(type) && personal.contains(type);
        Difference shared =
                difference(had, after, first, looked.and(type -> !personal.contains(type)));
        if (personal.stream().noneMatch(own)) {
            return each(personas, persona -> shared);
        }
        Catalogue catalogue = after.model().catalogue();
        return each(
                personas,
                persona ->
                        Difference.together(
                                catalogue, shared, difference(had, after, persona, own)));
    }

    private static List<OfPerson> each(
            List<Persona> personas, Function<Persona, Difference> difference) {
        return personas.parallelStream()
                .map(persona -> new OfPerson(persona, difference.apply(persona)))
                .filter(one -> !one.difference().none())
                .toList();
    }

    /** What somebody had before, to be asked about the catalogue as it is after. */
    private static Function<Persona, Access> had(Moment before, Moment after) {
        OtherCatalogue catalogue =
                new OtherCatalogue(before.model().catalogue(), after.model().catalogue());
        return persona -> catalogue.through(before.access(persona));
    }

    private static Difference difference(
            Function<Persona, Access> had,
            Moment after,
            Persona persona,
            Predicate<String> looked) {
        return Difference.between(
                after.model().catalogue(), had.apply(persona), after.access(persona), looked);
    }

    /**
     * Where people may have been placed otherwise: one of those who were of one class and are of
     * one class speaks for the others, but for whose records are those of the people below them.
     */
    private static List<OfPerson> otherPersonas(Moment before, Moment after) {
        Map<List<Integer>, List<Persona>> moved = new LinkedHashMap<>();
        for (Persona persona : after.model().personas().all()) {
            Integer was = before.model().personas().like(persona).map(before::classOf).orElse(NEW);
            moved.computeIfAbsent(List.of(was, after.classOf(persona)), any -> new ArrayList<>())
                    .add(persona);
        }
        Optional<Moment> nothing =
                moved.keySet().stream().anyMatch(classes -> classes.get(0).equals(NEW))
                        ? Optional.of(givenNothing(after))
                        : Optional.empty();
        boolean each = before.personByPerson() || after.personByPerson();
        Function<Persona, Access> known = had(before, after);
        Predicate<Persona> line = otherLine(before.model().directory(), after.model().directory());
        List<OfPerson> people = new ArrayList<>();
        moved.forEach(
                (classes, personas) -> {
                    boolean fresh = classes.get(0).equals(NEW);
                    Function<Persona, Access> had =
                            persona ->
                                    fresh
                                            ? nothing.orElseThrow().access(persona)
                                            : known.apply(
                                                    before.model()
                                                            .personas()
                                                            .like(persona)
                                                            .orElseThrow());
                    Function<Persona, Difference> difference =
                            persona -> difference(had, after, persona, type -> true);
                    boolean alike = !each && difference.apply(personas.get(0)).none();
                    personas.parallelStream()
                            .filter(persona -> !alike || line.test(persona))
                            .map(persona -> new OfPerson(persona, difference.apply(persona)))
                            .filter(one -> !one.difference().none())
                            .forEachOrdered(people::add);
                });
        return people;
    }

    /** Whether other people are below somebody in the reporting line than were before. */
    static Predicate<Persona> otherLine(Directory before, Directory after) {
        boolean same =
                before == after
                        || before.people().size() == after.people().size()
                                && after.people().stream()
                                        .allMatch(
                                                one ->
                                                        before.person(one.key())
                                                                .map(Person::manager)
                                                                .filter(one.manager()::equals)
                                                                .isPresent());
        return persona ->
                !same
                        && !before.personAndReports(persona.person().key())
                                .equals(after.personAndReports(persona.person().key()));
    }

    /** People who are there before and not after lose what they had. */
    private static void gone(Moment before, Moment after, List<OfPerson> people) {
        List<Persona> left =
                before.model().personas().all().stream()
                        .filter(persona -> after.model().personas().like(persona).isEmpty())
                        .toList();
        if (left.isEmpty()) {
            return;
        }
        Moment nothing = givenNothing(before);
        for (Persona persona : left) {
            Difference lost = Difference.between(before.access(persona), nothing.access(persona));
            if (!lost.none()) {
                people.add(new OfPerson(persona, lost));
            }
        }
    }

    /** People given nothing: what somebody has whom the other side does not know. */
    private static Moment givenNothing(Moment moment) {
        // Roles stay, since stewards may be named by them.
        Design design = moment.model().design();
        return new Moment(
                moment.model().withDesign(Design.of(design.sets(), design.roles())), moment.at());
    }

    /**
     * This impact with records counted, a scan for each type; lines without any record left out.
     */
    public List<Line> counted(Counting counting, int examples) {
        Map<RecordType, Map<RecordSet, Long>> counts =
                Difference.counts(people.stream().map(OfPerson::difference).toList(), counting);
        List<Line> lines = new ArrayList<>();
        for (OfPerson one : people) {
            one.difference()
                    .operations()
                    .forEach(
                            of ->
                                    line(
                                                    one.persona(),
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
                                                    one.persona(),
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

    private static Optional<Line> line(
            Persona persona,
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
                        persona,
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
                !set.equals(RecordSet.NOTHING),
                number == 0 || examples == 0 ? List.of() : counting.examples(type, set, examples));
    }
}
