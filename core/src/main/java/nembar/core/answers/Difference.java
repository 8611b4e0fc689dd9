package nembar.core.answers;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Access;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.FieldLevel;
import nembar.core.recordset.RecordSet;

/**
 * What differs between two accesses: of two people, of two instants, of a draft and the published
 * design (docs/access-model.md, section 6). Sets are symbols; one that turns out to have no record
 * is no difference to anybody yet. An open field that no filter lowers goes with its record and is
 * not named besides.
 */
public record Difference(
        List<OfOperation> operations, List<OfField> fields, List<OfFunction> functions) {
    public Difference {
        operations = List.copyOf(operations);
        fields = List.copyOf(fields);
        functions = List.copyOf(functions);
    }

    /** Records on which only the first, or only the second, may do the operation. */
    public record OfOperation(
            RecordType type, Operation operation, RecordSet lost, RecordSet gained) {}

    /** Records on which only the first, or only the second, has the field at the level or above. */
    public record OfField(
            RecordType type, Field field, FieldLevel level, RecordSet lost, RecordSet gained) {}

    /** Two levels of a function. */
    public record OfFunction(Function function, String before, String after) {
        public boolean gained() {
            return function.levels().indexOf(after) > function.levels().indexOf(before);
        }
    }

    public boolean none() {
        return operations.isEmpty() && fields.isEmpty() && functions.isEmpty();
    }

    /** Whether the second has anything that the first has not. */
    public boolean gains() {
        return operations.stream().anyMatch(one -> !one.gained().equals(RecordSet.NOTHING))
                || fields.stream().anyMatch(one -> !one.gained().equals(RecordSet.NOTHING))
                || functions.stream().anyMatch(OfFunction::gained);
    }

    /** Everything in which two accesses to the same application differ. */
    public static Difference between(PersonAccess first, PersonAccess second) {
        return between(second.model().catalogue(), first, second, type -> true);
    }

    /**
     * What differs on some record types only.
     *
     * @param looked by the type's key
     */
    static Difference between(
            Catalogue catalogue, Access first, Access second, Predicate<String> looked) {
        List<OfOperation> operations = new ArrayList<>();
        List<OfField> fields = new ArrayList<>();
        List<OfFunction> functions = new ArrayList<>();
        for (RecordType type : catalogue.recordTypes()) {
            if (!looked.test(type.key())) {
                continue;
            }
            for (Operation operation : type.operations()) {
                RecordSet before = first.records(type, operation);
                RecordSet after = second.records(type, operation);
                if (!before.equals(after)) {
                    operations.add(
                            new OfOperation(
                                    type,
                                    operation,
                                    RecordSet.less(before, after),
                                    RecordSet.less(after, before)));
                }
            }
            for (Field field : type.fields()) {
                boolean asTheRecord =
                        first.asItsRecord(type, field) && second.asItsRecord(type, field);
                if (!asTheRecord) {
                    fields(
                            type,
                            field,
                            first.field(type, field),
                            second.field(type, field),
                            fields);
                }
            }
        }
        for (Function function : catalogue.functions()) {
            String before = first.level(function);
            String after = second.level(function);
            if (!before.equals(after)) {
                functions.add(new OfFunction(function, before, after));
            }
        }
        return new Difference(operations, fields, functions);
    }

    /** What differs on some record types, and what on others, in the order of the catalogue. */
    static Difference together(Catalogue catalogue, Difference one, Difference other) {
        List<RecordType> order = catalogue.recordTypes();
        List<OfOperation> operations = new ArrayList<>(one.operations());
        operations.addAll(other.operations());
        operations.sort(Comparator.comparingInt(of -> order.indexOf(of.type())));
        List<OfField> fields = new ArrayList<>(one.fields());
        fields.addAll(other.fields());
        fields.sort(Comparator.comparingInt(of -> order.indexOf(of.type())));
        return new Difference(operations, fields, one.functions());
    }

    private static void fields(
            RecordType type,
            Field field,
            FieldCoverage before,
            FieldCoverage after,
            List<OfField> fields) {
        List<FieldLevel> levels = List.of(FieldLevel.MASKED, FieldLevel.VIEW, FieldLevel.CHANGE);
        boolean masks =
                !before.masked().equals(before.viewed()) || !after.masked().equals(after.viewed());
        for (FieldLevel level : levels) {
            if (level == FieldLevel.MASKED && !masks) {
                continue;
            }
            RecordSet was = atLeast(before, level);
            RecordSet is = atLeast(after, level);
            if (!was.equals(is)) {
                fields.add(
                        new OfField(
                                type,
                                field,
                                level,
                                RecordSet.less(was, is),
                                RecordSet.less(is, was)));
            }
        }
    }

    /** The records on which the field is at the level or above. */
    static RecordSet atLeast(FieldCoverage coverage, FieldLevel level) {
        return switch (level) {
            case CHANGE -> coverage.changed();
            case VIEW -> coverage.viewed();
            case MASKED -> coverage.masked();
            case HIDDEN -> RecordSet.EVERYTHING;
        };
    }

    /** How many records each set of these differences has: one scan of each type for them all. */
    public static Map<RecordType, Map<RecordSet, Long>> counts(
            Collection<Difference> differences, Counting counting) {
        Map<RecordType, Set<RecordSet>> asked = new LinkedHashMap<>();
        for (Difference one : differences) {
            one.operations().forEach(of -> ask(asked, of.type(), of.lost(), of.gained()));
            one.fields().forEach(of -> ask(asked, of.type(), of.lost(), of.gained()));
        }
        Map<RecordType, Map<RecordSet, Long>> counts = new HashMap<>();
        asked.forEach((type, sets) -> counts.put(type, counting.count(type, sets)));
        return counts;
    }

    private static void ask(
            Map<RecordType, Set<RecordSet>> asked, RecordType type, RecordSet... sets) {
        asked.computeIfAbsent(type, any -> new LinkedHashSet<>()).addAll(List.of(sets));
    }
}
