package nembar.server.invitations;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import nembar.core.directory.Person;
import nembar.server.http.Address;
import nembar.server.mail.LinkIssuer;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import nembar.server.session.Secrets;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Links that let one person in, once: invitations and resets. Of a link's token only the hash is
 * kept; the token itself is made as its message leaves, and is nowhere but in that message.
 */
@Service
public class EntryLinks implements LinkIssuer {
    public static final Duration INVITATION_LASTS = Duration.ofDays(14);
    public static final Duration RESET_LASTS = Duration.ofHours(24);
    private static final String CODE_LETTERS = "ACDEFHJKLMNPRTUVWXY3479";
    private static final int CODE_LENGTH = 6;

    private final EntityManager entities;
    private final Models models;
    private final Outbox outbox;
    private final Letters letters;
    private final Secrets secrets;
    private final Address nembar;
    private final Clock clock;

    EntryLinks(
            EntityManager entities,
            Models models,
            Outbox outbox,
            Letters letters,
            Secrets secrets,
            Address nembar,
            Clock clock) {
        this.entities = entities;
        this.models = models;
        this.outbox = outbox;
        this.letters = letters;
        this.secrets = secrets;
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
     * Invites a person: makes the link and queues its message, in the transaction at hand.
     *
     * @param compare whether they are to say a code that the inviter reads to them
     */
    @Transactional
    public void invite(Person by, Person person, String note, boolean compare) {
        invite(by, person, note, compare, clock.instant());
    }

    /** Invites a person as of an instant that may be past: for a world that is made with a past. */
    @Transactional
    public void invite(Person by, Person person, String note, boolean compare, Instant madeAt) {
        withdrawOpen(person.key(), "invitation");
        EntryLinkRow row = link("invitation", by, person, note, INVITATION_LASTS);
        row.madeAt = madeAt;
        row.expiresAt = madeAt.plus(INVITATION_LASTS);
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
            row.withdraw(clock.instant());
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
                models.directory().personName(row.madeBy),
                row.note,
                Optional.ofNullable(row.code).filter(any -> open),
                mail == null ? "" : mail.error());
    }

    private String code() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < CODE_LENGTH; i++) {
            code.append(CODE_LETTERS.charAt(secrets.number(CODE_LETTERS.length())));
        }
        return code.toString();
    }
}
