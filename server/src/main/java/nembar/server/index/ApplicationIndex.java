package nembar.server.index;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.catalogue.LostFields;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import org.roaringbitmap.RoaringBitmap;

/** The records of an application as they were at one moment. */
final class ApplicationIndex {
    /** Where more than one key in so many came since all was read, and some besides, all is. */
    private static final int GROWN_BY = 8;

    private static final int SOME = 1_000;

    private final Map<String, TypeIndex> types;
    private final LostFields lost;
    private final Instant readAt;

    private ApplicationIndex(Map<String, TypeIndex> types, LostFields lost, Instant readAt) {
        this.types = types;
        this.lost = lost;
        this.readAt = readAt;
    }

    /** Takes the records of all types of a model as they come. */
    static final class Builder {
        private final AccessModel model;
        private final Map<String, TypeIndex.Builder> types = new HashMap<>();

        Builder(AccessModel model) {
            this.model = model;
            model.catalogue()
                    .recordTypes()
                    .forEach(type -> types.put(type.key(), new TypeIndex.Builder(type)));
        }

        /**
         * @throws NotIndexed where the record has no key
         */
        void add(GovernedRecord record) {
            types.get(record.recordType()).add(record);
        }

        /**
         * @param readAt the instant that the records are of
         */
        ApplicationIndex build(Instant readAt) {
            Map<String, KeyTable> keys = new HashMap<>();
            types.forEach((key, builder) -> keys.put(key, builder.keys()));
            Map<String, TypeIndex> built = new HashMap<>();
            for (RecordType type : model.catalogue().recordTypes()) {
                Optional<KeyTable> above =
                        model.catalogue().parentOf(type).map(parent -> keys.get(parent.key()));
                built.put(type.key(), types.get(type.key()).build(keys.get(type.key()), above));
            }
            return new ApplicationIndex(built, model.lost(), readAt);
        }
    }

    /**
     * The index once some records have changed; empty where that is to be read anew.
     *
     * @param changed keys of those that came, became others, or went, by type
     * @param now those of them that are there, with all that conditions may look at
     * @param at the instant that these are of
     */
    Optional<ApplicationIndex> with(
            Map<String, Set<String>> changed, List<GovernedRecord> now, Instant at) {
        Map<String, List<GovernedRecord>> there =
                now.stream().collect(Collectors.groupingBy(GovernedRecord::recordType));
        Map<String, KeyTable> keys = new HashMap<>();
        types.forEach(
                (key, index) -> {
                    List<String> came =
                            there.getOrDefault(key, List.of()).stream()
                                    .flatMap(one -> one.key(index.type().keyField()).stream())
                                    .toList();
                    keys.put(key, index.keys().with(came));
                });
        Map<String, TypeIndex> next = new HashMap<>();
        for (TypeIndex index : types.values()) {
            String key = index.type().key();
            Optional<String> above =
                    index.type().parent().map(Parent::recordType).filter(keys::containsKey);
            boolean more =
                    above.isPresent() && keys.get(above.get()) != types.get(above.get()).keys();
            if (index.strays() && more
                    || keys.get(key).since() > index.all().getLongCardinality() / GROWN_BY + SOME) {
                return Optional.empty();
            }
            next.put(
                    key,
                    changed.containsKey(key)
                            ? index.with(
                                    keys.get(key),
                                    changed.get(key),
                                    there.getOrDefault(key, List.of()),
                                    above.map(keys::get))
                            : index);
        }
        return Optional.of(new ApplicationIndex(next, lost, at));
    }

    /** Asks the database for what no index has. */
    interface Source {
        /** Keys of the records of which a condition is true. */
        List<String> keys(RecordType type, RecordSet.Where condition);
    }

    Instant readAt() {
        return readAt;
    }

    long records() {
        return types.values().stream().mapToLong(one -> one.all().getLongCardinality()).sum();
    }

    long bytes() {
        return types.values().stream().mapToLong(TypeIndex::bytes).sum();
    }

