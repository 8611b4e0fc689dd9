package nembar.core.catalogue;

/**
 * How a record type hangs on its parent (docs/access-model.md, section 1).
 *
 * @param recordType key of the parent record type
 * @param through key of the child's field that refers to the parent record
 * @param follows what a right on the parent gives on the child
 * @param lifts whether a view of the child gives a view of its parent, open fields only
 */
public record Parent(String recordType, String through, Follows follows, boolean lifts) {

    /** What a right on the parent gives on its children. */
    public enum Follows {
        NONE,
        /** Whoever may view the parent may view the child. */
        VIEW,
        /** As view; and whoever may change the parent may create, change and delete the child. */
        ALL
    }
}
