package nembar.server.governance;

import java.util.List;
import nembar.core.directory.Person;
import nembar.server.http.Refused;
import nembar.server.session.Me;
import org.springframework.stereotype.Component;

/** Which programs may ask for decisions: those that have the function. */
@Component
public class Programs {
    private final Governance governance;
    private final Me me;

    Programs(Governance governance, Me me) {
        this.governance = governance;
        this.me = me;
    }

    /**
     * The program that asks.
     *
     * @throws Refused where it may not
     */
    public Person requireAsking() {
        Person program = me.person();
        if (!governance.hasFunction(program, "decisions", "ask")) {
            throw new Refused(
                    "This token may not ask for decisions.",
                    List.of(
                            program.name()
                                    + " does not have Decisions for other programs at the level"
                                    + " ask."));
        }
        return program;
    }
}
