package nembar.core.sql;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/**
 * One scan of a record type's table, with sets of records as predicates on its rows. Unknown counts
 * as false, since nothing in a predicate is negated; that is how it agrees with {@link
 * RecordSet#contains}.
 *
 * <p>Rows of other tables that a set looks at, parents or children, are a table of keys that is
 * joined once for each such set: a subselect inside an OR or a FILTER is looked through again for
 * each row as soon as it is too large for the database's memory.
 */
public final class TableScan {
    private final RecordType type;
    private final String alias;
    private final int depth;

    /** By the set that looks at other rows: the alias of their keys. */
    private final Map<RecordSet, String> names = new LinkedHashMap<>();

    private final SqlText.Builder joins = new SqlText.Builder();

    private TableScan(RecordType type, String alias, int depth) {
        this.type = type;
        this.alias = alias;
        this.depth = depth;
    }

    /** A scan of the type's table under an alias. */
    public TableScan(RecordType type, String alias) {
        this(type, alias, 1);
    }

    /** Whether a row is in the set; what it takes is joined. */
    public SqlText where(RecordSet set) {
        return set.fold(new Predicate());
    }

    /** The table with what is joined to it: to be asked for when all predicates are known. */
    public SqlText from() {
        return new SqlText.Builder()
                .add(" FROM " + SqlText.table(type.table()) + " " + alias)
                .add(joins())
                .build();
    }

    /** What is joined to the table. */
    SqlText joins() {
        return joins.build();
    }

    /** The value of a field of the table's rows; a key is a text. */
    public String value(String field) {
        return field(field).value();
    }

    /** A field of the table's rows. */
    SqlField field(String key) {
        return new SqlField(type.knownField(key), alias);
    }

    private SqlText joined(RecordSet set, RecordType other, RecordSet rows, Keys keys) {
        String name = names.get(set);
        if (name == null) {
            name = alias + "_" + (names.size() + 1);
            names.put(set, name);
            TableScan inner = new TableScan(other, "r" + depth, depth + 1);
            SqlText where = inner.where(rows);
            List<String> theirs = inner.field(keys.theirs()).joining(field(keys.ours()));
            List<String> ours = field(keys.ours()).joining(inner.field(keys.theirs()));
            joins.add(" LEFT JOIN (SELECT " + (keys.distinct() ? "DISTINCT " : ""));
            for (int i = 0; i < theirs.size(); i++) {
                joins.add((i == 0 ? "" : ", ") + theirs.get(i) + " AS " + key(i));
            }
            joins.add(inner.from()).add(" WHERE ").add(where).add(") " + name + " ON ");
            for (int i = 0; i < ours.size(); i++) {
                joins.add((i == 0 ? "" : " AND ") + name + "." + key(i) + " = " + ours.get(i));
            }
        }
        return new SqlText(name + ".key IS NOT NULL", List.of());
    }

    private static String key(int column) {
        return column == 0 ? "key" : "key" + column;
    }

    /**
     * How rows of the other table belong to rows of this.
     *
     * @param distinct whether several of theirs may belong to one of ours
     */
    private record Keys(String ours, String theirs, boolean distinct) {}

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
            return field(set.field()).among(set.keys());
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
            Keys keys = new Keys(set.through(), parent.keyField(), false);
            return TableScan.this.joined(set, parent, set.parents(), keys);
        }

        @Override
        public SqlText childIn(RecordSet.ChildIn set) {
            Keys keys = new Keys(type.keyField(), set.through(), true);
            return TableScan.this.joined(set, set.child(), set.children(), keys);
        }

        @Override
        public SqlText where(RecordSet.Where set) {
            return new SqlCondition(type, alias).of(set.condition());
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
