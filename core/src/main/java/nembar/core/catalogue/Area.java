package nembar.core.catalogue;

import java.util.Optional;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * A part of an application (docs/access-model.md, section 1).
 *
 * @param stewards who alone may give access here; present exactly when the area is guarded
 * @param explanation what is kept here, in a sentence for whoever designs; may be empty
 */
public record Area(String key, String name, Optional<Audience> stewards, String explanation)
        implements Element {

    /** An area that needs no explanation. */
    public Area(String key, String name, Optional<Audience> stewards) {
        this(key, name, stewards, "");
    }

    public boolean guarded() {
        return stewards.isPresent();
    }

    @Override
    public ElementKind kind() {
        return ElementKind.AREA;
    }
}
