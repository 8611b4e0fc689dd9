package nembar.server.desk;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import nembar.core.text.Words;
import nembar.server.http.Paging;
import nembar.server.store.Page;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps since when findings stand, and which are done. */
@Service
public class DeskHistory {
    private static final Duration KEPT_FOR = Duration.ofDays(30);

    /** What is kept as the application of what is about none of them. */
    private static final String EVERYWHERE = "";

    private final EntityManager entities;
    private final Clock clock;

    DeskHistory(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /**
     * An item that does not stand any more.
     *
     * @param application empty for one of people or organisations in all of them
     * @param people keys of those it was about
     */
    record Done(
            String kind,
            Optional<String> application,
            String sentence,
            List<String> people,
            Instant since,
            Instant goneAt) {}

    /**
     * Takes in what stands of an application, or of people and organisations in all of them: what
     * stood before and is not among it is done.
     */
    @Transactional
    public void stands(Optional<String> of, Collection<DeskItem> items) {
        String application = of.orElse(EVERYWHERE);
        Instant now = clock.instant();
        Map<String, DeskItem> standing = new HashMap<>();
        items.forEach(one -> standing.put(one.id(), one));
        for (DeskSeenRow row : of(application)) {
            DeskItem still = standing.remove(row.item);
            if (still != null) {
                if (row.goneAt != null) {
                    row.since = now;
                    row.goneAt = null;
                }
                row.sentence = still.sentence();
            } else if (row.goneAt == null) {
                row.goneAt = now;
            } else if (row.goneAt.plus(KEPT_FOR).isBefore(now)) {
                entities.remove(row);
            }
        }
        standing.forEach((id, item) -> entities.persist(row(application, item, now)));
    }

    private List<DeskSeenRow> of(String application) {
        return entities.createQuery(
                        "from DeskSeenRow where application = :application", DeskSeenRow.class)
                .setParameter("application", application)
                .getResultList();
    }

    private static DeskSeenRow row(String application, DeskItem item, Instant now) {
        DeskSeenRow row = new DeskSeenRow();
        row.item = item.id();
        row.kind = Words.of(item.kind());
        row.application = application;
        row.sentence = item.sentence();
        row.people = String.join("\n", item.people());
        row.since = now;
        return row;
    }

    /** Since when some items stand, by their ids; those that are not kept are left out. */
    @Transactional(readOnly = true)
    public Map<String, Instant> since(Collection<String> items) {
        Map<String, Instant> since = new HashMap<>();
        entities.createQuery(
                        "select item, since from DeskSeenRow where goneAt is null and item in"
                                + " (:items)",
                        Object[].class)
                .setParameter("items", items)
                .getResultList()
                .forEach(row -> since.put((String) row[0], (Instant) row[1]));
        return since;
    }

    /** What is done, the last first, as far as somebody may see it. */
    @Transactional(readOnly = true)
    Page<Done> done(Predicate<Done> visible, int page, int size) {
        List<Done> all =
                entities
                        .createQuery(
                                "from DeskSeenRow where goneAt is not null order by goneAt desc,"
                                        + " item",
                                DeskSeenRow.class)
                        .getResultList()
                        .stream()
                        .map(
                                row ->
                                        new Done(
                                                row.kind,
                                                Optional.of(row.application)
                                                        .filter(key -> !key.equals(EVERYWHERE)),
                                                row.sentence,
                                                row.people.lines().toList(),
                                                row.since,
                                                row.goneAt))
                        .filter(visible)
                        .toList();
        return new Page<>(Paging.slice(all, page, size), all.size());
    }
}
