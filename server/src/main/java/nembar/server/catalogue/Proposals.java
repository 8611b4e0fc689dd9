package nembar.server.catalogue;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.schema.Proposal;
import nembar.core.schema.ProposedTable;
import nembar.core.schema.Table;
import nembar.core.schema.TableColumn;
import nembar.core.schema.Use;
import nembar.core.text.Wording;
import nembar.core.text.Words;
import nembar.server.applications.DesignImport;
import nembar.server.connections.SchemaReader;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.AreaPart;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DesignDocument.FieldPart;
import nembar.server.document.DesignDocument.RecordTypePart;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What is proposed for the tables of an application, what has been decided of them so far, and what
 * has been taken into the catalogue. The proposal is worked out anew from the database each time;
 * only decisions are kept.
 */
@Service
class Proposals {
    private static final int DECISIONS_AT_MOST = 5_000;

    private final Models models;
    private final Governance governance;
    private final ApplicationSetup setup;
    private final SchemaReader reader;
    private final DesignImport imports;
    private final EntityManager entities;
    private final Clock clock;

    Proposals(
            Models models,
            Governance governance,
            ApplicationSetup setup,
            SchemaReader reader,
            DesignImport imports,
            EntityManager entities,
            Clock clock) {
        this.models = models;
        this.governance = governance;
        this.setup = setup;
        this.reader = reader;
        this.imports = imports;
        this.entities = entities;
        this.clock = clock;
    }

    /** What is decided of a table. */
    enum Decision {
        OPEN,
        TAKEN,
        LEFT
    }

    /**
     * A table and what is proposed for it.
     *
     * @param table schema and name as SQL writes them
     * @param comment what the database's makers say of it; empty where they say nothing
     * @param rows about how many there are
     * @param columns their names
     * @param recommended whether it had better be governed
     * @param why it seems to be what it is said to be, as a clause
     * @param recordType what it would be in the catalogue, as it was changed last; left out where
     *     it is nothing of its own there
     * @param reasons for parts of the record type, by {@code /key}, {@code /title}, {@code
     *     /parent}, {@code /person}, {@code /team}, {@code /unit}, {@code /account} and by field
     * @param left columns that no field can have, with the reason
     * @param more of a governed table: fields that its record type has not
     * @param keys what could tell its records apart, each as a field
     */
    record TableProposed(
            String table,
            @OneOf(Table.Kind.class) String kind,
            String comment,
            Optional<Long> rows,
            List<String> columns,
            @OneOf(Use.class) String use,
            boolean recommended,
            String why,
            Optional<RecordTypePart> recordType,
            Map<String, String> reasons,
            Map<String, String> left,
            List<FieldPart> more,
            List<FieldPart> keys,
            @OneOf(Decision.class) String decision) {}

    /** All that is proposed; areas are those that are there already and those that would be. */
    record ProposalShown(List<AreaPart> areas, List<TableProposed> tables) {}

    /**
     * What is decided of a table.
     *
     * @param recordType as it is to be taken; left out for as it is proposed
     */
    record TableDecision(
            String table, @OneOf(Decision.class) String decision, RecordTypePart recordType) {}

    /** How many record types were taken into the catalogue. */
    record TakenTypes(int recordTypes) {}

    ProposalShown proposal(Person me, String application) {
        AccessModel model = models.model(application);
        governance.requireOnApplication(me, "change", application);
        Proposal proposal = proposed(model);
        Map<String, DecisionRow> decided = decided(application);
        return new ProposalShown(
                areas(model, proposal.areas()),
                proposal.tables().stream()
                        .map(
                                one ->
                                        shown(
                                                one,
                                                Optional.ofNullable(
                                                        decided.get(one.table().name().text()))))
                        .toList());
    }

    private Proposal proposed(AccessModel model) {
        String application = model.application().key();
        return Proposal.of(
                reader.read(setup.known(application).connection()),
                model.application(),
                model.catalogue(),
                model.directory());
    }

    private static List<AreaPart> areas(AccessModel model, List<Area> proposed) {
        Map<String, AreaPart> areas = new LinkedHashMap<>();
        model.catalogue().areas().forEach(one -> areas.put(one.key(), DocumentWriter.area(one)));
        proposed.forEach(one -> areas.putIfAbsent(one.key(), DocumentWriter.area(one)));
        return List.copyOf(areas.values());
    }

    private static TableProposed shown(ProposedTable one, Optional<DecisionRow> decided) {
        Table table = one.table();
        return new TableProposed(
                table.name().text(),
                Words.of(table.kind()),
                table.comment().orElse(""),
                table.rows(),
                table.columns().stream().map(TableColumn::name).toList(),
                Words.of(one.use()),
                one.use().recommended(),
                one.why(),
                decided.flatMap(Proposals::part)
                        .or(() -> one.recordType().map(DocumentWriter::recordType)),
                one.reasons(),
                one.left(),
                one.more().stream().map(DocumentWriter::field).toList(),
                one.keys().stream().map(DocumentWriter::field).toList(),
                decided.map(row -> row.decision).orElse(Words.of(Decision.OPEN)));
    }

    private static Optional<RecordTypePart> part(DecisionRow row) {
        return Optional.ofNullable(row.recordType)
                .map(json -> DocumentJson.element(json, RecordTypePart.class));
    }

