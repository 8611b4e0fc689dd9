package nembar.server.invitations;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.history.Actor;
import nembar.server.history.Acts;
import nembar.server.http.Address;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.mail.LinkIssuer;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import nembar.server.session.Passwords;
import nembar.server.session.Secrets;
import nembar.server.session.Sessions;
import nembar.server.session.SignIns;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Links that let one person in, once: invitations and resets. Of a link's token only the hash is
 * kept; the token itself is made as its message leaves, and is nowhere but in that message.
 */
@Service
public class EntryLinks implements LinkIssuer {
    public static final Duration INVITATION_LASTS = Duration.ofDays(14);
    public static final Duration RESET_LASTS = Duration.ofHours(24);
    private static final int CODE_TRIES_AT_MOST = 5;
    private static final String CODE_LETTERS = "ACDEFHJKLMNPRTUVWXY3479";
    private static final int CODE_LENGTH = 6;

    private final EntityManager entities;
    private final Models models;
    private final Gate gate;
    private final ObjectProvider<AddressChanges> objections;
    private final Outbox outbox;
    private final Letters letters;
    private final SignIns signIns;
    private final Sessions sessions;
    private final Passwords passwords;
    private final Secrets secrets;
    private final Acts acts;
    private final TransactionTemplate transactions;
    private final Address nembar;
    private final Clock clock;

    EntryLinks(
            EntityManager entities,
            Models models,
            Gate gate,
            ObjectProvider<AddressChanges> objections,
            Outbox outbox,
            Letters letters,
            SignIns signIns,
            Sessions sessions,
            Passwords passwords,
            Secrets secrets,
            Acts acts,
            TransactionTemplate transactions,
            Address nembar,
            Clock clock) {
        this.entities = entities;
        this.models = models;
        this.gate = gate;
        this.objections = objections;
        this.outbox = outbox;
        this.letters = letters;
        this.signIns = signIns;
        this.sessions = sessions;
        this.passwords = passwords;
        this.secrets = secrets;
        this.acts = acts;
        this.transactions = transactions;
        this.nembar = nembar;
        this.clock = clock;
    }

    /** Where an invitation stands. */
    public enum State {
        /** Its message has not left yet. */
        WAITING,
        SENT,
        EXPIRED,
        WITHDRAWN,
        ACCEPTED
    }

    /**
     * The last invitation of a person.
     *
     * @param code the code to compare out of band, while it is open; empty where none is asked for
     * @param error what the mail server said, while the message waits
     */
    public record Invited(
            State state,
            Instant made,
            Instant expires,
            String madeBy,
            String note,
            Optional<String> code,
            String error) {}

    /**
     * What is shown to whoever opens a link.
     *
     * @param purpose invitation, reset, or objection to another address
     * @param codeWanted whether they have to say a code that whoever invited them reads to them
     */
    public record Opened(
            String purpose,
            String name,
            String email,
            String organisation,
            String invitedBy,
            String note,
            boolean codeWanted,
            Instant expires) {}

    /**
     * Invites a person: makes the link and queues its message, in the transaction at hand.
     *
     * @param compare whether they are to say a code that the inviter reads to them
     */
    @Transactional
    public void invite(Person by, Person person, String note, boolean compare) {
        withdrawOpen(person.key(), "invitation");
        EntryLinkRow row = link("invitation", by, person, note, INVITATION_LASTS);
        row.code = compare ? code() : null;
        entities.persist(row);
        outbox.queue(
                person.email(),
                person.key(),
                Optional.of(row.id),
                letters.invitationSubject(by, person),
                letters.invitation(by, person, note, row.expiresAt, compare));
    }

    /** Sends an invitation again: a new link; the old one leads nowhere any more. */
    @Transactional
    public void resend(Person by, Person person) {
        Optional<EntryLinkRow> last = lastOf(person.key());
        invite(
                by,
                person,
                last.map(row -> row.note).orElse(""),
                last.filter(row -> row.code != null).isPresent());
    }

    /** Withdraws an invitation; whether there was an open one. */
    @Transactional
    public boolean withdraw(Person person) {
        return withdrawOpen(person.key(), "invitation");
    }

    /**
     * Withdraws every open link of a person: what was sent to an address that is theirs no longer
     * must not let anybody in.
     *
     * @return whether an invitation was among them
     */
    @Transactional
    public boolean withdrawAll(Person person) {
        withdrawOpen(person.key(), "reset");
        return withdrawOpen(person.key(), "invitation");
    }

