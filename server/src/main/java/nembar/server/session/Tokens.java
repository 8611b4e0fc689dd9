package nembar.server.session;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import nembar.server.securitylog.SecurityLog;
import nembar.server.session.KnownTokens.Known;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tokens by which programs come in: as a service that asks for decisions or reads and proposes
 * designs, as a source that writes people, or as both. A token is long and random, so a plain
 * SHA-256 of it is what is kept.
 */
@Service
public class Tokens {
    private static final Duration OLD_ONE_LASTS = Duration.ofDays(7);

    private final EntityManager entities;
    private final Secrets secrets;
    private final KnownTokens known;
    private final TransactionTemplate transactions;
    private final SecurityLog log;
    private final Clock clock;

    Tokens(
            EntityManager entities,
            Secrets secrets,
            KnownTokens known,
            TransactionTemplate transactions,
            SecurityLog log,
            Clock clock) {
        this.entities = entities;
        this.secrets = secrets;
        this.known = known;
        this.transactions = transactions;
        this.log = log;
        this.clock = clock;
    }

    /**
     * What a token stands for.
     *
     * @param service key of the service that it signs in; empty for none
     * @param source the source that it pushes people as; empty for none
     * @param keeper key of whoever answers for it: it is good for no more than they may give
     */
    public record Token(Optional<String> service, Optional<String> source, String keeper) {
        public static Token ofService(String service, String keeper) {
            return new Token(Optional.of(service), Optional.empty(), keeper);
        }

        public static Token ofSource(String source, String keeper) {
            return new Token(Optional.empty(), Optional.of(source), keeper);
        }
    }

    /** A token, without its value. */
    public record Issued(
            String id,
            String label,
            Token of,
            Instant madeAt,
            Instant validUntil,
            Optional<Instant> lastUsed,
            Optional<Instant> revoked) {}

    /**
     * Makes a token; its value is told this once.
     *
     * @param label where it will be kept
     * @param validUntil from when on it is not good any more
     */
    @Transactional
    public String issue(Token of, String label, Instant validUntil) {
        String value = secrets.token();
        allow(value, of, label, validUntil);
        return value;
    }

    /** Makes a token of this value. */
    @Transactional
    public void allow(String value, Token of, String label, Instant validUntil) {
        TokenRow row = new TokenRow();
        row.hash = Secrets.hash(value);
        row.id = UUID.randomUUID().toString();
        row.service = of.service().orElse(null);
        row.source = of.source().orElse(null);
        row.keeper = of.keeper();
        row.label = label;
        row.madeAt = clock.instant();
        row.validUntil = validUntil;
        entities.merge(row);
        moved();
        log.note(
                "token made",
                "who",
                of.keeper(),
                "id",
                row.id,
                "service",
                row.service,
                "source",
                row.source);
    }

    /** The tokens of a service, the newest first. */
    @Transactional(readOnly = true)
    public List<Issued> ofService(String service) {
        return some("service", service);
    }

    /** The tokens of a source, the newest first. */
    @Transactional(readOnly = true)
    public List<Issued> ofSource(String source) {
        return some("source", source);
    }

    private List<Issued> some(String column, String key) {
        return entities
                .createQuery(
                        "from TokenRow where " + column + " = :key order by madeAt desc, id",
                        TokenRow.class)
                .setParameter("key", key)
                .getResultList()
                .stream()
                .map(Tokens::issued)
                .toList();
    }

    private static Issued issued(TokenRow row) {
        return new Issued(
                row.id,
                row.label,
                of(row),
                row.madeAt,
                row.validUntil,
                Optional.ofNullable(row.lastUsedAt),
                Optional.ofNullable(row.revokedAt));
    }

    private static Token of(TokenRow row) {
        return new Token(
                Optional.ofNullable(row.service), Optional.ofNullable(row.source), row.keeper);
    }

    /** Ends a token, by its id, at once and for ever. */
    @Transactional
    public void revoke(String id) {
        entities.createQuery(
                        "update TokenRow set revokedAt = :now where id = :id and revokedAt is null")
                .setParameter("now", clock.instant())
                .setParameter("id", id)
                .executeUpdate();
        moved();
        log.note("token ended", "id", id);
    }

    /**
     * Makes another value for what a token stands for; the old one is good for a while yet, so that
     * whoever sends it has time to change.
     *
     * @param of whose keeper answers for the new one
     */
    @Transactional
    public String renew(Issued old, Token of, Instant validUntil) {
        Instant soon = clock.instant().plus(OLD_ONE_LASTS);
        entities.createQuery(
                        "update TokenRow set validUntil = :soon where id = :id and validUntil >"
                                + " :soon")
                .setParameter("soon", soon)
                .setParameter("id", old.id())
                .executeUpdate();
        return issue(of, old.label(), validUntil);
    }

    /** What a value stands for; empty where nobody knows it, or it is not good any more. */
    public Optional<Token> find(String value) {
        String hash = Secrets.hash(value);
        Map<String, Known> now = known.now();
        Known one = now.get(hash);
        if (one == null) {
            one = lookUp(hash).orElse(null);
            if (one == null) {
                return Optional.empty();
            }
            now.put(hash, one);
        }
        Instant at = clock.instant();
        if (!one.good(at)) {
            log.note("token refused", "known", true, "over", one.validUntil());
            return Optional.empty();
        }
        if (one.noteUse(at)) {
            transactions.executeWithoutResult(any -> noteUse(hash, at));
        }
        return Optional.of(one.of());
    }

    private Optional<Known> lookUp(String hash) {
        TokenRow row =
                entities.createQuery("from TokenRow where hash = :hash", TokenRow.class)
                        .setParameter("hash", hash)
                        .getSingleResultOrNull();
        if (row == null || row.revokedAt != null) {
            log.note("token refused", "known", row != null, "id", row == null ? null : row.id);
            return Optional.empty();
        }
        return Optional.of(new Known(of(row), row.validUntil, row.lastUsedAt));
    }

    private void noteUse(String hash, Instant at) {
        entities.createQuery("update TokenRow set lastUsedAt = :at where hash = :hash")
                .setParameter("at", at)
                .setParameter("hash", hash)
                .executeUpdate();
    }

    /** Tells every server that tokens are others from now on. */
    private void moved() {
        entities.createQuery("update TokenEditionRow set number = number + 1").executeUpdate();
    }
}
