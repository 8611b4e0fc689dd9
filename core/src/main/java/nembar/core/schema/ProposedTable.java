package nembar.core.schema;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;

/**
 * What is proposed for one table.
 *
 * @param use what it seems to be
 * @param why it seems so, as a clause: "it has a key"
 * @param recordType what it would be in the catalogue; empty where it is nothing of its own there
 * @param reasons for the parts of the record type, as clauses: by {@code /key}, {@code /title},
 *     {@code /parent}, by {@code /person}, {@code /team}, {@code /unit} and {@code /account} for
 *     what places a record, and by the key of a field
 * @param left columns that no field can have, with the reason
 * @param more of a table that is governed: fields that its record type has not, of its other
 *     columns or of tables that say several values
 * @param keys what could tell its records apart, each as a field; the primary key first
 */
public record ProposedTable(
        Table table,
        Use use,
        String why,
        Optional<RecordType> recordType,
        Map<String, String> reasons,
        Map<String, String> left,
        List<Field> more,
        List<Field> keys) {

    public ProposedTable {
        reasons = Collections.unmodifiableMap(new LinkedHashMap<>(reasons));
        left = Collections.unmodifiableMap(new LinkedHashMap<>(left));
        more = List.copyOf(more);
        keys = List.copyOf(keys);
    }

    /** Of a table that is nothing of its own in a catalogue. */
    ProposedTable(
            Table table,
            Use use,
            String why,
            Optional<RecordType> recordType,
            Map<String, String> reasons,
            Map<String, String> left) {
        this(table, use, why, recordType, reasons, left, List.of(), List.of());
    }

    /** The same with a record type that stands alone. */
    ProposedTable withoutParent() {
        Map<String, String> others = new LinkedHashMap<>(reasons);
        others.remove("/parent");
        return recordType
                .map(type -> with(type.with(Optional.empty(), type.fields()), others))
                .orElse(this);
    }

    /** The same with another record type, for other reasons. */
    ProposedTable with(RecordType other, Map<String, String> otherReasons) {
        return new ProposedTable(
                table, use, why, Optional.of(other), otherReasons, left, more, keys);
    }
}
