package nembar.core.governance;

import java.util.Set;
import nembar.core.directory.Person;

/**
 * Whose change it is.
 *
 * @param acting within whose rights it has to be
 * @param own keys of those whose own access it may not add to without somebody else
 */
public record Author(Person acting, Set<String> own) {
    public Author {
        own = Set.copyOf(own);
    }

    public static Author of(Person person) {
        return new Author(person, Set.of(person.key()));
    }
}
