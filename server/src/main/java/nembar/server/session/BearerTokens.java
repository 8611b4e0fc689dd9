package nembar.server.session;

import jakarta.persistence.EntityManager;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tokens by which programs sign in as a service. Tokens are long and random, so a plain SHA-256 of
 * them is what is kept.
 */
@Service
public class BearerTokens {
    private final EntityManager entities;

    BearerTokens(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * What a token stands for.
     *
     * @param service key of the service that it signs in
     * @param keeper key of whoever answers for it: it is good for no more than they may give
     */
    public record Token(String service, String keeper) {}

    /** Lets whoever has the token in as this service. */
    @Transactional
    public void allow(String token, Token of, String label) {
        entities.merge(new DecisionTokenRow(Secrets.hash(token), of.service(), of.keeper(), label));
    }

    /** What the token stands for; empty for a token nobody knows. */
    @Transactional(readOnly = true)
    public Optional<Token> find(String token) {
        return Optional.ofNullable(entities.find(DecisionTokenRow.class, Secrets.hash(token)))
                .map(row -> new Token(row.person(), row.keeper()));
    }
}
