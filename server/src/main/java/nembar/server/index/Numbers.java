package nembar.server.index;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Counting;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.server.index.RecordIndexes.Indexed;
import nembar.server.records.Records;
import nembar.server.records.Records.Counts;

/**
 * The numbers of one answer: told by the record index where that has them and they need not be
 * exact, else counted in the database of the application.
 */
public final class Numbers implements Counting {
    private final Records records;
    private final RecordIndexes indexes;
    private final AccessModel model;
    private final boolean exact;
    private Optional<Instant> asOf = Optional.empty();

    /**
     * @param model whose records; also one that is only thought of
     * @param exact whether they are counted also where the index of the application has the numbers
     */
    public Numbers(Records records, RecordIndexes indexes, AccessModel model, boolean exact) {
        this.records = records;
        this.indexes = indexes;
        this.model = model;
        this.exact = exact;
    }

    /** All numbers of a type, in one scan at most. */
    public Counts of(RecordType type, Collection<RecordSet> sets) {
        Optional<Indexed> indexed = exact ? Optional.empty() : indexes.count(model, type, sets);
        if (indexed.isEmpty()) {
            return records.count(model.application().key(), type, sets);
        }
        Instant at = indexed.get().asOf();
        asOf = Optional.of(asOf.filter(at::isAfter).orElse(at));
        return indexed.get().counts();
    }

    /** The instant that the oldest of them are of; empty where all were counted. */
    public Optional<Instant> asOf() {
        return asOf;
    }

    @Override
    public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
        return of(type, sets).of(sets);
    }

    @Override
    public List<String> examples(RecordType type, RecordSet set, int atMost) {
        return records.keys(model.application().key(), type, set, atMost);
    }
}
