package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.persistence.OptimisticLockException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import nembar.core.directory.Account;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.server.document.DocumentWriter;
import nembar.server.store.History.Turn;
import nembar.server.store.ModelStore.Edition;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes only what an act changes of the directory: its rows, and their revisions. Takes part in
 * the transaction at hand.
 */
@Service
public class Turning {
    private final EntityManager entities;
    private final History history;

    Turning(EntityManager entities, History history) {
        this.entities = entities;
        this.history = history;
    }

    /** The editions of all models at one moment. */
    public record Editions(Map<String, Long> applications, long directory) {
        public Edition of(String application) {
            return new Edition(applications.get(application), directory);
        }
    }

    /**
     * Writes the edits.
     *
     * @param expected what the directory must still be
     * @param versions what some people must still be, by key
     * @throws OptimisticLockException when somebody else has written since
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(Edits edits, long expected, Map<String, Long> versions, Instant moment) {
        DirectoryState state = entities.find(DirectoryState.class, DirectoryState.ONLY);
        if (state.version() != expected) {
            throw new OptimisticLockException("directory");
        }
        entities.lock(state, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
        Instant at = moment.truncatedTo(ChronoUnit.MICROS);
        List<Turn> turns = new ArrayList<>();
        put(
                "accounts",
                AccountRow.class,
                edits.accounts(),
                Account::key,
                AccountRow::position,
                (row, account, position) -> {
                    AccountRow filled = row == null ? new AccountRow() : row;
                    filled.fill(DocumentWriter.account(account), position);
                    return filled;
                },
                DocumentWriter::account,
                turns);
        put(
                "units",
                UnitRow.class,
                edits.units(),
                Unit::key,
                UnitRow::position,
                (row, unit, position) -> {
                    UnitRow filled = row == null ? new UnitRow() : row;
                    filled.fill(DocumentWriter.unit(unit), position);
                    return filled;
                },
                DocumentWriter::unit,
                turns);
        put(
                "teams",
                TeamRow.class,
                edits.teams(),
                Team::key,
                TeamRow::position,
                (row, team, position) -> {
                    TeamRow filled = row == null ? new TeamRow() : row;
                    filled.fill(DocumentWriter.team(team), position);
                    return filled;
                },
                DocumentWriter::team,
                turns);
        put(
                "people",
                PersonRow.class,
                edits.people(),
                Person::key,
                PersonRow::position,
                (row, person, position) -> {
                    if (row != null && !row.version(versions.get(person.key()))) {
                        throw new OptimisticLockException(person.key());
                    }
                    PersonRow filled = row == null ? new PersonRow() : row;
                    filled.fill(DocumentWriter.person(person), position);
                    return filled;
                },
                DocumentWriter::person,
                turns);
        gone("accounts", AccountRow.class, edits.goneAccounts(), turns);
        gone("units", UnitRow.class, edits.goneUnits(), turns);
        gone("teams", TeamRow.class, edits.goneTeams(), turns);
        history.turn(ModelStore.DIRECTORY, turns, at);
    }

    /** The editions as they are now. */
    @Transactional(readOnly = true)
    public Editions editions() {
        Map<String, Long> applications = new LinkedHashMap<>();
        entities.createQuery("from ApplicationRow", ApplicationRow.class)
                .getResultList()
                .forEach(row -> applications.put(row.key(), row.version()));
        return new Editions(
                applications, entities.find(DirectoryState.class, DirectoryState.ONLY).version());
    }

    /** What the person must still be when they are written again; 0 for nobody. */
    @Transactional(readOnly = true)
    public long versionOf(String person) {
        PersonRow row = entities.find(PersonRow.class, person);
        return row == null ? 0 : row.version();
    }

    /** The same for many at once, by key. */
    @Transactional(readOnly = true)
    public Map<String, Long> versionsOf(Set<String> people) {
        Map<String, Long> versions = new LinkedHashMap<>();
        entities.createQuery(
                        "select key, version from PersonRow where key in (:keys)", Object[].class)
                .setParameter("keys", people)
                .getResultList()
                .forEach(row -> versions.put((String) row[0], (Long) row[1]));
        return versions;
    }

    /** Versions of teams, by key. */
    @Transactional(readOnly = true)
    public Map<String, Long> versionsOfTeams() {
        Map<String, Long> versions = new LinkedHashMap<>();
        entities.createQuery("select key, version from TeamRow", Object[].class)
                .getResultList()
                .forEach(row -> versions.put((String) row[0], (Long) row[1]));
        return versions;
    }

    private interface Filling<R, T> {
        R fill(R row, T element, int position);
    }

    private <R, T> void put(
            String kind,
            Class<R> rows,
            List<T> elements,
            Function<T, String> key,
            ToIntFunction<R> position,
            Filling<R, T> fill,
            Function<T, Object> part,
            List<Turn> turns) {
        if (elements.isEmpty()) {
            return;
        }
        Map<String, R> known = new LinkedHashMap<>();
        BiFunction<String, List<String>, List<R>> read =
                (query, keys) ->
                        entities.createQuery(query, rows)
                                .setParameter("keys", keys)
                                .getResultList();
        read.apply(
                        "from " + rows.getSimpleName() + " where key in (:keys)",
                        elements.stream().map(key).toList())
                .forEach(row -> known.put(keyOf(row), row));
        Integer last =
                entities.createQuery(
                                "select max(position) from " + rows.getSimpleName(), Integer.class)
                        .getSingleResult();
        int next = last == null ? 0 : last + 1;
        for (T element : elements) {
            R row = known.get(key.apply(element));
            int place = row == null ? next++ : position.applyAsInt(row);
            R filled = fill.fill(row, element, place);
            if (row == null) {
                entities.persist(filled);
            }
            turns.add(new Turn(kind, key.apply(element), place, part.apply(element)));
        }
    }

    private static String keyOf(Object row) {
        if (row instanceof PersonRow person) {
            return person.key();
        }
        if (row instanceof TeamRow team) {
            return team.key();
        }
        return row instanceof UnitRow unit ? unit.key() : ((AccountRow) row).key();
    }

    private <R> void gone(String kind, Class<R> rows, Set<String> keys, List<Turn> turns) {
        for (String key : keys) {
            R row = entities.find(rows, key);
            if (row != null) {
                entities.remove(row);
                turns.add(new Turn(kind, key, 0, null));
            }
        }
    }
}
