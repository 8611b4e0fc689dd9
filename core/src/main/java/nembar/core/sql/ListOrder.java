package nembar.core.sql;

import java.util.Optional;
import nembar.core.sql.ListQuery.Position;

/**
 * The order of a list: by a value, those without it last, and by the key among equals; or by the
 * key alone.
 *
 * @param sorted the value; empty for the key alone
 * @param key the field of the key
 * @param backwards whether the list is read from its end
 */
record ListOrder(Optional<SqlText> sorted, SqlField key, boolean descending, boolean backwards) {

    SqlText text() {
        SqlText.Builder sql = new SqlText.Builder().add(" ORDER BY ");
        sorted.ifPresent(
                value ->
                        sql.add(value)
                                .add(descending != backwards ? " DESC" : " ASC")
                                .add(backwards ? " NULLS FIRST, " : " NULLS LAST, "));
        return sql.add(key.order(keysFall())).build();
    }

    /** Whether a row lies beyond a position, in the direction in which the list is read. */
    SqlText beyond(Position position) {
        SqlText.Builder sql = new SqlText.Builder().add(" AND ");
        SqlText further = key.beyond(position.key(), keysFall());
        if (sorted.isEmpty()) {
            return sql.add(further).build();
        }
        SqlText value = sorted.get();
        if (position.value().isEmpty()) {
            sql.add("(").add(value).add(" IS NULL AND ").add(further);
            return backwards
                    ? sql.add(" OR ").add(value).add(" IS NOT NULL)").build()
                    : sql.add(")").build();
        }
        SqlText from = SqlCondition.literal(position.value().get());
        sql.add("(")
                .add(value)
                .add(descending != backwards ? " < " : " > ")
                .add(from)
                .add(" OR ")
                .add(value)
                .add(" = ")
                .add(from)
                .add(" AND ")
                .add(further);
        return backwards
                ? sql.add(")").build()
                : sql.add(" OR ").add(value).add(" IS NULL)").build();
    }

    private boolean keysFall() {
        return (sorted.isEmpty() && descending) != backwards;
    }
}
