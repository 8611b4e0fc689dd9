package nembar.server.history;

import java.util.Set;
import nembar.core.directory.Person;

/**
 * Who does something: a person, a source by its token or in a run, or the program itself.
 *
 * @param key of the person or the source; empty for the program
 * @param name for people
 * @param acting within whose permissions; null for the program, which is not asked for any
 * @param own keys of those whose own access it may not add to without somebody else
 * @param rights of a source, the operations it was given; empty for a person
 */
public record Actor(
        Kind kind, String key, String name, Person acting, Set<String> own, Set<String> rights) {
    public static final Actor PROGRAM =
            new Actor(Kind.PROGRAM, "", "Nembar", null, Set.of(), Set.of());

    /** What kind of actor it is. */
    public enum Kind {
        PERSON,
        SOURCE,
        PROGRAM
    }

    public static Actor of(Person person) {
        return new Actor(
                Kind.PERSON, person.key(), person.name(), person, Set.of(person.key()), Set.of());
    }

    public boolean program() {
        return kind == Kind.PROGRAM;
    }

    public boolean source() {
        return kind == Kind.SOURCE;
    }

    /** Key of the person, where it is one; otherwise empty text. */
    public String person() {
        return kind == Kind.PERSON ? key : "";
    }
}
