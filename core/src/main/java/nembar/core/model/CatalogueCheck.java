package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Audience;

/** Checks the catalogue on its own (docs/access-model.md, section 1). */
final class CatalogueCheck {
    private static final int EXPLANATION_AT_MOST = 500;

    private static final Set<FieldType> KEPT_OTHERWISE =
            Set.of(FieldType.TEXT, FieldType.CHOICE, FieldType.REFERENCE, FieldType.PERSON);
    private static final Set<FieldType> OF_SEVERAL = Set.of(FieldType.TEXT, FieldType.REFERENCE);

    private final Catalogue catalogue;
    private final AudienceCheck audiences;
    private final ModelCheck check;
    private final Set<String> areas;
    private final Set<String> types;

    CatalogueCheck(Catalogue catalogue, AudienceCheck audiences, ModelCheck check) {
        this.catalogue = catalogue;
        this.audiences = audiences;
        this.check = check;
        areas = keysOf(catalogue.areas(), Area::key);
        types = keysOf(catalogue.recordTypes(), RecordType::key);
    }

    void run() {
        check.keys("catalogue.areas", catalogue.areas(), Area::key);
        check.keys("catalogue.recordTypes", catalogue.recordTypes(), RecordType::key);
        check.keys("catalogue.functions", catalogue.functions(), Function::key);
        for (Area area : catalogue.areas()) {
            String path = "catalogue.areas[" + area.key() + "]";
            area.stewards().ifPresent(stewards -> audiences.run(path + ".stewards", stewards));
            explained(path, area.explanation());
        }
        Map<String, List<String>> up = new HashMap<>();
        for (RecordType type : catalogue.recordTypes()) {
            recordType(type);
            type.parent().ifPresent(parent -> up.put(type.key(), List.of(parent.recordType())));
        }
        check.noCycles("catalogue.recordTypes", up, "below");
        sharedTables();
        Map<String, List<String>> needs = new HashMap<>();
        for (Function function : catalogue.functions()) {
            function(function);
            explained("catalogue.functions[" + function.key() + "]", function.explanation());
            needs.put(
                    function.key(),
                    function.needs().stream()
                            .filter(Function.FunctionNeed.class::isInstance)
                            .map(need -> ((Function.FunctionNeed) need).function())
                            .toList());
        }
        check.noCycles("catalogue.functions", needs, "needing");
    }

    private void recordType(RecordType type) {
        String path = "catalogue.recordTypes[" + type.key() + "]";
        check.refers(path + ".area", "area", type.area(), areas);
        notOfTheDatabase(path + ".table", type.table(), check);
        check.keys(path + ".fields", type.fields(), Field::key);
        check.keys(path + ".operations", type.operations(), Operation::key);
        explained(path, type.explanation());
        type.operations()
                .forEach(
                        one ->
                                explained(
                                        path + ".operations[" + one.key() + "]",
                                        one.explanation()));
        type.fields()
                .forEach(one -> explained(path + ".fields[" + one.key() + "]", one.explanation()));
        Set<String> fields = keysOf(type.fields(), Field::key);
        check.refers(path + ".keyField", "field", type.keyField(), fields);
        check.refers(path + ".titleField", "field", type.titleField(), fields);
        RecordType.Places places = type.places();
        check.refers(path + ".owner", "field", places.owner(), fields);
        check.refers(path + ".team", "field", places.team(), fields);
        check.refers(path + ".unit", "field", places.unit(), fields);
        check.refers(path + ".account", "field", places.account(), fields);
        type.parent()
                .ifPresent(
                        parent -> {
                            check.refers(
                                    path + ".parent.recordType",
                                    "record type",
                                    parent.recordType(),
                                    types);
                            if (check.refers(
                                    path + ".parent.through", "field", parent.through(), fields)) {
                                through(path + ".parent.through", type, parent);
                            }
                        });
        List<Optional<String>> placing =
                List.of(places.team(), places.unit(), places.account(), places.owner());
        for (Field field : type.fields()) {
            field(path + ".fields[" + field.key() + "]", field, placing);
        }
        new LookupCheck(catalogue, check).run(path, type);
        guardedInEach(path, type);
    }

    /** An explanation is a sentence or two, not a manual. */
    private void explained(String path, String explanation) {
        if (explanation.length() > EXPLANATION_AT_MOST) {
            check.report(
                    path + ".explanation",
                    "an explanation has at most " + EXPLANATION_AT_MOST + " characters");
        }
    }

    /** The database's own catalogues are nobody's records. */
    static void notOfTheDatabase(String path, TableName table, ModelCheck check) {
        if (table.schema().startsWith("pg_") || table.schema().equals("information_schema")) {
            check.report(
                    path, "`" + table + "` is a catalogue of the database itself, and no record's");
        }
    }

    /** What one field guards no other shows, nor a key that the column is a part of. */
    private void guardedInEach(String path, RecordType type) {
        Map<String, Field> byColumn = new HashMap<>();
        for (Field field : type.fields()) {
            if (field.link().isPresent()) {
                continue;
            }
            for (Column column : field.columns()) {
                Field other = byColumn.putIfAbsent(column.name(), field);
                if (other != null && other.guarded() != field.guarded()) {
                    check.report(
                            path + ".fields[" + field.key() + "].guarded",
                            "`"
                                    + column.name()
                                    + "` is a column of `"
                                    + other.key()
                                    + "` too: guard both fields, or neither");
                }
            }
        }
    }

