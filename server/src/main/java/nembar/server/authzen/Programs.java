package nembar.server.authzen;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.server.governance.Governance;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.session.BearerTokens.Token;
import nembar.server.session.Me;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/**
 * Which programs may ask for decisions: those that have the function, by a token whose keeper may
 * give, now, all that the program holds in Nembar.
 */
@Component
class Programs {
    /** Until the clock has gone so far on, an answer about a keeper stands. */
    private static final long SECONDS = 1;

    private final Models models;
    private final Governance governance;
    private final Me me;
    private final Clock clock;
    private final Map<Token, Kept> kept = new ConcurrentHashMap<>();

    Programs(Models models, Governance governance, Me me, Clock clock) {
        this.models = models;
        this.governance = governance;
        this.me = me;
        this.clock = clock;
    }

    /** Whether a token's keeper could give what the program holds, by a model at an instant. */
    private record Kept(AccessModel by, Instant at, boolean may) {
        boolean stands(AccessModel now, Instant at) {
            return by == now && at.isBefore(this.at.plusSeconds(SECONDS));
        }
    }

    /**
     * @throws Refused where the program that asks may not
     */
    void requireAsking() {
        Person program = me.person();
        if (!governance.hasFunction(program, "decisions", "ask")) {
            throw refused(
                    program.name()
                            + " does not have Decisions for other programs at the level ask.");
        }
        Token token = (Token) SecurityContextHolder.getContext().getAuthentication().getDetails();
        if (!kept(token, program)) {
            throw refused(
                    "Whoever keeps the token is not active any more, or may not give what "
                            + program.name()
                            + " holds in Nembar. Somebody who may has to make a new token.");
        }
    }

    private boolean kept(Token token, Person program) {
        AccessModel now = models.model(Models.NEMBAR);
        Instant at = clock.instant();
        return kept.compute(
                        token,
                        (key, known) ->
                                known != null && known.stands(now, at)
                                        ? known
                                        : new Kept(now, at, keeps(key.keeper(), program)))
                .may();
    }

    private boolean keeps(String keeper, Person program) {
        Optional<Person> person = models.directory().person(keeper).filter(Person::active);
        return person.isPresent() && governance.mayGiveAllInNembar(person.get(), program);
    }

    private static Refused refused(String because) {
        return new Refused("This token may not ask for decisions.", List.of(because));
    }
}
