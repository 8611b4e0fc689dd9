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
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.server.document.ChangePart;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.ApplicationPart;
import nembar.server.document.DesignDocument.AttributePart;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DesignDocument.DesignPart;
import nembar.server.document.DesignDocument.DirectoryPart;
import nembar.server.document.DesignDocument.PersonPart;
import nembar.server.document.DocumentJson;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** Reads what is published: whole, as of a past instant, and what has changed since an edition. */
@Service
public class ModelStore {
    /** The version of what is not there. */
    public static final long ABSENT = -1;

    /** The scope under which the history keeps what all applications share. */
    static final String DIRECTORY = "";

    static final String APPLICATION = "application";

    private static final String ATTRIBUTES = "attributes";

    private final EntityManager entities;
    private final History history;

    ModelStore(EntityManager entities, History history) {
        this.entities = entities;
        this.history = history;
    }

    /** By which editions an application and the directory were changed last. */
    public record Edition(long application, long directory) {}

    /**
     * The numbers of the editions, as they are at one moment.
     *
     * @param number at which everything is
     * @param applications by application, the edition that changed it last
     */
    public record Editions(long number, long directory, Map<String, Long> applications) {
        public Edition of(String application) {
            return new Edition(applications.getOrDefault(application, 0L), directory);
        }
    }

    /** Everything that is published; each document's directory is the same. */
    public record Stored(
            DirectoryPart directory, Map<String, DesignDocument> documents, Editions editions) {}

    /**
     * What became of a directory.
     *
     * @param put the parts that were put; attributes always whole
     * @param gone accounts, units and teams that were taken out, by kind
     */
    public record DirectoryTurn(DirectoryPart put, Map<String, Set<String>> gone) {}

    /**
     * What has changed since an edition.
     *
     * @param documents those of applications that have changed, whole
     */
    public record Since(
            DirectoryTurn directory, Map<String, DesignDocument> documents, Editions editions) {}

    /**
     * What became another at an instant.
     *
     * @param application empty where that stayed as it was
     */
    public record Step(
            Instant at,
            Optional<ApplicationPart> application,
            DirectoryTurn directory,
            List<ChangePart> changes) {}

    /**
     * What was published of an application between two instants.
     *
     * @param begin the first of them, or when the application came, where that was later
     */
    public record Past(Instant begin, DesignDocument first, List<Step> steps) {}

    /** The elements of one kind, as a past instant had them or as they are. */
    private interface Parts {
        <P> List<P> of(ElementMapping<P> mapping);
    }

    /**
     * Numbers that tell whether anything has changed.
     *
     * @param edition that everything is at
     * @param tokens moved by each token that is made, renewed or ended
     */
    public record Numbers(long edition, long tokens) {}

    /**
     * The numbers as they are now. One statement is a transaction of its own, and none is begun.
     */
    public Numbers numbers() {
        return entities.createQuery(
                        "select edition.number, tokens.number from EditionRow edition,"
                                + " TokenEditionRow tokens",
                        Numbers.class)
                .getSingleResult();
    }

    private Editions editions() {
        EditionRow row = entities.find(EditionRow.class, EditionRow.ONLY);
        Map<String, Long> applications = new LinkedHashMap<>();
        applications().forEach(one -> applications.put(one.key(), one.version()));
        return new Editions(row.number, row.directory, applications);
    }

    private List<ApplicationRow> applications() {
        return entities.createQuery("from ApplicationRow order by key", ApplicationRow.class)
                .getResultList();
    }

    /** Everything, as it is at one moment. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Stored readAll() {
        DirectoryPart directory = directory();
        Map<String, DesignDocument> all = new LinkedHashMap<>();
        applications().forEach(row -> all.put(row.key(), document(row, directory)));
        return new Stored(directory, all, editions());
    }

    /** What somebody was in the directory from an instant on. */
    public record PersonPast(PersonPart part, Instant from) {}

    /** From when until when a team named somebody; without an end, it still does. */
    public record TeamPast(String team, Instant from, Optional<Instant> until) {}

    /** What somebody was in the directory, the latest first. */
    @Transactional(readOnly = true)
    public List<PersonPast> pastOf(String person, int atMost) {
        return history.of(DIRECTORY, "people", person, atMost).stream()
                .map(
                        one ->
                                new PersonPast(
                                        DocumentJson.element(one.body(), PersonPart.class),
                                        one.from()))
                .toList();
    }