    /** Whether it was read by the record types that a model has, as they are. */
    boolean serves(AccessModel model) {
        List<RecordType> now = model.catalogue().recordTypes();
        return lost.equals(model.lost())
                && now.size() == types.size()
                && now.stream()
                        .allMatch(
                                one ->
                                        types.containsKey(one.key())
                                                && types.get(one.key()).type().equals(one));
    }

    /**
     * How many records are in each set, and of the type at all under {@code RecordSet.EVERYTHING}.
     *
     * @throws NotIndexed where one of them looks at what is not kept
     */
    Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets, Source source) {
        TypeIndex index = known(type);
        Counting counting = new Counting(index, source, new HashMap<>());
        Map<RecordSet, Long> counts = new HashMap<>();
        sets.forEach(set -> counts.put(set, counting.of(set).getLongCardinality()));
        counts.put(RecordSet.EVERYTHING, index.all().getLongCardinality());
        return counts;
    }

    private TypeIndex known(RecordType type) {
        return Optional.ofNullable(types.get(type.key())).orElseThrow(NotIndexed::new);
    }

    /** What is in sets of one type; what has been worked out for one of them serves the others. */
    private final class Counting implements RecordSet.Cases<RoaringBitmap> {
        private final TypeIndex index;
        private final Source source;
        private final Map<String, Map<RecordSet, RoaringBitmap>> known;

        Counting(TypeIndex index, Source source, Map<String, Map<RecordSet, RoaringBitmap>> known) {
            this.index = index;
            this.source = source;
            this.known = known;
        }

        RoaringBitmap of(RecordSet set) {
            Map<RecordSet, RoaringBitmap> ofType =
                    known.computeIfAbsent(index.type().key(), any -> new HashMap<>());
            RoaringBitmap found = ofType.get(set);
            if (found == null) {
                found = set.fold(this);
                ofType.put(set, found);
            }
            return found;
        }

        private Counting on(TypeIndex other) {
            return new Counting(other, source, known);
        }

        @Override
        public RoaringBitmap everything() {
            return index.all();
        }

        @Override
        public RoaringBitmap nothing() {
            return new RoaringBitmap();
        }

        @Override
        public RoaringBitmap among(RecordSet.Among set) {
            return index.among(set.field(), set.keys()).orElseThrow(NotIndexed::new);
        }

        @Override
        public RoaringBitmap allOf(RecordSet.AllOf set) {
            RoaringBitmap all = index.all();
            for (RecordSet one : set.sets()) {
                all = RoaringBitmap.and(all, of(one));
            }
            return all;
        }

        @Override
        public RoaringBitmap anyOf(RecordSet.AnyOf set) {
            RoaringBitmap any = new RoaringBitmap();
            set.sets().forEach(one -> any.or(of(one)));
            return any;
        }

        @Override
        public RoaringBitmap parentIn(RecordSet.ParentIn set) {
            requireLink(index.type(), set.through());
            return RoaringBitmap.and(
                    index.below(on(known(set.parent())).of(set.parents())), index.all());
        }

        @Override
        public RoaringBitmap childIn(RecordSet.ChildIn set) {
            TypeIndex child = known(set.child());
            requireLink(child.type(), set.through());
            return RoaringBitmap.and(child.above(on(child).of(set.children())), index.all());
        }

        @Override
        public RoaringBitmap where(RecordSet.Where set) {
            return index.condition(set.condition())
                    .orElseGet(
                            () -> {
                                RoaringBitmap true_ = index.of(source.keys(index.type(), set));
                                index.keep(set.condition(), true_);
                                return true_;
                            });
        }

        @Override
        public RoaringBitmap less(RecordSet.Less set) {
            return RoaringBitmap.andNot(of(set.of()), of(set.without()));
        }

        private static void requireLink(RecordType type, String through) {
            if (type.parent().map(Parent::through).filter(through::equals).isEmpty()) {
                throw new NotIndexed();
            }
        }
    }
}
