package nembar.core.schema;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;

/** Proposes the record type of a table. */
final class TypeProposals {
    private static final List<String> TITLES =
            List.of(
                    "name",
                    "title",
                    "label",
                    "number",
                    "no",
                    "code",
                    "reference",
                    "subject",
                    "description",
                    "caption");
    private static final int FIELDS_AT_MOST = 500;

    private final Map<TableName, String> keys;
    private final Schema schema;
    private final Areas areas;
    private final Set<TableName> shortLists;
    private final ZoneId zone;

    /**
     * @param keys of the record types, by table
     * @param shortLists tables that are things to choose from
     * @param zone by whose clocks times without a zone are told
     */
    TypeProposals(
            Map<TableName, String> keys,
            Schema schema,
            Areas areas,
            Set<TableName> shortLists,
            ZoneId zone) {
        this.zone = zone;
        this.shortLists = shortLists;
        this.keys = keys;
        this.schema = schema;
        this.areas = areas;
    }

    ProposedTable of(Table table, Uses.Guess guess) {
        OneType one = new OneType(table);
        Optional<RecordType> type = one.propose();
        return type.isPresent()
                ? new ProposedTable(
                        table,
                        guess.use(),
                        guess.why(),
                        type,
                        one.reasons,
                        one.left,
                        List.of(),
                        keys(table))
                : new ProposedTable(
                        table,
                        Use.WITHOUT_KEY,
                        "its key is of a type that no record's key can have",
                        type,
                        Map.of(),
                        one.left);
    }

    /** Fields that could tell the records of a table apart, the primary key first. */
    private List<Field> keys(Table table) {
        List<Field> all = new ArrayList<>();
        for (List<String> identity : table.identities()) {
            new OneType(table).key(identity).ifPresent(all::add);
        }
        return all;
    }

    /** Different values of a column of words, in their order; none of another column. */
    private static List<String> words(TableColumn column) {
        boolean text =
                Fields.key(column).filter(is -> is == Column.Stored.PLAIN).isPresent()
                        && column.choices().isEmpty();
        return text ? column.sample().stream().distinct().sorted().toList() : List.of();
    }

    /** What a table's foreign key leads to, where that is the key of a record type. */
    private Optional<Table> target(ForeignKey reference) {
        return schema.table(reference.table())
                .filter(table -> keys.containsKey(table.name()))
                .filter(
                        table ->
                                Set.copyOf(table.identity())
                                        .equals(Set.copyOf(reference.targets())));
    }

    /** The columns of a reference, in the order of the key that they refer to. */
    private static List<String> inOrder(ForeignKey reference, Table target) {
        return target.identity().stream()
                .map(column -> reference.columns().get(reference.targets().indexOf(column)))
                .toList();
    }

    /** One record type while it is put together. */
    private final class OneType {
        private final Table table;
        private final Map<String, String> reasons = new LinkedHashMap<>();
        private final Map<String, String> left = new LinkedHashMap<>();
        private final Map<String, Field> fields = new LinkedHashMap<>();

        /** By its columns: the field that is made of them. */
        private final Map<List<String>, Field> byColumns = new LinkedHashMap<>();

        OneType(Table table) {
            this.table = table;
        }

        Optional<RecordType> propose() {
            Optional<Field> key = key(table.identity());
            if (key.isEmpty()) {
                return Optional.empty();
            }
            table.references().stream().filter(one -> one.columns().size() > 1).forEach(this::add);
            table.columns().forEach(this::add);
            Optional<Parent> parent = parent();
            Field title = title(key.get());
            String name = Names.said(table.comment()).orElse(table.name().name());
            return Optional.of(
                    new RecordType(
                            keys.get(table.name()),
                            Names.singular(name),
                            Names.plural(name),
                            areas.of(table).key(),
                            table.name(),
                            key.get().key(),
                            title.key(),
                            new RecordType.Places(
                                    Optional.empty(),
                                    Optional.empty(),
                                    Optional.empty(),
                                    Optional.empty()),
                            parent,
                            List.copyOf(fields.values()),
                            List.of()));
        }