    /** The teams that name or named somebody, as often as these were changed, the latest first. */
    @Transactional(readOnly = true)
    public List<TeamPast> teamsOf(String person, int atMost) {
        return history.having(DIRECTORY, "teams", "members", person, atMost).stream()
                .map(one -> new TeamPast(one.key(), one.from(), one.until()))
                .toList();
    }

    /**
     * When an application's catalogue or design, or the directory, became another within a time;
     * the earliest first.
     */
    @Transactional(readOnly = true)
    public SortedSet<Instant> changedAt(
            String application, Instant from, Instant until, int atMost) {
        return history.changedAt(List.of(application, DIRECTORY), from, until, atMost);
    }

    /** What has changed after the edition, as it is at one moment. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Since since(long edition) {
        List<History.Now> since = history.since(edition);
        Set<String> changed = new TreeSet<>();
        since.stream().map(History.Now::scope).forEach(changed::add);
        DirectoryTurn turn =
                directoryTurn(
                        all(AttributeRow.class).stream().map(AttributeRow::part).toList(), since);
        DirectoryPart none = new DirectoryPart(null, null, null, null, null);
        Map<String, DesignDocument> documents = new LinkedHashMap<>();
        applications().stream()
                .filter(row -> changed.contains(row.key()))
                .forEach(row -> documents.put(row.key(), document(row, none)));
        return new Since(turn, documents, editions());
    }

    private static DirectoryTurn directoryTurn(
            Collection<AttributePart> attributes, List<History.Now> some) {
        Map<String, List<String>> put = new HashMap<>();
        Map<String, Set<String>> gone = new HashMap<>();
        some.stream()
                .filter(one -> one.scope().equals(DIRECTORY))
                .forEach(
                        one -> {
                            if (one.body() == null) {
                                gone.computeIfAbsent(one.kind(), any -> new TreeSet<>())
                                        .add(one.key());
                            } else {
                                put.computeIfAbsent(one.kind(), any -> new ArrayList<>())
                                        .add(one.body());
                            }
                        });
        return new DirectoryTurn(directory(List.copyOf(attributes), put), gone);
    }

    /**
     * What was published of an application between two instants, read once; empty where it was not
     * there yet.
     */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Optional<Past> between(String application, Instant from, Instant until) {
        Optional<Instant> begin =
                history.began(application)
                        .map(at -> at.isAfter(from) ? at : from)
                        .filter(at -> at.isBefore(until));
        return begin.flatMap(at -> readAt(application, at))
                .map(first -> past(application, begin.get(), first, until));
    }

    private Past past(String application, Instant begin, DesignDocument first, Instant until) {
        Map<String, AttributePart> attributes = new LinkedHashMap<>();
        first.directory().attributes().forEach(one -> attributes.put(one.key(), one));
        List<Step> steps = new ArrayList<>();
        history.between(List.of(application, DIRECTORY), begin, until)
                .forEach((at, turns) -> steps.add(step(at, turns, attributes)));
        return new Past(begin, first, steps);
    }

    /**
     * @param attributes as they were before; brought to what they were then
     */
    private static Step step(
            Instant at, List<History.Now> turns, Map<String, AttributePart> attributes) {
        Optional<ApplicationPart> application = Optional.empty();
        List<ChangePart> changes = new ArrayList<>();
        for (History.Now one : turns) {
            if (one.scope().equals(DIRECTORY)) {
                if (one.kind().equals(ATTRIBUTES)) {
                    attributes.remove(one.key());
                    Optional.ofNullable(one.body())
                            .map(body -> DocumentJson.element(body, AttributePart.class))
                            .ifPresent(part -> attributes.put(part.key(), part));
                }
            } else if (one.kind().equals(APPLICATION)) {
                application =
                        Optional.ofNullable(one.body())
                                .map(body -> DocumentJson.element(body, ApplicationPart.class));
            } else {
                changes.add(
                        one.body() == null
                                ? ChangePart.remove(one.kind(), one.key())
                                : ChangePart.put(one.kind(), DocumentJson.object(one.body())));
            }
        }
        return new Step(at, application, directoryTurn(attributes.values(), turns), changes);
    }

    /**
     * An application's whole document as it was published at an instant; empty before its first.
     */
    @Transactional(readOnly = true)
    public Optional<DesignDocument> readAt(String application, Instant at) {
        Map<String, List<String>> bodies = history.read(application, at);
        Map<String, List<String>> shared = history.read(DIRECTORY, at);
        return bodies.getOrDefault(APPLICATION, List.of()).stream()
                .findFirst()
                .map(body -> DocumentJson.element(body, ApplicationPart.class))
                .map(
                        part ->
                                document(
                                        part,
                                        directory(
                                                past(shared, ATTRIBUTES, AttributePart.class),
                                                shared),
                                        new Parts() {
                                            @Override
                                            public <P> List<P> of(ElementMapping<P> mapping) {
                                                return past(bodies, mapping.kind(), mapping.part());
                                            }
                                        }));
    }

