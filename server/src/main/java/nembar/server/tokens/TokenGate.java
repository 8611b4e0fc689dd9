package nembar.server.tokens;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
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
import nembar.server.session.Me;
import nembar.server.session.SignedInProgram;
import nembar.server.session.Tokens.Token;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;

/**
 * Lets programs in only by a token whose keeper may give, now, all that the program holds in Nembar
 * (docs/access-model.md, section 10).
 */
@Component
class TokenGate implements HandlerInterceptor {
    /** Until the clock has gone so far on, an answer about a keeper stands. */
    private static final long SECONDS = 1;

    private final Models models;
    private final Governance governance;
    private final Me me;
    private final Clock clock;
    private final Map<Token, KeptAnswer> kept = new ConcurrentHashMap<>();

    TokenGate(Models models, Governance governance, Me me, Clock clock) {
        this.models = models;
        this.governance = governance;
        this.me = me;
        this.clock = clock;
    }

    /** Whether a token's keeper could give what the program holds, by a model at an instant. */
    private record KeptAnswer(AccessModel by, Instant at, boolean may) {
        boolean stands(AccessModel now, Instant at) {
            return by == now && at.isBefore(this.at.plusSeconds(SECONDS));
        }
    }

    /**
     * @throws Refused where the token's keeper may not give what the program holds
     */
    @Override
    public boolean preHandle(
            HttpServletRequest request, HttpServletResponse response, Object handler) {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        if (signedIn instanceof SignedInProgram one) {
            Token token = one.token();
            Person program = me.person();
            if (!kept(token, program)) {
                throw new Refused(
                        "This token is not good at present.",
                        List.of(
                                "Whoever keeps it is not active any more, or may not give what "
                                        + program.name()
                                        + " holds in Nembar. Somebody who may has to make a new"
                                        + " token."));
            }
        }
        return true;
    }

    private boolean kept(Token token, Person program) {
        AccessModel now = models.model(Models.NEMBAR);
        Instant at = clock.instant();
        return kept.compute(
                        token,
                        (key, known) ->
                                known != null && known.stands(now, at)
                                        ? known
                                        : new KeptAnswer(now, at, keeps(key.keeper(), program)))
                .may();
    }

    private boolean keeps(String keeper, Person program) {
        Optional<Person> person = models.directory().person(keeper).filter(Person::active);
        return person.isPresent() && governance.mayGiveAllInNembar(person.get(), program);
    }
}
