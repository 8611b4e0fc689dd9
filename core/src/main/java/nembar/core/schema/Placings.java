package nembar.core.schema;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Identifier.Kind;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.RecordType.Places;
import nembar.core.directory.Directory;
import nembar.core.schema.KnownTables.Known;
import nembar.core.text.Words;

/**
 * Proposes which fields place a record, its owner, team, unit and account, and how what they hold
 * leads to the directory: by foreign keys to tables of people, organisations, teams and units, and
 * by which of their columns has what the directory knows.
 */
final class Placings {
    private static final List<String> OWNING =
            List.of(
                    "owner",
                    "responsible",
                    "assignee",
                    "assigned",
                    "handler",
                    "holder",
                    "manager",
                    "agent",
                    "clerk",
                    "planner",
                    "author",
                    "creator",
                    "created");

    private final Schema schema;
    private final KnownTables known;
    private final List<Table> links;

    /**
     * @param directory whose keys and names are looked for in samples of values
     */
    Placings(Schema schema, Uses uses, Directory directory) {
        this.schema = schema;
        known = new KnownTables(uses, directory);
        links =
                schema.tables().stream()
                        .filter(table -> uses.of(table).use() == Use.LINKS)
                        .toList();
    }

    /** What is proposed for a table, with the fields that place its records. */
    ProposedTable place(ProposedTable proposed) {
        return proposed.recordType()
                .map(type -> new OneType(proposed.table(), type).place(proposed))
                .orElse(proposed);
    }

    /** A field that names somebody or something, and why it seems so. */
    private record Naming(Field field, Kind kind, String why, boolean itself) {}

    private final class OneType {
        private final Table table;
        private final RecordType type;
        private final List<Naming> naming = new ArrayList<>();

        OneType(Table table, RecordType type) {
            this.table = table;
            this.type = type;
        }

        ProposedTable place(ProposedTable proposed) {
            itself();
            type.fields().forEach(this::reference);
            links.forEach(this::link);
            Map<String, String> reasons = new LinkedHashMap<>(proposed.reasons());
            Places places =
                    new Places(
                            of(Kind.PERSON, reasons),
                            of(Kind.TEAM, reasons),
                            of(Kind.UNIT, reasons),
                            of(Kind.ACCOUNT, reasons));
            Set<String> placing =
                    Stream.of(places.owner(), places.team(), places.unit(), places.account())
                            .flatMap(Optional::stream)
                            .collect(Collectors.toSet());
            Map<String, Field> fields = new LinkedHashMap<>(type.fieldsByKey());
            for (Naming one : naming) {
                if (one.kind() == Kind.PERSON || placing.contains(one.field().key())) {
                    fields.put(one.field().key(), one.field());
                    reasons.merge(
                            one.field().key(), one.why(), (was, is) -> one.itself() ? was : is);
                }
            }
            return proposed.with(
                    type.with(places, type.parent(), List.copyOf(fields.values())), reasons);
        }

        /** The field that places a record among what it names, with the reason. */
        private Optional<String> of(Kind kind, Map<String, String> reasons) {
            List<Naming> all = naming.stream().filter(one -> one.kind() == kind).toList();
            Optional<Naming> best =
                    all.stream()
                            .filter(one -> owning(one.field()) >= 0)
                            .min(Comparator.comparingInt(one -> owning(one.field())))
                            .or(() -> all.stream().filter(Naming::itself).findFirst())
                            .or(() -> all.stream().filter(one -> all.size() == 1).findFirst());
            best.ifPresent(one -> reasons.put("/" + Words.of(kind), one.why()));
            return best.map(one -> one.field().key());
        }

        /** How much a field's name speaks of whose a record is; the less the more. */
        private int owning(Field field) {
            Set<String> words =
                    field.columns().stream()
                            .flatMap(column -> Names.words(column.name()).stream())
                            .collect(Collectors.toSet());
            return OWNING.indexOf(OWNING.stream().filter(words::contains).findFirst().orElse(""));
        }

        /** A row of a table of people is about that person. */
        private void itself() {
            Optional<Known> own = known.of(table);
            own.flatMap(one -> inColumn(one.column().name()))
                    .filter(field -> !field.key().equals(type.keyField()))
                    .ifPresent(
                            field ->
                                    naming.add(
                                            new Naming(
                                                    direct(field, own.get().identifier()),
                                                    own.get().identifier().kind(),
                                                    "each row is one of them, known by "
                                                            + own.get().column().name()
                                                            + own.get().why(),
                                                    true)));
        }

        private Optional<Field> inColumn(String column) {
            return type.fields().stream()
                    .filter(field -> field.columns().size() == 1)
                    .filter(field -> field.columns().get(0).name().equals(column))
                    .findFirst();
        }

