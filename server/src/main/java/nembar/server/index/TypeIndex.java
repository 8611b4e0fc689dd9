package nembar.server.index;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Evaluator;
import nembar.core.condition.Expression;
import nembar.core.recordset.GovernedRecord;
import org.roaringbitmap.FastAggregation;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;

/**
 * The records of one type as they were at one moment: numbered, with those that each value of a
 * placing field has, and the number of what each belongs to.
 */
final class TypeIndex {
    private static final int CONDITIONS_KEPT = 200;
    private static final int NONE = -1;

    private final RecordType type;
    private final KeyTable keys;
    private final RoaringBitmap all;
    private final Map<String, Map<String, RoaringBitmap>> byValue;

    /**
     * By number: the number of the record above, in the index of its type; less than 0 for none.
     */
    private final int[] parents;

    /** Whether some belong to what was not there. */
    private final boolean strays;

    /** The records on which conditions were true, as far as they have been asked for lately. */
    private final Map<Expression, RoaringBitmap> conditions =
            new LinkedHashMap<>(16, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Expression, RoaringBitmap> eldest) {
                    return size() > CONDITIONS_KEPT;
                }
            };

    private TypeIndex(
            RecordType type,
            KeyTable keys,
            RoaringBitmap all,
            Map<String, Map<String, RoaringBitmap>> byValue,
            int[] parents,
            boolean strays) {
        this.type = type;
        this.keys = keys;
        this.all = all;
        this.byValue = byValue;
        this.parents = parents;
        this.strays = strays;
    }

    /** Takes the records of a type as they come. */
    static final class Builder {
        private final RecordType type;
        private final KeyTable.Builder keys = new KeyTable.Builder();
        private final Map<String, Map<String, RoaringBitmap>> byValue = new HashMap<>();
        private String[] above = new String[64];

        Builder(RecordType type) {
            this.type = type;
            type.places().fields().forEach(field -> byValue.put(field, new HashMap<>()));
        }

        /**
         * @throws NotIndexed where the record has no key
         */
        void add(GovernedRecord record) {
            int number = keys.add(record.key(type.keyField()).orElseThrow(NotIndexed::new));
            byValue.forEach(
                    (field, values) ->
                            record.keys(field)
                                    .forEach(
                                            value ->
                                                    values.computeIfAbsent(
                                                                    value,
                                                                    any -> new RoaringBitmap())
                                                            .add(number)));
            if (type.parent().isPresent()) {
                if (number >= above.length) {
                    above = Arrays.copyOf(above, above.length * 2);
                }
                above[number] = record.key(type.parent().get().through()).orElse(null);
            }
        }

        /** The numbers of the keys, for those that belong to them. */
        KeyTable keys() {
            return keys.build();
        }

        /**
         * @param own the keys that came
         * @param ofParent those of the type that it belongs to
         */
        TypeIndex build(KeyTable own, Optional<KeyTable> ofParent) {
            int[] parents = new int[ofParent.isPresent() ? own.size() : 0];
            boolean strays = false;
            for (int i = 0; i < parents.length; i++) {
                parents[i] = above[i] == null ? NONE : ofParent.get().number(above[i]);
                strays |= above[i] != null && parents[i] == NONE;
            }
            byValue.values().forEach(values -> values.values().forEach(RoaringBitmap::runOptimize));
            return new TypeIndex(
                    type,
                    own,
                    RoaringBitmap.bitmapOfRange(0, own.size()),
                    byValue,
                    parents,
                    strays);
        }
    }

    /**
     * The index once some of its records have changed. Each keeps its number; what one was before
     * is not known, and taken out of wherever it stands.
     *
     * @param keys these, with those of records that came
     * @param changed keys of all that came, became others, or went
     * @param now those of them that are there, with all that conditions may look at
     * @param ofParent the keys of the type that it belongs to, with those that came
     */
    TypeIndex with(
            KeyTable keys,
            Set<String> changed,
            List<GovernedRecord> now,
            Optional<KeyTable> ofParent) {
        RoaringBitmap touched = new RoaringBitmap();
        changed.stream().mapToInt(keys::number).filter(one -> one >= 0).forEach(touched::add);
        Map<String, Map<String, RoaringBitmap>> values = new HashMap<>();
        byValue.forEach((field, ofField) -> values.put(field, without(ofField, touched)));
        values.forEach((field, ofField) -> add(ofField, field, now, keys));
        RoaringBitmap there = RoaringBitmap.andNot(all, touched);
        int[] above = parents;
        if (ofParent.isPresent()) {
            above = Arrays.copyOf(parents, keys.size());
            Arrays.fill(above, parents.length, above.length, NONE);
        }
        boolean stray = strays;
        for (GovernedRecord record : now) {
            int number = number(record, keys);
            there.add(number);
            if (ofParent.isPresent()) {
                Optional<String> parent = record.key(type.parent().get().through());
                above[number] = parent.map(ofParent.get()::number).orElse(NONE);
                stray |= parent.isPresent() && above[number] == NONE;
            }
        }
        TypeIndex next = new TypeIndex(type, keys, there, values, above, stray);
        conditions()
                .forEach(
                        (condition, before) -> {
                            RoaringBitmap met = RoaringBitmap.andNot(before, touched);
                            now.stream()
                                    .filter(one -> Evaluator.holds(condition, one.values()::get))
                                    .forEach(one -> met.add(number(one, keys)));
                            next.keep(condition, met);
                        });
        return next;
    }

    private static Map<String, RoaringBitmap> without(
            Map<String, RoaringBitmap> values, RoaringBitmap touched) {
        Map<String, RoaringBitmap> without = new HashMap<>(values);
        without.replaceAll(
                (value, some) ->
                        RoaringBitmap.intersects(some, touched)
                                ? RoaringBitmap.andNot(some, touched)
                                : some);
        return without;
    }

    /** Adds records to those that have each value; a set that others read stays as it is. */
    private void add(
            Map<String, RoaringBitmap> values,
            String field,
            List<GovernedRecord> records,
            KeyTable keys) {
        Map<String, RoaringBitmap> added = new HashMap<>();
        for (GovernedRecord record : records) {
            int number = number(record, keys);
            record.keys(field)
                    .forEach(
                            value ->
                                    added.computeIfAbsent(value, any -> new RoaringBitmap())
                                            .add(number));
        }
        added.forEach(
                (value, some) ->
                        values.merge(value, some, (one, other) -> RoaringBitmap.or(one, other)));
    }

    private int number(GovernedRecord record, KeyTable keys) {
        return keys.number(record.key(type.keyField()).orElseThrow(NotIndexed::new));
    }

    KeyTable keys() {
        return keys;
    }

    /** Whether some records belong to what was not there: were it to come, they would be below. */
    boolean strays() {
        return strays;
    }

    /** The fields that have to be read. */
    static Set<String> read(RecordType type) {
        Set<String> read = type.places().fields();
        read.add(type.keyField());
        type.parent().map(Parent::through).ifPresent(read::add);
        return read;
    }

    RecordType type() {
        return type;
    }

    RoaringBitmap all() {
        return all;
    }

    /** The records of which a field has one of these values; empty where that is not kept. */
    Optional<RoaringBitmap> among(String field, Set<String> wanted) {
        if (field.equals(type.keyField())) {
            return Optional.of(of(wanted));
        }
        Map<String, RoaringBitmap> values = byValue.get(field);
        if (values == null) {
            return Optional.empty();
        }
        List<RoaringBitmap> some =
                wanted.stream().map(values::get).filter(one -> one != null).toList();
        return Optional.of(some.size() == 1 ? some.get(0) : FastAggregation.or(some.iterator()));
    }

    /** The records of these keys, as far as they were there. */
    RoaringBitmap of(Iterable<String> wanted) {
        RoaringBitmap some = new RoaringBitmap();
        for (String key : wanted) {
            int number = keys.number(key);
            if (number >= 0 && all.contains(number)) {
                some.add(number);
            }
        }
        return some;
    }

    /** The records that belong to some. */
    RoaringBitmap below(RoaringBitmap some) {
        BitSet above = bits(some);
        RoaringBitmap below = new RoaringBitmap();
        for (int i = 0; i < parents.length; i++) {
            if (parents[i] >= 0 && above.get(parents[i])) {
                below.add(i);
            }
        }
        return below;
    }

    /** What some records of this type belong to, as numbers in the index of that type. */
    RoaringBitmap above(RoaringBitmap some) {
        BitSet above = new BitSet();
        some.forEach(
                (IntConsumer)
                        number -> {
                            if (parents[number] >= 0) {
                                above.set(parents[number]);
                            }
                        });
        RoaringBitmap all = new RoaringBitmap();
        above.stream().forEach(all::add);
        return all;
    }

    private static BitSet bits(RoaringBitmap some) {
        BitSet bits = new BitSet();
        some.forEach((IntConsumer) bits::set);
        return bits;
    }

    private synchronized Map<Expression, RoaringBitmap> conditions() {
        return new LinkedHashMap<>(conditions);
    }

    synchronized Optional<RoaringBitmap> condition(Expression condition) {
        return Optional.ofNullable(conditions.get(condition));
    }

    synchronized void keep(Expression condition, RoaringBitmap records) {
        conditions.put(condition, records);
    }

    /** What it takes in memory, in bytes. */
    synchronized long bytes() {
        long bytes = keys.bytes() + 4L * parents.length;
        for (Map<String, RoaringBitmap> values : byValue.values()) {
            for (Map.Entry<String, RoaringBitmap> one : values.entrySet()) {
                bytes += one.getValue().getLongSizeInBytes() + 2L * one.getKey().length() + 100;
            }
        }
        for (RoaringBitmap one : conditions.values()) {
            bytes += one.getLongSizeInBytes();
        }
        return bytes;
    }
}
