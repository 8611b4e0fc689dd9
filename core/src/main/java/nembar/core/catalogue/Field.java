package nembar.core.catalogue;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * One field of a record type (docs/access-model.md, section 1).
 *
 * @param columns of the table, or of the link table; several for the key of records that are known
 *     by several
 * @param guarded hidden unless a field privilege opens it
 * @param classifications labels to search and to write expectations by (personal, commercial ...)
 * @param refersTo for a reference, the key of the record type referred to
 * @param choices for a choice or a list of choices, what may be chosen
 * @param link where a record may have several values: the table that has them
 * @param lookup how its values lead to what the directory knows; empty where they are the
 *     directory's own keys, or none of its business
 * @param explanation what it says, in a sentence; may be empty
 */
public record Field(
        String key,
        String label,
        List<Column> columns,
        FieldType type,
        boolean guarded,
        Set<String> classifications,
        Optional<String> refersTo,
        List<String> choices,
        Optional<Link> link,
        Optional<Lookup> lookup,
        String explanation) {

    public Field {
        classifications = Collections.unmodifiableSet(new TreeSet<>(classifications));
        columns = List.copyOf(columns);
        choices = List.copyOf(choices);
    }

    /** A field that has one value at most, as it stands, and needs no explanation. */
    public Field(
            String key,
            String label,
            List<Column> columns,
            FieldType type,
            boolean guarded,
            Set<String> classifications,
            Optional<String> refersTo,
            List<String> choices) {
        this(
                key,
                label,
                columns,
                type,
                guarded,
                classifications,
                refersTo,
                choices,
                Optional.empty(),
                Optional.empty(),
                "");
    }

    /** This field over a link table or without one, and with a look-up or without one. */
    public Field with(Optional<Link> otherLink, Optional<Lookup> otherLookup) {
        return copy(key, columns, type, refersTo, otherLink, otherLookup);
    }

    /** This field under another key. */
    public Field called(String otherKey) {
        return copy(otherKey, columns, type, refersTo, link, lookup);
    }

    /** This field on other columns. */
    public Field on(List<Column> otherColumns) {
        return copy(key, otherColumns, type, refersTo, link, lookup);
    }

    /** This field with values of another type, leading to another record type or to none. */
    public Field as(FieldType otherType, Optional<String> otherRefersTo) {
        return copy(key, columns, otherType, otherRefersTo, link, lookup);
    }

    /** What may be chosen stays only with the type. */
    private Field copy(
            String otherKey,
            List<Column> otherColumns,
            FieldType otherType,
            Optional<String> otherRefersTo,
            Optional<Link> otherLink,
            Optional<Lookup> otherLookup) {
        return new Field(
                otherKey,
                label,
                otherColumns,
                otherType,
                guarded,
                classifications,
                otherRefersTo,
                otherType == type ? choices : List.of(),
                otherLink,
                otherLookup,
                explanation);
    }

    /** Whether a record may have several values of it: then its value is a list of texts. */
    public boolean several() {
        return link.isPresent() || type.list();
    }

    /**
     * By the key alone, as fields are looked up by the thousand; two that are equal have one key.
     */
    @Override
    public int hashCode() {
        return key.hashCode();
    }
}