    /** Sends somebody a link to set a new password. */
    @Transactional
    public void reset(Person by, Person person) {
        withdrawOpen(person.key(), "reset");
        EntryLinkRow row = link("reset", by, person, "", RESET_LASTS);
        entities.persist(row);
        outbox.queue(
                person.email(),
                person.key(),
                Optional.of(row.id),
                letters.resetSubject(),
                letters.reset(by, person, row.expiresAt));
    }

    /** Sends a link by which somebody stops a change of their address, to the old one. */
    @Transactional
    public void object(Person by, Person person, Duration lasts, String subject, String body) {
        withdrawOpen(person.key(), "objection");
        EntryLinkRow row = link("objection", by, person, "", lasts);
        entities.persist(row);
        outbox.queue(person.email(), person.key(), Optional.of(row.id), subject, body);
    }

    private EntryLinkRow link(
            String purpose, Person by, Person person, String note, Duration lasts) {
        EntryLinkRow row = new EntryLinkRow();
        row.id = UUID.randomUUID().toString();
        row.purpose = purpose;
        row.person = person.key();
        row.note = note.strip();
        row.madeBy = by.key();
        row.madeAt = clock.instant();
        row.expiresAt = row.madeAt.plus(lasts);
        return row;
    }

    private boolean withdrawOpen(String person, String purpose) {
        List<EntryLinkRow> open =
                entities.createQuery(
                                "from EntryLinkRow where person = :person and purpose = :purpose"
                                        + " and usedAt is null and withdrawnAt is null",
                                EntryLinkRow.class)
                        .setParameter("person", person)
                        .setParameter("purpose", purpose)
                        .getResultList();
        for (EntryLinkRow row : open) {
            row.withdrawnAt = clock.instant();
            row.tokenHash = null;
            outbox.drop(row.id);
        }
        return !open.isEmpty();
    }

    private Optional<EntryLinkRow> lastOf(String person) {
        return entities
                .createQuery(
                        "from EntryLinkRow where person = :person and purpose = 'invitation'"
                                + " order by madeAt desc",
                        EntryLinkRow.class)
                .setParameter("person", person)
                .setMaxResults(1)
                .getResultList()
                .stream()
                .findFirst();
    }

    @Override
    public String address(String link) {
        EntryLinkRow row = entities.find(EntryLinkRow.class, link);
        String token = secrets.token();
        row.tokenHash = Secrets.hash(token);
        return nembar.get() + "/come-in#" + token;
    }

    /** The last invitations of these people; those never invited are left out. */
    @Transactional(readOnly = true)
    public Map<String, Invited> invitationsOf(Collection<String> people) {
        Map<String, EntryLinkRow> last = new HashMap<>();
        if (!people.isEmpty()) {
            entities.createQuery(
                            "from EntryLinkRow where purpose = 'invitation' and person in (:people)"
                                    + " order by madeAt",
                            EntryLinkRow.class)
                    .setParameter("people", people)
                    .getResultList()
                    .forEach(row -> last.put(row.person, row));
        }
        return invited(last);
    }

    /** Where the last invitation of everybody ever invited stands; two queries, however many. */
    @Transactional(readOnly = true)
    public Map<String, State> states() {
        Set<String> waiting = outbox.waitingLinks();
        Map<String, State> states = new HashMap<>();
        Instant now = clock.instant();
        entities.createQuery(
                        "select person, id, usedAt, withdrawnAt, expiresAt from EntryLinkRow where"
                                + " purpose = 'invitation' order by madeAt",
                        Object[].class)
                .getResultList()
                .forEach(
                        row ->
                                states.put(
                                        (String) row[0],
                                        state(
                                                row[2] != null,
                                                row[3] != null,
                                                now.isBefore((Instant) row[4]),
                                                waiting.contains((String) row[1]))));
        return states;
    }

    private static State state(boolean used, boolean withdrawn, boolean inTime, boolean waits) {
        if (used) {
            return State.ACCEPTED;
        }
        if (withdrawn) {
            return State.WITHDRAWN;
        }
        if (!inTime) {
            return State.EXPIRED;
        }
        return waits ? State.WAITING : State.SENT;
    }

    private Map<String, Invited> invited(Map<String, EntryLinkRow> last) {
        Map<String, Outbox.Waiting> mails =
                outbox.ofLinks(last.values().stream().map(row -> row.id).toList());
        Map<String, Invited> invited = new HashMap<>();
        last.forEach((person, row) -> invited.put(person, invited(row, mails.get(row.id))));
        return invited;
    }