    private static DirectoryPart directory(
            List<AttributePart> attributes, Map<String, List<String>> bodies) {
        return new DirectoryPart(
                attributes,
                past(bodies, "accounts", DesignDocument.AccountPart.class),
                past(bodies, "units", DesignDocument.UnitPart.class),
                past(bodies, "teams", DesignDocument.TeamPart.class),
                past(bodies, "people", DesignDocument.PersonPart.class));
    }

    private static <P> List<P> past(Map<String, List<String>> bodies, String kind, Class<P> part) {
        return bodies.getOrDefault(kind, List.of()).stream()
                .map(body -> DocumentJson.element(body, part))
                .toList();
    }

    private DesignDocument document(ApplicationRow row, DirectoryPart directory) {
        return document(
                new ApplicationPart(row.key(), row.name(), row.timeZone(), row.state()),
                directory,
                new Parts() {
                    @Override
                    public <P> List<P> of(ElementMapping<P> mapping) {
                        return rowsOf(mapping, row.key()).stream()
                                .map(one -> DocumentJson.element(one.body(), mapping.part()))
                                .toList();
                    }
                });
    }

    private static DesignDocument document(
            ApplicationPart application, DirectoryPart directory, Parts parts) {
        return new DesignDocument(
                DesignDocument.FORMAT,
                application,
                new CataloguePart(
                        parts.of(ElementMapping.AREAS),
                        parts.of(ElementMapping.RECORD_TYPES),
                        parts.of(ElementMapping.FUNCTIONS)),
                directory,
                new DesignPart(
                        parts.of(ElementMapping.SETS),
                        parts.of(ElementMapping.ROLES),
                        parts.of(ElementMapping.ASSIGNMENTS),
                        parts.of(ElementMapping.SHARING_RULES),
                        parts.of(ElementMapping.DIRECT_SHARES),
                        parts.of(ElementMapping.ACCOUNT_FILTERS),
                        parts.of(ElementMapping.FIELD_FILTERS),
                        parts.of(ElementMapping.DELEGATIONS),
                        parts.of(ElementMapping.EXPECTATIONS),
                        parts.of(ElementMapping.SEAT_POOLS)));
    }

    /** The directory, which all applications share. */
    @Transactional(readOnly = true)
    public DirectoryPart directory() {
        return new DirectoryPart(
                all(AttributeRow.class).stream().map(AttributeRow::part).toList(),
                all(AccountRow.class).stream().map(AccountRow::part).toList(),
                all(UnitRow.class).stream().map(UnitRow::part).toList(),
                all(TeamRow.class).stream().map(TeamRow::part).toList(),
                all(PersonRow.class).stream().map(PersonRow::part).toList());
    }

    private List<? extends StoredElement> rowsOf(ElementMapping<?> mapping, String application) {
        return entities.createQuery(
                        "from "
                                + mapping.rows().getSimpleName()
                                + " where application = :application order by position",
                        mapping.rows())
                .setParameter("application", application)
                .getResultList();
    }

    /** Versions of what is in the directory, by key, for those who will edit it. */
    @Transactional(readOnly = true)
    public Map<String, Long> versionsOf(String kind, Set<String> keys) {
        Map<String, Long> versions = new LinkedHashMap<>();
        entities.createQuery(
                        "select key, version from "
                                + rowsOf(kind).getSimpleName()
                                + " where key in (:keys)",
                        Object[].class)
                .setParameter("keys", keys)
                .getResultList()
                .forEach(row -> versions.put((String) row[0], (Long) row[1]));
        return versions;
    }

    /** The version of one; {@link #ABSENT} for none. */
    @Transactional(readOnly = true)
    public long versionOf(ElementRef element) {
        return versionsOf(element.kind(), Set.of(element.key()))
                .getOrDefault(element.key(), ABSENT);
    }

    private static Class<?> rowsOf(String kind) {
        return switch (kind) {
            case "person" -> PersonRow.class;
            case "team" -> TeamRow.class;
            case "unit" -> UnitRow.class;
            default -> AccountRow.class;
        };
    }

    private <E> List<E> all(Class<E> rows) {
        return entities.createQuery("from " + rows.getSimpleName() + " order by position", rows)
                .getResultList();
    }
}
