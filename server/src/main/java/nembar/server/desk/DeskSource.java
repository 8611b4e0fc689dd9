package nembar.server.desk;

import java.util.List;
import nembar.core.directory.Person;

/** Whatever has something to say on the Desk. */
public interface DeskSource {
    /** What needs this person, as far as they may see it and do something about it. */
    Told told(Person me);

    /**
     * What a source has to say.
     *
     * @param working keys of the applications of which it is still being worked out
     * @param away keys of the applications of which it could not be, and is tried again later
     */
    record Told(List<DeskItem> items, List<String> working, List<String> away) {
        public Told {
            items = List.copyOf(items);
            working = List.copyOf(working);
            away = List.copyOf(away);
        }

        /** All there is to say. */
        public static Told of(List<DeskItem> items) {
            return new Told(items, List.of(), List.of());
        }
    }
}
