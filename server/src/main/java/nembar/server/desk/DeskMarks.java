package nembar.server.desk;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.history.Acts;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what is decided of items: set aside, or handed to a colleague. */
@Service
class DeskMarks {
    private final EntityManager entities;
    private final Acts acts;
    private final Clock clock;

    DeskMarks(EntityManager entities, Acts acts, Clock clock) {
        this.acts = acts;
        this.entities = entities;
        this.clock = clock;
    }

    /**
     * What is decided of an item.
     *
     * @param sentence what it said then
     * @param until empty for until it says something else
     * @param handedTo key of a colleague; empty where it is set aside
     */
    record Mark(
            String sentence,
            String reason,
            Optional<Instant> until,
            Optional<String> handedTo,
            String by,
            Instant at) {
        /** Whether it still counts for the item. */
        boolean counts(DeskItem item, Instant now) {
            return until.map(now::isBefore).orElse(sentence.equals(item.sentence()));
        }
    }

    @Transactional(readOnly = true)
    public Map<String, Mark> all() {
        Map<String, Mark> marks = new HashMap<>();
        entities.createQuery("from DeskMarkRow", DeskMarkRow.class)
                .getResultList()
                .forEach(
                        row ->
                                marks.put(
                                        row.item,
                                        new Mark(
                                                row.sentence,
                                                row.reason,
                                                Optional.ofNullable(row.until),
                                                Optional.ofNullable(row.handedTo),
                                                row.markedBy,
                                                row.markedAt)));
        return marks;
    }

    /** Decides of items, in the place of what was decided before. */
    @Transactional
    public void mark(
            Person me,
            Collection<DeskItem> items,
            String reason,
            Optional<Instant> until,
            Optional<String> handedTo) {
        for (DeskItem item : items) {
            DeskMarkRow row = new DeskMarkRow();
            row.item = item.id();
            row.sentence = item.sentence();
            row.reason = reason;
            row.until = until.orElse(null);
            row.handedTo = handedTo.orElse(null);
            row.markedBy = me.key();
            row.markedAt = clock.instant();
            entities.merge(row);
            note(
                    me,
                    item,
                    (handedTo.isPresent() ? "handed on from the Desk: " : "set aside on the Desk: ")
                            + item.sentence()
                            + (reason.isEmpty() ? "" : " (" + reason + ")"));
        }
    }

    /** Puts items back on the Desk. */
    @Transactional
    public void unmark(Person me, Collection<DeskItem> items) {
        for (DeskItem item : items) {
            DeskMarkRow row = entities.find(DeskMarkRow.class, item.id());
            if (row != null) {
                entities.remove(row);
                note(me, item, "put back on the Desk: " + item.sentence());
            }
        }
    }

    /** In the ledger, of the application that the item is about, or else of the people. */
    private void note(Person me, DeskItem item, String words) {
        if (item.application().isPresent()) {
            acts.note(me.key(), "application", item.application().get(), words);
        } else {
            acts.noteAll(me.key(), Subject.PERSON, item.people(), words);
        }
    }
}
