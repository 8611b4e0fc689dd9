package nembar.core.design;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * One thing a privilege set gives (docs/access-model.md, section 3). A condition on the record will
 * join the reach here.
 */
public sealed interface Privilege {

    /** An operation on the records of a type within a reach. */
    record RecordPrivilege(String recordType, String operation, Reach reach) implements Privilege {}

    /** Guarded fields of the records of a type within a reach, to view or to change. */
    record FieldPrivilege(String recordType, Set<String> fields, Use use, Reach reach)
            implements Privilege {
        public FieldPrivilege {
            fields = Collections.unmodifiableSet(new TreeSet<>(fields));
        }

        /** What may be done with the fields; change includes view. */
        public enum Use {
            VIEW,
            CHANGE
        }
    }

    /** A function, up to a level. */
    record FunctionPrivilege(String function, String level) implements Privilege {}
}
