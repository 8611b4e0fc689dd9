package nembar.core.sql;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.function.Supplier;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.RecordKey;
import nembar.core.catalogue.RecordType;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;

/**
 * One scan of a record type's table, with sets of records as predicates on its rows. Unknown counts
 * as false, since nothing in a predicate is negated; that is how it agrees with {@link
 * RecordSet#contains}.
 *
 * <p>Rows of other tables that a set looks at, parents, children or links, are a table of keys that
 * is joined once for each such set: a subselect inside an OR or a FILTER is looked through again
 * for each row as soon as it is too large for the database's memory. So is a look-up where a whole
 * value is wanted; where it is to be one of some keys, what leads to these is looked for instead,
 * and whether a number leads anywhere at all is told by a bitmap.
 */
public final class TableScan {
    private static final String LINK = "l";

    /** How often the bitmap of a look-up is sent in one query. */
    private static final int BITMAPS_AT_MOST = 8;

    private final RecordType type;
    private final String alias;
    private final Lookups lookups;
    private final int depth;

    /** By the set or the field that takes a join: the alias of it. */
    private final Map<Object, String> names = new LinkedHashMap<>();

    /** By field: whether its value leads somewhere, by a bitmap; empty where that takes a join. */
    private final Map<Field, Optional<SqlText>> bitmaps = new HashMap<>();

    private final Map<Field, Integer> bitmapsSent = new HashMap<>();

    private final SqlText.Builder joins = new SqlText.Builder();

    private TableScan(RecordType type, String alias, Lookups lookups, int depth) {
        this.type = lookups.lost().read(type);
        this.alias = alias;
        this.lookups = lookups;
        this.depth = depth;
    }

    /** A scan of the type's table under an alias. */
    public TableScan(RecordType type, String alias, Lookups lookups) {
        this(type, alias, lookups, 1);
    }

    /** Whether a row is in the set; what it takes is joined. */
    public SqlText where(RecordSet set) {
        return set.fold(new Predicate());
    }

    /** The table with what is joined to it: to be asked for when all predicates are known. */
    public SqlText from() {
        return new SqlText.Builder()
                .add(" FROM " + SqlText.table(type.table()) + " " + alias)
                .add(joined())
                .build();
    }

    /** What is joined to the table: to be asked for when all predicates are known. */
    public SqlText joined() {
        return joins.build();
    }

    RecordType type() {
        return type;
    }

    /**
     * The value of a field of the table's rows, as Nembar knows it: a key is a text, several are an
     * array of texts. What it takes is joined.
     */
    public String value(String key) {
        Field field = type.knownField(key);
        if (field.link().isPresent()) {
            return linked(field, As.KNOWN) + ".value";
        }
        return field.lookup().isPresent() ? lookedUp(field) + ".key" : field(key).value();
    }

    /** The value as the application has it; several are one text, the parts of a RecordKey. */
    String stored(String key) {
        Field field = type.knownField(key);
        return field.link().isPresent() ? linked(field, As.STORED) + ".value" : field(key).value();
    }

    /** What is read of a field: its columns as the application has them; several as one array. */
    List<String> read(String key) {
        Field field = type.knownField(key);
        if (field.link().isEmpty()) {
            return field(key).read();
        }
        Link link = field.link().get();
        String value = new SqlField(field, LINK).text();
        return List.of(
                "(SELECT array_agg(DISTINCT "
                        + value
                        + ") FILTER (WHERE "
                        + value
                        + " IS NOT NULL) FROM "
                        + SqlText.table(link.table())
                        + " "
                        + LINK
                        + " WHERE "
                        + ofRecord(link).same(field(type.keyField()))
                        + ")");
    }

    /** The columns of a field of the table's rows. */
    SqlField field(String key) {
        return new SqlField(type.knownField(key), alias);
    }

    /** Whether a field has one of these keys, as Nembar knows them. */
    SqlText among(String key, SortedSet<String> keys) {
        Field field = type.knownField(key);
        SortedSet<String> stored = lookups.stored(field, keys);
        if (field.link().isEmpty()) {
            return field(key).among(stored);
        }
        Link link = field.link().get();
        return present(
                List.of(key, keys),
                ofRecord(link),
                type.keyField(),
                true,
                () ->
                        new SqlText.Builder()
                                .add(" FROM " + SqlText.table(link.table()) + " " + LINK)
                                .add(" WHERE ")
                                .add(new SqlField(field, LINK).among(stored))
                                .build());
    }

