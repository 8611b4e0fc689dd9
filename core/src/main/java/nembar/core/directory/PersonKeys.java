package nembar.core.directory;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.text.Slug;

/** Gives keys to people who come: "Ilse Marrow" becomes {@code ilse.marrow}. */
public final class PersonKeys {
    private final Predicate<String> taken;
    private final Set<String> given = new HashSet<>();
    private final Map<String, Integer> numbers = new HashMap<>();

    /**
     * @param taken whether somebody has the key already
     */
    public PersonKeys(Predicate<String> taken) {
        this.taken = taken;
    }

    /**
     * A key that nobody has, and that was not given before; numbered where the plain one is not
     * free. Says nothing of the address, which may change.
     */
    public String give(String givenName, String familyName) {
        String first = Slug.of(givenName, "person", any -> false);
        String plain =
                familyName.isBlank() ? first : first + "." + Slug.of(familyName, "x", any -> false);
        String key = plain;
        int number = numbers.getOrDefault(plain, 1);
        while (taken.test(key) || given.contains(key)) {
            number++;
            key = plain + "." + number;
        }
        numbers.put(plain, number);
        given.add(key);
        return key;
    }
}