        private Optional<Field> key(List<String> identity) {
            Optional<List<Column>> columns = keyColumns(identity);
            if (columns.isEmpty()) {
                return Optional.empty();
            }
            String of =
                    table.key().isEmpty()
                            ? "nothing else in it is unique"
                            : "it is the primary key";
            if (identity.size() == 1) {
                TableColumn column = table.column(identity.get(0)).orElseThrow();
                reasons.put("/key", of);
                return Optional.of(
                        put(
                                name(column),
                                label(column, false),
                                columns.get(),
                                reference(identity),
                                Set.of()));
            }
            reasons.put("/key", of + ", of " + identity.size() + " columns");
            return Optional.of(
                    put(
                            Proposal.key("key", "key", names()),
                            "Key",
                            columns.get(),
                            reference(identity),
                            Set.of()));
        }

        /**
         * A column of a key may be a number to reckon with as well: then it is a field of its own.
         */
        private void add(TableColumn column) {
            List<String> alone = List.of(column.name());
            if (byColumns.containsKey(alone)) {
                return;
            }
            if (fields.size() >= FIELDS_AT_MOST) {
                left.put(
                        column.name(),
                        "the table has more columns than a record type can have fields");
                return;
            }
            if (chosen(column)) {
                return;
            }
            Optional<String> refersTo = reference(alone);
            Optional<List<Column>> keyed =
                    refersTo.isPresent() ? keyColumns(alone) : Optional.empty();
            if (keyed.isPresent()) {
                Field field =
                        put(
                                name(column),
                                label(column, true),
                                keyed.get(),
                                refersTo,
                                labels(column));
                reasons.put(
                        field.key(),
                        because(column, field, "a foreign key leads to " + refersTo.get()));
                return;
            }
            Optional<Fields.Guess> guess = Fields.type(column);
            if (guess.isEmpty()) {
                left.put(column.name(), "no field can have values of the type " + column.type());
                return;
            }
            Field field =
                    put(
                            new Field(
                                    name(column),
                                    label(column, false),
                                    List.of(guess.get().column(column, zone)),
                                    guess.get().type(),
                                    guarded(column),
                                    labels(column),
                                    Optional.empty(),
                                    choices(guess.get().type(), column)));
            reasons.put(field.key(), because(column, field, "it is of the type " + column.type()));
        }

        /**
         * Whether the column leads to a short list that says in words what may be chosen, all of
         * which is known; then it is a choice.
         */
        private boolean chosen(TableColumn column) {
            Optional<Table> list =
                    table.reference(List.of(column.name()))
                            .flatMap(TypeProposals.this::target)
                            .filter(one -> shortLists.contains(one.name()));
            List<String> choices =
                    list.flatMap(one -> one.column(one.identity().get(0)))
                            .map(TypeProposals::words)
                            .orElse(List.of());
            if (choices.isEmpty()
                    || list.get().rows().filter(all -> all <= choices.size()).isEmpty()) {
                return false;
            }
            Field field =
                    put(
                            new Field(
                                    name(column),
                                    label(column, false),
                                    List.of(Column.plain(column.name())),
                                    FieldType.CHOICE,
                                    guarded(column),
                                    labels(column),
                                    Optional.empty(),
                                    choices));
            reasons.put(
                    field.key(),
                    because(column, field, list.get().name() + " has all that may be chosen"));
            return true;
        }

        private static List<String> choices(FieldType type, TableColumn column) {
            boolean chosen = type == FieldType.CHOICE || type == FieldType.CHOICES;
            return chosen ? column.choices() : List.of();
        }

        private void add(ForeignKey reference) {
            Optional<Table> target = target(reference);
            Optional<List<Column>> columns =
                    target.flatMap(one -> keyColumns(inOrder(reference, one)));
            if (columns.isEmpty()
                    || byColumns.containsKey(columns.get().stream().map(Column::name).toList())) {
                return;
            }
            String type = keys.get(target.get().name());
            Field field =
                    put(
                            Proposal.key(type, "reference", names()),
                            Names.singular(target.get().name().name()),
                            columns.get(),
                            Optional.of(type),
                            Set.of());
            reasons.put(
                    field.key(),
                    "a foreign key of " + reference.columns().size() + " columns leads to " + type);
        }

