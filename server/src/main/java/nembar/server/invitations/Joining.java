package nembar.server.invitations;

import jakarta.persistence.EntityManager;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;
import nembar.core.command.ChangeSet;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKeys;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.accounts.Terms;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.Address;
import nembar.server.http.BadRequest;
import nembar.server.http.Networks;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.http.Texts;
import nembar.server.http.TooOften;
import nembar.server.model.Models;
import nembar.server.session.Attempts;
import nembar.server.session.Attempts.Counted;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Requests to join an account, by a link that anybody may pass on: an address of one of its domains
 * is needed, and somebody's approval.
 */
@Service
public class Joining {
    private static final int OPEN_AT_MOST = 500;
    private static final int TEXT_AT_MOST = 500;
    private static final int ASKED_FROM_ONE_NETWORK = 20;
    private static final int ASKED_BY_ONE_LINK = 200;
    private static final Duration PAUSE = Duration.ofHours(1);

    private final EntityManager entities;
    private final Models models;
    private final Submissions submissions;
    private final Terms terms;
    private final EntryLinks links;
    private final Governance governance;
    private final Acts acts;
    private final Attempts attempts;
    private final Address address;
    private final Clock clock;

    Joining(
            EntityManager entities,
            Models models,
            Submissions submissions,
            Terms terms,
            EntryLinks links,
            Governance governance,
            Acts acts,
            Attempts attempts,
            Address address,
            Clock clock) {
        this.entities = entities;
        this.models = models;
        this.submissions = submissions;
        this.terms = terms;
        this.links = links;
        this.governance = governance;
        this.acts = acts;
        this.attempts = attempts;
        this.address = address;
        this.clock = clock;
    }

    /** A link, as it is passed on. */
    public record JoinLink(String id, String address, Instant made, String madeBy) {}

    /** What is shown to whoever opens it. */
    public record Door(String accountName, List<String> domains) {}

    /**
     * @param link id of the link
     */
    public record AskedToJoin(
            @NotNull String link,
            @NotNull String email,
            @NotNull String givenName,
            String familyName,
            String note) {}

    /** A request that waits. */
    public record JoinRequest(
            String id,
            String account,
            String accountName,
            String email,
            String name,
            String note,
            Instant asked) {}

    public record JoinRequestPage(List<JoinRequest> requests, long total) {}

    /** The open link of an account. */
    @Transactional(readOnly = true)
    public Optional<JoinLink> linkOf(Person me, String account) {
        governance.requireOnPlace(me, "account", "view", account, known(account).name());
        return openLink(account).map(this::link);
    }

    private Optional<JoinLinkRow> openLink(String account) {
        return entities
                .createQuery(
                        "from JoinLinkRow where account = :account and withdrawnAt is null"
                                + " order by madeAt desc",
                        JoinLinkRow.class)
                .setParameter("account", account)
                .setMaxResults(1)
                .getResultList()
                .stream()
                .findFirst();
    }

    private JoinLink link(JoinLinkRow row) {
        return new JoinLink(
                row.id,
                address.get() + "/join#" + row.id,
                row.madeAt,
                models.directory().personName(row.madeBy));
    }

    /** Opens a link for an account that has a domain, or gives the one that is open. */
    @Transactional
    public JoinLink open(Person me, String account) {
        Account known = known(account);
        governance.requireOnPlace(me, "account", "change", account, known.name());
        if (terms.domainsOf(account).isEmpty()) {
            throw new BadRequest(
                    "domains", "Enter a domain first: only its addresses may ask to join.");
        }
        Optional<JoinLinkRow> there = openLink(account);
        if (there.isPresent()) {
            return link(there.get());
        }
        JoinLinkRow row = new JoinLinkRow();
        row.id = UUID.randomUUID().toString();
        row.account = account;
        row.madeBy = me.key();
        row.madeAt = clock.instant();
        entities.persist(row);
        acts.note(me.key(), "account", account, "opened a link to ask to join");
        return link(row);
    }

