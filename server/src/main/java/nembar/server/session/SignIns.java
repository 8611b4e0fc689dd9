package nembar.server.session;

import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.server.http.Networks;
import nembar.server.http.TooOften;
import nembar.server.model.Models;
import nembar.server.session.Attempts.Counted;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Checks passwords. Whoever fails too often has to wait, by the account they try and the network
 * they come from, whether anybody has the account or not; so neither an answer nor its timing tells
 * whether somebody has it, and no stranger locks out a browser that has signed in before.
 */
@Service
public class SignIns {
    private static final Logger LOG = LoggerFactory.getLogger(SignIns.class);
    private static final int TRIES = 5;
    private static final int TRIES_OF_STRANGERS = 50;
    private static final Duration PAUSE = Duration.ofMinutes(15);

    private final EntityManager entities;
    private final Models models;
    private final PasswordEncoder passwords;
    private final Codes codes;
    private final Attempts attempts;
    private final KnownDevices devices;
    private final SignInLog tries;
    private final Clock clock;
    private final int triesOfNetwork;
    private final String nobodysHash;

    SignIns(
            EntityManager entities,
            Models models,
            PasswordEncoder passwords,
            Codes codes,
            Attempts attempts,
            KnownDevices devices,
            SignInLog tries,
            Clock clock,
            @Value("${nembar.sign-in.of-network}") int triesOfNetwork) {
        this.entities = entities;
        this.models = models;
        this.passwords = passwords;
        this.codes = codes;
        this.attempts = attempts;
        this.devices = devices;
        this.tries = tries;
        this.clock = clock;
        this.triesOfNetwork = triesOfNetwork;
        this.nobodysHash = passwords.encode("nobody has this password");
    }

    /** How a try to sign in ended. */
    public sealed interface Outcome {
        record Welcome(Person person) implements Outcome {}

        record Wrong() implements Outcome {}

        record Locked(Instant until) implements Outcome {}

        /** The password is right; somebody has locked the sign-in. */
        record LockedByHand() implements Outcome {}

        /** The password is right; none of the person's accounts is open. */
        record HeldBack(String account) implements Outcome {}

        /** The password is right; a code is wanted as well. */
        record CodeWanted() implements Outcome {}
    }

    /** What is known of somebody's sign-in. */
    public record State(
            boolean password,
            Optional<Instant> lastSignedIn,
            Optional<Instant> lockedSince,
            Optional<String> lockedBy,
            Optional<Instant> lockedUntil,
            boolean secondFactor) {}

    /**
     * From where somebody tries.
     *
     * @param device what their browser keeps of having signed in before; empty for nothing
     */
    public record From(String address, String agent, String device) {}

    /** When people last signed in, by their keys; those who never did are left out. */
    @Transactional(readOnly = true)
    public Map<String, Instant> lastSignedIn() {
        return byPerson(
                entities.createQuery(
                        "select person, lastSignedIn from SignInRow where lastSignedIn is not null",
                        Object[].class));
    }

    /** Whose sign-in is locked by hand, with the key of who did it. */
    @Transactional(readOnly = true)
    public Map<String, String> locked() {
        Map<String, String> locked = new HashMap<>();
        entities.createQuery(
                        "select person, lockedBy from SignInRow where lockedAt is not null",
                        Object[].class)
                .getResultList()
                .forEach(row -> locked.put((String) row[0], String.valueOf(row[1])));
        return locked;
    }

