package nembar.server.store;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.document.DocumentJson;
import org.springframework.stereotype.Component;

/**
 * Keeps what every element of a design, a catalogue and the directory was, and from when until
 * when, so that a past day is found by one query and without replaying anything.
 */
@Component
class History {
    private final EntityManager entities;

    History(EntityManager entities) {
        this.entities = entities;
    }

    /** Ends the revisions that differ from what is published now, and begins those that are new. */
    void write(String scope, Map<String, Map<String, Object>> parts, Instant at) {
        Map<String, RevisionRow> open = new HashMap<>();
        entities.createQuery(
                        "from RevisionRow where scope = :scope and validUntil is null",
                        RevisionRow.class)
                .setParameter("scope", scope)
                .getResultList()
                .forEach(row -> open.put(row.kind() + " " + row.key(), row));
        List<RevisionRow> begun = new ArrayList<>();
        parts.forEach(
                (kind, byKey) -> {
                    int position = 0;
                    for (Map.Entry<String, Object> part : byKey.entrySet()) {
                        String body = DocumentJson.text(part.getValue());
                        RevisionRow known = open.remove(kind + " " + part.getKey());
                        boolean same =
                                known != null
                                        && known.position() == position
                                        && DocumentJson.same(known.body(), body);
                        if (!same) {
                            if (known != null) {
                                known.endAt(at);
                            }
                            begun.add(
                                    new RevisionRow(
                                            scope, kind, part.getKey(), position, body, at));
                        }
                        position++;
                    }
                });
        open.values().forEach(row -> row.endAt(at));
        // At most one revision of an element is open: the old ones end before the new ones begin.
        entities.flush();
        begun.forEach(entities::persist);
    }

    /** The bodies of one scope that had the instant, by kind, in their order. */
    Map<String, List<String>> read(String scope, Instant at) {
        Map<String, List<String>> bodies = new HashMap<>();
        entities.createQuery(
                        "from RevisionRow where scope = :scope and validFrom <= :at"
                                + " and (validUntil is null or validUntil > :at)"
                                + " order by kind, position",
                        RevisionRow.class)
                .setParameter("scope", scope)
                .setParameter("at", at)
                .getResultList()
                .forEach(
                        row ->
                                bodies.computeIfAbsent(row.kind(), any -> new ArrayList<>())
                                        .add(row.body()));
        return bodies;
    }
}
