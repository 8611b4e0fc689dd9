package nembar.core.element;

/**
 * One element of a catalogue or a design: what a change puts or removes (docs/access-model.md,
 * sections 1, 3, 8).
 */
public interface Element {
    /** What the element is known by among those of its kind; never changes. */
    String key();

    ElementKind kind();
}