        private Field put(
                String key,
                String label,
                List<Column> columns,
                Optional<String> refersTo,
                Set<String> labels) {
            return put(
                    new Field(
                            key,
                            label,
                            columns,
                            refersTo.isPresent() ? FieldType.REFERENCE : FieldType.TEXT,
                            false,
                            labels,
                            refersTo,
                            List.of()));
        }

        private Field put(Field field) {
            fields.put(field.key(), field);
            byColumns.put(field.columns().stream().map(Column::name).toList(), field);
            return field;
        }

        private Optional<List<Column>> keyColumns(List<String> names) {
            List<Column> columns = new ArrayList<>();
            for (String name : names) {
                table.column(name)
                        .flatMap(Fields::key)
                        .ifPresent(stored -> columns.add(new Column(name, stored)));
            }
            return columns.size() == names.size() && !names.isEmpty()
                    ? Optional.of(columns)
                    : Optional.empty();
        }

        /** The record type that these columns refer to, in the order of its key. */
        private Optional<String> reference(List<String> columns) {
            return table.reference(columns)
                    .flatMap(one -> target(one).filter(to -> inOrder(one, to).equals(columns)))
                    .map(to -> keys.get(to.name()));
        }

        private static String label(TableColumn column, boolean reference) {
            return Names.said(column.comment()).orElse(Names.label(column.name(), reference));
        }

        private String name(TableColumn column) {
            return Proposal.key(column.name(), "field", names());
        }

        private Collection<String> names() {
            return fields.keySet();
        }

        private Set<String> labels(TableColumn column) {
            return Fields.labels(column).stream()
                    .map(Fields.Label::classification)
                    .collect(Collectors.toCollection(TreeSet::new));
        }

        /** A part of a key is seen with the key. */
        private boolean guarded(TableColumn column) {
            boolean part =
                    fields.values().stream()
                            .flatMap(field -> field.columns().stream())
                            .anyMatch(one -> one.name().equals(column.name()));
            return Fields.guarded(column) && !part;
        }

        private String because(TableColumn column, Field field, String why) {
            List<String> all = new ArrayList<>(List.of(why));
            Fields.labels(column)
                    .forEach(label -> all.add(label.classification() + ", since " + label.why()));
            if (field.guarded()) {
                all.add("guarded, since most who see the record need not see it");
            }
            return String.join("; ", all);
        }

        /**
         * The record that this one is a part of: its key begins with it, or it goes when that goes.
         */
        private Optional<Parent> parent() {
            Set<String> identity = new HashSet<>(table.identity());
            for (ForeignKey one : table.references()) {
                Optional<Table> target = target(one);
                Optional<Field> through =
                        target.map(to -> byColumns.get(inOrder(one, to)))
                                .filter(field -> field.type() == FieldType.REFERENCE);
                boolean part =
                        identity.size() > one.columns().size()
                                && identity.containsAll(one.columns());
                if (through.isEmpty()
                        || target.get().name().equals(table.name())
                        || !part && !one.cascades()) {
                    continue;
                }
                reasons.put(
                        "/parent",
                        part
                                ? "its key begins with that of " + keys.get(one.table())
                                : "it is deleted with its " + keys.get(one.table()));
                return Optional.of(
                        new Parent(
                                keys.get(one.table()),
                                through.get().key(),
                                Parent.Follows.ALL,
                                false));
            }
            return Optional.empty();
        }

        private Field title(Field key) {
            for (String title : TITLES) {
                Optional<Field> named =
                        fields.values().stream()
                                .filter(field -> field.type() == FieldType.TEXT && !field.guarded())
                                .filter(
                                        field -> {
                                            List<String> words =
                                                    Names.words(field.columns().get(0).name());
                                            return !words.isEmpty()
                                                    && words.get(words.size() - 1).equals(title);
                                        })
                                .findFirst();
                if (named.isPresent()) {
                    reasons.put("/title", "its name is how people know things");
                    return named.get();
                }
            }
            reasons.put("/title", "nothing else in it reads like a name");
            return key;
        }
    }
}
