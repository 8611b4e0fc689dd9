package nembar.core.testing;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import nembar.core.answers.Counting;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;

/** Counts the records of a {@link Fleet}, one by one. */
public record FleetCounting(Fleet fleet) implements Counting {
    @Override
    public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
        Map<RecordSet, Long> counts = new HashMap<>();
        sets.forEach(set -> counts.put(set, in(type, set).count()));
        return counts;
    }

    @Override
    public List<String> examples(RecordType type, RecordSet set, int atMost) {
        return in(type, set)
                .map(record -> record.key(type.keyField()).orElseThrow())
                .sorted()
                .limit(atMost)
                .toList();
    }

    private Stream<GovernedRecord> in(RecordType type, RecordSet set) {
        return fleet.of(type.key()).stream().filter(one -> set.contains(one, type, fleet));
    }
}