    /**
     * Whether a field with a look-up has one of these keys; unknown where its value leads nowhere.
     * Empty where that takes a join.
     */
    Optional<SqlText> amongKnown(String key, SortedSet<String> keys) {
        return leadsSomewhere(key)
                .map(
                        known ->
                                new SqlText.Builder()
                                        .add("(CASE WHEN ")
                                        .add(among(key, keys))
                                        .add(" THEN TRUE WHEN ")
                                        .add(known)
                                        .add(" THEN FALSE END)")
                                        .build());
    }

    /**
     * Whether the value of a field leads somewhere: false or unknown where it does not. Empty where
     * that takes a join, as it does where it is asked for too often: a join is made once.
     */
    Optional<SqlText> leadsSomewhere(String key) {
        Field field = type.knownField(key);
        if (field.link().isPresent()
                || field.lookup().isEmpty()
                || bitmapsSent.merge(field, 1, Integer::sum) > BITMAPS_AT_MOST) {
            return Optional.empty();
        }
        return bitmaps.computeIfAbsent(field, this::bitmap);
    }

    private Optional<SqlText> bitmap(Field field) {
        return KnownNumbers.of(field, lookups.of(field.lookup().orElseThrow()).keys().keySet())
                .map(known -> known.among(field(field.key()).compared().get(0)));
    }

    /** The columns of a link table that hold the record's key. */
    private static SqlField ofRecord(Link link) {
        return new SqlField(
                new Field(
                        "record",
                        "Record",
                        link.ofRecord(),
                        FieldType.REFERENCE,
                        false,
                        Set.of(),
                        Optional.empty(),
                        List.of()),
                LINK);
    }

    /** The alias of a field's look-up, which is joined. */
    private String lookedUp(Field field) {
        String name = names.get(field);
        if (name == null) {
            name = newName(field);
            joins.add(" LEFT JOIN ").add(keysByValue(field(field.key()), name, lookups));
        }
        return name;
    }

    /** A look-up as a table of values and keys, to be joined to a field that has such values. */
    static SqlText keysByValue(SqlField field, String name, Lookups lookups) {
        List<Map.Entry<String, String>> pairs =
                lookups.of(field.field().lookup().orElseThrow()).keys().entrySet().stream()
                        .filter(pair -> field.fits(pair.getKey()))
                        .toList();
        return new SqlText.Builder()
                .add("unnest(")
                .add(field.array(pairs.stream().map(Map.Entry::getKey).toList()))
                .add(", ")
                .parameter(pairs.stream().map(Map.Entry::getValue).toArray(String[]::new))
                .add("::text[]) AS " + name + "(value, key) ON " + name + ".value = ")
                .add(field.compared().get(0))
                .build();
    }

    /** How several values of a field are wanted. */
    private enum As {
        /** An array of what Nembar knows them as. */
        KNOWN,
        /** One text, of what the application has: the parts of a {@link RecordKey}. */
        STORED
    }

    /** The alias of all values of a field that has several, which are joined. */
    private String linked(Field field, As as) {
        List<Object> id = List.of(field, as);
        String name = names.get(id);
        if (name == null) {
            name = newName(id);
            Link link = field.link().orElseThrow();
            SqlField values = new SqlField(field, LINK);
            boolean known = as == As.KNOWN && field.lookup().isPresent();
            String value = known ? "known.key" : values.text();
            String all =
                    as == As.KNOWN
                            ? "array_agg(DISTINCT " + value + ")"
                            : "string_agg(DISTINCT " + SqlField.part(value) + ", ',')";
            SqlText.Builder rows =
                    new SqlText.Builder()
                            .add(", " + all + " AS value FROM " + SqlText.table(link.table()))
                            .add(" " + LINK);
            if (known) {
                rows.add(" JOIN ").add(keysByValue(values, "known", lookups));
            }
            List<String> record = ofRecord(link).joining(field(type.keyField()));
            rows.add(" WHERE " + value + " IS NOT NULL GROUP BY " + String.join(", ", record));
            join(name, ofRecord(link), type.keyField(), false, rows.build());
        }
        return name;
    }

