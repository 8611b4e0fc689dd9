package nembar.server.desk;

import java.util.List;
import nembar.core.directory.Person;

/** Whatever has something to say on the Desk. */
public interface DeskSource {
    /** What needs this person, as far as they may see it and do something about it. */
    List<DeskItem> items(Person me);

    /** Keys of the applications of which it is still being worked out. */
    default List<String> working(Person me) {
        return List.of();
    }
}
