package nembar.core.schema;

import java.util.List;
import java.util.Optional;

/**
 * A column of a table or view.
 *
 * @param type as the database writes it: {@code character varying(40)}
 * @param base name of the type that it is at bottom, with domains undone: {@code varchar}; a name
 *     with an underscore before it is an array of these
 * @param enumerated whether its type is an enumeration
 * @param fraction digits after the point that a numeric has at most; empty where nothing bounds
 *     them, and for other types
 * @param required whether it always has a value
 * @param choices all that it may have, by its enumeration or by a check; empty where that is open
 * @param sample some of its values, as text
 */
public record TableColumn(
        String name,
        String type,
        String base,
        boolean enumerated,
        Optional<Integer> fraction,
        boolean required,
        Optional<String> comment,
        List<String> choices,
        List<String> sample) {
    public TableColumn {
        choices = List.copyOf(choices);
        sample = List.copyOf(sample);
    }
}
