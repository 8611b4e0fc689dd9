package nembar.server.sources;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import nembar.server.document.DocumentJson;
import nembar.server.http.NotFound;
import nembar.server.session.Tokens;
import nembar.server.sources.SourcedRow.Which;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps sources, and which person and team came from which. */
@Service
public class Sources {
    public static final String SCIM = "scim";
    public static final String LDAP = "ldap";

    /** A table of an application. */
    public static final String APPLICATION = "application";

    public static final String PERSON = "person";
    public static final String TEAM = "team";

    private final EntityManager entities;
    private final Tokens tokens;
    private final Clock clock;

    Sources(EntityManager entities, Tokens tokens, Clock clock) {
        this.entities = entities;
        this.tokens = tokens;
        this.clock = clock;
    }

    /**
     * A source.
     *
     * @param kind scim, ldap or application
     * @param settings what it needs to be reached, and {@code owns}: the fields of a person that it
     *     has the say of
     * @param keeper key of whoever answers for it: it may do no more than they may
     * @param lastRun what the last run came to, in words; empty where there was none
     */
    public record Source(
            String id,
            String kind,
            String name,
            Map<String, Object> settings,
            String madeBy,
            String keeper,
            Instant madeAt,
            Optional<Instant> lastRunAt,
            String lastRun,
            long version) {
        /** What it may do: operations on people, and {@code teams}; all where nothing is said. */
        public Set<String> rights() {
            return settings.get("rights") instanceof List<?> list
                    ? new TreeSet<>(list.stream().map(String::valueOf).toList())
                    : new TreeSet<>(RIGHTS);
        }

        /** Fields of a person that only the source changes. */
        public Set<String> owns() {
            return settings.get("owns") instanceof List<?> list
                    ? new TreeSet<>(list.stream().map(String::valueOf).toList())
                    : Set.of();
        }
    }

    /** Everything that a source can be given the right to. */
    public static final List<String> RIGHTS =
            List.of("create", "change", "suspend", "invite", "teams");

    /** Where something came from, and what it is called there. */
    public record Origin(String source, Optional<String> externalId) {}

    /** A source that sends a token, and the key of whoever made that. */
    public record Knock(Source source, String tokenMadeBy) {}

    @Transactional(readOnly = true)
    public List<Source> all() {
        return entities
                .createQuery("from SourceRow order by kind, name, id", SourceRow.class)
                .getResultList()
                .stream()
                .map(Sources::source)
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Source> find(String id) {
        return Optional.ofNullable(entities.find(SourceRow.class, id)).map(Sources::source);
    }

    /**
     * @throws NotFound for none of that id
     */
    @Transactional(readOnly = true)
    public Source known(String id) {
        return find(id).orElseThrow(() -> new NotFound("source", "There is no such source."));
    }

    @Transactional
    public Source create(String kind, String name, Map<String, Object> settings, String by) {
        SourceRow row = new SourceRow();
        row.id = UUID.randomUUID().toString();
        row.kind = kind;
        row.name = name;
        row.settings = DocumentJson.text(settings);
        row.madeBy = by;
        row.keeper = by;
        row.madeAt = clock.instant();
        row.lastRun = "";
        entities.persist(row);
        return source(row);
    }

    @Transactional
    public Source change(String id, String name, Map<String, Object> settings) {
        SourceRow row = entities.find(SourceRow.class, id);
        row.name = name;
        String given = DocumentJson.text(settings);
        if (!DocumentJson.same(row.settings, given)) {
            row.settings = given;
        }
        return source(row);
    }

    /** Somebody answers for the source from now on. */
    @Transactional
    public Source keep(String id, String keeper) {
        SourceRow row = entities.find(SourceRow.class, id);
        row.keeper = keeper;
        return source(row);
    }

    /** Forgets a source: its people and teams stay, and are edited by hand from now on. */
    @Transactional
    public void remove(String id) {
        entities.createQuery("delete from SourcedRow where source = :id")
                .setParameter("id", id)
                .executeUpdate();
        entities.remove(entities.find(SourceRow.class, id));
    }

    /**
     * Takes a run upon this server, where there was none since an instant.
     *
     * @return whether no other server has taken it
     */
    @Transactional
    public boolean claim(String id, Instant due) {
        return entities.createQuery(
                                "update SourceRow set lastRunAt = :now where id = :id and"
                                        + " (lastRunAt is null or lastRunAt < :due)")
                        .setParameter("now", clock.instant())
                        .setParameter("id", id)
                        .setParameter("due", due)
                        .executeUpdate()
                == 1;
    }

    /** Notes what a run came to. */
    @Transactional
    public void ran(String id, String words) {
        SourceRow row = entities.find(SourceRow.class, id);
        row.lastRunAt = clock.instant();
        row.lastRun = words;
    }

    private static Source source(SourceRow row) {
        return new Source(
                row.id,
                row.kind,
                row.name,
                DocumentJson.object(row.settings),
                row.madeBy,
                row.keeper,
                row.madeAt,
                Optional.ofNullable(row.lastRunAt),
                row.lastRun,
                row.version);
    }

    /** The source that a token is of; empty for one nobody knows, or that is not good any more. */
    public Optional<Knock> byToken(String value) {
        return tokens.find(value)
                .flatMap(
                        token ->
                                token.source()
                                        .flatMap(this::find)
                                        .map(source -> new Knock(source, token.keeper())));
    }

    /** Where one came from; empty for what was made by hand. */
    @Transactional(readOnly = true)
    public Optional<Origin> originOf(String kind, String key) {
        return Optional.ofNullable(entities.find(SourcedRow.class, new Which(kind, key)))
                .map(Sources::origin);
    }

    /** Where many came from, by key; those made by hand are left out. */
    @Transactional(readOnly = true)
    public Map<String, Origin> originsOf(String kind, Collection<String> keys) {
        Map<String, Origin> origins = new HashMap<>();
        if (!keys.isEmpty()) {
            entities.createQuery(
                            "from SourcedRow where which.kind = :kind and which.key in (:keys)",
                            SourcedRow.class)
                    .setParameter("kind", kind)
                    .setParameter("keys", keys)
                    .getResultList()
                    .forEach(row -> origins.put(row.which.key(), origin(row)));
        }
        return origins;
    }

    /** What came from a source, by key. */
    @Transactional(readOnly = true)
    public Map<String, Origin> of(String kind, String source) {
        Map<String, Origin> origins = new HashMap<>();
        entities.createQuery(
                        "from SourcedRow where which.kind = :kind and source = :source",
                        SourcedRow.class)
                .setParameter("kind", kind)
                .setParameter("source", source)
                .getResultList()
                .forEach(row -> origins.put(row.which.key(), origin(row)));
        return origins;
    }

    /** Marks one as coming from a source, in the transaction at hand. */
    @Transactional
    public void mark(String kind, String key, String source, Optional<String> externalId) {
        Which which = new Which(kind, key);
        SourcedRow row = entities.find(SourcedRow.class, which);
        if (row == null) {
            row = new SourcedRow();
            row.which = which;
            row.madeAt = clock.instant();
            row.source = source;
            row.externalId = externalId.orElse(null);
            entities.persist(row);
        } else {
            row.source = source;
            row.externalId = externalId.orElse(null);
        }
    }

    @Transactional
    public void unmark(String kind, String key) {
        SourcedRow row = entities.find(SourcedRow.class, new Which(kind, key));
        if (row != null) {
            entities.remove(row);
        }
    }

    private static Origin origin(SourcedRow row) {
        return new Origin(row.source, Optional.ofNullable(row.externalId));
    }
}