    private Map<String, DecisionRow> decided(String application) {
        return entities
                .createQuery("from DecisionRow where application = :key", DecisionRow.class)
                .setParameter("key", application)
                .getResultList()
                .stream()
                .collect(Collectors.toMap(row -> row.tableName, Function.identity()));
    }

    /** Tables of which it is decided that nobody governs them. */
    Set<TableName> left(String application) {
        return decided(application).values().stream()
                .filter(row -> row.decision.equals(Words.of(Decision.LEFT)))
                .map(row -> TableName.of(row.tableName))
                .collect(Collectors.toSet());
    }

    /** Keeps what is decided of tables; open ones are to be decided again. */
    @Transactional
    public void decide(Person me, String application, List<TableDecision> some) {
        models.model(application);
        governance.requireOnApplication(me, "change", application);
        if (some.size() > DECISIONS_AT_MOST) {
            throw new BadRequest("", "At most " + DECISIONS_AT_MOST + " tables at once.");
        }
        Map<String, DecisionRow> decided = decided(application);
        for (TableDecision one : some) {
            if (one == null) {
                throw new BadRequest("", "Say of each which table it is, and what is decided.");
            }
            String table = table(one.table());
            Decision decision = decision(one.decision());
            DecisionRow row = decided.get(table);
            if (decision == Decision.OPEN && one.recordType() == null) {
                if (row != null) {
                    entities.remove(decided.remove(table));
                }
                continue;
            }
            boolean first = row == null;
            if (first) {
                row = new DecisionRow();
                row.application = application;
                row.tableName = table;
            }
            row.decision = Words.of(decision);
            row.recordType = one.recordType() == null ? null : kept(one.recordType(), table);
            row.decidedBy = me.key();
            row.decidedAt = clock.instant();
            if (first) {
                entities.persist(row);
                decided.put(table, row);
            }
        }
    }

    private static String table(String text) {
        try {
            return TableName.of(text == null ? "" : text).text();
        } catch (IllegalArgumentException none) {
            throw new BadRequest("table", "`" + text + "` is no table name.");
        }
    }

    private static Decision decision(String word) {
        return Words.find(Decision.values(), word)
                .orElseThrow(() -> new BadRequest("decision", "Decide open, taken or left."));
    }

    private static String kept(RecordTypePart type, String table) {
        if (!table.equals(type.table())) {
            throw new BadRequest("recordType.table", "This is the record type of another table.");
        }
        DocumentReader.recordTypes(List.of(type));
        return DocumentJson.text(type);
    }

    /**
     * Takes the record types that are decided on into the catalogue. The application's database is
     * read before the gate is waited for, and outside of any transaction.
     *
     * @throws BadRequest where nothing is
     */
    TakenTypes take(Person me, String application) {
        governance.requireOnApplication(me, "change", application);
        AccessModel model = models.model(application);
        Map<String, DecisionRow> decided = decided(application);
        Proposal proposal = proposed(model);
        List<RecordTypePart> parts = new ArrayList<>();
        List<String> done = new ArrayList<>();
        for (ProposedTable one : proposal.tables()) {
            DecisionRow row = decided.get(one.table().name().text());
            if (row == null || !row.decision.equals(Words.of(Decision.TAKEN))) {
                continue;
            }
            done.add(row.tableName);
            if (one.use() != Use.GOVERNED) {
                part(row)
                        .or(() -> one.recordType().map(DocumentWriter::recordType))
                        .ifPresent(parts::add);
            }
        }
        if (parts.isEmpty()) {
            throw new BadRequest("", "Nothing is chosen yet: take at least one table.");
        }
        List<RecordType> types =
                Proposal.fitting(DocumentReader.recordTypes(parts), model.catalogue());
        imports.publish(
                document(model, areas(model, proposal.areas()), types),
                me,
                "Govern "
                        + Wording.some(
                                types.stream()
                                        .map(type -> type.plural().toLowerCase(Locale.ROOT))
                                        .toList()),
                models.find(application).orElseThrow().edition(),
                () -> forget(application, done));
        return new TakenTypes(types.size());
    }

    /** Forgets every decision about an application's tables, in the transaction at hand. */
    void forget(String application) {
        entities.createQuery("delete from DecisionRow where application = :key")
                .setParameter("key", application)
                .executeUpdate();
    }

    private void forget(String application, List<String> tables) {
        entities.createQuery(
                        "delete from DecisionRow where application = :key and tableName in :tables")
                .setParameter("key", application)
                .setParameter("tables", tables)
                .executeUpdate();
    }

    private static DesignDocument document(
            AccessModel model, List<AreaPart> areas, List<RecordType> types) {
        DesignDocument now = DocumentWriter.write(model);
        List<RecordTypePart> all = new ArrayList<>(now.catalogue().recordTypes());
        types.forEach(type -> all.add(DocumentWriter.recordType(type)));
        Set<String> used = new LinkedHashSet<>();
        now.catalogue().areas().forEach(area -> used.add(area.key()));
        types.forEach(type -> used.add(type.area()));
        return new DesignDocument(
                now.format(),
                now.application(),
                new CataloguePart(
                        areas.stream().filter(area -> used.contains(area.key())).toList(),
                        all,
                        now.catalogue().functions()),
                null,
                null);
    }
}
