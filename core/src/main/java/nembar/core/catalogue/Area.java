package nembar.core.catalogue;

import java.util.Optional;
import nembar.core.directory.Audience;

/**
 * A part of an application (docs/access-model.md, section 1).
 *
 * @param stewards who alone may give access here; present exactly when the area is guarded
 */
public record Area(String key, String name, Optional<Audience> stewards) {
    public boolean guarded() {
        return stewards.isPresent();
    }
}
