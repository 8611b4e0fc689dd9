package nembar.server.answers;

import java.util.Locale;
import java.util.Optional;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;

/** What can be done or seen, in the application's words: "change cargo lots". */
final class SubjectWords {
    private SubjectWords() {}

    /**
     * @param type key of a record type; empty for a function
     * @param what key of an operation, a field or a function
     * @param use of a field: change, view or masked; empty for an operation
     */
    static String words(Catalogue catalogue, String type, String what, String use) {
        if (type.isEmpty()) {
            return catalogue.function(what).map(Function::name).orElse(what);
        }
        Optional<RecordType> known = catalogue.recordType(type);
        String plural = known.map(one -> one.plural().toLowerCase(Locale.ROOT)).orElse(type);
        if (use.isEmpty()) {
            String label =
                    known.flatMap(one -> one.operation(what)).map(Operation::label).orElse(what);
            return label + " " + plural;
        }
        String field =
                known.flatMap(one -> one.field(what))
                        .map(Field::label)
                        .orElse(what)
                        .toLowerCase(Locale.ROOT);
        return does(use) + " " + field + " of " + plural;
    }

    private static String does(String use) {
        return switch (use) {
            case "view" -> "see";
            case "masked" -> "see, masked,";
            default -> use;
        };
    }
}
