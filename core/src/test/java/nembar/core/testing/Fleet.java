package nembar.core.testing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.Relatives;

/** Records in memory, by type; their own relatives. */
public final class Fleet implements Relatives {
    private final Map<String, List<GovernedRecord>> records = new LinkedHashMap<>();

    public Fleet add(GovernedRecord record) {
        records.computeIfAbsent(record.recordType(), any -> new ArrayList<>()).add(record);
        return this;
    }

    public List<GovernedRecord> of(String type) {
        return records.getOrDefault(type, List.of());
    }

    @Override
    public Optional<GovernedRecord> record(RecordType type, String key) {
        return of(type.key()).stream()
                .filter(one -> one.key(type.keyField()).equals(Optional.of(key)))
                .findFirst();
    }

    @Override
    public List<GovernedRecord> referring(RecordType type, String through, String key) {
        return of(type.key()).stream()
                .filter(one -> one.key(through).equals(Optional.of(key)))
                .toList();
    }
}
