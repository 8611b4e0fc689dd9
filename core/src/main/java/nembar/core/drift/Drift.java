package nembar.core.drift;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.answers.Conditions;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.LostFields.LostColumn;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.draft.Change;
import nembar.core.draft.Removal;
import nembar.core.drift.Difference.Kind;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.schema.Fit;
import nembar.core.schema.Proposal;
import nembar.core.schema.ProposedTable;
import nembar.core.schema.Schema;
import nembar.core.schema.Table;
import nembar.core.schema.TableColumn;

/** Compares what is governed with a schema that was looked at again. */
public final class Drift {
    private final AccessModel model;
    private final Schema schema;
    private final Proposal proposal;
    private final Set<LostColumn> lost = new LinkedHashSet<>();
    private final List<Difference> differences = new ArrayList<>();

    /** Columns that fields of the type at hand are found in again. */
    private final Set<String> renamed = new HashSet<>();

    /**
     * @param proposal what is proposed for the schema beside the model's catalogue
     * @param left tables that somebody has decided not to govern
     */
    public Drift(AccessModel model, Schema schema, Proposal proposal, Set<TableName> left) {
        this.model = model;
        this.schema = schema;
        this.proposal = proposal;
        model.catalogue().recordTypes().forEach(this::recordType);
        for (ProposedTable table : proposal.tables()) {
            boolean open = !left.contains(table.table().name());
            if (open && table.use().recommended() && table.recordType().isPresent()) {
                differences.add(
                        new Difference(
                                Kind.TABLE_NEW,
                                table.table().name(),
                                Optional.empty(),
                                Optional.empty(),
                                "nobody governs it: " + table.why(),
                                List.of(),
                                List.of()));
            }
        }
    }

    /** All that differs: what is lost first. */
    public List<Difference> differences() {
        return Stream.concat(
                        differences.stream().filter(one -> one.kind().lost()),
                        differences.stream().filter(one -> !one.kind().lost()))
                .toList();
    }

    /** The columns that cannot be read as the catalogue says. */
    public Set<LostColumn> lost() {
        return Set.copyOf(lost);
    }

    private void recordType(RecordType type) {
        renamed.clear();
        Optional<Table> table = schema.table(type.table());
        if (table.isEmpty()) {
            lost.add(LostColumn.all(type.table()));
            tableGone(type);
            return;
        }
        for (Field field : type.fields()) {
            Optional<Table> kept = field.link().map(Link::table).map(schema::table).orElse(table);
            field(type, field, kept);
        }
        proposed(type).stream()
                .filter(one -> one.columns().stream().noneMatch(this::foundAgain))
                .forEach(
                        one ->
                                differences.add(
                                        of(
                                                Kind.COLUMN_NEW,
                                                type,
                                                Optional.empty(),
                                                names(one.columns())
                                                        + ", which no field has, is new",
                                                List.of(Change.Put.of(with(type, one))))));
    }

    /** Where the values of a field lead, which another table says. */
    private void lookup(RecordType type, Field field, Lookup lookup, Lookup.Through through) {
        TableName name = through.table();
        String by = "its values lead somewhere by " + name + ", and ";
        Optional<Table> table = schema.table(name);
        if (table.isEmpty()) {
            lost.add(LostColumn.all(name));
            lookupGone(type, field, by + name);
            return;
        }
        Stream.of(through.from(), through.to())
                .filter(column -> table.get().column(column).isEmpty())
                .findFirst()
                .ifPresent(
                        gone -> {
                            lost.add(new LostColumn(name, gone));
                            String said = by + gone + " of " + name;
                            lookedUpIn(table.get(), lookup, through, gone)
                                    .ifPresentOrElse(
                                            now ->
                                                    lookupRenamed(
                                                            type, field, lookup, gone, now, said),
                                            () -> lookupGone(type, field, said));
                        });
    }

    /** What a look-up's column is called now, where that can be told. */
    private static Optional<String> lookedUpIn(
            Table table, Lookup lookup, Lookup.Through through, String gone) {
        boolean identifier = gone.equals(through.to());
        List<String> used = List.of(through.from(), through.to());
        return Renaming.ofKey(
                        gone,
                        identifier ? means(lookup.identifier()) : "",
                        table.columns().stream().filter(one -> !used.contains(one.name())).toList())
                .map(TableColumn::name);
    }

