package nembar.core.model;

import java.time.Instant;
import java.util.Optional;
import nembar.core.design.Delegation;
import nembar.core.directory.Person;

/**
 * From where a question is asked: a person, the account they act for, and an instant
 * (docs/access-model.md, section 4).
 *
 * @param person whose reaches count; under a delegation the principal
 * @param account key of the account acted for; empty where the person belongs to none
 * @param asIfActive asks what the person would have if they were active
 * @param through the delegation by which somebody else acts for the person; empty for themselves
 */
public record Standpoint(
        Person person,
        Optional<String> account,
        Instant at,
        boolean asIfActive,
        Optional<Delegation> through) {
    public Standpoint(Person person, Optional<String> account, Instant at, boolean asIfActive) {
        this(person, account, at, asIfActive, Optional.empty());
    }

    /** The person, acting for their only or first account. */
    public static Standpoint of(Person person, Instant at) {
        return new Standpoint(person, person.accounts().stream().findFirst(), at, false);
    }

    public Standpoint actingFor(String accountKey) {
        return new Standpoint(person, Optional.of(accountKey), at, asIfActive, through);
    }

    public Standpoint at(Instant instant) {
        return new Standpoint(person, account, instant, asIfActive, through);
    }

    /**
     * This person and account with the delegate there; the person must be the delegation's
     * principal.
     */
    public Standpoint through(Delegation delegation) {
        return new Standpoint(person, account, at, asIfActive, Optional.of(delegation));
    }

    /** The person in their own right, without any delegation. */
    public Standpoint inOwnRight() {
        return new Standpoint(person, account, at, asIfActive);
    }
}
