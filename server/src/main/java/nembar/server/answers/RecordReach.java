package nembar.server.answers;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.answers.Moment;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;

/** Who reaches one record. */
final class RecordReach {
    private RecordReach() {}

    /** The people who can, by each operation that a record which is there can have. */
    static Map<Operation, Set<Person>> of(
            Moment moment, RecordType type, GovernedRecord record, Relatives relatives) {
        WhoCan who = new WhoCan(moment);
        Map<Operation, Set<Person>> able = new LinkedHashMap<>();
        for (Operation operation : type.operations()) {
            if (!operation.equals(Operation.CREATE)) {
                able.put(
                        operation,
                        who.on(type, operation, record, relatives).stream()
                                .map(one -> one.persona().person())
                                .collect(Collectors.toCollection(LinkedHashSet::new)));
            }
        }
        return able;
    }
}
