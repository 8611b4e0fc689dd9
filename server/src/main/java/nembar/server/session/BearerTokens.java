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

    /** Lets whoever has the token in as this person. */
    @Transactional
    public void allow(String token, String person, String label) {
        entities.merge(new DecisionTokenRow(Secrets.hash(token), person, label));
    }

    /** Key of the person that the token signs in; empty for a token nobody knows. */
    @Transactional(readOnly = true)
    public Optional<String> personOf(String token) {
        return Optional.ofNullable(entities.find(DecisionTokenRow.class, Secrets.hash(token)))
                .map(DecisionTokenRow::person);
    }
}