    /** Whether rows of another table have the key that a field has; they are joined. */
    private SqlText present(
            Object id, SqlField theirs, String ours, boolean several, Supplier<SqlText> rows) {
        String name = names.get(id);
        if (name == null) {
            name = newName(id);
            join(name, theirs, ours, several, rows.get());
        }
        return new SqlText(name + ".key IS NOT NULL", List.of());
    }

    /**
     * Joins keys that rows of another table have to those of a field.
     *
     * @param several whether several of them may have the same key
     * @param rows what stands behind their keys: what else is selected, and from where
     */
    private void join(String name, SqlField theirs, String ours, boolean several, SqlText rows) {
        List<String> keys = theirs.joining(field(ours));
        List<String> own = field(ours).joining(theirs);
        joins.add(" LEFT JOIN (SELECT " + (several ? "DISTINCT " : ""));
        for (int i = 0; i < keys.size(); i++) {
            joins.add((i == 0 ? "" : ", ") + keys.get(i) + " AS " + key(i));
        }
        joins.add(rows).add(") " + name + " ON ");
        for (int i = 0; i < own.size(); i++) {
            joins.add((i == 0 ? "" : " AND ") + name + "." + key(i) + " = " + own.get(i));
        }
    }

    private String newName(Object id) {
        String name = alias + "_" + (names.size() + 1);
        names.put(id, name);
        return name;
    }

    private static String key(int column) {
        return column == 0 ? "key" : "key" + column;
    }

    private final class Predicate implements RecordSet.Cases<SqlText> {
        @Override
        public SqlText everything() {
            return new SqlText("TRUE", List.of());
        }

        @Override
        public SqlText nothing() {
            return new SqlText("FALSE", List.of());
        }

        @Override
        public SqlText among(RecordSet.Among set) {
            return TableScan.this.among(set.field(), set.keys());
        }

        @Override
        public SqlText allOf(RecordSet.AllOf set) {
            return joined(set.sets(), " AND ");
        }

        @Override
        public SqlText anyOf(RecordSet.AnyOf set) {
            return joined(set.sets(), " OR ");
        }

        @Override
        public SqlText parentIn(RecordSet.ParentIn set) {
            RecordType parent = set.parent();
            return among(set, parent, set.parents(), set.through(), parent.keyField(), false);
        }

        @Override
        public SqlText childIn(RecordSet.ChildIn set) {
            return among(set, set.child(), set.children(), type.keyField(), set.through(), true);
        }

        /**
         * Whether a row belongs to one of another type that is in a set.
         *
         * @param several whether several of theirs may belong to one of ours
         */
        private SqlText among(
                RecordSet set,
                RecordType other,
                RecordSet rows,
                String ours,
                String theirs,
                boolean several) {
            TableScan inner = new TableScan(other, "r" + depth, lookups, depth + 1);
            return present(
                    set,
                    inner.field(theirs),
                    ours,
                    several,
                    () -> {
                        SqlText where = inner.where(rows);
                        return new SqlText.Builder()
                                .add(inner.from())
                                .add(" WHERE ")
                                .add(where)
                                .build();
                    });
        }

        @Override
        public SqlText where(RecordSet.Where set) {
            return new SqlCondition(TableScan.this).of(set.condition());
        }

        @Override
        public SqlText less(RecordSet.Less set) {
            return new SqlText.Builder()
                    .add("(")
                    .add(set.of().fold(this))
                    .add(" AND (")
                    .add(set.without().fold(this))
                    .add(") IS NOT TRUE)")
                    .build();
        }

        private SqlText joined(List<RecordSet> sets, String between) {
            SqlText.Builder sql = new SqlText.Builder().add("(");
            for (int i = 0; i < sets.size(); i++) {
                sql.add(i == 0 ? "" : between).add(sets.get(i).fold(this));
            }
            return sql.add(")").build();
        }
    }
}
