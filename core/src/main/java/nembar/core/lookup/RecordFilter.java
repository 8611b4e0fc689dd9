package nembar.core.lookup;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Expression;
import nembar.core.condition.Operator;
import nembar.core.recordset.RecordSet;

/**
 * A set of records as a condition that an application can apply by itself: on the record's own
 * fields, with the application's own values. What lies in other records cannot be said so.
 */
public final class RecordFilter implements RecordSet.Cases<Optional<Expression>> {
    private final RecordType type;
    private final Lookups lookups;

    private RecordFilter(RecordType type, Lookups lookups) {
        this.type = type;
        this.lookups = lookups;
    }

    /** The condition; empty where the set looks at other records, or at what leads on. */
    public static Optional<Expression> of(RecordSet set, RecordType type, Lookups lookups) {
        return set.fold(new RecordFilter(type, lookups));
    }

    @Override
    public Optional<Expression> everything() {
        return Optional.of(Expression.TRUE);
    }

    @Override
    public Optional<Expression> nothing() {
        return Optional.of(Expression.FALSE);
    }

    @Override
    public Optional<Expression> among(RecordSet.Among set) {
        Field field = type.knownField(set.field());
        if (field.columns().size() > 1) {
            return Optional.empty();
        }
        Stored stored = field.columns().get(0).stored();
        SortedSet<String> values = lookups.stored(field, set.keys());
        List<Expression> literals =
                values.stream()
                        .filter(stored::fits)
                        .<Expression>map(
                                value ->
                                        new Expression.Literal(
                                                stored == Stored.WHOLE
                                                        ? new BigDecimal(value)
                                                        : value))
                        .toList();
        if (literals.isEmpty()) {
            return nothing();
        }
        return Optional.of(
                Expression.of(
                        field.several() ? Operator.A_OVERLAPS : Operator.IN,
                        new Expression.Property(field.key()),
                        new Expression.Array(literals)));
    }

    @Override
    public Optional<Expression> allOf(RecordSet.AllOf set) {
        return joined(set.sets(), Operator.AND);
    }

    @Override
    public Optional<Expression> anyOf(RecordSet.AnyOf set) {
        return joined(set.sets(), Operator.OR);
    }

    private Optional<Expression> joined(List<RecordSet> sets, Operator operator) {
        List<Expression> parts = new ArrayList<>();
        for (RecordSet set : sets) {
            Optional<Expression> part = set.fold(this);
            if (part.isEmpty()) {
                return part;
            }
            parts.add(part.get());
        }
        return Optional.of(new Expression.Call(operator, parts));
    }

    @Override
    public Optional<Expression> parentIn(RecordSet.ParentIn set) {
        return Optional.empty();
    }

    @Override
    public Optional<Expression> childIn(RecordSet.ChildIn set) {
        return Optional.empty();
    }

    @Override
    public Optional<Expression> where(RecordSet.Where set) {
        boolean plain =
                set.condition().properties().stream()
                        .map(type::knownField)
                        .allMatch(field -> field.lookup().isEmpty() && field.link().isEmpty());
        return plain && said(set.condition()) ? Optional.of(set.condition()) : Optional.empty();
    }

    /** Whether all of it can be written: what a person has no value for cannot. */
    private static boolean said(Expression expression) {
        return !(expression instanceof Expression.Absent)
                && expression.parts().stream().allMatch(RecordFilter::said);
    }

    @Override
    public Optional<Expression> less(RecordSet.Less set) {
        return Optional.empty();
    }
}
