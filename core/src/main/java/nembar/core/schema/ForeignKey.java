package nembar.core.schema;

import java.util.List;
import nembar.core.catalogue.TableName;

/**
 * A reference from a table's columns to another table's.
 *
 * @param targets the other table's columns, in the order of {@code columns}
 * @param cascades whether a row goes when the one it refers to is deleted
 */
public record ForeignKey(
        List<String> columns, TableName table, List<String> targets, boolean cascades) {
    public ForeignKey {
        columns = List.copyOf(columns);
        targets = List.copyOf(targets);
    }
}
