package nembar.core.command;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.governance.GovernedPeople;
import nembar.core.recordset.GovernedRecord;

/**
 * A permission in Nembar that a change takes (docs/access-model.md, section 10): the operation on
 * every one of the records.
 *
 * @param type one of Nembar's own record types
 * @param name what it is about, for people
 * @param person whom it is about; empty for another type
 */
public record Need(
        String type,
        String operation,
        List<GovernedRecord> records,
        String name,
        Optional<Person> person) {
    public Need {
        records = List.copyOf(records);
    }

    public static Need onPerson(String operation, Person person) {
        return new Need(
                "person",
                operation,
                GovernedPeople.records(person),
                person.name(),
                Optional.of(person));
    }

    /** On an account, a unit or a team. */
    public static Need onPlace(String type, String operation, String key, String name) {
        return of(type, operation, Map.of("key", key), name);
    }

    public static Need onApplication(String operation, String application) {
        return of("application", operation, Map.of("key", application), "the application");
    }

    /**
     * On a draft.
     *
     * @param id of one that is kept, or {@code new}
     */
    public static Need onDraft(String operation, String id, String application, String author) {
        return of(
                "draft",
                operation,
                Map.of("id", id, "application", application, "author", author, "state", "open"),
                "this draft");
    }

    private static Need of(String type, String operation, Map<String, Object> values, String name) {
        return new Need(
                type, operation, List.of(new GovernedRecord(type, values)), name, Optional.empty());
    }
}
