package nembar.core.catalogue;

import java.util.List;

/**
 * Something that can be done to a record (docs/access-model.md, section 1). Every record type has
 * view, create, change and delete; an application adds its own.
 *
 * @param explanation what it does, in a sentence; may be empty
 */
public record Operation(String key, String label, String explanation) {
    public static final Operation VIEW = new Operation("view", "view");
    public static final Operation CREATE = new Operation("create", "create");
    public static final Operation CHANGE = new Operation("change", "change");
    public static final Operation DELETE = new Operation("delete", "delete");

    /** An operation that its label tells enough of. */
    public Operation(String key, String label) {
        this(key, label, "");
    }

    /** Those that every record type has, in the order in which they are shown. */
    static final List<Operation> COMMON = List.of(VIEW, CHANGE, CREATE, DELETE);

    /**
     * Whether a privilege for this operation is also one for {@code other}: any operation is one
     * for itself, and all but create carry view.
     */
    public boolean carries(Operation other) {
        return key.equals(other.key) || (other.key.equals(VIEW.key) && !key.equals(CREATE.key));
    }
}
