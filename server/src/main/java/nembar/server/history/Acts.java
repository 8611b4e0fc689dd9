package nembar.server.history;

import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.text.Words;
import nembar.server.http.Instants;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.securitylog.SecurityLog;
import nembar.server.store.Page;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps who did what to a person, a team, a unit or an account. */
@Service
public class Acts {
    private final EntityManager entities;
    private final Models models;
    private final SecurityLog log;
    private final Clock clock;

    Acts(EntityManager entities, Models models, SecurityLog log, Clock clock) {
        this.log = log;
        this.entities = entities;
        this.models = models;
        this.clock = clock;
    }

    /**
     * One act.
     *
     * @param who name of the person, or of the source, that did it
     */
    public record Act(Instant at, String who, String words) {}

    /**
     * Notes an act of a person, in the transaction at hand.
     *
     * @param actor key of the person that did it
     * @param kind person, team, unit or account
     * @param words what was done: "suspended"
     */
    @Transactional
    public void note(String actor, String kind, String key, String words) {
        note(Actor.Kind.PERSON, actor, kind, key, words);
    }

    /** Notes it unless the same was noted lately. */
    @Transactional
    public void noteOnce(String actor, String kind, String key, String words, Duration within) {
        if (lately(actor, kind, key, "words = :words", words, within) == 0) {
            note(actor, kind, key, words);
        }
    }

    /** Whether a person lately did to one what begins with these words. */
    @Transactional(readOnly = true)
    public boolean noted(String actor, String kind, String key, String words, Duration within) {
        return lately(actor, kind, key, "locate(:words, words) = 1", words, within) > 0;
    }

    /**
     * @param having the part of the query that compares the words
     */
    private long lately(
            String actor, String kind, String key, String having, String words, Duration within) {
        return entities.createQuery(
                        "select count(one) from ActRow one where kind = :kind and key = :key"
                                + " and actorKind = 'person' and actor = :actor and at > :since"
                                + " and "
                                + having,
                        Long.class)
                .setParameter("kind", kind)
                .setParameter("key", key)
                .setParameter("actor", actor)
                .setParameter("words", words)
                .setParameter("since", clock.instant().minus(within))
                .getSingleResult();
    }

    /** Notes an act of a person, a source or the program, in the transaction at hand. */
    @Transactional
    public void note(Actor actor, String kind, String key, String words) {
        note(actor.kind(), actor.source() ? actor.name() : actor.key(), kind, key, words);
    }

    private void note(Actor.Kind by, String actor, String kind, String key, String words) {
        ActRow row = new ActRow();
        row.at = clock.instant();
        row.actorKind = Words.of(by);
        row.actor = actor;
        row.kind = kind;
        row.key = key;
        row.words = words;
        entities.persist(row);
        log.note("act", "who", actor, "as", row.actorKind, "on", kind, "key", key, "did", words);
    }

    @Transactional
    public void noteAll(String actor, String kind, Collection<String> keys, String words) {
        keys.forEach(key -> note(actor, kind, key, words));
    }

    /** What was done to one, the last first. */
    @Transactional(readOnly = true)
    public List<Act> on(String kind, String key, int most) {
        Map<String, String> names = models.directory().personNames();
        return entities
                .createQuery(
                        "from ActRow where kind = :kind and key = :key order by at desc, id desc",
                        ActRow.class)
                .setParameter("kind", kind)
                .setParameter("key", key)
                .setMaxResults(most)
                .getResultList()
                .stream()
                .map(row -> new Act(row.at, name(names, row), row.words))
                .toList();
    }

    /**
     * Which acts are meant.
     *
     * @param search text that the words have; empty for any
     * @param person key of whom it was done to; empty for anybody and anything
     * @param author key of whoever did it; empty for anybody
     */
    public record Wanted(
            String search,
            String person,
            String author,
            Optional<Instant> from,
            Optional<Instant> until) {}

    /** An act, and what it was done to. */
    public record ActOn(String kind, String key, Act act) {}

    private static final String WANTED =
            " from ActRow where (:search = '' or locate(lower(:search), lower(words)) > 0)"
                    + " and (:person = '' or (kind = 'person' and key = :person))"
                    + " and (:author = '' or (actorKind = 'person' and actor = :author))"
                    + " and at >= :from and at < :until";

    /**
     * Acts, the last first.
     *
     * @param only by kind the keys of those that are meant; all of the kinds that are left out
     */
    @Transactional(readOnly = true)
    public Page<ActOn> find(Wanted wanted, Map<String, Set<String>> only, int page, int size) {
        Map<String, String> names = models.directory().personNames();
        StringBuilder where = new StringBuilder(WANTED);
        List<String> kinds = List.copyOf(only.keySet());
        for (int i = 0; i < kinds.size(); i++) {
            where.append(" and (kind <> :kind")
                    .append(i)
                    .append(" or key in (:keys")
                    .append(i)
                    .append("))");
        }
        List<ActOn> some =
                asked(
                                "select a"
                                        + where.toString().replace("from ActRow", "from ActRow a")
                                        + " order by at desc, id desc",
                                ActRow.class,
                                wanted,
                                only,
                                kinds)
                        .setFirstResult(Paging.offset(page, size))
                        .setMaxResults(size)
                        .getResultList()
                        .stream()
                        .map(
                                row ->
                                        new ActOn(
                                                row.kind,
                                                row.key,
                                                new Act(row.at, name(names, row), row.words)))
                        .toList();
        long total =
                asked("select count(*)" + where, Long.class, wanted, only, kinds).getSingleResult();
        return new Page<>(some, total);
    }

    private <T> TypedQuery<T> asked(
            String query,
            Class<T> of,
            Wanted wanted,
            Map<String, Set<String>> only,
            List<String> kinds) {
        TypedQuery<T> asked =
                entities.createQuery(query, of)
                        .setParameter("search", wanted.search())
                        .setParameter("person", wanted.person())
                        .setParameter("author", wanted.author())
                        .setParameter("from", wanted.from().orElse(Instants.EARLIEST))
                        .setParameter("until", wanted.until().orElse(Instants.LATEST));
        for (int i = 0; i < kinds.size(); i++) {
            asked.setParameter("kind" + i, kinds.get(i));
            asked.setParameter("keys" + i, only.get(kinds.get(i)));
        }
        return asked;
    }

    /** A source is named as one, whatever people are called. */
    private static String name(Map<String, String> names, ActRow row) {
        return switch (row.actorKind) {
            case "source" -> row.actor + " (source)";
            case "program" -> "Nembar";
            default -> names.getOrDefault(row.actor, row.actor);
        };
    }
}
