package nembar.core.design;

import java.util.Collections;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What a sharing rule or a direct share opens (docs/access-model.md, section 3).
 *
 * @param operations on the records themselves
 * @param below by record type, at any depth below them
 */
public record Opening(Set<String> operations, Map<String, Set<String>> below) {
    public Opening {
        operations = Collections.unmodifiableSet(new TreeSet<>(operations));
        TreeMap<String, Set<String>> copy = new TreeMap<>();
        below.forEach(
                (type, some) -> copy.put(type, Collections.unmodifiableSet(new TreeSet<>(some))));
        below = Collections.unmodifiableMap(copy);
    }

    public static Opening of(String... operations) {
        return new Opening(Set.of(operations), Map.of());
    }
}
