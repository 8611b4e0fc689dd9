package nembar.core.condition;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a condition may speak of.
 *
 * @param subject what it is about, for messages: "Voyage"
 * @param names types by property name
 * @param functions which added functions may be used here
 * @param units keys of the units that {@code below} may name
 * @param levels by function, the levels that {@code has} may name
 */
public record Scope(
        String subject,
        Map<String, Named> names,
        Set<Added> functions,
        Collection<String> units,
        Map<String, List<String>> levels) {
    /** What the names of the person's values begin with. */
    public static final String PERSON = "user.";

    /**
     * A name's type.
     *
     * @param choices what its value may be; empty when that is not limited
     * @param words how people call it
     */
    public record Named(ValueType type, List<String> choices, String words) {
        public Named {
            choices = List.copyOf(choices);
        }
    }

    public Scope {
        names = Map.copyOf(names);
        functions = Set.copyOf(functions);
        levels = Map.copyOf(levels);
    }

    Optional<Named> find(String name) {
        return Optional.ofNullable(names.get(name));
    }
}
