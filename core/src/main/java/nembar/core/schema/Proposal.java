package nembar.core.schema;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Directory;
import nembar.core.text.Slug;

/**
 * A catalogue proposed from a schema: what each table seems to be, and why. It is worked out by
 * rules from names, types, constraints, comments and samples of values (docs/catalogue.md), so the
 * same schema always gives the same.
 *
 * @param areas the application's parts, in the order of their tables
 * @param tables one for each of the schema's, in its order
 */
public record Proposal(List<Area> areas, List<ProposedTable> tables) {
    public Proposal {
        areas = List.copyOf(areas);
        tables = List.copyOf(tables);
    }

    /**
     * Proposes a catalogue.
     *
     * @param application whose name the area has of what belongs nowhere else, and by whose clocks
     *     times without a zone are told
     * @param known what is governed already: it stays as it is, and may be referred to
     * @param directory to whom and what fields may lead
     */
    public static Proposal of(
            Schema schema, Application application, Catalogue known, Directory directory) {
        Uses uses = new Uses(schema);
        Map<TableName, RecordType> governed = new LinkedHashMap<>();
        known.recordTypes().forEach(type -> governed.putIfAbsent(type.table(), type));
        Map<TableName, Uses.Guess> guesses = new LinkedHashMap<>();
        schema.tables().stream()
                .filter(table -> !governed.containsKey(table.name()))
                .forEach(table -> guesses.put(table.name(), uses.of(table)));
        Map<TableName, String> keys = keys(governed, guesses);
        List<Table> types =
                schema.tables().stream()
                        .filter(table -> guesses.containsKey(table.name()))
                        .filter(table -> keys.containsKey(table.name()))
                        .toList();
        Areas areas = Areas.of(types, application.name());
        Set<TableName> shortLists =
                guesses.entrySet().stream()
                        .filter(one -> one.getValue().use() == Use.CHOICES)
                        .map(Map.Entry::getKey)
                        .collect(Collectors.toSet());
        TypeProposals proposals =
                new TypeProposals(keys, schema, areas, shortLists, application.zone());
        List<Table> knownTables =
                schema.tables().stream().filter(one -> governed.containsKey(one.name())).toList();
        TypeProposals again =
                new TypeProposals(
                        keys,
                        schema,
                        Areas.of(knownTables, application.name()),
                        shortLists,
                        application.zone());
        Placings placings = new Placings(schema, uses, directory);
        List<ProposedTable> tables = new ArrayList<>();
        for (Table table : schema.tables()) {
            RecordType type = governed.get(table.name());
            Uses.Guess guess =
                    type == null
                            ? guesses.get(table.name())
                            : new Uses.Guess(Use.GOVERNED, "it is governed already");
            if (type != null) {
                ProposedTable anew = placings.place(again.of(table, guess));
                tables.add(governed(guess, type, anew));
            } else if (keys.containsKey(table.name())) {
                tables.add(proposals.of(table, guess));
            } else {
                tables.add(
                        new ProposedTable(
                                table,
                                guess.use(),
                                guess.why(),
                                Optional.empty(),
                                Map.of(),
                                Map.of()));
            }
        }
        return new Proposal(
                areas.all(),
                withoutCycles(tables).stream()
                        .map(table -> table.use() == Use.GOVERNED ? table : placings.place(table))
                        .toList());
    }

    private static ProposedTable governed(Uses.Guess guess, RecordType type, ProposedTable anew) {
        return new ProposedTable(
                anew.table(),
                guess.use(),
                guess.why(),
                Optional.of(type),
                Map.of(),
                Map.of(),
                more(type, anew),
                anew.keys());
    }

