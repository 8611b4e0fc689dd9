package nembar.core.governance;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.recordset.GovernedRecord;
import nembar.core.text.Words;

/**
 * People as records of Nembar's own application (docs/access-model.md, section 10). Somebody of
 * several accounts is one record at each: what is done to them takes the right at every one, seeing
 * them at any.
 */
public final class GovernedPeople {
    private static final String PERSON = "person";

    private GovernedPeople() {}

    /** The person at each of their accounts; one record where there is none. */
    public static List<GovernedRecord> records(Person person) {
        if (person.accounts().isEmpty()) {
            return List.of(record(person, Optional.empty()));
        }
        return person.accounts().stream().map(one -> record(person, Optional.of(one))).toList();
    }

    /** The person at one account. */
    public static GovernedRecord record(Person person, Optional<String> account) {
        Map<String, Object> values = new HashMap<>();
        values.put("key", person.key());
        person.unit().ifPresent(unit -> values.put("unit", unit));
        account.ifPresent(one -> values.put("account", one));
        person.manager().ifPresent(manager -> values.put("manager", manager));
        values.put("kind", Words.of(person.kind()));
        values.put("status", Words.of(person.status()));
        values.put("full_name", person.name());
        values.put("email", person.email());
        return new GovernedRecord(PERSON, values);
    }
}
