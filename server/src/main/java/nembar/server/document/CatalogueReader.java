package nembar.server.document;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/** Reads the catalogue of a design document. */
final class CatalogueReader {
    private final PartReader reader;

    CatalogueReader(PartReader reader) {
        this.reader = reader;
    }

    Catalogue read(DesignDocument.CataloguePart part) {
        return new Catalogue(
                reader.each(
                        "catalogue.areas", part.areas(), DesignDocument.AreaPart::key, this::area),
                recordTypes(part.recordTypes()),
                reader.each(
                        "catalogue.functions",
                        part.functions(),
                        DesignDocument.FunctionPart::key,
                        this::function));
    }

    List<RecordType> recordTypes(List<DesignDocument.RecordTypePart> parts) {
        return reader.each(
                "catalogue.recordTypes",
                parts,
                DesignDocument.RecordTypePart::key,
                this::recordType);
    }

    /**
     * One element in its document form.
     *
     * @param part the document part of the kind
     */
    Element element(ElementKind kind, Object part, String key) {
        String path = kind.path(key);
        return switch (kind) {
            case AREA -> area(path, (DesignDocument.AreaPart) part);
            case RECORD_TYPE -> recordType(path, (DesignDocument.RecordTypePart) part);
            case FUNCTION -> function(path, (DesignDocument.FunctionPart) part);
            default -> throw new IllegalArgumentException(kind + " is of a design");
        };
    }

    private Area area(String path, DesignDocument.AreaPart part) {
        return new Area(
                part.key(),
                reader.text(path + ".name", part.name()),
                Optional.ofNullable(part.stewards())
                        .map(stewards -> reader.audience(path + ".stewards", stewards)),
                part.explanation());
    }

    private RecordType recordType(String path, DesignDocument.RecordTypePart part) {
        return new RecordType(
                part.key(),
                reader.text(path + ".singular", part.singular()),
                reader.text(path + ".plural", part.plural()),
                reader.text(path + ".area", part.area()),
                table(path + ".table", part.table()),
                reader.text(path + ".keyField", part.keyField()),
                reader.text(path + ".titleField", part.titleField()),
                new RecordType.Places(
                        Optional.ofNullable(part.owner()),
                        Optional.ofNullable(part.team()),
                        Optional.ofNullable(part.unit()),
                        Optional.ofNullable(part.account())),
                Optional.ofNullable(part.parent()).map(parent -> parent(path + ".parent", parent)),
                reader.each(
                        path + ".fields",
                        part.fields(),
                        DesignDocument.FieldPart::key,
                        this::field),
                part.operations().stream()
                        .map(
                                operation ->
                                        new Operation(
                                                operation.key(),
                                                Objects.requireNonNullElse(
                                                        operation.label(), operation.key()),
                                                operation.explanation()))
                        .toList(),
                part.explanation());
    }

    private TableName table(String path, String text) {
        try {
            return TableName.of(reader.text(path, text));
        } catch (IllegalArgumentException none) {
            reader.problem(
                    path,
                    "`"
                            + text
                            + "` is no table name: give schema and table, as in `towline.voyage`;"
                            + " a name with anything but small letters goes in double quotes");
            return new TableName("none", "none");
        }
    }

    private List<Column> columns(String path, DesignDocument.FieldPart part) {
        if (part.columns().isEmpty()) {
            return List.of(Column.plain(Objects.requireNonNullElse(part.column(), part.key())));
        }
        if (part.column() != null) {
            reader.problem(path + ".column", "give column or columns, not both");
        }
        return part.columns().stream().map(column -> column(path + ".columns", column)).toList();
    }

    private Column column(String path, DesignDocument.ColumnPart column) {
        return new Column(
                reader.text(path + ".name", column.name()),
                column.stored() == null
                        ? Column.Stored.PLAIN
                        : reader.word(path + ".stored", column.stored(), Column.Stored.values()),
                Optional.ofNullable(column.zone()).map(zone -> reader.zone(path + ".zone", zone)));
    }

    private Parent parent(String path, DesignDocument.ParentPart part) {
        return new Parent(
                reader.text(path + ".recordType", part.recordType()),
                reader.text(path + ".through", part.through()),
                reader.word(path + ".follows", part.follows(), Parent.Follows.values()),
                part.lifts());
    }

    private Field field(String path, DesignDocument.FieldPart part) {
        return new Field(
                part.key(),
                reader.text(path + ".label", part.label()),
                columns(path, part),
                reader.word(path + ".type", part.type(), FieldType.values()),
                part.guarded(),
                Set.copyOf(part.classifications()),
                Optional.ofNullable(part.refersTo()),
                part.choices(),
                Optional.ofNullable(part.link()).map(link -> link(path + ".link", link)),
                Optional.ofNullable(part.lookup()).map(lookup -> lookup(path + ".lookup", lookup)),
                part.explanation());
    }

    private Link link(String path, DesignDocument.LinkPart part) {
        return new Link(
                table(path + ".table", part.table()),
                part.columns().stream().map(column -> column(path + ".columns", column)).toList());
    }

    private Lookup lookup(String path, DesignDocument.LookupPart part) {
        boolean through = part.table() != null || part.from() != null || part.to() != null;
        return new Lookup(
                reader.word(path + ".identifier", part.identifier(), Identifier.values()),
                through
                        ? Optional.of(
                                new Lookup.Through(
                                        table(path + ".table", part.table()),
                                        reader.text(path + ".from", part.from()),
                                        reader.text(path + ".to", part.to())))
                        : Optional.empty());
    }

    private nembar.core.catalogue.Function function(String path, DesignDocument.FunctionPart part) {
        return new nembar.core.catalogue.Function(
                part.key(),
                reader.text(path + ".name", part.name()),
                reader.text(path + ".area", part.area()),
                part.levels(),
                part.needs().stream().map(need -> need(path + ".needs", need)).toList(),
                part.explanation());
    }

    private nembar.core.catalogue.Function.Need need(String path, DesignDocument.NeedPart part) {
        return part.function() != null
                ? new nembar.core.catalogue.Function.FunctionNeed(
                        part.function(), reader.text(path + ".level", part.level()))
                : new nembar.core.catalogue.Function.PrivilegeNeed(
                        reader.text(path + ".recordType", part.recordType()),
                        reader.text(path + ".operation", part.operation()));
    }
}