    private static String means(Identifier identifier) {
        return identifier.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private void lookupGone(RecordType type, Field field, String said) {
        differences.add(
                of(
                        Kind.LOOKUP_GONE,
                        type,
                        Optional.of(field),
                        said + " is gone, or may not be read any more",
                        List.of()));
    }

    private void lookupRenamed(
            RecordType type, Field field, Lookup lookup, String gone, String now, String said) {
        Field moved = field.with(field.link(), Optional.of(lookup.renamed(gone, now)));
        differences.add(
                of(
                        Kind.LOOKUP_RENAMED,
                        type,
                        Optional.of(field),
                        said + " is gone, while " + now + " has what it had, as far as can be seen",
                        List.of(Change.Put.of(replaced(type, moved)))));
    }

    /** Whether it is what a field's column is called now. */
    private boolean foundAgain(Column column) {
        return renamed.contains(column.name());
    }

    /** Fields of columns that the type has not. */
    private List<Field> proposed(RecordType type) {
        return proposal.tables().stream()
                .filter(one -> one.table().name().equals(type.table()))
                .flatMap(one -> one.more().stream())
                .filter(one -> one.link().isEmpty())
                .toList();
    }

    private void tableGone(RecordType type) {
        Set<String> columns = new HashSet<>();
        type.fields().stream()
                .filter(one -> one.link().isEmpty())
                .forEach(one -> one.columns().forEach(column -> columns.add(column.name())));
        Set<TableName> governed = new HashSet<>();
        model.catalogue().recordTypes().forEach(one -> governed.add(one.table()));
        List<Table> alike =
                schema.tables().stream()
                        .filter(one -> !governed.contains(one.name()))
                        .filter(
                                one ->
                                        columns.stream()
                                                .allMatch(name -> one.column(name).isPresent()))
                        .toList();
        boolean renamed = alike.size() == 1;
        differences.add(
                of(
                        renamed ? Kind.TABLE_RENAMED : Kind.TABLE_GONE,
                        type,
                        Optional.empty(),
                        renamed
                                ? "it is gone, and "
                                        + alike.get(0).name()
                                        + " has all columns that it had"
                                : "it is gone, or may not be read any more",
                        renamed
                                ? List.of(Change.Put.of(type.on(alike.get(0).name())))
                                : Removal.of(model, ElementKind.RECORD_TYPE, type.key())));
    }

    private void field(RecordType type, Field field, Optional<Table> table) {
        TableName name = field.link().map(Link::table).orElse(type.table());
        if (table.isEmpty()) {
            lost.add(LostColumn.all(name));
            gone(type, field, name + " is gone, or may not be read any more");
            return;
        }
        List<Column> all = new ArrayList<>(field.columns());
        field.link().ifPresent(link -> all.addAll(link.ofRecord()));
        for (Column column : all) {
            Optional<TableColumn> now = table.get().column(column.name());
            if (now.isEmpty()) {
                lost.add(new LostColumn(name, column.name()));
                renamedOrGone(type, field, column, table.get());
                return;
            }
            boolean own = field.columns().contains(column);
            if (own && !Fit.fits(field.type(), column.stored(), now.get())) {
                lost.add(new LostColumn(name, column.name()));
                changed(type, field, now.get());
                return;
            }
        }
        field.lookup()
                .ifPresent(
                        one ->
                                one.through()
                                        .ifPresent(through -> lookup(type, field, one, through)));
    }

    private void gone(RecordType type, Field field, String why) {
        boolean needed = field.key().equals(type.keyField());
        differences.add(
                of(
                        Kind.COLUMN_GONE,
                        type,
                        Optional.of(field),
                        why,
                        needed ? List.of() : without(type, field)));
    }

    /** Without the field; what people know records by is their key from then on, if it was that. */
    private List<Change> without(RecordType type, Field field) {
        RecordType titled =
                field.key().equals(type.titleField()) ? type.titled(type.keyField()) : type;
        return Removal.ofField(model, titled, field.key());
    }

    private void renamedOrGone(RecordType type, Field field, Column column, Table table) {
        Set<String> used = new HashSet<>();
        type.fields().forEach(one -> one.columns().forEach(each -> used.add(each.name())));
        used.addAll(renamed);
        Optional<TableColumn> other =
                field.link().isPresent()
                        ? Optional.empty()
                        : Renaming.of(
                                column,
                                field,
                                table.columns().stream()
                                        .filter(one -> !used.contains(one.name()))
                                        .toList());
        if (other.isEmpty()) {
            gone(type, field, column.name() + " is gone, or may not be read any more");
            return;
        }
        renamed.add(other.get().name());
        Field moved =
                field.on(
                        field.columns().stream()
                                .map(
                                        one ->
                                                one.equals(column)
                                                        ? one.called(other.get().name())
                                                        : one)
                                .toList());
        differences.add(
                of(
                        Kind.COLUMN_RENAMED,
                        type,
                        Optional.of(field),
                        column.name()
                                + " is gone, and "
                                + other.get().name()
                                + " has what it had, as far as can be seen",
                        List.of(Change.Put.of(replaced(type, moved)))));
    }

    private void changed(RecordType type, Field field, TableColumn now) {
        List<Change> mend =
                Proposal.reread(field, now, model.application().zone())
                        .filter(any -> !field.key().equals(type.keyField()))
                        .map(other -> List.<Change>of(Change.Put.of(replaced(type, other))))
                        .orElse(List.of());
        differences.add(
                of(
                        Kind.TYPE_CHANGED,
                        type,
                        Optional.of(field),
                        now.name() + " is of the type " + now.type() + " now",
                        mend));
    }

    private Difference of(
            Kind kind, RecordType type, Optional<Field> field, String why, List<Change> mend) {
        return new Difference(
                kind,
                type.table(),
                Optional.of(type.key()),
                field.map(Field::key),
                why,
                mend,
                kind.lost() ? using(type, field) : List.of());
    }

    /** Elements whose conditions use the field, or any of the type. */
    private List<Element> using(RecordType type, Optional<Field> field) {
        return Conditions.of(model.design()).stream()
                .filter(one -> one.recordType().map(type.key()::equals).orElse(true))
                .filter(
                        one ->
                                field.map(
                                                lost ->
                                                        one.condition()
                                                                .expression()
                                                                .properties()
                                                                .contains(lost.key()))
                                        .orElse(one.recordType().isPresent()))
                .map(Conditions.Used::element)
                .distinct()
                .toList();
    }

    private static RecordType with(RecordType type, Field field) {
        List<Field> fields = new ArrayList<>(type.fields());
        fields.add(field);
        return type.with(type.parent(), fields);
    }

    private static RecordType replaced(RecordType type, Field field) {
        return type.with(
                type.parent(),
                type.fields().stream()
                        .map(one -> one.key().equals(field.key()) ? field : one)
                        .toList());
    }

    private static String names(List<Column> columns) {
        return String.join(", ", columns.stream().map(Column::name).toList());
    }
}
