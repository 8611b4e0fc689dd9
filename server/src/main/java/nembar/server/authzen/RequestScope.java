package nembar.server.authzen;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.records.RelatedRecords;

/**
 * What the evaluations of one request share: a past moment is read once, however often it is meant,
 * and the records are read together. For one thread.
 */
final class RequestScope {
    private final Moments moments;
    private final Records records;
    private final Map<List<Object>, Moment> past = new HashMap<>();
    private final Map<AccessModel, RelatedRecords> related = new HashMap<>();
    private final Map<String, List<String>> wanted = new HashMap<>();

    RequestScope(Moments moments, Records records) {
        this.moments = moments;
        this.records = records;
    }

    /**
     * @param at empty for now
     */
    Moment moment(String application, Optional<Instant> at) {
        return at.isEmpty()
                ? moments.now(application)
                : past.computeIfAbsent(
                        List.of(application, at.get()), any -> moments.of(application, at));
    }

    /** Says that a record will be asked for, whatever application it is of. */
    void want(String recordType, String key) {
        wanted.computeIfAbsent(recordType, any -> new ArrayList<>()).add(key);
    }

    Optional<GovernedRecord> record(AccessModel model, RecordType type, String key) {
        return related(model).record(type, key);
    }

    /** The records of an application, with those above and below them. */
    RelatedRecords related(AccessModel model) {
        return related.computeIfAbsent(model, this::reading);
    }

    private RelatedRecords reading(AccessModel model) {
        RelatedRecords reading = records.relatives(model);
        wanted.forEach(
                (key, records) ->
                        model.catalogue()
                                .recordType(key)
                                .ifPresent(
                                        type -> records.forEach(one -> reading.want(type, one))));
        return reading;
    }
}
