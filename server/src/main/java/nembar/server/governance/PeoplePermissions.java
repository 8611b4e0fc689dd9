package nembar.server.governance;

import java.util.List;
import java.util.function.Predicate;
import nembar.core.directory.Person;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** Sections of the place People that are not about one person, and for whom they are. */
@Service
public class PeoplePermissions {
    private final Governance governance;
    private final Models models;

    PeoplePermissions(Governance governance, Models models) {
        this.governance = governance;
        this.models = models;
    }

    /** Which of them somebody may go to. */
    public record OpenPlaces(boolean bringIn, boolean sources, boolean outbox) {}

    public OpenPlaces of(Person me) {
        return new OpenPlaces(bringIn(me), sources(me), outbox(me));
    }

    private boolean bringIn(Person me) {
        return models.directory().people().stream().anyMatch(governance.may(me, "create"));
    }

    /** Whether somebody may keep sources: may create and change everybody. */
    public boolean sources(Person me) {
        return everybody(governance.may(me, "create").and(governance.may(me, "change")));
    }

    private boolean outbox(Person me) {
        return everybody(governance.may(me, "invite"));
    }

    private boolean everybody(Predicate<Person> may) {
        return models.directory().people().stream().allMatch(may);
    }

    /**
     * @throws Refused where {@code me} may create nobody
     */
    public void requireBringIn(Person me) {
        require(
                bringIn(me),
                "You may not bring people in.",
                "That needs the operations create and invite on people in Nembar.");
    }

    /**
     * @throws Refused where {@code me} may not create and change everybody
     */
    public void requireSources(Person me) {
        require(
                sources(me),
                "Sources are for those who may create and change everybody.",
                "A source writes people of every unit and account.");
    }

    /**
     * @throws Refused where {@code me} may not invite everybody
     */
    public void requireOutbox(Person me) {
        require(
                outbox(me),
                "The outbox is for those who may invite everybody.",
                "Its messages carry links that let people in.");
    }

    private static void require(boolean may, String otherwise, String because) {
        if (!may) {
            throw new Refused(otherwise, List.of(because));
        }
    }
}
