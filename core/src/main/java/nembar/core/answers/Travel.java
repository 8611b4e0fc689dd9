package nembar.core.answers;

import java.util.HashSet;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;

/**
 * How rights on records of one type become rights on records of another (docs/access-model.md,
 * section 4): down where a child follows its parent, up where a child lifts it.
 */
final class Travel {
    private Travel() {}

    /** These types, and all on which rights on them give something. */
    static Set<String> onward(Catalogue catalogue, Set<String> types) {
        Set<String> reached = new HashSet<>(types);
        boolean more = true;
        while (more) {
            more = false;
            for (RecordType type : catalogue.recordTypes()) {
                if (type.parent().isPresent()) {
                    Parent parent = type.parent().get();
                    boolean follows = parent.follows() != Parent.Follows.NONE;
                    if (follows && reached.contains(parent.recordType())) {
                        more |= reached.add(type.key());
                    }
                    if (parent.lifts() && reached.contains(type.key())) {
                        more |= reached.add(parent.recordType());
                    }
                }
            }
        }
        return reached;
    }
}
