package nembar.core.testing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;

/** Records in memory, by type; their own relatives. */
public final class Fleet implements Relatives {
    private final Map<String, List<GovernedRecord>> records = new LinkedHashMap<>();

    /** By type and field: those that have a key there. */
    private final Map<List<String>, Map<String, List<GovernedRecord>>> index = new HashMap<>();

    public Fleet add(GovernedRecord record) {
        index.clear();
        records.computeIfAbsent(record.recordType(), any -> new ArrayList<>()).add(record);
        return this;
    }

    public List<GovernedRecord> of(String type) {
        return records.getOrDefault(type, List.of());
    }

    @Override
    public Optional<GovernedRecord> record(RecordType type, String key) {
        return having(type.key(), type.keyField(), key).stream().findFirst();
    }

    @Override
    public List<GovernedRecord> referring(RecordType type, String through, String key) {
        return having(type.key(), through, key);
    }

    private List<GovernedRecord> having(String type, String field, String key) {
        return index.computeIfAbsent(List.of(type, field), any -> byKey(type, field))
                .getOrDefault(key, List.of());
    }

    private Map<String, List<GovernedRecord>> byKey(String type, String field) {
        Map<String, List<GovernedRecord>> byKey = new HashMap<>();
        for (GovernedRecord record : of(type)) {
            record.key(field)
                    .ifPresent(
                            key ->
                                    byKey.computeIfAbsent(key, any -> new ArrayList<>())
                                            .add(record));
        }
        return byKey;
    }
}
