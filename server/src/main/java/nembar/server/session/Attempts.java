package nembar.server.session;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import nembar.server.http.TooOften;
import nembar.server.securitylog.SecurityLog;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Slows whoever tries something too often. What is counted is named by kind, what and from where;
 * of that only a hash is kept.
 */
@Service
public class Attempts {
    private static final Duration FORGOTTEN_AFTER = Duration.ofDays(1);

    private final EntityManager entities;
    private final SecurityLog log;
    private final Clock clock;

    Attempts(EntityManager entities, SecurityLog log, Clock clock) {
        this.entities = entities;
        this.log = log;
        this.clock = clock;
    }

    /**
     * Something that is counted.
     *
     * @param kind what for: "network", "device" ...
     * @param of what, or from where
     * @param account by what a lock can be taken off; empty for nothing
     * @param allowed how many tries are free
     * @param pause how long to wait after them
     */
    public record Counted(
            String kind, String of, Optional<String> account, int allowed, Duration pause) {
        private String key() {
            return Secrets.hash(kind + " " + of);
        }
    }

    /** Until when one of these has to wait; empty where none does. */
    @Transactional
    public Optional<Instant> waiting(Collection<Counted> counted) {
        Instant now = clock.instant();
        return counted.stream()
                .map(one -> entities.find(AttemptRow.class, one.key()))
                .filter(Objects::nonNull)
                .filter(row -> row.waits(now))
                .map(row -> row.waitsUntil)
                .max(Comparator.naturalOrder());
    }

    /** Counts a try; until when to wait after it, if at all. */
    @Transactional
    public Optional<Instant> tried(Collection<Counted> counted) {
        entities.createQuery("delete from AttemptRow where lastTry < :old")
                .setParameter("old", clock.instant().minus(FORGOTTEN_AFTER))
                .executeUpdate();
        counted.stream().sorted(Comparator.comparing(Counted::key)).forEach(this::count);
        return waiting(counted);
    }

    private void count(Counted one) {
        Instant now = clock.instant();
        entities.createNativeQuery(
                        "insert into nembar.attempt (key, account, tries, last_try)"
                                + " values (:key, :account, 0, :now) on conflict do nothing")
                .setParameter("key", one.key())
                .setParameter("account", one.account().map(Attempts::accountKey).orElse(null))
                .setParameter("now", now)
                .executeUpdate();
        AttemptRow row = entities.find(AttemptRow.class, one.key(), LockModeType.PESSIMISTIC_WRITE);
        boolean over = row.waitsUntil != null && !row.waits(now);
        boolean old = row.lastTry.plus(one.pause()).isBefore(now);
        if (over || old) {
            row.tries = 0;
            row.waitsUntil = null;
        }
        row.tries++;
        row.lastTry = now;
        if (row.tries >= one.allowed()) {
            row.waitsUntil = now.plus(one.pause());
            log.note("slowed", "kind", one.kind(), "until", row.waitsUntil.toString());
        }
    }

    /**
     * Counts a try of something whose every try counts.
     *
     * @throws TooOften where there were too many of late
     */
    @Transactional(noRollbackFor = TooOften.class)
    public void require(Counted counted) {
        requireNoWait(counted);
        tried(List.of(counted));
    }

    /**
     * Lets through whoever has not to wait; counts nothing.
     *
     * @throws TooOften where there were too many of late
     */
    @Transactional(noRollbackFor = TooOften.class)
    public void requireNoWait(Counted counted) {
        Optional<Instant> until = waiting(List.of(counted));
        if (until.isPresent()) {
            throw new TooOften(until.get());
        }
    }

    /** Forgets what was counted. */
    @Transactional
    public void forget(Counted counted) {
        AttemptRow row = entities.find(AttemptRow.class, counted.key());
        if (row != null) {
            entities.remove(row);
        }
    }

    /** Until when anybody has to wait who tries to come in by this account. */
    @Transactional(readOnly = true)
    public Optional<Instant> waitingFor(String account) {
        return Optional.ofNullable(
                entities.createQuery(
                                "select max(waitsUntil) from AttemptRow where account = :account"
                                        + " and waitsUntil > :now",
                                Instant.class)
                        .setParameter("account", accountKey(account))
                        .setParameter("now", clock.instant())
                        .getSingleResult());
    }

    /**
     * Which of these accounts have to wait somewhere, and until when.
     *
     * @param accounts looked through only where any has to
     */
    @Transactional(readOnly = true)
    public Map<String, Instant> waitingAccounts(Supplier<? extends Collection<String>> accounts) {
        Map<String, Instant> until = new HashMap<>();
        entities.createQuery(
                        "select account, max(waitsUntil) from AttemptRow where account is not null"
                                + " and waitsUntil > :now group by account",
                        Object[].class)
                .setParameter("now", clock.instant())
                .getResultList()
                .forEach(row -> until.put((String) row[0], (Instant) row[1]));
        Map<String, Instant> waiting = new HashMap<>();
        if (!until.isEmpty()) {
            for (String account : accounts.get()) {
                Optional.ofNullable(until.get(accountKey(account)))
                        .ifPresent(at -> waiting.put(account, at));
            }
        }
        return waiting;
    }

    /** Takes every lock off the account. */
    @Transactional
    public void forgetAccount(String account) {
        entities.createQuery("delete from AttemptRow where account = :account")
                .setParameter("account", accountKey(account))
                .executeUpdate();
    }

    private static String accountKey(String account) {
        return Secrets.hash("account " + account);
    }
}