    @Transactional
    public void withdraw(Person me, String account) {
        Account known = known(account);
        governance.requireOnPlace(me, "account", "change", account, known.name());
        openLink(account)
                .ifPresent(
                        row -> {
                            row.withdrawnAt = clock.instant();
                            acts.note(
                                    me.key(),
                                    "account",
                                    account,
                                    "withdrew the link to ask to join");
                        });
    }

    private Account known(String key) {
        return models.directory()
                .account(key)
                .orElseThrow(() -> new NotFound("account", "There is no such account."));
    }

    @Transactional(readOnly = true)
    public Door door(String id) {
        JoinLinkRow row = openById(id);
        return new Door(known(row.account).name(), terms.domainsOf(row.account));
    }

    private JoinLinkRow openById(String id) {
        return Optional.ofNullable(entities.find(JoinLinkRow.class, id))
                .filter(row -> row.withdrawnAt == null)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "link",
                                        "This link leads nowhere any more. Ask whoever gave it to"
                                                + " you for another."));
    }

    /**
     * Asks to join. The answer never tells whether somebody is known already.
     *
     * @param from the address of whoever asks
     * @throws TooOften where too many asked from there, or by this link, of late
     */
    @Transactional(noRollbackFor = TooOften.class)
    public void ask(AskedToJoin asked, String from) {
        attempts.require(counted("join from", Networks.of(from), ASKED_FROM_ONE_NETWORK));
        attempts.require(counted("join by", asked.link(), ASKED_BY_ONE_LINK));
        JoinLinkRow link = openById(asked.link());
        String email = asked.email().strip();
        if (!EmailAddress.valid(email)) {
            throw new BadRequest("email", "That is no e-mail address.");
        }
        if (!terms.domainsOf(link.account).contains(EmailAddress.domain(email))) {
            throw new BadRequest(
                    "email",
                    "Only addresses of "
                            + String.join(", ", terms.domainsOf(link.account))
                            + " may ask here.");
        }
        String given = Texts.of("givenName", asked.givenName(), TEXT_AT_MOST);
        if (given.isEmpty()) {
            throw new BadRequest("givenName", "Fill in your name.");
        }
        boolean waits =
                !entities.createQuery(
                                "from JoinRequestRow where lower(email) = :email and decidedAt is"
                                        + " null",
                                JoinRequestRow.class)
                        .setParameter("email", email.toLowerCase(Locale.ROOT))
                        .getResultList()
                        .isEmpty();
        long open =
                entities.createQuery(
                                "select count(*) from JoinRequestRow where account = :account and"
                                        + " decidedAt is null",
                                Long.class)
                        .setParameter("account", link.account)
                        .getSingleResult();
        boolean known =
                models.directory()
                        .personByEmail(email)
                        .filter(one -> one.status() != PersonStatus.CLOSED)
                        .isPresent();
        if (waits || known || open >= OPEN_AT_MOST) {
            return;
        }
        JoinRequestRow row = new JoinRequestRow();
        row.id = UUID.randomUUID().toString();
        row.account = link.account;
        row.email = email;
        row.givenName = given;
        row.familyName = Texts.of("familyName", asked.familyName(), TEXT_AT_MOST);
        row.note = Texts.of("note", asked.note(), TEXT_AT_MOST);
        row.askedAt = clock.instant();
        entities.persist(row);
    }

    private static Counted counted(String kind, String of, int allowed) {
        return new Counted(kind, of, Optional.empty(), allowed, PAUSE);
    }

    /** Requests that wait, as far as whoever asks may bring people in there. */
    @Transactional(readOnly = true)
    public JoinRequestPage waiting(Person me, int page, int size) {
        Directory directory = models.directory();
        Predicate<Person> mine = governance.may(me, "create");
        List<JoinRequestRow> all =
                entities
                        .createQuery(
                                "from JoinRequestRow where decidedAt is null order by askedAt",
                                JoinRequestRow.class)
                        .setMaxResults(OPEN_AT_MOST)
                        .getResultList()
                        .stream()
                        .filter(row -> mine.test(person(row, "request")))
                        .toList();
        return new JoinRequestPage(
                Paging.slice(all, page, size).stream()
                        .map(
                                row ->
                                        new JoinRequest(
                                                row.id,
                                                row.account,
                                                directory.accountName(row.account),
                                                row.email,
                                                (row.givenName + " " + row.familyName).strip(),
                                                row.note,
                                                row.askedAt))
                        .toList(),
                all.size());
    }

    /**
     * Lets somebody in who asked: they are invited, so that the address is proved by its message.
     *
     * @return the key of the person
     */
    public String approve(Person me, String id) {
        JoinRequestRow row = waiting(id);
        Optional<Person> known = models.directory().personByEmail(row.email);
        known.filter(one -> one.status() != PersonStatus.CLOSED)
                .ifPresent(
                        one -> {
                            throw new BadRequest(
                                    "request",
                                    one.name()
                                            + " is here already; decline the request, or send the"
                                            + " invitation again.");
                        });
        String[] key = new String[1];
        submissions.submit(
                Submission.execute(me),
                Command.by(me, (row.givenName + " " + row.familyName).strip() + " joins")
                        .changing(
                                now -> {
                                    Edits edits =
                                            Edits.ofPeople(List.of(joining(now.directory(), row)));
                                    terms.checkSeats(now.directory(), edits);
                                    return ChangeSet.of(edits);
                                })
                        .within(
                                judgement -> {
                                    Person person = judgement.changes().directory().people().get(0);
                                    key[0] = person.key();
                                    decide(id, me, "approved");
                                    links.invite(me, person, "You asked to join.", false);
                                    acts.note(
                                            me.key(),
                                            "person",
                                            person.key(),
                                            "approved the request to join");
                                }));
        return key[0];
    }

    /** Whoever asked, as somebody new, or as they were when they were closed. */
    private Person joining(Directory directory, JoinRequestRow row) {
        return directory
                .personByEmail(row.email)
                .map(one -> one.withStatus(PersonStatus.INVITED))
                .orElseGet(() -> person(row, newKey(directory, row)));
    }

    @Transactional
    public void decline(Person me, String id) {
        JoinRequestRow row = waiting(id);
        governance.requireOnPerson(me, "create", person(row, "request"));
        decide(id, me, "declined");
    }

    private JoinRequestRow waiting(String id) {
        return Optional.ofNullable(entities.find(JoinRequestRow.class, id))
                .filter(row -> row.decidedAt == null)
                .orElseThrow(
                        () -> new NotFound("request", "Somebody else has decided on it already."));
    }

    private void decide(String id, Person me, String outcome) {
        JoinRequestRow row = entities.find(JoinRequestRow.class, id);
        if (row.decidedAt != null) {
            throw new NotFound("request", "Somebody else has decided on it already.");
        }
        row.decidedAt = clock.instant();
        row.decidedBy = me.key();
        row.outcome = outcome;
    }

    private static String newKey(Directory directory, JoinRequestRow row) {
        return new PersonKeys(taken -> directory.person(taken).isPresent())
                .give(row.givenName, row.familyName);
    }

    private Person person(JoinRequestRow row, String key) {
        boolean own = models.directory().account(row.account).filter(Account::own).isPresent();
        return new Person(
                key,
                own ? PersonKind.STAFF : PersonKind.EXTERNAL,
                row.email,
                row.givenName,
                row.familyName,
                List.of(row.account),
                Optional.empty(),
                Optional.empty(),
                zone(),
                PersonStatus.INVITED);
    }

    private ZoneId zone() {
        return models.model(Models.NEMBAR).application().zone();
    }
}
