package nembar.server.drafts;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.answers.Counting;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/**
 * Numbers of records that were counted for one version of a draft, and serve for the next, which
 * mostly speaks of the same sets. For a minute only: the records go on changing.
 */
final class CarriedCounts {
    private static final Duration SERVE_FOR = Duration.ofMinutes(1);

    private final Instant from;
    private final Map<RecordType, Map<RecordSet, Long>> known = new ConcurrentHashMap<>();

    CarriedCounts(Instant from) {
        this.from = from;
    }

    boolean serve(Instant now) {
        return now.isBefore(from.plus(SERVE_FOR));
    }

    /** Lets go of them where they serve no longer. */
    void forget(Instant now) {
        if (!serve(now)) {
            known.clear();
        }
    }

    /** Counts what is not known yet, and keeps it. */
    Counting over(Counting counting) {
        return new Counting() {
            @Override
            public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                Map<RecordSet, Long> of =
                        known.computeIfAbsent(type, any -> new ConcurrentHashMap<>());
                Map<RecordSet, Long> counts = new HashMap<>();
                Set<RecordSet> fresh = new LinkedHashSet<>();
                for (RecordSet set : sets) {
                    Long number = of.get(set);
                    if (number == null) {
                        fresh.add(set);
                    } else {
                        counts.put(set, number);
                    }
                }
                if (!fresh.isEmpty()) {
                    Map<RecordSet, Long> counted = counting.count(type, fresh);
                    of.putAll(counted);
                    counts.putAll(counted);
                }
                return counts;
            }

            @Override
            public List<String> examples(RecordType type, RecordSet set, int atMost) {
                return counting.examples(type, set, atMost);
            }
        };
    }
}