    /** A reference to a parent has as many columns as the parent's key, kept alike. */
    private void through(String path, RecordType type, Parent parent) {
        List<Column> ours = type.knownField(parent.through()).columns();
        catalogue
                .recordType(parent.recordType())
                .flatMap(above -> above.field(above.keyField()))
                .map(Field::columns)
                .filter(theirs -> theirs.size() != ours.size())
                .ifPresent(
                        theirs ->
                                check.report(
                                        path,
                                        "`"
                                                + parent.through()
                                                + "` has "
                                                + ours.size()
                                                + " columns, and the key of `"
                                                + parent.recordType()
                                                + "` has "
                                                + theirs.size()));
    }

    /** A table is governed by one record type, or by several that are guarded alike. */
    private void sharedTables() {
        Map<TableName, RecordType> byTable = new HashMap<>();
        for (RecordType type : catalogue.recordTypes()) {
            RecordType other = byTable.putIfAbsent(type.table(), type);
            if (other != null && !guardedAlike(type, other)) {
                check.report(
                        "catalogue.recordTypes[" + type.key() + "].table",
                        "`"
                                + type.table()
                                + "` is the table of `"
                                + other.key()
                                + "` already, which is guarded otherwise: one of the two would show"
                                + " what the other guards");
            }
        }
    }

    private boolean guardedAlike(RecordType one, RecordType other) {
        Map<String, Boolean> guarded = new HashMap<>();
        one.fields().stream()
                .filter(field -> field.link().isEmpty())
                .forEach(
                        field ->
                                field.columns()
                                        .forEach(
                                                column ->
                                                        guarded.put(
                                                                column.name(), field.guarded())));
        return stewards(one).equals(stewards(other))
                && other.fields().stream()
                        .filter(field -> field.link().isEmpty())
                        .allMatch(
                                field ->
                                        field.columns().stream()
                                                .map(Column::name)
                                                .map(guarded::get)
                                                .allMatch(
                                                        is -> is == null || is == field.guarded()));
    }

    private Optional<Audience> stewards(RecordType type) {
        return catalogue.area(type.area()).flatMap(Area::stewards);
    }

    private void field(String path, Field field, List<Optional<String>> placing) {
        columns(path, field);
        boolean reference = field.type() == FieldType.REFERENCE;
        if (reference
                && field.refersTo().isEmpty()
                && !placing.contains(Optional.of(field.key()))) {
            check.report(path + ".refersTo", "a reference names the record type it refers to");
        }
        check.refers(path + ".refersTo", "record type", field.refersTo(), types);
        boolean chosen = field.type() == FieldType.CHOICE || field.type() == FieldType.CHOICES;
        if (chosen && field.choices().isEmpty()) {
            check.report(path + ".choices", "a choice needs at least one thing to choose");
        }
    }

    private void columns(String path, Field field) {
        for (Column column : field.columns()) {
            if (!Column.possible(column.name())) {
                check.report(path + ".column", "`" + column.name() + "` is no column name");
            }
            stored(path + ".columns", field.type(), column);
        }
        boolean several = field.columns().size() > 1;
        if (field.columns().isEmpty() || (several && !OF_SEVERAL.contains(field.type()))) {
            check.report(
                    path + ".columns",
                    "give one column; only a text or a reference is made of several");
        }
    }

    private void stored(String path, FieldType type, Column column) {
        boolean possible =
                switch (column.stored()) {
                    case PLAIN -> true;
                    case WHOLE, UUID -> KEPT_OTHERWISE.contains(type);
                    case OTHER -> type.list() || KEPT_OTHERWISE.contains(type);
                    case LOCAL -> type == FieldType.TIMESTAMP;
                };
        if (!possible) {
            check.report(
                    path,
                    "only texts, choices, references and people are stored as something else, lists"
                            + " as other, and timestamps as local");
        }
        boolean local = column.stored() == Column.Stored.LOCAL;
        if (local != column.zone().isPresent()) {
            check.report(path, "a column stored as local, and only that, has a zone");
        }
        column.zone()
                .filter(zone -> !Column.known(zone))
                .ifPresent(
                        zone ->
                                check.report(
                                        path,
                                        "`"
                                                + zone.getId()
                                                + "` is no zone of a region, such as"
                                                + " Europe/London, nor UTC"));
    }

    private void function(Function function) {
        String path = "catalogue.functions[" + function.key() + "]";
        check.refers(path + ".area", "area", function.area(), areas);
        if (function.levels().size() < 2 || !function.levels().get(0).equals(Function.NONE)) {
            check.report(path + ".levels", "give at least two levels, of which the first is none");
        }
        check.keys(path + ".levels", function.levels(), level -> level.replace(' ', '-'));
        for (Function.Need need : function.needs()) {
            need(path + ".needs", need);
        }
    }

    private void need(String path, Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            Set<String> functions = keysOf(catalogue.functions(), Function::key);
            if (check.refers(path, "function", of.function(), functions)) {
                List<String> levels = catalogue.function(of.function()).orElseThrow().levels();
                check.refers(path, "level", of.level(), levels);
            }
        } else if (need instanceof Function.PrivilegeNeed of
                && check.refers(path, "record type", of.recordType(), types)) {
            RecordType type = catalogue.recordType(of.recordType()).orElseThrow();
            check.refers(
                    path, "operation", of.operation(), keysOf(type.operations(), Operation::key));
        }
    }
}
