package nembar.core.element;

import java.util.List;
import java.util.Optional;

/** Elements by kind and key: those of a catalogue, of a design, or of both. */
public interface Elements {
    /** The elements of one kind, in their order; none where there are none of this kind here. */
    List<? extends Element> elements(ElementKind kind);

    /** The first of the kind that has the key. */
    Optional<Element> element(ElementKind kind, String key);
}
