package nembar.core.directory;

import java.time.ZoneId;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Somebody, or some program, that uses governed applications (docs/access-model.md, section 2).
 *
 * @param key what records and documents name the person by; never changes
 * @param email unique, compared without case
 * @param accounts keys of the accounts the person belongs to; only an external may have more than
 *     one
 * @param unit key of the unit the person sits in
 * @param manager key of the person above in the reporting line
 * @param attributes values by the key of a directory's {@link Attribute}
 */
public record Person(
        String key,
        PersonKind kind,
        String email,
        String givenName,
        String familyName,
        List<String> accounts,
        Optional<String> unit,
        Optional<String> manager,
        ZoneId zone,
        PersonStatus status,
        Map<String, Object> attributes) {

    public Person {
        accounts = List.copyOf(accounts);
        attributes = Collections.unmodifiableMap(new TreeMap<>(attributes));
    }

    /** Without attributes. */
    public Person(
            String key,
            PersonKind kind,
            String email,
            String givenName,
            String familyName,
            List<String> accounts,
            Optional<String> unit,
            Optional<String> manager,
            ZoneId zone,
            PersonStatus status) {
        this(
                key,
                kind,
                email,
                givenName,
                familyName,
                accounts,
                unit,
                manager,
                zone,
                status,
                Map.of());
    }

    /** This person under another key. */
    public Person withKey(String other) {
        return new Person(
                other,
                kind,
                email,
                givenName,
                familyName,
                accounts,
                unit,
                manager,
                zone,
                status,
                attributes);
    }

    /** This person under another name. */
    public Person withName(String given, String family) {
        return new Person(
                key, kind, email, given, family, accounts, unit, manager, zone, status, attributes);
    }

    /** This person at another address. */
    public Person withEmail(String other) {
        return new Person(
                key,
                kind,
                other,
                givenName,
                familyName,
                accounts,
                unit,
                manager,
                zone,
                status,
                attributes);
    }

    /** This person of other accounts. */
    public Person withAccounts(List<String> other) {
        return new Person(
                key,
                kind,
                email,
                givenName,
                familyName,
                other,
                unit,
                manager,
                zone,
                status,
                attributes);
    }

    /** This person in another unit or none. */
    public Person withUnit(Optional<String> other) {
        return new Person(
                key,
                kind,
                email,
                givenName,
                familyName,
                accounts,
                other,
                manager,
                zone,
                status,
                attributes);
    }

    /** This person under another manager or none. */
    public Person withManager(Optional<String> other) {
        return new Person(
                key,
                kind,
                email,
                givenName,
                familyName,
                accounts,
                unit,
                other,
                zone,
                status,
                attributes);
    }

    /** This person in another time zone. */
    public Person withZone(ZoneId other) {
        return new Person(
                key,
                kind,
                email,
                givenName,
                familyName,
                accounts,
                unit,
                manager,
                other,
                status,
                attributes);
    }

    /** This person in another status. */
    public Person withStatus(PersonStatus other) {
        return new Person(
                key,
                kind,
                email,
                givenName,
                familyName,
                accounts,
                unit,
                manager,
                zone,
                other,
                attributes);
    }

    /** Given and family name, as shown to people. */
    public String name() {
        return familyName.isEmpty() ? givenName : givenName + " " + familyName;
    }

    public boolean external() {
        return kind == PersonKind.EXTERNAL;
    }

    public boolean active() {
        return status == PersonStatus.ACTIVE;
    }
}
