package nembar.core.answers;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import nembar.core.answers.Impact.Counted;
import nembar.core.answers.Impact.Line;
import nembar.core.answers.Impact.OfPerson;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/**
 * What an impact amounts to, over all people (docs/access-model.md, section 6).
 *
 * @param gaining how many people gain anything
 * @param losing how many lose anything
 * @param externalsGaining how many externals gain anything
 * @param gainingGuarded how many gain guarded fields
 * @param kinds record type by record type, those that most people gain first
 */
public record ImpactTotals(
        int gaining,
        int losing,
        int externalsGaining,
        int gainingGuarded,
        List<OfKind> kinds,
        List<OfFunction> functions) {
    /** Unions of more sets than this are not counted: the largest of them stands for all. */
    private static final int UNITED_AT_MOST = 60;

    public ImpactTotals {
        kinds = List.copyOf(kinds);
        functions = List.copyOf(functions);
    }

    /** The records of one type. */
    public record OfKind(RecordType type, Side gained, Side lost) {}

    /** How many people come to, or fall from, a level of a function. */
    public record OfFunction(nembar.core.catalogue.Function function, int gaining, int losing) {}

    /**
     * One side of what changes on a type.
     *
     * @param records how many records at least one of the people gains or loses something on; empty
     *     where no record is concerned, but only creating
     * @param each whether the number is that of the person with most of them, since all together
     *     have not been counted
     */
    public record Side(int people, Optional<Counted> records, boolean each) {}

    /**
     * @param of those people of an impact who are looked at
     * @param lines what changes for them, counted
     */
    public static ImpactTotals of(List<OfPerson> of, List<Line> lines, Counting counting) {
        Map<RecordType, List<Line>> byType = new LinkedHashMap<>();
        lines.forEach(one -> byType.computeIfAbsent(one.type(), any -> new ArrayList<>()).add(one));
        List<OfKind> kinds = new ArrayList<>();
        byType.forEach(
                (type, some) ->
                        kinds.add(
                                new OfKind(
                                        type,
                                        side(type, some, Line::gained, of, true, counting),
                                        side(type, some, Line::lost, of, false, counting))));
        kinds.sort(
                (one, other) ->
                        Integer.compare(
                                other.gained().people() + other.lost().people(),
                                one.gained().people() + one.lost().people()));
        Set<String> gaining = people(lines, Line::gained);
        Set<String> losing = people(lines, Line::lost);
        Map<nembar.core.catalogue.Function, int[]> functions = new LinkedHashMap<>();
        for (OfPerson one : of) {
            one.difference()
                    .functions()
                    .forEach(
                            function -> {
                                functions
                                        .computeIfAbsent(function.function(), any -> new int[2])[
                                        function.gained() ? 0 : 1]++;
                                (function.gained() ? gaining : losing)
                                        .add(one.persona().person().key());
                            });
        }
        return new ImpactTotals(
                gaining.size(),
                losing.size(),
                (int)
                        of.stream()
                                .map(OfPerson::persona)
                                .filter(persona -> persona.person().external())
                                .map(persona -> persona.person().key())
                                .distinct()
                                .filter(gaining::contains)
                                .count(),
                people(
                                lines.stream()
                                        .filter(
                                                one ->
                                                        one.field()
                                                                .filter(Field::guarded)
                                                                .isPresent())
                                        .toList(),
                                Line::gained)
                        .size(),
                kinds,
                functions.entrySet().stream()
                        .map(
                                one ->
                                        new OfFunction(
                                                one.getKey(), one.getValue()[0], one.getValue()[1]))
                        .toList());
    }

    private static boolean any(Counted counted) {
        return counted.some() && counted.number() != 0;
    }

    private static boolean any(Line line, Counted counted) {
        return line.operation().equals(Operation.CREATE) ? counted.some() : any(counted);
    }

    private static Set<String> people(List<Line> lines, Function<Line, Counted> side) {
        Set<String> people = new HashSet<>();
        lines.stream()
                .filter(one -> any(one, side.apply(one)))
                .forEach(one -> people.add(one.persona().person().key()));
        return people;
    }

    private static Side side(
            RecordType type,
            List<Line> lines,
            Function<Line, Counted> side,
            List<OfPerson> of,
            boolean gained,
            Counting counting) {
        List<Line> some = lines.stream().filter(one -> any(one, side.apply(one))).toList();
        Set<String> people = people(some, side);
        List<Counted> numbers =
                some.stream()
                        .filter(one -> !one.operation().equals(Operation.CREATE))
                        .map(side)
                        .toList();
        if (numbers.isEmpty()) {
            return new Side(people.size(), Optional.empty(), false);
        }
        Set<RecordSet> sets = sets(type, of, gained);
        if (sets.size() <= UNITED_AT_MOST) {
            RecordSet all = RecordSet.anyOf(sets);
            long number = counting.count(type, List.of(all)).get(all);
            return new Side(
                    people.size(), Optional.of(new Counted(number, true, List.of())), false);
        }
        Counted most =
                numbers.stream()
                        .reduce((one, other) -> one.number() < other.number() ? other : one)
                        .orElseThrow();
        return new Side(people.size(), Optional.of(most), true);
    }

    private static Set<RecordSet> sets(RecordType type, List<OfPerson> of, boolean gained) {
        Set<RecordSet> sets = new LinkedHashSet<>();
        for (OfPerson one : of) {
            one.difference().operations().stream()
                    .filter(
                            each ->
                                    each.type().equals(type)
                                            && !each.operation().equals(Operation.CREATE))
                    .forEach(each -> sets.add(gained ? each.gained() : each.lost()));
            one.difference().fields().stream()
                    .filter(each -> each.type().equals(type))
                    .forEach(each -> sets.add(gained ? each.gained() : each.lost()));
            if (sets.size() > UNITED_AT_MOST + 1) {
                break;
            }
        }
        sets.remove(RecordSet.NOTHING);
        return sets;
    }
}
