package nembar.core.draft;

import java.util.OptionalInt;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/** One typed change of a catalogue or a design (docs/access-model.md, section 8). */
public sealed interface Change {
    ElementKind kind();

    /** Key of the element changed. */
    String key();

    /**
     * Puts an element in: in the place of one with its kind and key, or as a new one.
     *
     * @param at its place among those of its kind, from 0; empty for where it was, or the end
     */
    record Put(Element element, OptionalInt at) implements Change {
        public static Put of(Element element) {
            return new Put(element, OptionalInt.empty());
        }

        @Override
        public ElementKind kind() {
            return element.kind();
        }

        @Override
        public String key() {
            return element.key();
        }
    }

    /** Takes an element out. */
    record Remove(ElementKind kind, String key) implements Change {
        public static Remove of(Element element) {
            return new Remove(element.kind(), element.key());
        }
    }
}
