package nembar.core.catalogue;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * One field of a record type (docs/access-model.md, section 1).
 *
 * @param columns of the table; several for the key of records that are known by several
 * @param guarded hidden unless a field privilege opens it
 * @param classifications labels to search and to write expectations by (personal, commercial ...)
 * @param refersTo for a reference, the key of the record type referred to
 * @param choices for a choice or a list of choices, what may be chosen
 */
public record Field(
        String key,
        String label,
        List<Column> columns,
        FieldType type,
        boolean guarded,
        Set<String> classifications,
        Optional<String> refersTo,
        List<String> choices) {

    public Field {
        classifications = Collections.unmodifiableSet(new TreeSet<>(classifications));
        columns = List.copyOf(columns);
        choices = List.copyOf(choices);
    }

    /**
     * By the key alone, as fields are looked up by the thousand; two that are equal have one key.
     */
    @Override
    public int hashCode() {
        return key.hashCode();
    }
}