    /**
     * Tries this address and password, and keeps count.
     *
     * @param code from the second factor; empty where none was typed
     */
    @Transactional
    public Outcome tryToSignIn(String email, String password, String code, From from) {
        Instant now = clock.instant();
        String typed = email.strip().toLowerCase(Locale.ROOT);
        Optional<Person> person = models.directory().personByEmail(typed);
        List<Counted> counted = counted(typed, person, from);
        Optional<Instant> waits = attempts.waiting(counted);
        if (waits.isPresent()) {
            tries.note(person, "locked", from);
            return new Outcome.Locked(waits.get());
        }
        SignInRow row = person.map(one -> entities.find(SignInRow.class, one.key())).orElse(null);
        boolean right = passwords.matches(password, row == null ? nobodysHash : row.passwordHash());
        if (right && row != null && person.filter(Person::active).isPresent()) {
            Outcome outcome = admitted(person.get(), row, code, now);
            tries.note(person, OUTCOMES.get(outcome.getClass()), from);
            if (!(outcome instanceof Outcome.Wrong)) {
                if (outcome instanceof Outcome.Welcome) {
                    attempts.forget(counted.get(0));
                }
                return outcome;
            }
        } else {
            tries.note(person, "wrong password", from);
        }
        return attempts.tried(counted)
                .<Outcome>map(Outcome.Locked::new)
                .orElseGet(Outcome.Wrong::new);
    }

    /** What a wrong try is counted by; the first is forgotten once they are in. */
    private List<Counted> counted(String typed, Optional<Person> person, From from) {
        Optional<String> account = Optional.of(typed);
        if (person.filter(one -> devices.knows(one.key(), from.device())).isPresent()) {
            return List.of(new Counted("device", from.device(), account, TRIES, PAUSE));
        }
        String network = Networks.of(from.address());
        return List.of(
                new Counted("account from", typed + " " + network, account, TRIES, PAUSE),
                new Counted("account", typed, account, TRIES_OF_STRANGERS, PAUSE),
                new Counted("network", network, Optional.empty(), triesOfNetwork, PAUSE));
    }

    private static final Map<Class<?>, String> OUTCOMES =
            Map.of(
                    Outcome.Welcome.class, "in",
                    Outcome.Wrong.class, "wrong code",
                    Outcome.LockedByHand.class, "locked",
                    Outcome.HeldBack.class, "held back",
                    Outcome.CodeWanted.class, "code wanted");

    /** What becomes of somebody whose password is right. */
    private Outcome admitted(Person person, SignInRow row, String code, Instant now) {
        if (row.lockedBy() != null) {
            return new Outcome.LockedByHand();
        }
        Optional<String> closed = closedTo(person, now);
        if (closed.isPresent()) {
            return new Outcome.HeldBack(closed.get());
        }
        if (row.secondFactor() != null) {
            if (code.isBlank()) {
                return new Outcome.CodeWanted();
            }
            if (!taken(row, code, now)) {
                return new Outcome.Wrong();
            }
        }
        row.signedIn(now);
        LOG.info("{} signed in", person.key());
        return new Outcome.Welcome(person);
    }

    /** The account that keeps the person out, where all of theirs do. */
    private Optional<String> closedTo(Person person, Instant now) {
        AccessModel nembar = models.model(Models.NEMBAR);
        Standpoint first = Standpoint.of(person, now);
        boolean open =
                person.accounts().isEmpty()
                        || person.accounts().stream()
                                .anyMatch(account -> nembar.open(first.actingFor(account)));
        return open ? Optional.empty() : Optional.of(person.accounts().get(0));
    }

    /** As whom too many wrong passwords were tried, by their keys, and until when they wait. */
    @Transactional(readOnly = true)
    public Map<String, Instant> waiting() {
        Map<String, Instant> waiting = new HashMap<>();
        attempts.waitingAccounts(
                        () ->
                                models.directory().people().stream()
                                        .map(SignIns::account)
                                        .filter(email -> !email.isEmpty())
                                        .toList())
                .forEach(
                        (email, until) ->
                                models.directory()
                                        .personByEmail(email)
                                        .ifPresent(one -> waiting.put(one.key(), until)));
        return waiting;
    }

    private static String account(Person person) {
        return person.email().toLowerCase(Locale.ROOT);
    }

    @Transactional(readOnly = true)
    public State stateOf(Person person) {
        SignInRow row = entities.find(SignInRow.class, person.key());
        Optional<Instant> until = attempts.waitingFor(account(person));
        Optional<SignInRow> known = Optional.ofNullable(row);
        return new State(
                row != null,
                known.map(SignInRow::lastSignedIn),
                known.map(SignInRow::lockedAt),
                known.map(SignInRow::lockedBy),
                until,
                known.map(SignInRow::secondFactor).isPresent());
    }

