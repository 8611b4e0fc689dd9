package nembar.core.catalogue;

import java.util.List;

/**
 * Something that can be done to a record (docs/access-model.md, section 1). Every record type has
 * view, create, change and delete; an application adds its own.
 */
public record Operation(String key, String label) {
    public static final Operation VIEW = new Operation("view", "view");
    public static final Operation CREATE = new Operation("create", "create");
    public static final Operation CHANGE = new Operation("change", "change");
    public static final Operation DELETE = new Operation("delete", "delete");

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
