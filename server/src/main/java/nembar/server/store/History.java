package nembar.server.store;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import nembar.server.document.DocumentJson;
import org.springframework.stereotype.Component;

/**
 * Keeps what every element of a design, a catalogue and the directory was, and from when until
 * when, so that a past day is found by one query and everything since an edition by another.
 */
@Component
class History {
    private final EntityManager entities;

    History(EntityManager entities) {
        this.entities = entities;
    }

    /** One element in its new form, or, without one, gone. */
    record Turn(String kind, String key, double position, Object part) {}

    /** An element as it is since some edition; without a body, gone. */
    record Now(String scope, String kind, String key, String body) {}

    /** Ends the revisions of these elements and begins new ones; the others stay. */
    void write(String scope, List<Turn> turns, Instant at, long edition) {
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
                                .forEach(row -> row.endAt(at, edition)));
        // At most one revision of an element is open: the old ones end before the new ones begin.
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
                                                at,
                                                edition)));
    }

    /** Gives the open revisions of a kind other places, which changes nothing of what they say. */
    void place(String scope, String kind, Map<String, Double> places) {
        places.forEach(
                (key, place) ->
                        entities.createQuery(
                                        "update RevisionRow set position = :place where scope ="
                                                + " :scope and kind = :kind and key = :key and"
                                                + " validUntil is null")
                                .setParameter("place", place)
                                .setParameter("scope", scope)
                                .setParameter("kind", kind)
                                .setParameter("key", key)
                                .executeUpdate());
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

    /** When anything of some scopes began or ended within a time, the earliest first. */
    SortedSet<Instant> changedAt(
            Collection<String> scopes, Instant from, Instant until, int atMost) {
        TreeSet<Instant> changed = new TreeSet<>();
        for (String edge : List.of("validFrom", "validUntil")) {
            changed.addAll(
                    entities.createQuery(
                                    "select distinct "
                                            + edge
                                            + " as at from RevisionRow where scope in (:scopes) and "
                                            + edge
                                            + " > :from and "
                                            + edge
                                            + " < :until order by at",
                                    Instant.class)
                            .setParameter("scopes", scopes)
                            .setParameter("from", from)
                            .setParameter("until", until)
                            .setMaxResults(atMost)
                            .getResultList());
        }
        return changed;
    }

    /**
     * What became another at each instant within a time, as it was then, the earliest first.
     *
     * @param from left out, like until
     */
    SortedMap<Instant, List<Now>> between(Collection<String> scopes, Instant from, Instant until) {
        SortedMap<Instant, Map<List<String>, Now>> turns = new TreeMap<>();
        BiConsumer<Instant, Now> turned =
                (at, one) ->
                        turns.computeIfAbsent(at, any -> new LinkedHashMap<>())
                                .merge(
                                        List.of(one.scope(), one.kind(), one.key()),
                                        one,
                                        (known, next) -> next.body() == null ? known : next);
        Predicate<Instant> within = at -> at.isAfter(from) && at.isBefore(until);
        for (RevisionRow row :
                entities.createQuery(
                                "from RevisionRow where scope in (:scopes) and (validFrom > :from"
                                        + " and validFrom < :until or validUntil > :from and"
                                        + " validUntil < :until) order by position, id",
                                RevisionRow.class)
                        .setParameter("scopes", scopes)
                        .setParameter("from", from)
                        .setParameter("until", until)
                        .getResultList()) {
            boolean stood = row.until().filter(row.from()::equals).isEmpty();
            if (stood && within.test(row.from())) {
                turned.accept(row.from(), new Now(row.scope(), row.kind(), row.key(), row.body()));
            }
            row.until()
                    .filter(within)
                    .ifPresent(
                            at ->
                                    turned.accept(
                                            at, new Now(row.scope(), row.kind(), row.key(), null)));
        }
        SortedMap<Instant, List<Now>> between = new TreeMap<>();
        turns.forEach((at, some) -> between.put(at, List.copyOf(some.values())));
        return between;
    }

    /** When anything of a scope was there first. */
    Optional<Instant> began(String scope) {
        return Optional.ofNullable(
                entities.createQuery(
                                "select min(validFrom) from RevisionRow where scope = :scope",
                                Instant.class)
                        .setParameter("scope", scope)
                        .getSingleResult());
    }

    /** What an element was from an instant on; until the next one, or another. */
    record Past(String key, String body, Instant from, Optional<Instant> until) {
        private static Past of(RevisionRow row) {
            return new Past(row.key(), row.body(), row.from(), row.until());
        }
    }

    /** The last revisions of an element, the latest first. */
    List<Past> of(String scope, String kind, String key, int atMost) {
        return entities
                .createQuery(
                        "from RevisionRow where scope = :scope and kind = :kind and key = :key"
                                + " order by validFrom desc, id desc",
                        RevisionRow.class)
                .setParameter("scope", scope)
                .setParameter("kind", kind)
                .setParameter("key", key)
                .setMaxResults(atMost)
                .getResultList()
                .stream()
                .map(Past::of)
                .toList();
    }

    /** The last revisions whose list under a name has a text in it, the latest first. */
    List<Past> having(String scope, String kind, String list, String text, int atMost) {
        return entities
                .createQuery(
                        "from RevisionRow where scope = :scope and kind = :kind and"
                                + " function('jsonb_exists', function('jsonb_extract_path', body,"
                                + " :list), :text) = true order by validFrom desc, id desc",
                        RevisionRow.class)
                .setParameter("scope", scope)
                .setParameter("kind", kind)
                .setParameter("list", list)
                .setParameter("text", text)
                .setMaxResults(atMost)
                .getResultList()
                .stream()
                .map(Past::of)
                .toList();
    }

    /** Everything that has changed after the edition, as it is now, in the order of places. */
    List<Now> since(long edition) {
        Map<List<String>, Now> now = new LinkedHashMap<>();
        entities.createQuery(
                        "from RevisionRow where began > :edition or ended > :edition order by"
                                + " position, id",
                        RevisionRow.class)
                .setParameter("edition", edition)
                .getResultList()
                .forEach(
                        row -> {
                            List<String> which = List.of(row.scope(), row.kind(), row.key());
                            String body = row.open() ? row.body() : null;
                            Now known = now.get(which);
                            if (known == null || body != null) {
                                now.put(which, new Now(row.scope(), row.kind(), row.key(), body));
                            }
                        });
        return List.copyOf(now.values());
    }
}
