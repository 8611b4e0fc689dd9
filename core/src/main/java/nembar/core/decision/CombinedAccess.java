package nembar.core.decision;

import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/**
 * Everything that somebody reaches by one way or another: in their own right, and for those who let
 * them act for them (docs/access-model.md, section 10). Without any, nothing.
 */
public record CombinedAccess(List<PersonAccess> ways) implements Access {
    public static final Access NOTHING = new CombinedAccess(List.of());

    public CombinedAccess {
        ways = List.copyOf(ways);
    }

    @Override
    public RecordSet records(RecordType type, Operation operation) {
        return RecordSet.anyOf(ways.stream().map(one -> one.records(type, operation)).toList());
    }

    @Override
    public FieldCoverage field(RecordType type, Field field) {
        List<FieldCoverage> all = ways.stream().map(one -> one.field(type, field)).toList();
        return new FieldCoverage(
                type,
                field,
                any(all, FieldCoverage::masked),
                any(all, FieldCoverage::viewed),
                any(all, FieldCoverage::changed),
                all(all, FieldCoverage::grants),
                all(all, FieldCoverage::filters));
    }

    @Override
    public boolean asItsRecord(RecordType type, Field field) {
        return !field.guarded() && ways.stream().allMatch(one -> one.asItsRecord(type, field));
    }

    private static RecordSet any(List<FieldCoverage> all, Function<FieldCoverage, RecordSet> part) {
        return RecordSet.anyOf(all.stream().map(part).toList());
    }

    private static <T> List<T> all(List<FieldCoverage> all, Function<FieldCoverage, List<T>> part) {
        return all.stream().flatMap(one -> part.apply(one).stream()).distinct().toList();
    }

    @Override
    public String level(nembar.core.catalogue.Function function) {
        List<String> levels = function.levels();
        return Stream.concat(
                        Stream.of(nembar.core.catalogue.Function.NONE),
                        ways.stream().map(one -> one.level(function)))
                .max((one, other) -> levels.indexOf(one) - levels.indexOf(other))
                .orElseThrow();
    }
}
