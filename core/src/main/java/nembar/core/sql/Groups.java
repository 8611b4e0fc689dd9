package nembar.core.sql;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/**
 * Groups of records that are alike in all that some sets look at; each set is worked out as the
 * groups that it has.
 */
public final class Groups {
    private final GroupedCount plan;
    private int groups;
    private long[] numbers = new long[1_024];

    /** Those that have more than one record. */
    private final BitSet several = new BitSet();

    /** Of each value column: the groups that have each value. */
    private final Map<Integer, Map<String, Postings>> values = new HashMap<>();

    /** Of each flag column: the groups that have it. */
    private final Map<Integer, BitSet> flags = new HashMap<>();

    private final Map<List<Object>, BitSet> known = new ConcurrentHashMap<>();

    /** Numbers of groups, in the order in which they came. */
    private static final class Postings {
        private int[] groups = new int[4];
        private int size;

        void add(int group) {
            if (size == groups.length) {
                groups = Arrays.copyOf(groups, size * 2);
            }
            groups[size++] = group;
        }

        void into(BitSet set) {
            for (int i = 0; i < size; i++) {
                set.set(groups[i]);
            }
        }
    }

    Groups(GroupedCount plan) {
        this.plan = plan;
        plan.valueColumns().forEach(column -> values.put(column, new HashMap<>()));
        for (int column = 1; column <= plan.columns(); column++) {
            if (plan.flag(column)) {
                flags.put(column, new BitSet());
            }
        }
    }

    /**
     * Adds a group.
     *
     * @param columns gives each column as text; a flag as true or false; null for no value
     */
    public void add(long number, Function<Integer, String> columns) {
        if (groups == numbers.length) {
            numbers = Arrays.copyOf(numbers, groups * 2);
        }
        int group = groups++;
        numbers[group] = number;
        if (number > 1) {
            several.set(group);
        }
        for (Map.Entry<Integer, Map<String, Postings>> column : values.entrySet()) {
            String value = columns.apply(column.getKey());
            if (value != null) {
                for (String key : plan.keys(column.getKey(), value)) {
                    column.getValue().computeIfAbsent(key, any -> new Postings()).add(group);
                }
            }
        }
        for (Map.Entry<Integer, BitSet> column : flags.entrySet()) {
            if ("true".equals(columns.apply(column.getKey()))) {
                column.getValue().set(group);
            }
        }
    }

    /** How many records there are in all. */
    public long total() {
        return Arrays.stream(numbers, 0, groups).sum();
    }

    /** How many records each set has. */
    public Map<RecordSet, Long> counts() {
        List<RecordSet> all = new ArrayList<>(plan.sets());
        return all.parallelStream()
                .collect(Collectors.toMap(Function.identity(), this::count, (one, same) -> one));
    }

    private long count(RecordSet set) {
        BitSet of = set.fold(new In(GroupedCount.root(), plan.type()));
        // Most groups of a large table have one record: only the others are looked at one by one.
        long count = of.cardinality();
        of.and(several);
        for (int group = of.nextSetBit(0); group >= 0; group = of.nextSetBit(group + 1)) {
            count += numbers[group] - 1;
        }
        return count;
    }

    /** Which groups are in a set, looked at from a row of a type; what it gives is the caller's. */
    private final class In implements RecordSet.Cases<BitSet> {
        private final String alias;
        private final RecordType type;

        In(String alias, RecordType type) {
            this.alias = alias;
            this.type = type;
        }

        @Override
        public BitSet everything() {
            if (!alias.equals(GroupedCount.root())) {
                return copy(flags.get(plan.exists(alias)));
            }
            BitSet all = new BitSet(groups);
            all.set(0, groups);
            return all;
        }

        @Override
        public BitSet nothing() {
            return new BitSet();
        }

        @Override
        public BitSet among(RecordSet.Among set) {
            if (GroupedCount.own(type, set)) {
                return flag(set);
            }
            Map<String, Postings> column = values.get(plan.value(alias, set.field()));
            if (set.keys().size() == 1) {
                return among(column, set);
            }
            return copy(known.computeIfAbsent(List.of(alias, set), any -> among(column, set)));
        }

        private BitSet among(Map<String, Postings> column, RecordSet.Among set) {
            BitSet groups = new BitSet();
            for (String key : set.keys()) {
                Postings postings = column.get(key);
                if (postings != null) {
                    postings.into(groups);
                }
            }
            return groups;
        }

        @Override
        public BitSet allOf(RecordSet.AllOf set) {
            BitSet all = set.sets().get(0).fold(this);
            set.sets().subList(1, set.sets().size()).forEach(one -> all.and(one.fold(this)));
            return all;
        }

        @Override
        public BitSet anyOf(RecordSet.AnyOf set) {
            BitSet any = new BitSet();
            set.sets().forEach(one -> any.or(one.fold(this)));
            return any;
        }

        @Override
        public BitSet less(RecordSet.Less set) {
            BitSet of = set.of().fold(this);
            of.andNot(set.without().fold(this));
            return of;
        }

        @Override
        public BitSet where(RecordSet.Where set) {
            return flag(set);
        }

        @Override
        public BitSet childIn(RecordSet.ChildIn set) {
            return flag(set);
        }

        @Override
        public BitSet parentIn(RecordSet.ParentIn set) {
            return set.parents().fold(new In(plan.joined(alias, set.through()), set.parent()));
        }

        private BitSet flag(RecordSet set) {
            return copy(flags.get(plan.flag(alias, set)));
        }

        private BitSet copy(BitSet set) {
            return (BitSet) set.clone();
        }
    }
}
