package nembar.core.model;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Added;
import nembar.core.condition.Scope;
import nembar.core.condition.ValueType;
import nembar.core.directory.Directory;
import nembar.core.directory.PersonNames;

/** What conditions on a record type may speak of (docs/access-model.md, section 5). */
final class Scopes {
    private Scopes() {}

    static Scope of(RecordType type, Catalogue catalogue, Directory directory) {
        Map<String, Scope.Named> names = PersonNames.ofRecords(directory.attributes());
        for (Field field : type.fields()) {
            names.putIfAbsent(
                    field.key(),
                    new Scope.Named(
                            field.several() ? ValueType.LIST : typeOf(field.type()),
                            field.choices(),
                            field.label().toLowerCase(Locale.ROOT)));
        }
        return new Scope(
                type.singular(),
                names,
                EnumSet.allOf(Added.class),
                directory.unitNames().keySet(),
                catalogue.functions().stream()
                        .collect(Collectors.toMap(Function::key, Function::levels, (a, b) -> a)));
    }

    private static ValueType typeOf(FieldType type) {
        return switch (type) {
            case TEXT, CHOICE, REFERENCE, PERSON -> ValueType.TEXT;
            case WHOLE_NUMBER, DECIMAL, MONEY -> ValueType.NUMBER;
            case DATE -> ValueType.DATE;
            case TIMESTAMP -> ValueType.TIMESTAMP;
            case YES_NO -> ValueType.YES_NO;
            case CHOICES, TEXTS -> ValueType.LIST;
        };
    }
}
