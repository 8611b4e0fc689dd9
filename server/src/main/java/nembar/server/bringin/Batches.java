package nembar.server.bringin;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import nembar.core.directory.Person;
import nembar.server.bringin.EntryRow.Which;
import nembar.server.document.DocumentJson;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps batches and their rows. */
@Component
class Batches {
    /** What becomes of a row: empty for nothing yet. */
    static final String LEFT_OUT = "left out";

    static final String BRING_BACK = "bring back";

    private final EntityManager entities;
    private final Clock clock;
    private final Duration lease;
    private final String worker = UUID.randomUUID().toString();

    Batches(EntityManager entities, Clock clock, @Value("${nembar.jobs.lease}") Duration lease) {
        this.entities = entities;
        this.clock = clock;
        this.lease = lease;
    }

    /** A row as it is kept. */
    record Entry(int position, Map<String, String> cells, String person, String outcome) {}

    @Transactional
    public String create(Person me, String name, String state, Content content) {
        BatchRow row = new BatchRow();
        row.id = UUID.randomUUID().toString();
        row.author = me.key();
        row.name = name;
        row.state = state;
        row.content = DocumentJson.text(content);
        row.message = "";
        row.madeAt = clock.instant();
        row.changedAt = row.madeAt;
        entities.persist(row);
        return row.id;
    }

    /**
     * A batch of this author.
     *
     * @throws NotFound where there is none
     */
    @Transactional(readOnly = true)
    public BatchRow known(Person me, String id) {
        BatchRow row = entities.find(BatchRow.class, id);
        if (row == null || !row.author.equals(me.key()) || row.state.equals("discarded")) {
            throw new NotFound("batch", "There is nothing of yours here to go on with.");
        }
        return row;
    }

    @Transactional(readOnly = true)
    public BatchRow find(String id) {
        return entities.find(BatchRow.class, id);
    }

    @Transactional(readOnly = true)
    public List<BatchRow> of(Person me) {
        return entities.createQuery(
                        "from BatchRow where author = :author and state <> 'discarded' order by"
                                + " changedAt desc",
                        BatchRow.class)
                .setParameter("author", me.key())
                .setMaxResults(20)
                .getResultList();
    }

    @Transactional(readOnly = true)
    public List<Entry> entries(String id) {
        return entities
                .createQuery(
                        "from EntryRow where which.batch = :id order by which.position",
                        EntryRow.class)
                .setParameter("id", id)
                .getResultList()
                .stream()
                .map(row -> new Entry(row.which.position(), cells(row), row.person, row.outcome))
                .toList();
    }

    private static Map<String, String> cells(EntryRow row) {
        Map<String, String> cells = new LinkedHashMap<>();
        DocumentJson.object(row.cells).forEach((key, value) -> cells.put(key, (String) value));
        return cells;
    }

    /** Writes rows after those there are. */
    @Transactional
    public void append(String id, List<Map<String, String>> rows) {
        int next = size(id);
        for (Map<String, String> cells : rows) {
            EntryRow row = new EntryRow();
            row.which = new Which(id, next++);
            row.cells = DocumentJson.text(cells);
            row.outcome = "";
            entities.persist(row);
        }
    }

    private int size(String id) {
        Integer last =
                entities.createQuery(
                                "select max(which.position) from EntryRow where which.batch = :id",
                                Integer.class)
                        .setParameter("id", id)
                        .getSingleResult();
        return last == null ? 0 : last + 1;
    }

    /** Replaces all rows. */
    @Transactional
    public void replace(String id, List<Map<String, String>> rows) {
        entities.createQuery("delete from EntryRow where which.batch = :id")
                .setParameter("id", id)
                .executeUpdate();
        append(id, rows);
    }

    @Transactional
    public void change(String id, int position, Map<String, String> cells, String outcome) {
        EntryRow row = entities.find(EntryRow.class, new Which(id, position));
        if (row == null) {
            throw new NotFound("row", "There is no such row.");
        }
        if (cells != null) {
            row.cells = DocumentJson.text(cells);
        }
        if (outcome != null) {
            row.outcome = outcome;
        }
        entities.find(BatchRow.class, id).changedAt = clock.instant();
    }

    /** Notes what became of rows, in the transaction at hand. */
    @Transactional
    public void became(String id, Map<Integer, String> people, Map<Integer, String> outcomes) {
        outcomes.forEach(
                (position, outcome) -> {
                    EntryRow row = entities.find(EntryRow.class, new Which(id, position));
                    row.outcome = outcome;
                    row.person = people.get(position);
                });
    }

    @Transactional
    public void say(String id, long expected, Content content, String name) {
        BatchRow row = entities.find(BatchRow.class, id);
        if (row.version != expected) {
            throw new Overtaken(
                    "You have changed this in another window meanwhile. Load it again.");
        }
        row.content = DocumentJson.text(content);
        row.name = name;
        row.changedAt = clock.instant();
    }

    @Transactional
    public void content(String id, Content content) {
        entities.find(BatchRow.class, id).content = DocumentJson.text(content);
    }

    /**
     * Goes over to another state from one of those expected.
     *
     * @return whether it did
     */
    @Transactional
    public boolean go(String id, List<String> from, String to, String message) {
        BatchRow row = entities.find(BatchRow.class, id);
        if (!from.contains(row.state)) {
            return false;
        }
        row.state = to;
        row.message = message;
        row.changedAt = clock.instant();
        return true;
    }

    @Transactional
    public void progress(String id, int done, int total) {
        entities.createQuery("update BatchRow set done = :done, total = :total where id = :id")
                .setParameter("done", done)
                .setParameter("total", total)
                .setParameter("id", id)
                .executeUpdate();
    }

    /**
     * Takes work on a batch for this server, or holds on to it; another takes it over when this one
     * has not done so for a while.
     *
     * @return whether it is this server's now
     */
    @Transactional
    public boolean lease(String id) {
        return entities.createQuery(
                                "update BatchRow set worker = :me, leasedUntil = :until where id ="
                                        + " :id and state in ('reading', 'sending') and (worker is"
                                        + " null or worker = :me or leasedUntil is null or"
                                        + " leasedUntil < :now)")
                        .setParameter("me", worker)
                        .setParameter("until", clock.instant().plus(lease))
                        .setParameter("now", clock.instant())
                        .setParameter("id", id)
                        .executeUpdate()
                == 1;
    }

    /** Batches that nobody works on any more, though they are not through. */
    @Transactional(readOnly = true)
    public List<BatchRow> abandoned() {
        return entities.createQuery(
                        "from BatchRow where state in ('reading', 'sending') and (leasedUntil is"
                                + " null or leasedUntil < :now) and changedAt < :old",
                        BatchRow.class)
                .setParameter("now", clock.instant())
                .setParameter("old", clock.instant().minus(lease))
                .getResultList();
    }

    static Content content(BatchRow row) {
        return DocumentJson.element(row.content, Content.class);
    }
}