    /** Fields that a governed type has not, under keys that it has not. */
    private static List<Field> more(RecordType known, ProposedTable again) {
        Set<List<String>> columns = new HashSet<>();
        known.fields()
                .forEach(one -> one.columns().forEach(column -> columns.add(place(one, column))));
        Set<String> keys = new HashSet<>(known.fieldsByKey().keySet());
        List<Field> more = new ArrayList<>();
        for (Field field : again.recordType().map(RecordType::fields).orElse(List.of())) {
            boolean fresh =
                    field.columns().stream().noneMatch(one -> columns.contains(place(field, one)));
            if (fresh) {
                String key = key(field.key(), "field", keys);
                keys.add(key);
                more.add(field.called(key));
            }
        }
        return more;
    }

    /** In which table and column a field is: its own table has no name here. */
    private static List<String> place(Field field, Column column) {
        return List.of(field.link().map(one -> one.table().text()).orElse(""), column.name());
    }

    /**
     * A field as its column has to be read now; empty where no field can have what it has.
     *
     * @param zone by whose clocks times without a zone are told
     */
    public static Optional<Field> reread(Field field, TableColumn now, ZoneId zone) {
        return Fields.type(now)
                .map(
                        guess ->
                                field.on(List.of(guess.column(now, zone)))
                                        .as(guess.type(), Optional.empty())
                                        .with(Optional.empty(), Optional.empty()))
                .filter(any -> field.columns().size() == 1 && field.link().isEmpty());
    }

    /** A record type cannot be its own ancestor: the parent that would close a circle is left. */
    private static List<ProposedTable> withoutCycles(List<ProposedTable> tables) {
        Map<String, String> up = new HashMap<>();
        List<ProposedTable> checked = new ArrayList<>();
        for (ProposedTable table : tables) {
            Optional<Parent> parent = table.recordType().flatMap(RecordType::parent);
            String type = table.recordType().map(RecordType::key).orElse("");
            boolean closes = false;
            for (String at = parent.map(Parent::recordType).orElse(null);
                    at != null && !closes;
                    at = up.get(at)) {
                closes = at.equals(type);
            }
            if (closes) {
                checked.add(table.withoutParent());
            } else {
                parent.ifPresent(one -> up.put(type, one.recordType()));
                checked.add(table);
            }
        }
        return checked;
    }

    /** The keys of the record types, by the tables that become one. */
    private static Map<TableName, String> keys(
            Map<TableName, RecordType> governed, Map<TableName, Uses.Guess> guesses) {
        Map<TableName, String> keys = new LinkedHashMap<>();
        governed.forEach((table, type) -> keys.put(table, type.key()));
        guesses.forEach(
                (table, guess) -> {
                    if (guess.use() != Use.WITHOUT_KEY) {
                        keys.put(table, key(Names.singular(table.name()), "table", keys.values()));
                    }
                });
        return keys;
    }

    /** A key in which a condition can speak of it: words with an underscore between them. */
    static String key(String name, String otherwise, Collection<String> taken) {
        return Slug.of(name, otherwise, slug -> taken.contains(slug.replace('-', '_')))
                .replace('-', '_');
    }

    /** The record types that had better be taken. */
    public List<RecordType> recordTypes() {
        return tables.stream()
                .filter(table -> table.use().recommended())
                .flatMap(table -> table.recordType().stream())
                .toList();
    }

    /**
     * Record types such that all they refer to is there: where what one refers to or is a part of
     * was left, the field is a text and the type stands alone.
     *
     * @param taken those that are added to the known ones
     */
    public static List<RecordType> fitting(List<RecordType> taken, Catalogue known) {
        Set<String> keys = new HashSet<>();
        known.recordTypes().forEach(type -> keys.add(type.key()));
        taken.forEach(type -> keys.add(type.key()));
        return taken.stream()
                .map(
                        type ->
                                type.with(
                                        type.parent()
                                                .filter(one -> keys.contains(one.recordType())),
                                        type.fields().stream()
                                                .map(field -> fitting(field, keys))
                                                .toList()))
                .toList();
    }

    private static Field fitting(Field field, Set<String> keys) {
        boolean loose = field.refersTo().filter(type -> !keys.contains(type)).isPresent();
        return loose ? field.as(FieldType.TEXT, Optional.empty()) : field;
    }
}
