package nembar.server.desk;

import jakarta.persistence.EntityManager;
import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.directory.Person;
import nembar.core.text.Words;
import nembar.server.desk.DeskController.NoticesChosen;
import nembar.server.desk.DeskService.Needed;
import nembar.server.http.BadRequest;
import nembar.server.http.Overtaken;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Writes to people about what is new on their Desk: once a day, or at once what they choose. */
@Service
class Notices {
    private static final Logger LOG = LoggerFactory.getLogger(Notices.class);
    private static final int HOURS = 24;
    private static final int MORNING = 7;

    private final EntityManager entities;
    private final DeskService desk;
    private final NoticeLetter letter;
    private final Outbox outbox;
    private final Models models;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Notices(
            EntityManager entities,
            DeskService desk,
            NoticeLetter letter,
            Outbox outbox,
            Models models,
            TransactionTemplate transactions,
            Clock clock) {
        this.entities = entities;
        this.desk = desk;
        this.letter = letter;
        this.outbox = outbox;
        this.models = models;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** What somebody has sent by mail. */
    @Transactional(readOnly = true)
    public NoticesChosen of(Person me) {
        NoticeRow row = entities.find(NoticeRow.class, me.key());
        return row == null
                ? new NoticesChosen(false, MORNING, List.of(), 0L)
                : new NoticesChosen(
                        row.daily, row.fromHour, row.atOnce.lines().toList(), row.chosen);
    }

    /** Chooses what is sent; what stands already is not sent at once. */
    @Transactional
    public NoticesChosen choose(Person me, NoticesChosen wanted) {
        if (wanted.fromHour() < 0 || wanted.fromHour() >= HOURS) {
            throw new BadRequest("fromHour", "Give an hour of the day, from 0 to 23.");
        }
        for (String kind : wanted.atOnce()) {
            if (Words.find(DeskKind.values(), kind).isEmpty()) {
                throw new BadRequest("atOnce", "There is no kind of item `" + kind + "`.");
            }
        }
        NoticeRow row = entities.find(NoticeRow.class, me.key());
        if (wanted.version() == null || wanted.version() != (row == null ? 0 : row.chosen)) {
            throw new Overtaken("You have chosen otherwise since, in another window.");
        }
        boolean fresh = row == null;
        if (fresh) {
            row = new NoticeRow();
            row.person = me.key();
            row.lookedAt = clock.instant();
        }
        if (!wanted.atOnce().isEmpty() && (fresh || row.atOnce.isEmpty())) {
            noteAll(me);
        }
        row.daily = wanted.daily();
        row.fromHour = wanted.fromHour();
        row.atOnce = String.join("\n", new HashSet<>(wanted.atOnce()));
        row.chosen++;
        if (fresh) {
            entities.persist(row);
        }
        entities.flush();
        return of(me);
    }

    private void noteAll(Person me) {
        Set<String> sent = sent(me.key());
        desk.needed(me).items().stream()
                .map(DeskItem::id)
                .filter(id -> !sent.contains(id))
                .forEach(id -> entities.persist(row(me.key(), id)));
    }

    private static NoticeSentRow row(String person, String item) {
        NoticeSentRow row = new NoticeSentRow();
        row.which = new NoticeSentRow.Which(person, item);
        return row;
    }

    private Set<String> sent(String person) {
        return new HashSet<>(
                entities.createQuery(
                                "select which.item from NoticeSentRow where which.person = :person",
                                String.class)
                        .setParameter("person", person)
                        .getResultList());
    }

    /** Writes to everybody who is due. */
    @Scheduled(
            initialDelayString = "${nembar.notices.every}",
            fixedDelayString = "${nembar.notices.every}")
    void due() {
        for (String key : chosenBy()) {
            Optional<Person> person = models.directory().person(key).filter(Person::active);
            try {
                person.ifPresent(one -> transactions.executeWithoutResult(status -> look(one)));
            } catch (OptimisticLockException | OptimisticLockingFailureException another) {
                LOG.debug("another server writes to {}", key);
            } catch (RuntimeException failed) {
                LOG.warn("{} is not written to about their Desk", key, failed);
            }
        }
    }

    private List<String> chosenBy() {
        return entities.createQuery(
                        "select person from NoticeRow where daily or atOnce <> ''", String.class)
                .getResultList();
    }

    private void look(Person person) {
        NoticeRow row = entities.find(NoticeRow.class, person.key());
        ZonedDateTime now = clock.instant().atZone(person.zone());
        LocalDate today = now.toLocalDate();
        boolean daily =
                row.daily
                        && now.getHour() >= row.fromHour
                        && (row.sentOn == null || row.sentOn.isBefore(today));
        Set<String> atOnce = row.atOnce.lines().collect(Collectors.toSet());
        if (!daily && atOnce.isEmpty()) {
            return;
        }
        Needed needed = desk.needed(person);
        if (!needed.complete()) {
            return;
        }
        Set<String> sent = sent(person.key());
        List<DeskItem> fresh =
                needed.items().stream()
                        .filter(one -> !sent.contains(one.id()))
                        .filter(one -> daily || atOnce.contains(Words.of(one.kind())))
                        .toList();
        forget(person, sent, needed.items());
        if (daily) {
            row.sentOn = today;
        }
        if (fresh.isEmpty()) {
            return;
        }
        row.lookedAt = clock.instant();
        fresh.forEach(one -> entities.persist(row(person.key(), one.id())));
        outbox.queue(
                person.email(),
                person.key(),
                Optional.empty(),
                letter.subject(fresh),
                letter.body(person, fresh));
    }

    /** What stands no more may be written about once it stands again. */
    private void forget(Person person, Set<String> sent, List<DeskItem> standing) {
        Set<String> gone = new HashSet<>(sent);
        standing.forEach(one -> gone.remove(one.id()));
        for (String item : gone) {
            entities.remove(
                    entities.find(
                            NoticeSentRow.class, new NoticeSentRow.Which(person.key(), item)));
        }
    }
}
