package nembar.core.design;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Limits an assignment puts on every record privilege it gives (docs/access-model.md, section 3).
 * Where both are there, a record must be within both.
 */
public record Bounds(Optional<AccountScope> accounts, Optional<UnitScope> units) {
    public static final Bounds NONE = new Bounds(Optional.empty(), Optional.empty());

    /** Units by key, alone or with every unit below them. */
    public record UnitScope(Set<String> listed, boolean below) {
        public UnitScope {
            listed = Collections.unmodifiableSet(new TreeSet<>(listed));
        }
    }
}
