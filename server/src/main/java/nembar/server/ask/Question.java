package nembar.server.ask;

import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.model.AccessModel;
import nembar.core.text.Nearest;
import nembar.core.words.Telling;
import nembar.server.http.NotFound;

/** A question that has been understood: about whom, in which application, from which seat. */
record Question(PersonAccess access, Telling telling) {
    AccessModel model() {
        return access.model();
    }

    String application() {
        return model().application().key();
    }

    RecordType type(String key) {
        return model()
                .catalogue()
                .recordType(key)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "type",
                                        model().application().name()
                                                + " has no record type `"
                                                + key
                                                + "`"
                                                + Nearest.hint(
                                                        key,
                                                        model().catalogue().recordTypes().stream()
                                                                .map(RecordType::key)
                                                                .toList())
                                                + "."));
    }

    static Operation operation(RecordType type, String key) {
        return type.operation(key)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "operation",
                                        type.singular()
                                                + " has no operation `"
                                                + key
                                                + "`"
                                                + Nearest.hint(
                                                        key,
                                                        type.operations().stream()
                                                                .map(Operation::key)
                                                                .toList())
                                                + "."));
    }

    static Field field(RecordType type, String key) {
        Optional<Field> field = type.field(key);
        return field.orElseThrow(
                () ->
                        new NotFound(
                                "field",
                                type.singular()
                                        + " has no field `"
                                        + key
                                        + "`"
                                        + Nearest.hint(key, type.fieldsByKey().keySet())
                                        + "."));
    }
}
