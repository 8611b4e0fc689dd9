package nembar.core.lookup;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedSet;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.LostFields;

/**
 * What is known of an application's database besides its catalogue: its look-ups, as they were last
 * read, and what of the catalogue cannot be read any more.
 */
@FunctionalInterface
public interface Lookups {
    /** Where nothing has been read, so that every value leads nowhere. */
    Lookups NONE = any -> LookupValues.NOTHING;

    /** The values of one. */
    LookupValues of(Lookup lookup);

    /** What of the catalogue cannot be read any more. */
    default LostFields lost() {
        return LostFields.NONE;
    }

    /**
     * What a record has in a field, as Nembar knows it: of a field with a look-up, the directory's
     * keys. A value that leads nowhere is like none.
     *
     * @param value as the application has it; a list of the field's texts where it may have several
     * @return null for no value
     */
    default Object known(Field field, Object value) {
        if (value == null || field.lookup().isEmpty()) {
            return value;
        }
        LookupValues values = of(field.lookup().get());
        if (!(value instanceof List<?> several)) {
            return values.key(value.toString()).orElse(null);
        }
        List<String> keys =
                several.stream()
                        .filter(Objects::nonNull)
                        .flatMap(one -> values.key(one.toString()).stream())
                        .distinct()
                        .sorted()
                        .toList();
        return keys.isEmpty() ? null : keys;
    }

    /** What the application has in a field of the records that have one of these keys there. */
    default SortedSet<String> stored(Field field, SortedSet<String> keys) {
        return field.lookup().map(lookup -> of(lookup).values(keys)).orElse(keys);
    }

    /** The key that one text of a field leads to: itself, where there is no look-up. */
    default Optional<String> key(Field field, String stored) {
        return field.lookup()
                .map(lookup -> of(lookup).key(stored))
                .orElseGet(() -> Optional.of(stored));
    }
}
