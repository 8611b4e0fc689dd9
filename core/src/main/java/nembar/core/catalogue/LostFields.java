package nembar.core.catalogue;

import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Fields whose columns are not in the database as the catalogue says (docs/access-model.md, section
 * 1). Known by table and columns, so that a field which is put on other columns is lost no longer.
 */
public final class LostFields {
    public static final LostFields NONE = new LostFields(Map.of());

    /** By table: the columns that cannot be read as they were. */
    private final Map<TableName, Set<String>> columns;

    private LostFields(Map<TableName, Set<String>> columns) {
        this.columns = columns;
    }

    /** A column that cannot be read as the catalogue says; no column stands for all of a table. */
    public record LostColumn(TableName table, String column) {
        private static final String ALL = "";

        public static LostColumn all(TableName table) {
            return new LostColumn(table, ALL);
        }
    }

    public static LostFields of(Collection<LostColumn> lost) {
        Map<TableName, Set<String>> columns = new HashMap<>();
        lost.forEach(
                one ->
                        columns.computeIfAbsent(one.table(), any -> new HashSet<>())
                                .add(one.column()));
        return columns.isEmpty() ? NONE : new LostFields(Collections.unmodifiableMap(columns));
    }

    public boolean none() {
        return columns.isEmpty();
    }

    /**
     * Whether nothing of the type can be read: neither its table, nor what tells its records apart.
     */
    public boolean has(RecordType type) {
        return all(type.table())
                || type.field(type.keyField()).filter(key -> has(type, key)).isPresent();
    }

    /**
     * Whether the field of the type cannot be read: its column, its link table, or what says where
     * its values lead.
     */
    public boolean has(RecordType type, Field field) {
        if (none()) {
            return false;
        }
        TableName table = field.link().map(Link::table).orElse(type.table());
        return all(type.table())
                || all(table)
                || field.columns().stream().anyMatch(one -> lost(table, one.name()))
                || field.lookup().flatMap(Lookup::through).filter(this::lost).isPresent()
                || field.link()
                        .filter(
                                link ->
                                        link.ofRecord().stream()
                                                .anyMatch(one -> lost(table, one.name())))
                        .isPresent();
    }

    /**
     * The type as it can be read: what is lost of it has no value on any record, and where its
     * table or its key is lost there are no records.
     */
    public RecordType read(RecordType type) {
        if (none()) {
            return type;
        }
        boolean whole = has(type);
        RecordType read =
                type.with(
                        type.parent(),
                        type.fields().stream()
                                .map(one -> whole || has(type, one) ? lost(one) : one)
                                .toList());
        return whole ? read.on(TableName.LOST) : read;
    }

    private static Field lost(Field field) {
        return field.on(field.columns().stream().map(any -> Column.LOST).toList())
                .with(Optional.empty(), Optional.empty());
    }

    private boolean lost(Lookup.Through through) {
        return all(through.table())
                || lost(through.table(), through.from())
                || lost(through.table(), through.to());
    }

    private boolean all(TableName table) {
        return lost(table, LostColumn.ALL);
    }

    private boolean lost(TableName table, String column) {
        return columns.getOrDefault(table, Set.of()).contains(column);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof LostFields same && columns.equals(same.columns);
    }

    @Override
    public int hashCode() {
        return columns.hashCode();
    }
}
