package nembar.server.ask;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.governance.Disclosure;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Nearest;
import nembar.core.words.Explanation;
import nembar.server.http.NotFound;
import nembar.server.records.Records;
import nembar.server.records.Records.Counts;

/**
 * A question that has been understood: about whom, in which application, as which persona.
 *
 * @param disclosure of a question about a draft: what rests on what is not for whoever asks to see
 *     is not counted for them; empty where all is
 */
record Question(PersonAccess access, Explanation explanation, Optional<Disclosure> disclosure) {
    /** A question about what is published, or about an access that is only thought of. */
    static Question of(PersonAccess access) {
        return new Question(
                access, new Explanation(access.model(), access.who()), Optional.empty());
    }

    /** Counts those of the sets whose number whoever asks may be told, in one scan. */
    Counts count(Records records, RecordType type, Collection<RecordSet> sets) {
        return records.count(application(), type, told(type, sets));
    }

    /** Those of the sets whose number whoever asks may be told. */
    List<RecordSet> told(RecordType type, Collection<RecordSet> sets) {
        return sets.stream().filter(set -> mayCount(type, set)).toList();
    }

    /** Whether whoever asks may be told how many there are in a set. */
    boolean mayCount(RecordType type, RecordSet set) {
        return disclosure.map(one -> one.mayCount(type, set)).orElse(true);
    }

    AccessModel model() {
        return access.model();
    }

    String application() {
        return model().application().key();
    }

    RecordType type(String key) {
        return model().catalogue()
                .recordType(key)
                .orElseThrow(
                        () ->
                                unknown(
                                        "type",
                                        model().application().name() + " has no record type",
                                        key,
                                        keys(model().catalogue().recordTypes(), RecordType::key)));
    }

    static Operation operation(RecordType type, String key) {
        return type.operation(key)
                .orElseThrow(
                        () ->
                                unknown(
                                        "operation",
                                        type.singular() + " has no operation",
                                        key,
                                        keys(type.operations(), Operation::key)));
    }

    static Field field(RecordType type, String key) {
        return type.field(key)
                .orElseThrow(
                        () ->
                                unknown(
                                        "field",
                                        type.singular() + " has no field",
                                        key,
                                        keys(type.fields(), Field::key)));
    }

    nembar.core.catalogue.Function function(String key) {
        List<nembar.core.catalogue.Function> all = model().catalogue().functions();
        return model().catalogue()
                .function(key)
                .orElseThrow(
                        () ->
                                unknown(
                                        "function",
                                        model().application().name() + " has no function",
                                        key,
                                        keys(all, nembar.core.catalogue.Function::key)));
    }

    private static NotFound unknown(String path, String what, String key, List<String> known) {
        return new NotFound(path, Nearest.sentence(what + " `" + key + "`", key, known));
    }

    private static <T> List<String> keys(List<T> elements, Function<T, String> key) {
        return elements.stream().map(key).toList();
    }
}
