package nembar.core.recordset;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.SortedSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Evaluator;
import nembar.core.condition.Expression;

/**
 * A set of records of one type, said rather than listed. There is no complement: grants add up and
 * filters cut down (docs/access-model.md, section 4), so a missing value can simply count as "not
 * in it" everywhere, and SQL's unknown agrees with false. Only answers that compare two sets take
 * one from the other ({@link Less}).
 */
public sealed interface RecordSet {
    RecordSet EVERYTHING = new Everything();
    RecordSet NOTHING = new Nothing();

    /** Whether the record, of this type, is in the set. */
    boolean contains(GovernedRecord record, RecordType type, Relatives relatives);

    /** The set as a clause for people, to stand behind "whose" or on its own. */
    String words();

    /** The case for this kind of set: a switch over all kinds that the compiler keeps complete. */
    <T> T fold(Cases<T> cases);

    /** One answer for each kind of set. */
    interface Cases<T> {
        T everything();

        T nothing();

        T among(Among set);

        T allOf(AllOf set);

        T anyOf(AnyOf set);

        T parentIn(ParentIn set);

        T childIn(ChildIn set);

        T where(Where set);

        T less(Less set);
    }

    /** Every record of the type. */
    record Everything() implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            return true;
        }

        @Override
        public String words() {
            return "every record";
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.everything();
        }
    }

    /** No record. */
    record Nothing() implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            return false;
        }

        @Override
        public String words() {
            return "no record";
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.nothing();
        }
    }

    /**
     * Records whose field has one of these keys.
     *
     * @param words the same as a clause for people: "unit is Sorrel Delta or below"
     */
    record Among(String field, SortedSet<String> keys, String words) implements RecordSet {
        /** By little of it: keys can be thousands, and sets of records are looked up everywhere. */
        @Override
        public int hashCode() {
            return Objects.hash(field, words, keys.size());
        }

        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            Object value = record.values().get(field);
            return value instanceof List<?> several
                    ? several.stream().anyMatch(one -> one != null && keys.contains(one))
                    : value != null && keys.contains(value.toString());
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.among(this);
        }
    }

    /** Records in every one of these sets. */
    record AllOf(List<RecordSet> sets) implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            for (RecordSet set : sets) {
                if (!set.contains(record, type, relatives)) {
                    return false;
                }
            }
            return true;
        }

        @Override
        public String words() {
            return said(sets, " and ");
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.allOf(this);
        }
    }

    /** Records in at least one of these sets. */
    record AnyOf(List<RecordSet> sets) implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            for (RecordSet set : sets) {
                if (set.contains(record, type, relatives)) {
                    return true;
                }
            }
            return false;
        }

        @Override
        public String words() {
            return said(sets, " or ");
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.anyOf(this);
        }
    }

    /**
     * Records whose field {@code through} refers to a record of type {@code parent} in this set.
     */
    record ParentIn(RecordType parent, String through, RecordSet parents) implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            return record.key(through)
                    .flatMap(key -> relatives.record(parent, key))
                    .filter(above -> parents.contains(above, parent, relatives))
                    .isPresent();
        }

        @Override
        public String words() {
            String name = parent.singular().toLowerCase(Locale.ROOT);
            return parents.equals(EVERYTHING)
                    ? "it belongs to a " + name
                    : "it belongs to a " + name + " whose " + parents.words();
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.parentIn(this);
        }
    }

    /** Records that a record of type {@code child} in this set refers to by {@code through}. */
    record ChildIn(RecordType child, String through, RecordSet children) implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            return record.key(type.keyField()).stream()
                    .flatMap(key -> relatives.referring(child, through, key).stream())
                    .anyMatch(below -> children.contains(below, child, relatives));
        }

        @Override
        public String words() {
            String name = child.singular().toLowerCase(Locale.ROOT);
            return children.equals(EVERYTHING)
                    ? "it has a " + name
                    : "it has a " + name + " whose " + children.words();
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.childIn(this);
        }
    }

    /**
     * Records on which a bound condition is true; unknown is not.
     *
     * @param words the condition in plain words
     */
    record Where(Expression condition, String words) implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            return Evaluator.holds(condition, record.values()::get);
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.where(this);
        }
    }

    /** Records in one set and not in the other: what compares two answers. */
    record Less(RecordSet of, RecordSet without) implements RecordSet {
        @Override
        public boolean contains(GovernedRecord record, RecordType type, Relatives relatives) {
            return of.contains(record, type, relatives)
                    && !without.contains(record, type, relatives);
        }

        @Override
        public String words() {
            return of.words() + ", but not where " + without.words();
        }

        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.less(this);
        }
    }

    /** Records on which a bound condition is true, in the simplest form. */
    static RecordSet where(Expression bound, String words) {
        if (bound.equals(Expression.TRUE)) {
            return EVERYTHING;
        }
        boolean never = bound instanceof Expression.Literal || bound instanceof Expression.Absent;
        return never ? NOTHING : new Where(bound, words);
    }

    /** What is in one set and not in the other, in its simplest form. */
    static RecordSet less(RecordSet of, RecordSet without) {
        if (without.equals(NOTHING)) {
            return of;
        }
        return within(of, without) ? NOTHING : new Less(of, without);
    }

    /**
     * Whether every record of the one set is seen to be in the other, whatever records there are. A
     * no says only that this is not seen.
     */
    static boolean within(RecordSet one, RecordSet other) {
        if (one.equals(other) || one.equals(NOTHING) || other.equals(EVERYTHING)) {
            return true;
        }
        if (one instanceof AnyOf any) {
            return any.sets().stream().allMatch(part -> within(part, other));
        }
        if (other instanceof AllOf all) {
            return all.sets().stream().allMatch(part -> within(one, part));
        }
        if (one instanceof Less less && within(less.of(), other)) {
            return true;
        }
        if (other instanceof AnyOf any
                && (any.sets().contains(one)
                        || any.sets().stream().anyMatch(part -> within(one, part)))) {
            return true;
        }
        if (one instanceof AllOf all && all.sets().stream().anyMatch(part -> within(part, other))) {
            return true;
        }
        return withinSimple(one, other);
    }

    private static boolean withinSimple(RecordSet one, RecordSet other) {
        if (one instanceof Among some && other instanceof Among more) {
            return some.field().equals(more.field()) && more.keys().containsAll(some.keys());
        }
        if (one instanceof ParentIn some && other instanceof ParentIn more) {
            return some.parent().equals(more.parent())
                    && some.through().equals(more.through())
                    && within(some.parents(), more.parents());
        }
        return one instanceof ChildIn some
                && other instanceof ChildIn more
                && some.child().equals(more.child())
                && some.through().equals(more.through())
                && within(some.children(), more.children());
    }

    /** Records whose field has one of these keys; nothing when there are none. */
    static RecordSet among(String field, SortedSet<String> keys, String words) {
        return keys.isEmpty() ? NOTHING : new Among(field, keys, words);
    }

    /** The intersection, in its simplest form. */
    static RecordSet allOf(Collection<RecordSet> sets) {
        Set<RecordSet> parts =
                flat(sets, set -> set instanceof AllOf all ? all.sets() : List.of(set));
        parts.remove(EVERYTHING);
        if (parts.contains(NOTHING)) {
            return NOTHING;
        }
        return switch (parts.size()) {
            case 0 -> EVERYTHING;
            case 1 -> parts.iterator().next();
            default -> new AllOf(new ArrayList<>(parts));
        };
    }

    static RecordSet allOf(RecordSet... sets) {
        return allOf(List.of(sets));
    }

    /** The union, in its simplest form. */
    static RecordSet anyOf(Collection<RecordSet> sets) {
        Set<RecordSet> parts =
                flat(sets, set -> set instanceof AnyOf any ? any.sets() : List.of(set));
        parts.remove(NOTHING);
        if (parts.contains(EVERYTHING)) {
            return EVERYTHING;
        }
        return switch (parts.size()) {
            case 0 -> NOTHING;
            case 1 -> parts.iterator().next();
            default -> new AnyOf(new ArrayList<>(parts));
        };
    }

    static RecordSet anyOf(RecordSet... sets) {
        return anyOf(List.of(sets));
    }

    static RecordSet parentIn(RecordType parent, String through, RecordSet parents) {
        return parents.equals(NOTHING) ? NOTHING : new ParentIn(parent, through, parents);
    }

    static RecordSet childIn(RecordType child, String through, RecordSet children) {
        return children.equals(NOTHING) ? NOTHING : new ChildIn(child, through, children);
    }

    private static String said(List<RecordSet> parts, String between) {
        return parts.stream()
                .map(
                        part ->
                                part instanceof AllOf || part instanceof AnyOf
                                        ? "(" + part.words() + ")"
                                        : part.words())
                .collect(Collectors.joining(between));
    }

    private static Set<RecordSet> flat(
            Collection<RecordSet> sets, Function<RecordSet, List<RecordSet>> parts) {
        Set<RecordSet> flat = new LinkedHashSet<>();
        sets.forEach(set -> flat.addAll(parts.apply(set)));
        return flat;
    }
}
