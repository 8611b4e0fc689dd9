package nembar.core.catalogue;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * A kind of record, kept in one table (docs/access-model.md, section 1).
 *
 * @param area key of the area it belongs to
 * @param keyField key of the field that identifies a record; its values are text
 * @param titleField key of the field people know a record by
 * @param places which of its fields place a record: owner, team, unit, account
 * @param ownOperations operations the application adds to view, create, change and delete
 * @param explanation what these records are, in a sentence; may be empty
 */
public record RecordType(
        String key,
        String singular,
        String plural,
        String area,
        TableName table,
        String keyField,
        String titleField,
        Places places,
        Optional<Parent> parent,
        List<Field> fields,
        List<Operation> ownOperations,
        String explanation)
        implements Element {

    /** The keys of the fields that place a record, where the type has them. */
    public record Places(
            Optional<String> owner,
            Optional<String> team,
            Optional<String> unit,
            Optional<String> account) {
        /** The fields that place a record. */
        public Set<String> fields() {
            return Stream.of(owner, team, unit, account)
                    .flatMap(Optional::stream)
                    .collect(Collectors.toCollection(TreeSet::new));
        }
    }

    public RecordType {
        fields = List.copyOf(fields);
        ownOperations = List.copyOf(ownOperations);
    }

    /** A record type that its name tells enough of. */
    public RecordType(
            String key,
            String singular,
            String plural,
            String area,
            TableName table,
            String keyField,
            String titleField,
            Places places,
            Optional<Parent> parent,
            List<Field> fields,
            List<Operation> ownOperations) {
        this(
                key,
                singular,
                plural,
                area,
                table,
                keyField,
                titleField,
                places,
                parent,
                fields,
                ownOperations,
                "");
    }

    @Override
    public ElementKind kind() {
        return ElementKind.RECORD_TYPE;
    }

    /** The same type with another parent, or none, and with other fields. */
    public RecordType with(Optional<Parent> otherParent, List<Field> otherFields) {
        return with(places, otherParent, otherFields);
    }

    /** The same type with other places, another parent, or none, and with other fields. */
    public RecordType with(
            Places otherPlaces, Optional<Parent> otherParent, List<Field> otherFields) {
        return copy(table, titleField, otherPlaces, otherParent, otherFields);
    }

    /** This type, read from another table. */
    public RecordType on(TableName otherTable) {
        return copy(otherTable, titleField, places, parent, fields);
    }

    /** This type, whose records people know by another field. */
    public RecordType titled(String otherTitle) {
        return copy(table, otherTitle, places, parent, fields);
    }

    private RecordType copy(
            TableName otherTable,
            String otherTitle,
            Places otherPlaces,
            Optional<Parent> otherParent,
            List<Field> otherFields) {
        return new RecordType(
                key,
                singular,
                plural,
                area,
                otherTable,
                keyField,
                otherTitle,
                otherPlaces,
                otherParent,
                otherFields,
                ownOperations,
                explanation);
    }

    /** View, change, create, delete, then the type's own: the order in which they are shown. */
    public List<Operation> operations() {
        List<Operation> all = new ArrayList<>(Operation.COMMON);
        all.addAll(ownOperations);
        return all;
    }

    public Optional<Operation> operation(String key) {
        for (Operation operation : Operation.COMMON) {
            if (operation.key().equals(key)) {
                return Optional.of(operation);
            }
        }
        for (Operation operation : ownOperations) {
            if (operation.key().equals(key)) {
                return Optional.of(operation);
            }
        }
        return Optional.empty();
    }

    public Optional<Field> field(String key) {
        return fields.stream().filter(field -> field.key().equals(key)).findFirst();
    }

    /** The field of this key, which the catalogue's check has found to exist. */
    public Field knownField(String key) {
        return field(key).orElseThrow(() -> new IllegalStateException(this.key + "." + key));
    }

    /** The tables its records are kept in: its own, and those of fields over a link. */
    public Set<TableName> tables() {
        Set<TableName> tables = new LinkedHashSet<>();
        tables.add(table);
        fields.stream()
                .flatMap(field -> field.link().stream())
                .map(Link::table)
                .forEach(tables::add);
        return tables;
    }

    /** Fields by key, in the order of the catalogue. */
    public Map<String, Field> fieldsByKey() {
        Map<String, Field> index = new LinkedHashMap<>();
        fields.forEach(field -> index.putIfAbsent(field.key(), field));
        return index;
    }

    /**
     * By the key alone, as types are looked up by the thousand; two that are equal have one key.
     */
    @Override
    public int hashCode() {
        return key.hashCode();
    }
}
