package nembar.server.invitations;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.history.Actor;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.session.Passwords;
import nembar.server.session.Secrets;
import nembar.server.session.Sessions;
import nembar.server.session.SignIns;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** What a link lets whoever has it do: come in, set a new password, or keep an address. */
@Service
public class LinkUse {
    private static final int CODE_TRIES_AT_MOST = 5;

    private final EntityManager entities;
    private final Models models;
    private final Gate gate;
    private final AddressChanges addresses;
    private final Letters letters;
    private final SignIns signIns;
    private final Sessions sessions;
    private final Passwords passwords;
    private final Acts acts;
    private final TransactionTemplate transactions;
    private final Clock clock;

    LinkUse(
            EntityManager entities,
            Models models,
            Gate gate,
            AddressChanges addresses,
            Letters letters,
            SignIns signIns,
            Sessions sessions,
            Passwords passwords,
            Acts acts,
            TransactionTemplate transactions,
            Clock clock) {
        this.entities = entities;
        this.models = models;
        this.gate = gate;
        this.addresses = addresses;
        this.letters = letters;
        this.signIns = signIns;
        this.sessions = sessions;
        this.passwords = passwords;
        this.acts = acts;
        this.transactions = transactions;
        this.clock = clock;
    }

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
            String accountName,
            String invitedBy,
            String note,
            boolean codeWanted,
            Instant expires) {}

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
                letters.accountName(person),
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
        if (known(token).purpose.equals("objection")) {
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
                    used.use(clock.instant());
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
                                    used.use(clock.instant());
                                    addresses.stop(used.person, "From the old address.");
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
                row.withdraw(clock.instant());
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
}
