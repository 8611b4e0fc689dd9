package nembar.server.ask;

import java.time.Duration;
import nembar.core.catalogue.Application;
import nembar.core.directory.Person;
import nembar.server.acts.Acts;
import org.springframework.stereotype.Service;

/** Keeps who looked through whom at the records of an application. */
@Service
class Looks {
    /** Turning pages is one look. */
    private static final Duration ONE_LOOK = Duration.ofHours(1);

    private final Acts acts;

    Looks(Acts acts) {
        this.acts = acts;
    }

    /** Keeps it once an hour. */
    void note(Person asking, Person person, Application application) {
        acts.noteOnce(
                asking.key(),
                "person",
                person.key(),
                "looked through in " + application.name(),
                ONE_LOOK);
    }
}
