package nembar.core.model;

import java.time.Instant;
import java.util.Optional;
import nembar.core.directory.Person;

/**
 * From where a question is asked: a person, the account they act for, and an instant
 * (docs/access-model.md, section 4).
 *
 * @param account key of the account acted for; empty where the person belongs to none
 * @param asIfActive asks what the person would have if they were active
 */
public record Standpoint(Person person, Optional<String> account, Instant at, boolean asIfActive) {

    /** The person, acting for their only or first account. */
    public static Standpoint of(Person person, Instant at) {
        return new Standpoint(person, person.accounts().stream().findFirst(), at, false);
    }

    public Standpoint actingFor(String accountKey) {
        return new Standpoint(person, Optional.of(accountKey), at, asIfActive);
    }

    /** Step 1 of the decision: the person is active, or the question takes them to be. */
    public boolean active() {
        return asIfActive || person.active();
    }
}
