package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import nembar.server.document.ChangePart;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.ApplicationPart;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DesignDocument.DesignPart;
import nembar.server.document.DesignDocument.DirectoryPart;
import nembar.server.document.DocumentJson;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads and writes applications, the directory and designs, whole, each in one transaction. */
@Service
public class ModelStore {
    /** The scope under which the history keeps what all applications share. */
    static final String DIRECTORY = "";

    private static final String APPLICATION = "application";

    private final EntityManager entities;
    private final History history;
    private final Clock clock;

    ModelStore(EntityManager entities, History history, Clock clock) {
        this.entities = entities;
        this.history = history;
        this.clock = clock;
    }

    /** A stored document and what it must still be when it is written again. */
    public record Stored(DesignDocument document, Edition edition) {}

    /** Counts the changes of an application and of the directory. */
    public record Edition(long application, long directory) {}

    /** The elements of one kind, as a past instant had them or as they are. */
    private interface Parts {
        <P> List<P> of(Kept<P> kept);
    }

    /** Every application's whole document, by key; the directory is read once for all of them. */
    @Transactional(readOnly = true)
    public Map<String, Stored> readAll() {
        DirectoryPart directory = directory();
        DirectoryState state = entities.find(DirectoryState.class, DirectoryState.ONLY);
        Map<String, Stored> all = new LinkedHashMap<>();
        entities.createQuery("from ApplicationRow order by key", ApplicationRow.class)
                .getResultList()
                .forEach(
                        row ->
                                all.put(
                                        row.key(),
                                        new Stored(
                                                document(row, directory),
                                                new Edition(row.version(), state.version()))));
        return all;
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
                                        new DirectoryPart(
                                                past(
                                                        shared,
                                                        "attributes",
                                                        DesignDocument.AttributePart.class),
                                                past(
                                                        shared,
                                                        "accounts",
                                                        DesignDocument.AccountPart.class),
                                                past(
                                                        shared,
                                                        "units",
                                                        DesignDocument.UnitPart.class),
                                                past(
                                                        shared,
                                                        "teams",
                                                        DesignDocument.TeamPart.class),
                                                past(
                                                        shared,
                                                        "people",
                                                        DesignDocument.PersonPart.class)),
                                        new Parts() {
                                            @Override
                                            public <P> List<P> of(Kept<P> kept) {
                                                return past(bodies, kept.kind(), kept.part());
                                            }
                                        }));
    }

    private static <P> List<P> past(Map<String, List<String>> bodies, String kind, Class<P> part) {
        return bodies.getOrDefault(kind, List.of()).stream()
                .map(body -> DocumentJson.element(body, part))
                .toList();
    }

    private DesignDocument document(ApplicationRow row, DirectoryPart directory) {
        return document(
                new ApplicationPart(row.key(), row.name(), row.timeZone()),
                directory,
                new Parts() {
                    @Override
                    public <P> List<P> of(Kept<P> kept) {
                        return rowsOf(kept, row.key()).stream()
                                .map(one -> DocumentJson.element(one.body(), kept.part()))
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
                        parts.of(Kept.AREAS),
                        parts.of(Kept.RECORD_TYPES),
                        parts.of(Kept.FUNCTIONS)),
                directory,
                new DesignPart(
                        parts.of(Kept.SETS),
                        parts.of(Kept.ROLES),
                        parts.of(Kept.ASSIGNMENTS),
                        parts.of(Kept.SHARING_RULES),
                        parts.of(Kept.DIRECT_SHARES),
                        parts.of(Kept.ACCOUNT_FILTERS),
                        parts.of(Kept.FIELD_FILTERS),
                        parts.of(Kept.DELEGATIONS),
                        parts.of(Kept.EXPECTATIONS)));
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

    /**
     * Writes a checked document: all of it or nothing. The directory is left as it is where the
     * document has none.
     *
     * @param expected what the stored document must still be; empty for whatever it is
     * @throws OptimisticLockException when somebody else has written since
     */
    @Transactional
    public void write(DesignDocument document, Optional<Edition> expected) {
        write(document, expected, clock.instant());
    }

    /**
     * The same, as of an instant that is not before any earlier one.
     *
     * @param at from when on it counts as published
     */
    @Transactional
    public void write(DesignDocument document, Optional<Edition> expected, Instant at) {
        String key = document.application().key();
        ApplicationRow row = entities.find(ApplicationRow.class, key);
        DirectoryState state = entities.find(DirectoryState.class, DirectoryState.ONLY);
        Edition now = new Edition(row == null ? 0 : row.version(), state.version());
        if (expected.isPresent() && !expected.get().equals(now)) {
            throw new OptimisticLockException(key);
        }
        if (row == null) {
            row = new ApplicationRow(key);
            row.fill(document.application().name(), document.application().timeZone());
            entities.persist(row);
            entities.flush();
        } else {
            row.fill(document.application().name(), document.application().timeZone());
            entities.lock(row, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
        }
        Instant from = at.truncatedTo(ChronoUnit.MICROS);
        if (document.directory() != null) {
            entities.lock(state, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
            writeDirectory(document.directory());
            history.write(DIRECTORY, parts(document.directory()), from);
        }
        Map<String, Map<String, Object>> parts = new LinkedHashMap<>();
        parts.put(APPLICATION, Map.of(key, document.application()));
        for (Kept<?> kept : Kept.ALL) {
            writeElements(key, kept, document);
            parts.put(kept.kind(), kept.byKey(document));
        }
        history.write(key, parts, from);
    }

    /**
     * Writes only what the changes of a design put and remove.
     *
     * @param expected what the application must still be
     * @throws OptimisticLockException when somebody else has written since
     */
    @Transactional
    public void write(String application, List<ChangePart> changes, long expected, Instant at) {
        ApplicationRow row = entities.find(ApplicationRow.class, application);
        if (row == null || row.version() != expected) {
            throw new OptimisticLockException(application);
        }
        entities.lock(row, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
        Map<String, Integer> next = new HashMap<>();
        List<History.Turn> turns = new ArrayList<>();
        for (ChangePart change : changes) {
            turns.add(turn(application, change, next));
        }
        history.turn(application, turns, at.truncatedTo(ChronoUnit.MICROS));
    }

    private History.Turn turn(String application, ChangePart change, Map<String, Integer> next) {
        String kind = change.put() != null ? change.put() : change.remove();
        Kept<?> kept = Kept.of(kind);
        String key = change.put() != null ? (String) change.element().get("key") : change.key();
        Element row = entities.find(kept.rows(), application + "/" + key);
        if (change.put() == null) {
            entities.remove(row);
            return new History.Turn(kind, key, 0, null);
        }
        int position = row != null ? row.position() : place(kept, application, next);
        Element filled = row == null ? kept.blank().get() : row;
        filled.identify(application, key);
        filled.fill(kept.nameOf(change.element()), position, DocumentJson.text(change.element()));
        if (row == null) {
            entities.persist(filled);
        }
        return new History.Turn(kind, key, position, change.element());
    }

    /** The place after the last one, for an element that comes. */
    private int place(Kept<?> kept, String application, Map<String, Integer> next) {
        int place = next.computeIfAbsent(kept.kind(), any -> lastOf(kept, application) + 1);
        next.put(kept.kind(), place + 1);
        return place;
    }

    private int lastOf(Kept<?> kept, String application) {
        Integer last =
                entities.createQuery(
                                "select max(position) from "
                                        + kept.rows().getSimpleName()
                                        + " where application = :application",
                                Integer.class)
                        .setParameter("application", application)
                        .getSingleResult();
        return last == null ? -1 : last;
    }

    private static Map<String, Map<String, Object>> parts(DirectoryPart directory) {
        Map<String, Map<String, Object>> parts = new LinkedHashMap<>();
        parts.put("attributes", byKey(directory.attributes(), DesignDocument.AttributePart::key));
        parts.put("accounts", byKey(directory.accounts(), DesignDocument.AccountPart::key));
        parts.put("units", byKey(directory.units(), DesignDocument.UnitPart::key));
        parts.put("teams", byKey(directory.teams(), DesignDocument.TeamPart::key));
        parts.put("people", byKey(directory.people(), DesignDocument.PersonPart::key));
        return parts;
    }

    private static <P> Map<String, Object> byKey(List<P> parts, Function<P, String> key) {
        Map<String, Object> byKey = new LinkedHashMap<>();
        parts.forEach(part -> byKey.put(key.apply(part), part));
        return byKey;
    }

    private void writeDirectory(DirectoryPart part) {
        replace(
                all(AttributeRow.class),
                AttributeRow::new,
                AttributeRow::key,
                part.attributes(),
                DesignDocument.AttributePart::key,
                AttributeRow::fill);
        replace(
                all(AccountRow.class),
                AccountRow::new,
                AccountRow::key,
                part.accounts(),
                DesignDocument.AccountPart::key,
                AccountRow::fill);
        replace(
                all(UnitRow.class),
                UnitRow::new,
                UnitRow::key,
                part.units(),
                DesignDocument.UnitPart::key,
                UnitRow::fill);
        replace(
                all(TeamRow.class),
                TeamRow::new,
                TeamRow::key,
                part.teams(),
                DesignDocument.TeamPart::key,
                TeamRow::fill);
        replace(
                all(PersonRow.class),
                PersonRow::new,
                PersonRow::key,
                part.people(),
                DesignDocument.PersonPart::key,
                PersonRow::fill);
    }

    private <P> void writeElements(String application, Kept<P> kept, DesignDocument document) {
        List<Element> rows = List.copyOf(rowsOf(kept, application));
        replace(
                rows,
                () -> kept.blank().get(),
                Element::key,
                kept.list().apply(document),
                kept.key(),
                (row, part, position) -> {
                    row.identify(application, kept.key().apply(part));
                    row.fill(kept.name().apply(part), position, DocumentJson.text(part));
                });
    }

    private List<? extends Element> rowsOf(Kept<?> kept, String application) {
        return entities.createQuery(
                        "from "
                                + kept.rows().getSimpleName()
                                + " where application = :application order by position",
                        kept.rows())
                .setParameter("application", application)
                .getResultList();
    }

    /** Changes rows that stay, adds those that come, removes those that go. */
    private <E, P> void replace(
            List<E> existing,
            Supplier<E> blank,
            Function<E, String> keyOfRow,
            List<P> parts,
            Function<P, String> keyOfPart,
            Filling<E, P> fill) {
        Map<String, E> left = new LinkedHashMap<>();
        existing.forEach(row -> left.put(keyOfRow.apply(row), row));
        int position = 0;
        for (P part : parts) {
            E row = left.remove(keyOfPart.apply(part));
            boolean fresh = row == null;
            E filled = fresh ? blank.get() : row;
            fill.fill(filled, part, position++);
            if (fresh) {
                entities.persist(filled);
            }
        }
        left.values().forEach(entities::remove);
    }

    private <E> List<E> all(Class<E> rows) {
        return entities.createQuery("from " + rows.getSimpleName() + " order by position", rows)
                .getResultList();
    }

    private interface Filling<E, P> {
        void fill(E row, P part, int position);
    }
}
