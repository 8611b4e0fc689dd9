package nembar.core.catalogue;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.element.Elements;

/**
 * All that is governed in one application (docs/access-model.md, section 1). Immutable; keeps the
 * first of elements with the same key, the model's check reports the others. Two are equal when
 * they have the same elements in the same order.
 */
public final class Catalogue implements Elements {
    public static final Catalogue EMPTY = new Catalogue(List.of(), List.of(), List.of());

    private final List<Area> areas;
    private final List<RecordType> recordTypes;
    private final List<Function> functions;
    private final Map<String, RecordType> typeByKey = new LinkedHashMap<>();
    private final Map<String, Function> functionByKey = new LinkedHashMap<>();
    private final Map<String, Area> areaByKey = new LinkedHashMap<>();

    public Catalogue(List<Area> areas, List<RecordType> recordTypes, List<Function> functions) {
        this.areas = List.copyOf(areas);
        this.recordTypes = List.copyOf(recordTypes);
        this.functions = List.copyOf(functions);
        recordTypes.forEach(type -> typeByKey.putIfAbsent(type.key(), type));
        functions.forEach(function -> functionByKey.putIfAbsent(function.key(), function));
        areas.forEach(area -> areaByKey.putIfAbsent(area.key(), area));
    }

    /** The catalogue of these elements; those of other kinds are left aside. */
    public static Catalogue of(Collection<? extends Element> elements) {
        return new Catalogue(
                some(elements, Area.class),
                some(elements, RecordType.class),
                some(elements, Function.class));
    }

    private static <T extends Element> List<T> some(
            Collection<? extends Element> elements, Class<T> those) {
        return elements.stream().filter(those::isInstance).map(those::cast).toList();
    }

    @Override
    public List<? extends Element> elements(ElementKind kind) {
        return switch (kind) {
            case AREA -> areas;
            case RECORD_TYPE -> recordTypes;
            case FUNCTION -> functions;
            default -> List.of();
        };
    }

    @Override
    public Optional<Element> element(ElementKind kind, String key) {
        return switch (kind) {
            case AREA -> Optional.ofNullable(areaByKey.get(key));
            case RECORD_TYPE -> Optional.ofNullable(typeByKey.get(key));
            case FUNCTION -> Optional.ofNullable(functionByKey.get(key));
            default -> Optional.empty();
        };
    }

    public List<Area> areas() {
        return areas;
    }

    public List<RecordType> recordTypes() {
        return recordTypes;
    }

    public List<Function> functions() {
        return functions;
    }

    public Optional<Area> area(String key) {
        return Optional.ofNullable(areaByKey.get(key));
    }

    /** The record types of an area, in their order. */
    public List<RecordType> typesIn(Area area) {
        return recordTypes().stream().filter(type -> type.area().equals(area.key())).toList();
    }

    /** The functions of an area, in their order. */
    public List<Function> functionsIn(Area area) {
        return functions().stream().filter(one -> one.area().equals(area.key())).toList();
    }

    public Optional<RecordType> recordType(String key) {
        return Optional.ofNullable(typeByKey.get(key));
    }

    public Optional<Function> function(String key) {
        return Optional.ofNullable(functionByKey.get(key));
    }

    /** The record type's parent record type, if it has one. */
    public Optional<RecordType> parentOf(RecordType type) {
        return type.parent().flatMap(parent -> recordType(parent.recordType()));
    }

    /** The record types whose parent is this one. */
    public List<RecordType> childrenOf(RecordType type) {
        return recordTypes.stream()
                .filter(child -> child.parent().isPresent())
                .filter(child -> child.parent().get().recordType().equals(type.key()))
                .toList();
    }

    /** Whether the type has the other above it, at any height. */
    public boolean below(RecordType type, RecordType above) {
        Optional<RecordType> parent = parentOf(type);
        for (int steps = 0; parent.isPresent() && steps < recordTypes.size(); steps++) {
            if (parent.get().key().equals(above.key())) {
                return true;
            }
            parent = parentOf(parent.get());
        }
        return false;
    }

    @Override
    public boolean equals(Object other) {
        return this == other
                || other instanceof Catalogue same
                        && areas.equals(same.areas)
                        && recordTypes.equals(same.recordTypes)
                        && functions.equals(same.functions);
    }

    @Override
    public int hashCode() {
        return Objects.hash(areas, recordTypes, functions);
    }
}
