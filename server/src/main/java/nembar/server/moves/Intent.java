package nembar.server.moves;

import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Person;
import nembar.server.consents.Wish;

/**
 * Something that somebody wants done, and how far it goes.
 *
 * @param author in whose name, and within whose rights
 * @param wish what it takes to do it later; empty for what cannot wait
 * @param why what the author says of it
 * @param agreed keys of those who have agreed to it
 * @param also written in the same transaction
 */
public record Intent(
        Person author,
        Far far,
        Optional<Wish> wish,
        String why,
        Set<String> agreed,
        Runnable also) {
    /** How far it goes. */
    public enum Far {
        /** It is only said what it would change. */
        LOOK,
        MAKE,
        /** It is kept until somebody agrees. */
        ASK
    }

    public static Intent look(Person author) {
        return of(author, Far.LOOK);
    }

    public static Intent make(Person author) {
        return of(author, Far.MAKE);
    }

    private static Intent of(Person author, Far far) {
        return new Intent(author, far, Optional.empty(), "", Set.of(), () -> {});
    }

    /** The same, of what can wait. */
    Intent wishing(Far other, Wish said, String because) {
        return new Intent(author, other, Optional.of(said), because, agreed, also);
    }

    /** The same, with somebody else's word for it. */
    public Intent agreed(Set<String> others, Runnable within) {
        return new Intent(author, far, wish, why, Set.copyOf(others), within);
    }

    /** Whether it is done now. */
    public boolean makes() {
        return far == Far.MAKE;
    }
}
