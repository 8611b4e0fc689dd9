package nembar.core.lookup;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Function;
import nembar.core.catalogue.Identifier;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;

/**
 * The values of an application that lead to somebody or something in the directory, as they were
 * last read. A value leads to one key at most; several may lead to the same. Immutable.
 */
public final class LookupValues {
    /** Of which every value leads nowhere. */
    public static final LookupValues NOTHING = new LookupValues(Map.of());

    private final Map<String, String> keyByValue;
    private final Map<String, List<String>> valuesByKey = new HashMap<>();

    private LookupValues(Map<String, String> keyByValue) {
        this.keyByValue = keyByValue;
        keyByValue.forEach(
                (value, key) ->
                        valuesByKey.computeIfAbsent(key, any -> new ArrayList<>(1)).add(value));
    }

    /**
     * Values whose identifiers were read from a table.
     *
     * @param identifiers by value
     */
    public static LookupValues of(
            Identifier identifier, Map<String, String> identifiers, Directory directory) {
        Map<String, String> known = known(identifier, directory);
        Map<String, String> keys = new HashMap<>();
        identifiers.forEach(
                (value, name) -> {
                    String key = known.get(identifier.folded(name));
                    if (key != null) {
                        keys.put(value, key);
                    }
                });
        return new LookupValues(keys);
    }

    /**
     * Values that are the identifiers themselves, as the directory writes them or in lower case.
     */
    public static LookupValues of(Identifier identifier, Directory directory) {
        Map<String, String> keys = new HashMap<>(known(identifier, directory));
        if (identifier == Identifier.PERSON_EMAIL) {
            directory.people().forEach(person -> keys.put(person.email(), person.key()));
        }
        return new LookupValues(keys);
    }

    /** The directory's keys by identifier; what several have leads to none of them. */
    private static Map<String, String> known(Identifier identifier, Directory directory) {
        return switch (identifier) {
            case PERSON_KEY -> known(directory.people(), Person::key, Person::key);
            case PERSON_EMAIL ->
                    known(
                            directory.people(),
                            person -> identifier.folded(person.email()),
                            Person::key);
            case ACCOUNT_KEY -> known(directory.accounts(), Account::key, Account::key);
            case ACCOUNT_NAME -> known(directory.accounts(), Account::name, Account::key);
            case UNIT_KEY -> known(directory.units(), Unit::key, Unit::key);
            case UNIT_NAME -> known(directory.units(), Unit::name, Unit::key);
            case TEAM_KEY -> known(directory.teams(), Team::key, Team::key);
            case TEAM_NAME -> known(directory.teams(), Team::name, Team::key);
        };
    }

    private static <T> Map<String, String> known(
            List<T> all, Function<T, String> identifier, Function<T, String> key) {
        Map<String, String> known = new HashMap<>();
        Set<String> twice = new HashSet<>();
        for (T one : all) {
            if (known.put(identifier.apply(one), key.apply(one)) != null) {
                twice.add(identifier.apply(one));
            }
        }
        known.keySet().removeAll(twice);
        return known;
    }

    /** The directory's key that a value leads to; empty where it leads nowhere. */
    public Optional<String> key(String value) {
        return Optional.ofNullable(keyByValue.get(value));
    }

    /** All values that lead to one of these keys. */
    public SortedSet<String> values(Collection<String> keys) {
        SortedSet<String> values = new TreeSet<>();
        keys.forEach(key -> values.addAll(valuesByKey.getOrDefault(key, List.of())));
        return values;
    }

    /** The directory's keys by value. */
    public Map<String, String> keys() {
        return Collections.unmodifiableMap(keyByValue);
    }
}
