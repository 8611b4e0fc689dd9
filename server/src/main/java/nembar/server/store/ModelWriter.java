package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import nembar.core.catalogue.Application;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.directory.Attribute;
import nembar.core.directory.Edits;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;
import nembar.server.document.DesignDocument.AccountPart;
import nembar.server.document.DesignDocument.AttributePart;
import nembar.server.document.DesignDocument.PersonPart;
import nembar.server.document.DesignDocument.TeamPart;
import nembar.server.document.DesignDocument.UnitPart;
import nembar.server.document.DocumentChanges;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.store.History.Turn;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes what a command changes: its rows, and their revisions at the command's edition. Takes part
 * in the transaction at hand. Only the gate calls it.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class ModelWriter {
    private final EntityManager entities;
    private final History history;

    ModelWriter(EntityManager entities, History history) {
        this.entities = entities;
        this.history = history;
    }

    /**
     * Who changes something, for the record of commands.
     *
     * @param actorKind person, source or program
     */
    public record Entry(
            String actorKind,
            String actor,
            String actorName,
            String words,
            Collection<String> approvers) {}

    /**
     * Waits until nobody else changes anything, on any server, until this transaction ends.
     *
     * @return the edition that everything is at
     */
    public long lock() {
        return row().number;
    }

    private EditionRow row() {
        return entities.find(EditionRow.class, EditionRow.ONLY, LockModeType.PESSIMISTIC_WRITE);
    }

    /**
     * Writes the changes as of the edition after the one that is locked, and tells every server.
     *
     * @param moment from when on it counts
     * @return that edition
     */
    public long write(ChangeSet changes, Snapshot after, Entry entry, Instant moment) {
        EditionRow row = row();
        long edition = row.number + 1;
        row.number = edition;
        Instant at = moment.truncatedTo(ChronoUnit.MICROS);
        if (!changes.directory().none()) {
            row.directory = edition;
            history.write(ModelStore.DIRECTORY, directory(changes.directory()), at, edition);
        }
        changes.applications()
                .forEach(
                        (key, of) ->
                                history.write(
                                        key,
                                        application(of, after.models().get(key), edition),
                                        at,
                                        edition));
        CommandRow command = new CommandRow();
        command.edition = edition;
        command.at = at;
        command.actorKind = entry.actorKind();
        command.actor = entry.actor();
        command.actorName = entry.actorName();
        command.words = entry.words();
        command.approvers = DocumentJson.text(entry.approvers());
        entities.persist(command);
        entities.createNativeQuery("select cast(pg_notify('nembar_edition', :edition) as text)")
                .setParameter("edition", Long.toString(edition))
                .getSingleResult();
        return edition;
    }

    private List<Turn> directory(Edits edits) {
        List<Turn> turns = new ArrayList<>();
        edits.attributes().ifPresent(some -> attributes(some, turns));
        put(
                "accounts",
                AccountRow.class,
                AccountRow::new,
                edits.accounts().stream().map(DocumentWriter::account).toList(),
                AccountPart::key,
                turns);
        put(
                "units",
                UnitRow.class,
                UnitRow::new,
                edits.units().stream().map(DocumentWriter::unit).toList(),
                UnitPart::key,
                turns);
        put(
                "teams",
                TeamRow.class,
                TeamRow::new,
                edits.teams().stream().map(DocumentWriter::team).toList(),
                TeamPart::key,
                turns);
        put(
                "people",
                PersonRow.class,
                PersonRow::new,
                edits.people().stream().map(DocumentWriter::person).toList(),
                PersonPart::key,
                turns);
        gone("accounts", AccountRow.class, edits.goneAccounts(), turns);
        gone("units", UnitRow.class, edits.goneUnits(), turns);
        gone("teams", TeamRow.class, edits.goneTeams(), turns);
        return turns;
    }

    private void attributes(List<Attribute> wanted, List<Turn> turns) {
        Map<String, AttributeRow> left = new LinkedHashMap<>();
        entities.createQuery("from AttributeRow order by position", AttributeRow.class)
                .getResultList()
                .forEach(row -> left.put(row.key(), row));
        double place = 1;
        for (Attribute one : wanted) {
            AttributeRow known = left.remove(one.key());
            AttributeRow row = known == null ? new AttributeRow() : known;
            AttributePart part = DocumentWriter.attribute(one);
            row.fill(part, place);
            if (known == null) {
                entities.persist(row);
            }
            turns.add(new Turn("attributes", one.key(), place, part));
            place++;
        }
        left.forEach(
                (key, row) -> {
                    entities.remove(row);
                    turns.add(new Turn("attributes", key, 0, null));
                });
    }

    private <P, R extends DirectoryRow<P>> void put(
            String kind,
            Class<R> rows,
            Supplier<R> blank,
            List<P> parts,
            Function<P, String> key,
            List<Turn> turns) {
        if (parts.isEmpty()) {
            return;
        }
        Map<String, R> known = new HashMap<>();
        entities.createQuery("from " + rows.getSimpleName() + " where key in (:keys)", rows)
                .setParameter("keys", parts.stream().map(key).toList())
                .getResultList()
                .forEach(row -> known.put(row.key(), row));
        Double last =
                entities.createQuery(
                                "select max(position) from " + rows.getSimpleName(), Double.class)
                        .getSingleResult();
        double next = last == null ? 1 : Math.floor(last) + 1;
        for (P part : parts) {
            R there = known.get(key.apply(part));
            R row = there == null ? blank.get() : there;
            double at = there == null ? next++ : there.position();
            row.fill(part, at);
            if (there == null) {
                entities.persist(row);
            } else {
                // Whoever has seen it before this edit has seen another version, whatever differs.
                entities.lock(row, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
            }
            turns.add(new Turn(kind, row.key(), at, part));
        }
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

    private List<Turn> application(ChangeSet.OfApplication of, AccessModel after, long edition) {
        String key = after.application().key();
        List<Turn> turns = new ArrayList<>();
        ApplicationRow known = entities.find(ApplicationRow.class, key);
        ApplicationRow row = known == null ? new ApplicationRow(key) : known;
        row.changedAt(edition);
        if (of.application().isPresent()) {
            Application application = of.application().get();
            row.fill(application.name(), application.zone().getId(), Words.of(application.state()));
            turns.add(
                    new Turn(
                            ModelStore.APPLICATION,
                            key,
                            0,
                            DocumentWriter.application(application)));
        }
        if (known == null) {
            entities.persist(row);
            entities.flush();
        }
        Map<ElementKind, Set<String>> touched = new LinkedHashMap<>();
        Changes.touched(of.changes())
                .forEach(
                        one ->
                                touched.computeIfAbsent(one.kind(), any -> new LinkedHashSet<>())
                                        .add(one.key()));
        touched.forEach(
                (kind, keys) ->
                        elements(
                                key,
                                ElementMapping.of(kind.list()),
                                after.elements(kind).stream().map(Element::key).toList(),
                                keys,
                                one ->
                                        after.element(kind, one)
                                                .map(DocumentChanges::element)
                                                .orElse(null),
                                turns));
        return turns;
    }

    /**
     * Writes elements of one kind.
     *
     * @param order keys of all elements of the kind, as they are afterwards
     * @param touched keys of those put or taken out
     * @param part the element's document form; null for one taken out
     */
    private void elements(
            String application,
            ElementMapping<?> mapping,
            List<String> order,
            Set<String> touched,
            Function<String, Map<String, Object>> part,
            List<Turn> turns) {
        if (touched.isEmpty()) {
            return;
        }
        Map<String, Double> known = new HashMap<>();
        entities.createQuery(
                        "select key, position from "
                                + mapping.rows().getSimpleName()
                                + " where application = :application",
                        Object[].class)
                .setParameter("application", application)
                .getResultList()
                .forEach(row -> known.put((String) row[0], (Double) row[1]));
        Set<String> put = new HashSet<>(touched);
        put.retainAll(Set.copyOf(order));
        Map<String, Double> places =
                Positions.of(known, order, put)
                        .orElseGet(() -> anew(application, mapping, order, known, put));
        for (String key : touched) {
            Map<String, Object> element = part.apply(key);
            StoredElement row = entities.find(mapping.rows(), application + "/" + key);
            if (element == null) {
                if (row != null) {
                    entities.remove(row);
                }
                turns.add(new Turn(mapping.kind(), key, 0, null));
                continue;
            }
            StoredElement filled = row == null ? mapping.blank().get() : row;
            filled.identify(application, key);
            filled.fill(mapping.nameOf(element), places.get(key), DocumentJson.text(element));
            if (row == null) {
                entities.persist(filled);
            }
            turns.add(new Turn(mapping.kind(), key, places.get(key), element));
        }
    }

    /** Places for all, where no room is left between two of them. */
    private Map<String, Double> anew(
            String application,
            ElementMapping<?> mapping,
            List<String> order,
            Map<String, Double> known,
            Set<String> put) {
        Map<String, Double> all = new LinkedHashMap<>();
        order.forEach(key -> all.put(key, all.size() + 1.0));
        Map<String, Double> staying = new LinkedHashMap<>(all);
        staying.keySet().retainAll(known.keySet());
        staying.keySet().removeAll(put);
        staying.forEach(
                (key, place) ->
                        entities.find(mapping.rows(), application + "/" + key).place(place));
        history.place(application, mapping.kind(), staying);
        return all;
    }
}
