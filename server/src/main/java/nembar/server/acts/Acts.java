package nembar.server.acts;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps who did what to a person, a team, a unit or an organisation. */
@Service
public class Acts {
    private final EntityManager entities;
    private final Models models;
    private final Clock clock;

    Acts(EntityManager entities, Models models, Clock clock) {
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

    /** The same of whoever acts. */
    @Transactional
    public void note(Actor actor, String kind, String key, String words) {
        note(actor.kind(), actor.source() ? actor.name() : actor.key(), kind, key, words);
    }

    private void note(Actor.Kind by, String actor, String kind, String key, String words) {
        ActRow row = new ActRow();
        row.at = clock.instant();
        row.actorKind = by.name().toLowerCase(Locale.ROOT);
        row.actor = actor;
        row.kind = kind;
        row.key = key;
        row.words = words;
        entities.persist(row);
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

    /** A source is named as one, whatever people are called. */
    private static String name(Map<String, String> names, ActRow row) {
        return switch (row.actorKind) {
            case "source" -> row.actor + " (source)";
            case "program" -> "Nembar";
            default -> names.getOrDefault(row.actor, row.actor);
        };
    }
}
