package nembar.server.invitations;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import nembar.core.command.ChangeSet;
import nembar.core.command.Snapshot;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.governance.SignInRules;
import nembar.core.model.ModelRefused;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.document.DocumentJson;
import nembar.server.history.Actor;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Other addresses of people. The old one is always told. Where somebody has rights in a guarded
 * area, the change waits for a day, and a link in the message to the old address stops it.
 */
@Service
public class AddressChanges {
    /** What is said of a change that waits. */
    public static final String WAITS =
            "They have rights in a guarded area: the old address is told, and the new one counts"
                    + " in a day, unless it is stopped from there.";

    private static final Logger LOG = LoggerFactory.getLogger(AddressChanges.class);
    private static final Duration DAY = Duration.ofDays(1);

    private final EntityManager entities;
    private final Models models;
    private final Gate gate;
    private final EntryLinks links;
    private final Letters letters;
    private final Outbox outbox;
    private final Acts acts;
    private final Clock clock;

    AddressChanges(
            EntityManager entities,
            Models models,
            Gate gate,
            EntryLinks links,
            Letters letters,
            Outbox outbox,
            Acts acts,
            Clock clock) {
        this.entities = entities;
        this.models = models;
        this.gate = gate;
        this.links = links;
        this.letters = letters;
        this.outbox = outbox;
        this.acts = acts;
        this.clock = clock;
    }

    /** An address that waits, and when it counts. */
    public record PendingAddress(String email, Instant due) {}

    /** Whether another address of the person waits before it counts. */
    public boolean waits(Person person) {
        return person.active() && SignInRules.inGuardedArea(models.all(), person, clock.instant());
    }

    /** The address of the person that waits. */
    @Transactional(readOnly = true)
    public Optional<PendingAddress> of(String person) {
        return open(person).map(row -> new PendingAddress(row.email, row.dueAt));
    }

    private Optional<AddressChangeRow> open(String person) {
        return entities
                .createQuery(
                        "from AddressChangeRow where person = :person and endedAt is null",
                        AddressChangeRow.class)
                .setParameter("person", person)
                .getResultList()
                .stream()
                .findFirst();
    }

    /**
     * Tells the old address, in the transaction of the change.
     *
     * @param person as they are until then
     * @param waits whether it counts in a day only
     */
    @Transactional
    public void changed(
            Person by, Person person, String email, boolean waits, Set<String> approvers) {
        open(person.key())
                .ifPresent(
                        row -> {
                            row.end("stopped", "Another change took its place.", clock.instant());
                            entities.flush();
                        });
        if (!waits) {
            tell(by.name(), person, email);
            return;
        }
        AddressChangeRow row = new AddressChangeRow();
        row.id = UUID.randomUUID().toString();
        row.person = person.key();
        row.email = email;
        row.madeBy = by.key();
        row.approvers = DocumentJson.text(approvers);
        row.madeAt = clock.instant();
        row.dueAt = row.madeAt.plus(DAY);
        row.note = "";
        entities.persist(row);
        links.object(
                by, person, DAY, letters.addressSubject(), letters.addressWaits(by, person, email));
    }

    /** Says at the old address that it is another now; links that were sent to it end. */
    @Transactional
    public void tell(String by, Person person, String email) {
        links.withdrawAll(person);
        if (person.active()) {
            outbox.queue(
                    person.email(),
                    person.key(),
                    Optional.empty(),
                    letters.addressSubject(),
                    letters.addressChanged(by, person, email));
        }
    }

    /** Stops the change of somebody's address that waits; whether there was one. */
    @Transactional
    public boolean stop(String person, String why) {
        Optional<AddressChangeRow> row = open(person);
        row.ifPresent(one -> one.end("stopped", why, clock.instant()));
        return row.isPresent();
    }

    /** Makes those that are due; each is judged anew. Any server may: each is made once. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void due() {
        List<String> due;
        try {
            due =
                    entities.createQuery(
                                    "select id from AddressChangeRow where endedAt is null and"
                                            + " dueAt <= :now",
                                    String.class)
                            .setParameter("now", clock.instant())
                            .getResultList();
        } catch (RuntimeException away) {
            LOG.debug("no look at addresses: {}", away.getMessage());
            return;
        }
        due.forEach(this::make);
    }

    private void make(String id) {
        AddressChangeRow row = entities.find(AddressChangeRow.class, id);
        if (row == null || row.endedAt != null) {
            return;
        }
        try {
            Person by =
                    models.directory()
                            .person(row.madeBy)
                            .filter(Person::active)
                            .orElseThrow(() -> new NotFound("author", "Whoever made it is gone."));
            Person person = models.directory().person(row.person).orElseThrow();
            gate.execute(
                    Command.by(by, person.name() + ": another address")
                            .changing(now -> readdressed(now, row))
                            .approvedBy(Set.copyOf(DocumentJson.list(row.approvers, String.class)))
                            .within(() -> made(id, by, person, row.email))
                            .build());
        } catch (Refused | ModelRefused | BadRequest | NotFound against) {
            LOG.warn("the address of {} stays: {}", row.person, against.getMessage());
            gate.execute(
                    Command.by(Actor.PROGRAM, "An address stays")
                            .within(() -> failed(id, against.getMessage()))
                            .build());
        }
    }

    private static ChangeSet readdressed(Snapshot now, AddressChangeRow row) {
        Person person = now.directory().person(row.person).orElseThrow();
        return ChangeSet.of(Edits.ofPeople(List.of(person.withEmail(row.email))));
    }

    private void made(String id, Person by, Person person, String email) {
        ending(id).end("made", "", clock.instant());
        acts.note(
                by.key(),
                "person",
                person.key(),
                "changed the address from " + person.email() + " to " + email);
        tell(by.name(), person, email);
    }

    private void failed(String id, String why) {
        ending(id).end("failed", why, clock.instant());
    }

    private AddressChangeRow ending(String id) {
        AddressChangeRow row = entities.find(AddressChangeRow.class, id);
        if (row.endedAt != null) {
            throw new NotFound("address", "Somebody else has ended it.");
        }
        return row;
    }
}
