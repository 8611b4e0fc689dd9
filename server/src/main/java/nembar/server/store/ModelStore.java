package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.persistence.OptimisticLockException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
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
    private final EntityManager entities;

    ModelStore(EntityManager entities) {
        this.entities = entities;
    }

    /** A stored document and what it must still be when it is written again. */
    public record Stored(DesignDocument document, Edition edition) {}

    /** Counts the changes of an application and of the directory. */
    public record Edition(long application, long directory) {}

    /** Every application's whole document, by key; the directory is read once for all of them. */
    @Transactional(readOnly = true)
    public Map<String, Stored> readAll() {
        DirectoryPart directory = directory();
        DirectoryState state = entities.find(DirectoryState.class, DirectoryState.ONLY);
        Map<String, Stored> all = new LinkedHashMap<>();
        entities.createQuery("from ApplicationRow order by key", ApplicationRow.class)
                .getResultList()
                .forEach(row -> all.put(row.key(), stored(row, directory, state)));
        return all;
    }

    private Stored stored(ApplicationRow row, DirectoryPart directory, DirectoryState state) {
        CataloguePart catalogue =
                new CataloguePart(
                        parts(AreaRow.class, row, DesignDocument.AreaPart.class),
                        parts(RecordTypeRow.class, row, DesignDocument.RecordTypePart.class),
                        parts(FunctionRow.class, row, DesignDocument.FunctionPart.class));
        DesignPart design =
                new DesignPart(
                        parts(PrivilegeSetRow.class, row, DesignDocument.SetPart.class),
                        parts(RoleRow.class, row, DesignDocument.RolePart.class),
                        parts(AssignmentRow.class, row, DesignDocument.AssignmentPart.class),
                        parts(AccountFilterRow.class, row, DesignDocument.AccountFilterPart.class),
                        parts(FieldFilterRow.class, row, DesignDocument.FieldFilterPart.class));
        return new Stored(
                new DesignDocument(
                        DesignDocument.FORMAT,
                        new ApplicationPart(row.key(), row.name(), row.timeZone()),
                        catalogue,
                        directory,
                        design),
                new Edition(row.version(), state.version()));
    }

    /** The directory, which all applications share. */
    @Transactional(readOnly = true)
    public DirectoryPart directory() {
        return new DirectoryPart(
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
        if (document.directory() != null) {
            entities.lock(state, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
            writeDirectory(document.directory());
        }
        writeCatalogue(row, document.catalogue());
        writeDesign(row, document.design());
    }

    private void writeDirectory(DirectoryPart part) {
        replace(
                AccountRow.class,
                AccountRow::new,
                AccountRow::key,
                part.accounts(),
                DesignDocument.AccountPart::key,
                AccountRow::fill);
        replace(
                UnitRow.class,
                UnitRow::new,
                UnitRow::key,
                part.units(),
                DesignDocument.UnitPart::key,
                UnitRow::fill);
        replace(
                TeamRow.class,
                TeamRow::new,
                TeamRow::key,
                part.teams(),
                DesignDocument.TeamPart::key,
                TeamRow::fill);
        replace(
                PersonRow.class,
                PersonRow::new,
                PersonRow::key,
                part.people(),
                DesignDocument.PersonPart::key,
                PersonRow::fill);
    }

    private void writeCatalogue(ApplicationRow row, CataloguePart part) {
        elements(
                row,
                AreaRow.class,
                AreaRow::new,
                part.areas(),
                DesignDocument.AreaPart::key,
                DesignDocument.AreaPart::name);
        elements(
                row,
                RecordTypeRow.class,
                RecordTypeRow::new,
                part.recordTypes(),
                DesignDocument.RecordTypePart::key,
                DesignDocument.RecordTypePart::singular);
        elements(
                row,
                FunctionRow.class,
                FunctionRow::new,
                part.functions(),
                DesignDocument.FunctionPart::key,
                DesignDocument.FunctionPart::name);
    }

    private void writeDesign(ApplicationRow row, DesignPart part) {
        elements(
                row,
                PrivilegeSetRow.class,
                PrivilegeSetRow::new,
                part.privilegeSets(),
                DesignDocument.SetPart::key,
                DesignDocument.SetPart::name);
        elements(
                row,
                RoleRow.class,
                RoleRow::new,
                part.roles(),
                DesignDocument.RolePart::key,
                DesignDocument.RolePart::name);
        elements(
                row,
                AssignmentRow.class,
                AssignmentRow::new,
                part.assignments(),
                DesignDocument.AssignmentPart::key,
                DesignDocument.AssignmentPart::key);
        elements(
                row,
                AccountFilterRow.class,
                AccountFilterRow::new,
                part.accountFilters(),
                DesignDocument.AccountFilterPart::key,
                DesignDocument.AccountFilterPart::name);
        elements(
                row,
                FieldFilterRow.class,
                FieldFilterRow::new,
                part.fieldFilters(),
                DesignDocument.FieldFilterPart::key,
                DesignDocument.FieldFilterPart::name);
    }

    private <E extends Element, P> List<P> parts(
            Class<E> rows, ApplicationRow application, Class<P> part) {
        return rowsOf(rows, application).stream()
                .map(row -> DocumentJson.element(row.body(), part))
                .toList();
    }

    private <E extends Element> List<E> rowsOf(Class<E> rows, ApplicationRow application) {
        return entities.createQuery(
                        "from "
                                + rows.getSimpleName()
                                + " where application = :application order by position",
                        rows)
                .setParameter("application", application.key())
                .getResultList();
    }

    private <E extends Element, P> void elements(
            ApplicationRow application,
            Class<E> rows,
            Supplier<E> blank,
            List<P> parts,
            Function<P, String> keyOf,
            Function<P, String> nameOf) {
        replace(
                rowsOf(rows, application),
                () -> blank.get(),
                Element::key,
                parts,
                keyOf,
                (row, part, position) -> {
                    row.identify(application.key(), keyOf.apply(part));
                    row.fill(nameOf.apply(part), position, DocumentJson.text(part));
                });
    }

    private <E, P> void replace(
            Class<E> rows,
            Supplier<E> blank,
            Function<E, String> keyOfRow,
            List<P> parts,
            Function<P, String> keyOfPart,
            Filling<E, P> fill) {
        replace(all(rows), blank, keyOfRow, parts, keyOfPart, fill);
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
