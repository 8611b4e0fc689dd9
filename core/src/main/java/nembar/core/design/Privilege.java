package nembar.core.design;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.condition.Condition;

/**
 * One thing a privilege set gives (docs/access-model.md, section 3). Where a condition is there,
 * only records that meet it are covered.
 */
public sealed interface Privilege {

    /** An operation on the records of a type within a reach. */
    record RecordPrivilege(
            String recordType, String operation, Reach reach, Optional<Condition> condition)
            implements Privilege {
        /** Without a condition. */
        public RecordPrivilege(String recordType, String operation, Reach reach) {
            this(recordType, operation, reach, Optional.empty());
        }
    }

    /** Guarded fields of the records of a type within a reach, to view or to change. */
    record FieldPrivilege(
            String recordType,
            Set<String> fields,
            Use use,
            Reach reach,
            Optional<Condition> condition)
            implements Privilege {
        public FieldPrivilege {
            fields = Collections.unmodifiableSet(new TreeSet<>(fields));
        }

        /** Without a condition. */
        public FieldPrivilege(String recordType, Set<String> fields, Use use, Reach reach) {
            this(recordType, fields, use, reach, Optional.empty());
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
