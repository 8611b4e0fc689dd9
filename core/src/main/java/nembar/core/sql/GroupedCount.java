package nembar.core.sql;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordKey;
import nembar.core.catalogue.RecordType;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;

/**
 * Counts very many sets of records of one type by one scan that does not grow with them: the table
 * is grouped by all that the sets look at, and the sets are counted over the groups. What a record
 * or a parent of it has in a field is a column; a condition, a record's own key and what a child
 * opens is a flag.
 */
public final class GroupedCount {
    private static final int FLAGS_AT_MOST = 40;
    private static final int VALUES_AT_MOST = 24;
    private static final String ROOT = "t";

    private final RecordType type;
    private final Lookups lookups;
    private final List<RecordSet> sets = new ArrayList<>();
    private final List<RecordSet> rest = new ArrayList<>();

    /** By where a parent is reached from, and through which field: its alias in the query. */
    private final Map<List<String>, Joined> joins = new LinkedHashMap<>();

    /** By alias and field, where values are wanted; the number of the column. */
    private final Map<List<String>, Integer> values = new LinkedHashMap<>();

    /** By the number of their columns: the fields whose values are wanted. */
    private final Map<Integer, Field> valueFields = new HashMap<>();

    /** By alias and set, where only whether a row is in it is wanted; the number of the column. */
    private final Map<List<Object>, Integer> flags = new LinkedHashMap<>();

    /** By alias: what is looked at from its rows in other tables, besides the parents joined. */
    private final Map<String, TableScan> scans = new LinkedHashMap<>();

    private final List<SqlText> columns = new ArrayList<>();
    private final BitSet flagColumns = new BitSet();

    /** A parent that is joined. */
    private record Joined(String alias, RecordType parent, String through, RecordType child) {}

    private GroupedCount(RecordType type, Lookups lookups) {
        this.type = lookups.lost().read(type);
        this.lookups = lookups;
    }

    /** Plans to count these sets, as far as one query can have what they look at. */
    public static GroupedCount of(RecordType type, Collection<RecordSet> sets, Lookups lookups) {
        GroupedCount plan = new GroupedCount(type, lookups);
        for (RecordSet set : new LinkedHashSet<>(sets)) {
            Needs needs = plan.new Needs();
            set.fold(needs.at(ROOT, plan.type));
            if (needs.fit()) {
                needs.take();
                plan.sets.add(set);
            } else {
                plan.rest.add(set);
            }
        }
        return plan;
    }

    /** The sets that it counts. */
    public List<RecordSet> sets() {
        return sets;
    }

    /** The sets that look at more than one query can have. */
    public List<RecordSet> rest() {
        return rest;
    }

    /**
     * Which columns are flags; the others are values as text. Column 0 is the number of records.
     */
    public boolean flag(int column) {
        return flagColumns.get(column);
    }

    public int columns() {
        return columns.size();
    }

    /** Number of records, then the columns, group by group. */
    public SqlText text() {
        SqlText.Builder sql = new SqlText.Builder().add("SELECT count(*)");
        columns.forEach(column -> sql.add(", ").add(column));
        sql.add(" FROM " + SqlText.table(type.table()) + " " + ROOT);
        for (Map.Entry<List<String>, Joined> one : joins.entrySet()) {
            Joined joined = one.getValue();
            RecordType parent = joined.parent();
            sql.add(" LEFT JOIN " + SqlText.table(parent.table()) + " " + joined.alias() + " ON ");
            SqlField through = field(joined.child(), one.getKey().get(0), joined.through());
            sql.add(field(parent, joined.alias(), parent.keyField()).same(through));
        }
        scans.values().forEach(scan -> sql.add(scan.joined()));
        for (int i = 0; i < columns.size(); i++) {
            sql.add(i == 0 ? " GROUP BY " : ", ").add(String.valueOf(i + 2));
        }
        return sql.build();
    }

    /** The sets counted over the groups that the query gave. */
    public Groups groups() {
        return new Groups(this);
    }

    int value(String alias, String field) {
        return values.get(List.of(alias, field));
    }

    int flag(String alias, RecordSet set) {
        return flags.get(List.of(alias, set));
    }

    /** Whether the record has this parent at all. */
    int exists(String alias) {
        return flags.get(List.of(alias, RecordSet.EVERYTHING));
    }

    String joined(String alias, String through) {
        return joins.get(List.of(alias, through)).alias();
    }

    /** What one set looks at and nothing before it did. */
    private final class Needs {
        private final Map<List<String>, Joined> newJoins = new LinkedHashMap<>();
        private final Map<List<String>, RecordType> newValues = new LinkedHashMap<>();
        private final Map<List<Object>, Supplier<SqlText>> newFlags = new LinkedHashMap<>();

