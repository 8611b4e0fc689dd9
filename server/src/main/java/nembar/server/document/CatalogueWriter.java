package nembar.server.document;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.element.Element;
import nembar.core.text.Words;

/** Takes catalogues and their elements to their document form. */
final class CatalogueWriter {
    private CatalogueWriter() {}

    /** The document part of one element. */
    static Object element(Element element) {
        return switch (element.kind()) {
            case AREA -> area((Area) element);
            case RECORD_TYPE -> recordType((RecordType) element);
            case FUNCTION -> function((Function) element);
            default -> throw new IllegalArgumentException(element.kind() + " is of a design");
        };
    }

    static DesignDocument.AreaPart area(Area area) {
        return new DesignDocument.AreaPart(
                area.key(),
                area.name(),
                area.stewards().map(AudienceWriter::audience).orElse(null),
                area.explanation());
    }

    static DesignDocument.RecordTypePart recordType(RecordType type) {
        return new DesignDocument.RecordTypePart(
                type.key(),
                type.singular(),
                type.plural(),
                type.area(),
                type.table().text(),
                type.keyField(),
                type.titleField(),
                type.places().owner().orElse(null),
                type.places().team().orElse(null),
                type.places().unit().orElse(null),
                type.places().account().orElse(null),
                type.parent()
                        .map(
                                parent ->
                                        new DesignDocument.ParentPart(
                                                parent.recordType(),
                                                parent.through(),
                                                Words.of(parent.follows()),
                                                parent.lifts()))
                        .orElse(null),
                type.ownOperations().stream()
                        .map(
                                one ->
                                        new DesignDocument.OperationPart(
                                                one.key(), one.label(), one.explanation()))
                        .toList(),
                type.fields().stream().map(CatalogueWriter::field).toList(),
                type.explanation());
    }

    static DesignDocument.FieldPart field(Field field) {
        return new DesignDocument.FieldPart(
                field.key(),
                field.label(),
                shortColumn(field).filter(name -> !name.equals(field.key())).orElse(null),
                shortColumn(field).isPresent()
                        ? List.of()
                        : field.columns().stream().map(CatalogueWriter::column).toList(),
                Words.of(field.type()),
                field.guarded(),
                List.copyOf(field.classifications()),
                field.refersTo().orElse(null),
                field.choices(),
                field.link()
                        .map(
                                link ->
                                        new DesignDocument.LinkPart(
                                                link.table().text(),
                                                link.ofRecord().stream()
                                                        .map(CatalogueWriter::column)
                                                        .toList()))
                        .orElse(null),
                field.lookup().map(CatalogueWriter::lookup).orElse(null),
                field.explanation());
    }

    private static DesignDocument.LookupPart lookup(Lookup lookup) {
        Optional<Lookup.Through> through = lookup.through();
        return new DesignDocument.LookupPart(
                Words.of(lookup.identifier()),
                through.map(one -> one.table().text()).orElse(null),
                through.map(Lookup.Through::from).orElse(null),
                through.map(Lookup.Through::to).orElse(null));
    }

    /** The name of its one column, where that is kept as the field's type says. */
    private static Optional<String> shortColumn(Field field) {
        return field.columns().size() == 1
                ? field.columns().stream()
                        .filter(column -> column.stored() == Column.Stored.PLAIN)
                        .map(Column::name)
                        .findFirst()
                : Optional.empty();
    }

    private static DesignDocument.ColumnPart column(Column column) {
        return new DesignDocument.ColumnPart(
                column.name(),
                column.stored() == Column.Stored.PLAIN ? null : Words.of(column.stored()),
                column.zone().map(ZoneId::getId).orElse(null));
    }

    static DesignDocument.FunctionPart function(Function function) {
        return new DesignDocument.FunctionPart(
                function.key(),
                function.name(),
                function.area(),
                function.levels(),
                function.needs().stream().map(CatalogueWriter::need).toList(),
                function.explanation());
    }

    private static DesignDocument.NeedPart need(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            return new DesignDocument.NeedPart(of.function(), of.level(), null, null);
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        return new DesignDocument.NeedPart(null, null, of.recordType(), of.operation());
    }
}
