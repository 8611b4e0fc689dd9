package nembar.core.sql;

import java.util.List;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;

/**
 * A set of records as a predicate on a row of its table. Unknown counts as false, since nothing in
 * it is negated; that is how it agrees with {@link RecordSet#contains}.
 */
public final class SqlPredicate implements RecordSet.Cases<SqlText> {
    private final RecordType type;
    private final String alias;
    private final int depth;

    private SqlPredicate(RecordType type, String alias, int depth) {
        this.type = type;
        this.alias = alias;
        this.depth = depth;
    }

    /** The predicate for a row of the type's table under this alias. */
    public static SqlText of(RecordSet set, RecordType type, String alias) {
        return set.fold(new SqlPredicate(type, alias, 1));
    }

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
        SqlText.Builder sql = new SqlText.Builder().add(column(type, alias, set.field()));
        return set.keys().size() == 1
                ? sql.add(" = ").parameter(set.keys().first()).build()
                : sql.add(" = ANY (").parameter(set.keys().toArray(String[]::new)).add(")").build();
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
        String inner = "r" + depth;
        RecordType parent = set.parent();
        return new SqlText.Builder()
                .add(column(type, alias, set.through()))
                .add(" IN (SELECT " + column(parent, inner, parent.keyField()))
                .add(" FROM " + SqlText.table(parent.table()) + " " + inner + " WHERE ")
                .add(set.parents().fold(new SqlPredicate(parent, inner, depth + 1)))
                .add(")")
                .build();
    }

    @Override
    public SqlText childIn(RecordSet.ChildIn set) {
        String inner = "r" + depth;
        RecordType child = set.child();
        return new SqlText.Builder()
                .add(column(type, alias, type.keyField()))
                .add(" IN (SELECT " + column(child, inner, set.through()))
                .add(" FROM " + SqlText.table(child.table()) + " " + inner + " WHERE ")
                .add(set.children().fold(new SqlPredicate(child, inner, depth + 1)))
                .add(")")
                .build();
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

    static String column(RecordType type, String alias, String field) {
        return alias + "." + SqlText.quoted(type.knownField(field).column());
    }

    private SqlText joined(List<RecordSet> sets, String between) {
        SqlText.Builder sql = new SqlText.Builder().add("(");
        for (int i = 0; i < sets.size(); i++) {
            sql.add(i == 0 ? "" : between).add(sets.get(i).fold(this));
        }
        return sql.add(")").build();
    }
}
