package nembar.core.schema;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.catalogue.TableName;

/**
 * A table or view.
 *
 * @param comment what the database's makers say of it
 * @param rows about how many there are; empty where the database does not know
 * @param bytes that it takes on disk, with its indexes; 0 for a view
 * @param key columns of the primary key; empty where there is none
 * @param uniques columns of each other unique constraint, none of which may be empty
 * @param references to other tables
 */
public record Table(
        TableName name,
        Kind kind,
        Optional<String> comment,
        Optional<Long> rows,
        long bytes,
        List<TableColumn> columns,
        List<String> key,
        List<List<String>> uniques,
        List<ForeignKey> references) {

    /** What a table is to the database. */
    public enum Kind {
        TABLE,
        PARTITIONED,
        VIEW
    }

    public Table {
        columns = List.copyOf(columns);
        key = List.copyOf(key);
        uniques = List.copyOf(uniques);
        references = List.copyOf(references);
    }

    public Optional<TableColumn> column(String name) {
        return columns.stream().filter(column -> column.name().equals(name)).findFirst();
    }

    /** What identifies a row: the primary key, or else the shortest unique constraint. */
    public List<String> identity() {
        if (!key.isEmpty()) {
            return key;
        }
        return uniques.stream()
                .min((one, other) -> Integer.compare(one.size(), other.size()))
                .orElse(List.of());
    }

    /** All that identifies a row: columns of the primary key, and of each unique constraint. */
    public List<List<String>> identities() {
        return Stream.concat(Stream.of(key), uniques.stream())
                .filter(one -> !one.isEmpty())
                .distinct()
                .toList();
    }

    /** The reference that is made of exactly these columns. */
    public Optional<ForeignKey> reference(List<String> columns) {
        return references.stream()
                .filter(one -> Set.copyOf(one.columns()).equals(Set.copyOf(columns)))
                .findFirst();
    }
}
