package nembar.core.decision;

import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/** What somebody may do, as sets of records; or what several accesses come to together. */
public interface Access {
    /** The records on which the operation may be done. */
    RecordSet records(RecordType type, Operation operation);

    /** What there is of the field, on the records of its type. */
    FieldCoverage field(RecordType type, Field field);

    /** Whether the field goes with its record wherever it is: open, and lowered by no filter. */
    default boolean asItsRecord(RecordType type, Field field) {
        return !field.guarded() && field(type, field).filters().isEmpty();
    }

    /** The level of the function. */
    String level(Function function);
}
