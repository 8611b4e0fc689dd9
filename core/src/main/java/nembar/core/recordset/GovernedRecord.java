package nembar.core.recordset;

import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One record of a governed application, in memory.
 *
 * @param recordType key of its type
 * @param values by field key, in the Java types that {@code FieldType} names; a field that is
 *     absent or null has no value
 */
public record GovernedRecord(String recordType, Map<String, Object> values) {
    public GovernedRecord {
        values = Collections.unmodifiableMap(new HashMap<>(values));
    }

    /** The field's value as the key of something: a record, a person, a unit ... */
    public Optional<String> key(String field) {
        return Optional.ofNullable(values.get(field)).map(Object::toString);
    }

    /** The keys of all that the field names: several where it may have several values. */
    public List<String> keys(String field) {
        Object value = values.get(field);
        if (value instanceof List<?> several) {
            return several.stream().map(String::valueOf).toList();
        }
        return value == null ? List.of() : List.of(value.toString());
    }
}
