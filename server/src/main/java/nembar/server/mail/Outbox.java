package nembar.server.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Messages on their way. They are written in the transaction of the act they belong to and leave
 * after it; where the mail server does not answer they wait, and are tried again.
 */
@Service
public class Outbox {
    /** Stands in a body for the address of the message's link. */
    public static final String LINK = "{link}";

    private static final Logger LOG = LoggerFactory.getLogger(Outbox.class);
    private static final int AT_A_TIME = 50;
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(5);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(15);
    private static final int DOUBLINGS_AT_MOST = 8;
    private static final int ERROR_LENGTH = 200;

    private final EntityManager entities;
    private final JavaMailSender sender;
    private final ObjectProvider<LinkIssuer> linking;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final String from;

    Outbox(
            EntityManager entities,
            JavaMailSender sender,
            ObjectProvider<LinkIssuer> linking,
            TransactionTemplate transactions,
            Clock clock,
            @Value("${nembar.mail.from}") String from) {
        this.entities = entities;
        this.sender = sender;
        this.linking = linking;
        this.transactions = transactions;
        this.clock = clock;
        this.from = from;
    }

    /**
     * A message and what became of it.
     *
     * @param sent when the mail server took it; empty while it waits
     * @param error what the mail server said last; empty for nothing bad
     */
    public record Waiting(
            long id,
            String recipient,
            String subject,
            Instant queued,
            Optional<Instant> sent,
            int tries,
            Instant nextTry,
            String error) {}

    /**
     * Keeps a message until it has left.
     *
     * @param link id of the link whose address stands in the body; empty for none
     */
    @Transactional
    public void queue(
            String recipient, String person, Optional<String> link, String subject, String body) {
        MailRow row = new MailRow();
        row.recipient = recipient;
        row.person = person;
        row.link = link.orElse(null);
        row.subject = subject.replaceAll("\\R", " ");
        row.body = body;
        row.queuedAt = clock.instant();
        row.nextTryAt = row.queuedAt;
        row.lastError = "";
        entities.persist(row);
    }

    /** Drops what still waits for a link that is withdrawn. */
    @Transactional
    public void drop(String link) {
        entities.createQuery(
                        "update MailRow set droppedAt = :now where link = :link and sentAt is null")
                .setParameter("now", clock.instant())
                .setParameter("link", link)
                .executeUpdate();
    }

    /** Messages that have not left yet, the oldest first. */
    @Transactional(readOnly = true)
    public List<Waiting> waiting(int most) {
        return entities
                .createQuery(
                        "from MailRow where sentAt is null and droppedAt is null order by id",
                        MailRow.class)
                .setMaxResults(most)
                .getResultList()
                .stream()
                .map(Outbox::waiting)
                .toList();
    }

    /** Links whose message has not left yet. */
    @Transactional(readOnly = true)
    public Set<String> waitingLinks() {
        return new HashSet<>(
                entities.createQuery(
                                "select link from MailRow where sentAt is null and droppedAt is"
                                        + " null and link is not null",
                                String.class)
                        .getResultList());
    }

    /** The last message of each of these links. */
    @Transactional(readOnly = true)
    public Map<String, Waiting> ofLinks(Collection<String> links) {
        Map<String, Waiting> last = new HashMap<>();
        if (!links.isEmpty()) {
            entities.createQuery("from MailRow where link in (:links) order by id", MailRow.class)
                    .setParameter("links", links)
                    .getResultList()
                    .forEach(row -> last.put(row.link, waiting(row)));
        }
        return last;
    }

    private static Waiting waiting(MailRow row) {
        return new Waiting(
                row.id,
                row.recipient,
                row.subject,
                row.queuedAt,
                Optional.ofNullable(row.sentAt),
                row.tries,
                row.nextTryAt,
                row.lastError);
    }

    /** Tries those that wait again now, whenever they were to be tried. */
    @Transactional
    public void hurry() {
        entities.createQuery(
                        "update MailRow set nextTryAt = :now where sentAt is null and droppedAt is"
                                + " null")
                .setParameter("now", clock.instant())
                .executeUpdate();
    }

    /** Sends what is due. One broken message holds nothing else up. */
    @Scheduled(fixedDelayString = "${nembar.mail.every}")
    void deliver() {
        List<Long> due;
        try {
            due =
                    entities.createQuery(
                                    "select id from MailRow where sentAt is null and droppedAt is"
                                            + " null and nextTryAt <= :now order by id",
                                    Long.class)
                            .setParameter("now", clock.instant())
                            .setMaxResults(AT_A_TIME)
                            .getResultList();
        } catch (RuntimeException away) {
            LOG.debug("no look at the outbox: {}", away.getMessage());
            return;
        }
        for (Long id : due) {
            MailRow row = transactions.execute(status -> begin(id));
            if (row != null) {
                send(row);
            }
        }
    }

    /**
     * Counts the try and puts the next one off before anything can go wrong; whoever else has begun
     * with it keeps it.
     */
    private MailRow begin(long id) {
        MailRow row = entities.find(MailRow.class, id, LockModeType.PESSIMISTIC_WRITE);
        boolean taken = row != null && row.nextTryAt.isAfter(clock.instant());
        if (row == null || taken || row.sentAt != null || row.droppedAt != null) {
            return null;
        }
        row.nextTryAt = clock.instant().plus(pause(row.tries));
        row.tries++;
        MailRow copy = new MailRow();
        copy.id = row.id;
        copy.recipient = row.recipient;
        copy.subject = row.subject;
        copy.body =
                row.link == null
                        ? row.body
                        : row.body.replace(LINK, linking.getObject().address(row.link));
        return copy;
    }

    private static Duration pause(int tries) {
        Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.min(tries, DOUBLINGS_AT_MOST));
        return pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause;
    }

    private void send(MailRow row) {
        String error = "";
        try {
            MimeMessage message = sender.createMimeMessage();
            MimeMessageHelper helper =
                    new MimeMessageHelper(message, false, StandardCharsets.UTF_8.name());
            helper.setFrom(new InternetAddress(from));
            helper.setTo(new InternetAddress(row.recipient, false));
            helper.setSubject(row.subject);
            helper.setText(row.body);
            sender.send(message);
        } catch (MailException | MessagingException failed) {
            error = said(failed);
            LOG.warn("message {} did not leave: {}", row.id, error);
        }
        String told = error;
        transactions.executeWithoutResult(
                status -> {
                    MailRow now = entities.find(MailRow.class, row.id);
                    now.lastError = told;
                    if (told.isEmpty()) {
                        now.sentAt = clock.instant();
                    }
                });
    }

    /** What the mail server said, without the message itself. */
    private static String said(Exception failed) {
        Throwable deepest = failed;
        while (deepest.getCause() != null && deepest.getCause() != deepest) {
            deepest = deepest.getCause();
        }
        String text = String.valueOf(deepest.getMessage()).replaceAll("\\s+", " ");
        return text.length() > ERROR_LENGTH ? text.substring(0, ERROR_LENGTH) : text;
    }
}
