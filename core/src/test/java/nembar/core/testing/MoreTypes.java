package nembar.core.testing;

import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;

/** Record types beside those of the harbour, and what is wrong with them. */
public final class MoreTypes {
    public static final RecordType.Places NOWHERE =
            new RecordType.Places(
                    Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

    private MoreTypes() {}

    /** Each problem as its path and its message; none where the harbour with them is right. */
    public static List<String> problems(Harbour harbour, RecordType... types) {
        AccessModel model = harbour.model();
        Catalogue known = model.catalogue();
        List<RecordType> all = new ArrayList<>(known.recordTypes());
        all.addAll(List.of(types));
        ModelRefused refused =
                catchThrowableOfType(
                        ModelRefused.class,
                        () ->
                                AccessModel.of(
                                        model.application(),
                                        new Catalogue(known.areas(), all, known.functions()),
                                        model.directory(),
                                        model.design()));
        return refused == null
                ? List.of()
                : refused.problems().stream().map(one -> one.path() + " " + one.message()).toList();
    }

    /** A type of the area work, in a table of its own, known by its field {@code id}. */
    public static RecordType type(String key, Optional<Parent> parent, Field... fields) {
        return type(key, "work", "harbour." + key, NOWHERE, parent, fields);
    }

    public static RecordType type(
            String key,
            String area,
            String table,
            RecordType.Places places,
            Optional<Parent> parent,
            Field... fields) {
        return new RecordType(
                key,
                "Box",
                "Boxes",
                area,
                TableName.of(table),
                "id",
                "id",
                places,
                parent,
                List.of(fields),
                List.of());
    }

    public static Field field(String key, FieldType type, boolean guarded, Column... columns) {
        return new Field(
                key, key, List.of(columns), type, guarded, Set.of(), Optional.empty(), List.of());
    }

    /** A field in the column that is called like it. */
    public static Field field(String key, FieldType type) {
        return field(key, type, false, Column.plain(key));
    }

    /** A text, or a reference to records of a type. */
    public static Field text(String key, Optional<String> refersTo) {
        FieldType type = refersTo.isPresent() ? FieldType.REFERENCE : FieldType.TEXT;
        return new Field(
                key, key, List.of(Column.plain(key)), type, false, Set.of(), refersTo, List.of());
    }
}
