package nembar.server.store;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
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

    /** One element in its new form, or, without one, gone. */
    record Turn(String kind, String key, int position, Object part) {}

    /** The same for some elements only; the others stay as they were. */
    void turn(String scope, List<Turn> turns, Instant at) {
        Map<String, List<Turn>> byKind = new LinkedHashMap<>();
        turns.forEach(one -> byKind.computeIfAbsent(one.kind(), any -> new ArrayList<>()).add(one));
        byKind.forEach(
                (kind, some) ->
                        entities.createQuery(
                                        "from RevisionRow where scope = :scope and kind = :kind"
                                                + " and key in (:keys) and validUntil is null",
                                        RevisionRow.class)
                                .setParameter("scope", scope)
                                .setParameter("kind", kind)
                                .setParameter("keys", some.stream().map(Turn::key).toList())
                                .getResultList()
                                .forEach(row -> row.endAt(at)));
        entities.flush();
        turns.stream()
                .filter(one -> one.part() != null)
                .forEach(
                        one ->
                                entities.persist(
                                        new RevisionRow(
                                                scope,
                                                one.kind(),
                                                one.key(),
                                                one.position(),
                                                DocumentJson.text(one.part()),
                                                at)));
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