    private Invited invited(EntryLinkRow row, Outbox.Waiting mail) {
        boolean open = row.open(clock.instant());
        State state =
                state(
                        row.usedAt != null,
                        row.withdrawnAt != null,
                        clock.instant().isBefore(row.expiresAt),
                        mail != null && mail.sent().isEmpty());
        return new Invited(
                state,
                row.madeAt,
                row.expiresAt,
                models.directory().personNames().getOrDefault(row.madeBy, row.madeBy),
                row.note,
                Optional.ofNullable(row.code).filter(any -> open),
                mail == null ? "" : mail.error());
    }

    /**
     * What the link with this token is.
     *
     * @throws NotFound for one that leads nowhere, or not any more
     */
    @Transactional(readOnly = true)
    public Opened open(String token) {
        EntryLinkRow row = known(token);
        Person person = models.directory().person(row.person).orElseThrow();
        return new Opened(
                row.purpose,
                person.name(),
                person.email(),
                letters.organisation(person),
                models.directory().personNames().getOrDefault(row.madeBy, ""),
                row.note,
                row.code != null,
                row.expiresAt);
    }

    /**
     * Comes in: sets the password, and makes an invited person active. The link is used up.
     *
     * @throws NotFound for a link that leads nowhere any more
     * @throws BadRequest for a password or a code that will not do
     */
    public void comeIn(String token, String password, String code) {
        if (open(token).purpose().equals("objection")) {
            objected(token);
            return;
        }
        EntryLinkRow row = transactions.execute(status -> checkedCode(token, code));
        if (row.code != null && !same(row.code, code)) {
            throw new BadRequest(
                    "code",
                    "That is not the code. Ask whoever invited you to read it to you once more.");
        }
        Person person = models.directory().person(row.person).orElseThrow();
        passwords.check(password, person);
        Runnable within =
                () -> {
                    EntryLinkRow used = known(token);
                    used.usedAt = clock.instant();
                    used.tokenHash = null;
                    signIns.setPassword(person.key(), password);
                    acts.note(
                            person.key(),
                            "person",
                            person.key(),
                            used.purpose.equals("invitation")
                                    ? "accepted the invitation"
                                    : "set a new password");
                };
        boolean accepts =
                row.purpose.equals("invitation") && person.status() == PersonStatus.INVITED;
        Command.Builder command =
                Command.by(person, accepts ? "accepted the invitation" : "set a new password")
                        .within(within);
        gate.execute(
                (accepts ? command.changing(now -> active(now, person.key())) : command).build());
        if (!accepts) {
            sessions.endAll(person.key());
        }
    }

    private static ChangeSet active(Snapshot now, String key) {
        Person person = now.directory().person(key).orElseThrow();
        return ChangeSet.of(Edits.ofPeople(List.of(person.withStatus(PersonStatus.ACTIVE))));
    }

    /** Stops the change of an address that the link was sent about. */
    private void objected(String token) {
        gate.execute(
                Command.by(Actor.PROGRAM, "An address was kept")
                        .within(
                                () -> {
                                    EntryLinkRow used = known(token);
                                    used.usedAt = clock.instant();
                                    used.tokenHash = null;
                                    objections
                                            .getObject()
                                            .stop(used.person, "From the old address.");
                                    acts.note(
                                            used.person,
                                            "person",
                                            used.person,
                                            "kept the old address");
                                })
                        .build());
    }

    /** Counts tries of a code; the link is withdrawn after too many wrong ones. */
    private EntryLinkRow checkedCode(String token, String code) {
        EntryLinkRow row = known(token);
        if (row.code != null && !same(row.code, code)) {
            row.codeTries++;
            if (row.codeTries >= CODE_TRIES_AT_MOST) {
                row.withdrawnAt = clock.instant();
                row.tokenHash = null;
            }
        }
        return row;
    }

    private static boolean same(String code, String typed) {
        return typed != null
                && code.equals(typed.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT));
    }

    private EntryLinkRow known(String token) {
        return entities
                .createQuery("from EntryLinkRow where tokenHash = :hash", EntryLinkRow.class)
                .setParameter("hash", Secrets.hash(token))
                .getResultList()
                .stream()
                .filter(row -> row.open(clock.instant()))
                .filter(row -> mayEnter(row.person))
                .findFirst()
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "token",
                                        "This link leads nowhere any more: it was used, withdrawn"
                                                + " or replaced by a newer one, or its time is"
                                                + " over. Ask whoever sent it for another."));
    }

    private boolean mayEnter(String person) {
        return models.directory()
                .person(person)
                .map(Person::status)
                .filter(status -> status == PersonStatus.INVITED || status == PersonStatus.ACTIVE)
                .isPresent();
    }

    private String code() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < CODE_LENGTH; i++) {
            code.append(CODE_LETTERS.charAt(secrets.number(CODE_LETTERS.length())));
        }
        return code.toString();
    }
}