        boolean fit() {
            return values.size() + newValues.size() <= VALUES_AT_MOST
                    && flags.size() + newFlags.size() <= FLAGS_AT_MOST;
        }

        void take() {
            joins.putAll(newJoins);
            newValues.forEach(
                    (key, of) -> {
                        String value = scan(key.get(0), of).stored(key.get(1));
                        columns.add(new SqlText(value, List.of()));
                        values.put(key, columns.size());
                        valueFields.put(columns.size(), of.knownField(key.get(1)));
                    });
            newFlags.forEach(
                    (key, column) -> {
                        columns.add(column.get());
                        flags.put(key, columns.size());
                        flagColumns.set(columns.size());
                    });
        }

        At at(String alias, RecordType of) {
            return new At(alias, of);
        }

        /** Looks at a row of a type under an alias. */
        private final class At implements RecordSet.Cases<Void> {
            private final String alias;
            private final RecordType of;

            At(String alias, RecordType of) {
                this.alias = alias;
                this.of = of;
            }

            @Override
            public Void everything() {
                return null;
            }

            @Override
            public Void nothing() {
                return null;
            }

            @Override
            public Void among(RecordSet.Among set) {
                if (own(of, set)) {
                    return flag(set);
                }
                List<String> key = List.of(alias, set.field());
                if (!values.containsKey(key)) {
                    newValues.put(key, of);
                }
                return null;
            }

            @Override
            public Void allOf(RecordSet.AllOf set) {
                set.sets().forEach(one -> one.fold(this));
                return null;
            }

            @Override
            public Void anyOf(RecordSet.AnyOf set) {
                set.sets().forEach(one -> one.fold(this));
                return null;
            }

            @Override
            public Void less(RecordSet.Less set) {
                set.of().fold(this);
                set.without().fold(this);
                return null;
            }

            @Override
            public Void where(RecordSet.Where set) {
                return flag(set);
            }

            @Override
            public Void childIn(RecordSet.ChildIn set) {
                return flag(set);
            }

            @Override
            public Void parentIn(RecordSet.ParentIn set) {
                RecordType parent = lookups.lost().read(set.parent());
                List<String> key = List.of(alias, set.through());
                Joined joined = joins.getOrDefault(key, newJoins.get(key));
                if (joined == null) {
                    String name = "p" + (joins.size() + newJoins.size() + 1);
                    joined = new Joined(name, parent, set.through(), of);
                    newJoins.put(key, joined);
                    String exists = field(parent, name, parent.keyField()).present();
                    newFlags.put(
                            List.of(name, RecordSet.EVERYTHING),
                            () -> new SqlText(exists, List.of()));
                }
                set.parents().fold(at(joined.alias(), parent));
                return null;
            }

            /** Of a parent that is not there nothing is so, not even that a field is empty. */
            private String there() {
                return alias.equals(ROOT)
                        ? ""
                        : field(of, alias, of.keyField()).present() + " AND ";
            }

            private Void flag(RecordSet set) {
                List<Object> key = List.of(alias, set);
                if (!flags.containsKey(key)) {
                    newFlags.put(
                            key,
                            () ->
                                    new SqlText.Builder()
                                            .add("COALESCE(" + there())
                                            .add(scan(alias, of).where(set))
                                            .add(", FALSE)")
                                            .build());
                }
                return null;
            }
        }
    }

    private TableScan scan(String alias, RecordType of) {
        return scans.computeIfAbsent(alias, any -> new TableScan(of, alias, lookups));
    }

    private static SqlField field(RecordType of, String alias, String key) {
        return new SqlField(of.knownField(key), alias);
    }

    /** Whether it is about the records' own keys: to group by them would be to read them all. */
    static boolean own(RecordType type, RecordSet.Among set) {
        return set.field().equals(type.keyField());
    }

    RecordType type() {
        return type;
    }

    static String root() {
        return ROOT;
    }

    Set<Integer> valueColumns() {
        return new LinkedHashSet<>(values.values());
    }

    /** What the value of a column leads to, as Nembar knows it. */
    Collection<String> keys(int column, String value) {
        Field field = valueFields.get(column);
        if (field.link().isEmpty() && field.lookup().isEmpty()) {
            return List.of(value);
        }
        List<String> stored = field.link().isEmpty() ? List.of(value) : RecordKey.parts(value);
        Set<String> keys = new HashSet<>();
        stored.forEach(one -> lookups.key(field, one).ifPresent(keys::add));
        return keys;
    }
}