    /** When these people last signed in, by their keys; those who never did are left out. */
    @Transactional(readOnly = true)
    public Map<String, Instant> lastSignedIn(Collection<String> people) {
        return byPerson(
                entities.createQuery(
                                "select person, lastSignedIn from SignInRow where lastSignedIn is"
                                        + " not null and person in (:people)",
                                Object[].class)
                        .setParameter("people", people));
    }

    private static Map<String, Instant> byPerson(TypedQuery<Object[]> query) {
        Map<String, Instant> last = new HashMap<>();
        query.getResultList().forEach(row -> last.put((String) row[0], (Instant) row[1]));
        return last;
    }

    private boolean isPassword(String person, String password) {
        SignInRow row = entities.find(SignInRow.class, person);
        return passwords.matches(password, row == null ? nobodysHash : row.passwordHash());
    }

    /**
     * Whether this is the person's password.
     *
     * @throws TooOften where too many others were tried of late
     */
    public boolean provedBy(String person, String password) {
        Counted proofs = new Counted("proof", person, Optional.empty(), TRIES, PAUSE);
        attempts.requireNoWait(proofs);
        boolean right = isPassword(person, password);
        if (!right) {
            attempts.tried(List.of(proofs));
        }
        return right;
    }

    /** Takes a code of the person's second factor; whether it is one, and was not taken yet. */
    @Transactional
    public boolean takeCode(String person, String code) {
        SignInRow row = entities.find(SignInRow.class, person);
        return row != null && row.secondFactor() != null && taken(row, code, clock.instant());
    }

    private boolean taken(SignInRow row, String code, Instant now) {
        OptionalLong step = codes.step(row.secondFactor(), code, now);
        if (step.isEmpty() || step.getAsLong() <= row.secondFactorStep()) {
            return false;
        }
        row.codeTaken(step.getAsLong());
        return true;
    }

    /** Gives a person a password, replacing the one they had; locks and codes stay. */
    @Transactional
    public void setPassword(String person, String password) {
        String hash = passwords.encode(password);
        devices.forget(person);
        SignInRow row = entities.find(SignInRow.class, person);
        if (row == null) {
            entities.persist(new SignInRow(person, hash));
        } else {
            row.password(hash);
        }
    }

    /** What is kept of a password that nobody knows. */
    public String nobodysPassword() {
        return nobodysHash;
    }

    /** Makes people have signed in before: for a world that is made with a past. */
    @Transactional
    public void pretend(String person, String hash, Instant last) {
        SignInRow row = entities.find(SignInRow.class, person);
        if (row == null) {
            row = new SignInRow(person, hash);
            entities.persist(row);
        }
        row.signedIn(last);
        SignInEventRow event = new SignInEventRow();
        event.person = person;
        event.at = last;
        event.outcome = "in";
        event.address = "127.0.0.1";
        event.agent = "Firefox on Linux";
        entities.persist(event);
    }

    /**
     * Locks the sign-in of a person by hand.
     *
     * @return whether there was any to lock
     */
    @Transactional
    public boolean lock(String person, String by) {
        SignInRow row = entities.find(SignInRow.class, person);
        if (row != null) {
            row.lock(by, clock.instant());
        }
        return row != null;
    }

    /** Takes off a lock by hand, and one by wrong tries. */
    @Transactional
    public void unlock(Person person) {
        SignInRow row = entities.find(SignInRow.class, person.key());
        if (row != null) {
            row.lock(null, null);
        }
        attempts.forgetAccount(account(person));
    }

    /** Asks for a second factor from now on, or, without one, no longer. */
    @Transactional
    public void setSecondFactor(String person, Optional<String> encrypted) {
        SignInRow row = entities.find(SignInRow.class, person);
        if (row != null) {
            row.secondFactor(encrypted.orElse(null));
        }
    }
}
