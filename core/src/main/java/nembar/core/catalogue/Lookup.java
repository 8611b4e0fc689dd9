package nembar.core.catalogue;

import java.util.Optional;

/**
 * How what the application writes in a field leads to what the directory knows
 * (docs/access-model.md, section 1): "its values are {@code users.id}, and {@code users.email} is a
 * person's e-mail".
 *
 * @param identifier what the directory knows it by
 * @param through the table that leads there; empty where the field's values are the identifier
 */
public record Lookup(Identifier identifier, Optional<Through> through) {

    /**
     * A table with a row for each value.
     *
     * @param from the column that has what the field has
     * @param to the column that has the identifier
     */
    public record Through(TableName table, String from, String to) {
        private Through renamed(String column, String now) {
            return new Through(
                    table, from.equals(column) ? now : from, to.equals(column) ? now : to);
        }
    }

    /** This look-up, a column of whose table has another name. */
    public Lookup renamed(String column, String now) {
        return new Lookup(identifier, through.map(one -> one.renamed(column, now)));
    }
}
