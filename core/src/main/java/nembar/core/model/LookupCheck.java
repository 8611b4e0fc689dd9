package nembar.core.model;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.text.Words;

/**
 * Checks fields that have several values over a link table, and look-ups into the directory
 * (docs/access-model.md, section 1).
 */
final class LookupCheck {
    private static final Set<FieldType> NAMING =
            Set.of(FieldType.TEXT, FieldType.REFERENCE, FieldType.PERSON);

    private final Catalogue catalogue;
    private final ModelCheck check;

    LookupCheck(Catalogue catalogue, ModelCheck check) {
        this.catalogue = catalogue;
        this.check = check;
    }

    void run(String path, RecordType type) {
        Map<String, Identifier.Kind> placing = placing(type.places());
        for (Field field : type.fields()) {
            String at = path + ".fields[" + field.key() + "]";
            field.link().ifPresent(link -> link(at + ".link", type, field, link));
            field.lookup()
                    .ifPresent(
                            lookup ->
                                    lookup(
                                            at + ".lookup",
                                            type,
                                            field,
                                            lookup,
                                            Optional.ofNullable(placing.get(field.key()))));
        }
    }

    /** What a field that places a record names. */
    private static Map<String, Identifier.Kind> placing(RecordType.Places places) {
        Map<String, Identifier.Kind> placing = new LinkedHashMap<>();
        places.owner().ifPresent(field -> placing.put(field, Identifier.Kind.PERSON));
        places.team().ifPresent(field -> placing.put(field, Identifier.Kind.TEAM));
        places.unit().ifPresent(field -> placing.put(field, Identifier.Kind.UNIT));
        places.account().ifPresent(field -> placing.put(field, Identifier.Kind.ACCOUNT));
        return placing;
    }

    private void naming(String path, RecordType type, Field field, String what) {
        boolean identifies =
                field.key().equals(type.keyField())
                        || type.parent()
                                .map(Parent::through)
                                .filter(field.key()::equals)
                                .isPresent();
        if (!NAMING.contains(field.type()) || field.columns().size() != 1 || identifies) {
            check.report(
                    path,
                    what
                            + " is for texts, references and people of one column, neither the key"
                            + " nor what leads to the parent");
        }
    }

    private void link(String path, RecordType type, Field field, Link link) {
        naming(path, type, field, "a link table");
        RecordType.Places places = type.places();
        boolean single =
                List.of(places.unit(), places.account()).contains(Optional.of(field.key()))
                        || field.key().equals(type.titleField());
        if (single) {
            check.report(path, "a record has one unit, one account and one title");
        }
        table(path + ".table", link.table());
        link.ofRecord().forEach(column -> column(path + ".columns", column.name()));
        int key = type.field(type.keyField()).map(one -> one.columns().size()).orElse(0);
        if (link.ofRecord().size() != key) {
            check.report(
                    path + ".columns",
                    "give a column for each of the " + key + " that the record's key has");
        }
        guardedAlike(path, type, field, link);
    }

    /** What a record type guards, no link to its table shows. */
    private void guardedAlike(String path, RecordType type, Field field, Link link) {
        for (RecordType other : catalogue.recordTypes()) {
            boolean otherwise =
                    other.table().equals(link.table())
                            && other.fields().stream()
                                    .filter(one -> one.link().isEmpty())
                                    .filter(one -> shares(one, field))
                                    .anyMatch(
                                            one ->
                                                    one.guarded() != field.guarded()
                                                            || stewarded(other)
                                                                    && !other.area()
                                                                            .equals(type.area()));
            if (otherwise) {
                check.report(
                        path + ".table",
                        "`"
                                + link.table()
                                + "` is the table of `"
                                + other.key()
                                + "`, which is guarded otherwise: this field would show what that"
                                + " one guards");
            }
        }
    }

    private boolean stewarded(RecordType type) {
        return catalogue.area(type.area()).flatMap(Area::stewards).isPresent();
    }

    private static boolean shares(Field one, Field other) {
        return one.columns().stream()
                .anyMatch(
                        column ->
                                other.columns().stream()
                                        .anyMatch(too -> too.name().equals(column.name())));
    }

    private void lookup(
            String path,
            RecordType type,
            Field field,
            Lookup lookup,
            Optional<Identifier.Kind> places) {
        naming(path, type, field, "a look-up");
        Identifier.Kind leads = lookup.identifier().kind();
        Optional<Identifier.Kind> wanted =
                field.type() == FieldType.PERSON ? Optional.of(Identifier.Kind.PERSON) : places;
        if (wanted.isEmpty() || wanted.get() != leads) {
            check.report(
                    path + ".identifier",
                    "this leads to: "
                            + Words.of(leads)
                            + wanted.map(kind -> ", and the field names: " + Words.of(kind))
                                    .orElse(", and the field places no record"));
        }
        if (field.refersTo().isPresent()) {
            check.report(path, "what leads to the directory refers to no record type besides");
        }
        lookup.through()
                .ifPresent(
                        through -> {
                            table(path + ".table", through.table());
                            column(path + ".from", through.from());
                            column(path + ".to", through.to());
                        });
    }

    private void table(String path, TableName table) {
        CatalogueCheck.notOfTheDatabase(path, table, check);
    }

    private void column(String path, String column) {
        if (!Column.possible(column)) {
            check.report(path, "`" + column + "` is no column name");
        }
    }
}