        /** The field, whose values are an identifier; the directory's own keys need no look-up. */
        private static Field direct(Field field, Identifier identifier) {
            return named(
                    field,
                    identifier.kind(),
                    identifier.key()
                            ? Optional.empty()
                            : Optional.of(new Lookup(identifier, Optional.empty())));
        }

        /** A field that names people is of that type; the others stay what they are. */
        private static Field named(Field field, Kind kind, Optional<Lookup> lookup) {
            boolean person = kind == Kind.PERSON;
            return field.as(
                            person ? FieldType.PERSON : field.type(),
                            person || lookup.isPresent() ? Optional.empty() : field.refersTo())
                    .with(Optional.empty(), lookup);
        }

        private boolean holds(Field field) {
            Predicate<Parent> parent = one -> one.through().equals(field.key());
            return field.key().equals(type.keyField()) || type.parent().filter(parent).isPresent();
        }

        private void reference(Field field) {
            if (holds(field) || field.columns().size() != 1) {
                return;
            }
            String column = field.columns().get(0).name();
            Optional<ForeignKey> key = table.reference(List.of(column));
            Optional<Table> to = key.flatMap(one -> schema.table(one.table()));
            Optional<Known> of = to.flatMap(known::of);
            if (of.isPresent() && to.get().identity().equals(key.get().targets())) {
                naming.add(
                        new Naming(
                                looked(field, to.get(), of.get()),
                                of.get().identifier().kind(),
                                column + leads(to.get(), of.get()),
                                false));
                return;
            }
            boolean address =
                    field.type() == FieldType.TEXT
                            && owning(field) >= 0
                            && table.column(column).filter(Fields::address).isPresent();
            if (address) {
                naming.add(
                        new Naming(
                                direct(field, Identifier.PERSON_EMAIL),
                                Kind.PERSON,
                                column + " is a person's e-mail",
                                false));
            }
        }

        private static String leads(Table to, Known known) {
            return " leads to " + to.name() + ", known by " + known.column().name() + known.why();
        }

        private static Field looked(Field field, Table to, Known known) {
            Lookup.Through through =
                    new Lookup.Through(to.name(), to.identity().get(0), known.column().name());
            Identifier identifier = known.identifier();
            return named(
                    field,
                    identifier.kind(),
                    Optional.of(new Lookup(identifier, Optional.of(through))));
        }

        /** Those that a link table says, where no field of the table itself does. */
        private void link(Table links) {
            Optional<ForeignKey> here =
                    links.references().stream()
                            .filter(one -> one.table().equals(table.name()))
                            .filter(one -> Set.copyOf(one.targets()).equals(keyColumns()))
                            .findFirst();
            if (here.isEmpty()) {
                return;
            }
            for (ForeignKey there : links.references()) {
                Optional<Table> to = schema.table(there.table());
                Optional<Known> of = to.flatMap(known::of);
                if (of.isPresent() && to.get().identity().equals(there.targets())) {
                    several(links, here.get(), there, to.get(), of.get());
                }
            }
        }

        private Set<String> keyColumns() {
            return type.knownField(type.keyField()).columns().stream()
                    .map(Column::name)
                    .collect(Collectors.toSet());
        }

        private void several(
                Table links, ForeignKey here, ForeignKey there, Table to, Known known) {
            Kind kind = known.identifier().kind();
            boolean may = kind == Kind.PERSON || kind == Kind.TEAM;
            if (!may || naming.stream().anyMatch(one -> one.kind() == kind)) {
                return;
            }
            Optional<List<Column>> record =
                    columns(
                            links,
                            type.knownField(type.keyField()).columns().stream()
                                    .map(
                                            column ->
                                                    here.columns()
                                                            .get(
                                                                    here.targets()
                                                                            .indexOf(
                                                                                    column.name())))
                                    .toList());
            Optional<List<Column>> value = columns(links, there.columns());
            if (record.isEmpty() || value.isEmpty()) {
                return;
            }
            Field plain =
                    new Field(
                            Proposal.key(to.name().name(), "several", type.fieldsByKey().keySet()),
                            Names.plural(to.name().name()),
                            value.get(),
                            kind == Kind.PERSON ? FieldType.PERSON : FieldType.REFERENCE,
                            false,
                            Set.of(),
                            Optional.empty(),
                            List.of());
            Field looked = looked(plain, to, known);
            naming.add(
                    new Naming(
                            looked.with(
                                    Optional.of(new Link(links.name(), record.get())),
                                    looked.lookup()),
                            kind,
                            links.name() + leads(to, known),
                            false));
        }

        private static Optional<List<Column>> columns(Table of, List<String> names) {
            List<Column> columns = new ArrayList<>();
            for (String name : names) {
                of.column(name)
                        .flatMap(Fields::key)
                        .ifPresent(stored -> columns.add(new Column(name, stored)));
            }
            return columns.size() == names.size() ? Optional.of(columns) : Optional.empty();
        }
    }
}
