package nembar.server.approval;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import nembar.core.directory.Person;
import nembar.server.document.DocumentJson;
import nembar.server.history.Acts;
import nembar.server.http.Address;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.http.Texts;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what waits for somebody's word, and tells those concerned by mail. */
@Service
public class Approvals {
    private static final int TEXT_AT_MOST = 500;
    private static final int WAITING_AT_MOST = 200;
    private static final int WRITTEN_TO_AT_MOST = 10;

    /** Those of one person: their own wishes, and those they are asked about. */
    private static final String OF =
            " from ApprovalRequestRow c where ((:open = true and c.decidedAt is null)"
                    + " or (:open = false and c.decidedAt is not null)) and (c.author = :me"
                    + " or exists (select 1 from ApprovalRequestRow o join o.words w"
                    + " where o.id = c.id and key(w) = :me))";

    private final EntityManager entities;
    private final Models models;
    private final Outbox outbox;
    private final Address address;
    private final Acts acts;
    private final Clock clock;

    Approvals(
            EntityManager entities,
            Models models,
            Outbox outbox,
            Address address,
            Acts acts,
            Clock clock) {
        this.entities = entities;
        this.models = models;
        this.outbox = outbox;
        this.address = address;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * Keeps an act and writes to those who are asked.
     *
     * @param what it is, in words
     * @param asked keys of those whose word would do, or would be a part of it
     * @return its id
     * @throws BadRequest where too much of one author's waits already
     */
    @Transactional
    public String ask(Person author, RequestedAct act, String what, String why, Set<String> asked) {
        long waiting =
                entities.createQuery(
                                "select count(*) from ApprovalRequestRow where author = :author and"
                                        + " decidedAt is null",
                                Long.class)
                        .setParameter("author", author.key())
                        .getSingleResult();
        if (waiting >= WAITING_AT_MOST) {
            throw new BadRequest(
                    "ask",
                    WAITING_AT_MOST
                            + " of your changes wait for somebody already. Withdraw some, or wait.");
        }
        String body = DocumentJson.text(act.body());
        Optional<String> same = waitsAlready(author, act, body);
        if (same.isPresent()) {
            return same.get();
        }
        ApprovalRequestRow row = new ApprovalRequestRow();
        row.id = UUID.randomUUID().toString();
        row.author = author.key();
        row.what = what;
        row.why = Texts.of("why", why, TEXT_AT_MOST);
        row.act = act.act();
        row.target = act.target();
        row.body = body;
        row.on = act.on();
        row.about = DocumentJson.text(act.about());
        row.askedAt = clock.instant();
        row.note = "";
        asked.forEach(one -> row.words.put(one, false));
        entities.persist(row);
        acts.noteAll(author.key(), act.on(), act.about(), "asked for agreement: " + what);
        asked.stream()
                .limit(WRITTEN_TO_AT_MOST)
                .forEach(
                        one ->
                                write(
                                        one,
                                        author.name() + " asks you to agree",
                                        what
                                                + "."
                                                + (row.why.isEmpty() ? "" : "\n\n" + row.why)
                                                + "\n\nSee what it would change, and decide:\n"
                                                + place()));
        return row.id;
    }

    /** What is asked for again word for word is not asked for twice. */
    private Optional<String> waitsAlready(Person author, RequestedAct act, String body) {
        return entities
                .createQuery(
                        "from ApprovalRequestRow where author = :author and act = :act and target ="
                                + " :target and decidedAt is null",
                        ApprovalRequestRow.class)
                .setParameter("author", author.key())
                .setParameter("act", act.act())
                .setParameter("target", act.target())
                .getResultList()
                .stream()
                .filter(row -> DocumentJson.same(row.body, body))
                .map(row -> row.id)
                .findFirst();
    }

    private String place() {
        return address.get() + "/people/requests\n";
    }

    private void write(String to, String subject, String body) {
        models.directory()
                .person(to)
                .filter(Person::active)
                .ifPresent(
                        one ->
                                outbox.queue(
                                        one.email(), one.key(), Optional.empty(), subject, body));
    }

    /** Those of one person, the last first. */
    @Transactional(readOnly = true)
    public List<ApprovalRequest> page(String person, boolean open, int page, int size) {
        return entities
                .createQuery(
                        "select c" + OF + " order by coalesce(c.decidedAt, c.askedAt) desc, c.id",
                        ApprovalRequestRow.class)
                .setParameter("open", open)
                .setParameter("me", person)
                .setFirstResult(Paging.offset(page, size))
                .setMaxResults(size)
                .getResultList()
                .stream()
                .map(Approvals::read)
                .toList();
    }

    @Transactional(readOnly = true)
    public long number(String person, boolean open) {
        return entities.createQuery("select count(c)" + OF, Long.class)
                .setParameter("open", open)
                .setParameter("me", person)
                .getSingleResult();
    }

    /**
     * One that waits.
     *
     * @throws NotFound where it is decided already, or is none of this person's
     */
    @Transactional(readOnly = true)
    public ApprovalRequest waiting(String person, String id) {
        return read(row(person, id));
    }

    private ApprovalRequestRow row(String person, String id) {
        return Optional.ofNullable(entities.find(ApprovalRequestRow.class, id))
                .filter(row -> row.decidedAt == null)
                .filter(row -> row.author.equals(person) || row.words.containsKey(person))
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "approval_request",
                                        "This does not wait for anybody any more."));
    }

    private static ApprovalRequest read(ApprovalRequestRow row) {
        return new ApprovalRequest(
                row.id,
                row.author,
                row.what,
                row.why,
                row.act,
                row.target,
                row.body,
                row.on,
                DocumentJson.list(row.about, String.class),
                new TreeSet<>(row.words.keySet()),
                row.words.entrySet().stream()
                        .filter(Map.Entry::getValue)
                        .map(Map.Entry::getKey)
                        .collect(Collectors.toCollection(TreeSet::new)),
                row.askedAt,
                Optional.ofNullable(row.decidedAt)
                        .map(
                                at ->
                                        new ApprovalRequest.Decided(
                                                at, row.decidedBy, row.outcome, row.note)));
    }

    /**
     * Keeps somebody's word where others have still to give theirs.
     *
     * @param asked keys of those whose word would do now
     */
    @Transactional
    public void agree(String person, String id, Collection<String> asked) {
        ApprovalRequestRow row = row(person, id);
        Map<String, Boolean> words = new HashMap<>(row.words);
        asked.forEach(one -> words.putIfAbsent(one, false));
        words.put(person, true);
        row.words.putAll(words);
        acts.noteAll(person, row.on, DocumentJson.list(row.about, String.class), agreed(row));
    }

    private static String agreed(ApprovalRequestRow row) {
        return "agreed to: " + row.what;
    }

    /** Ends one that has been made, in the transaction that makes it. */
    @Transactional
    public void made(Person by, String id) {
        ApprovalRequestRow row = row(by.key(), id);
        row.words.put(by.key(), true);
        acts.noteAll(by.key(), row.on, DocumentJson.list(row.about, String.class), agreed(row));
        end(row, by, "made", "");
        write(row.author, by.name() + " agreed", row.what + ". It has been done.\n");
    }

    /** Ends one that is not to be: its author withdraws it, or somebody who is asked declines. */
    @Transactional
    public void refuse(Person by, String id, String note) {
        ApprovalRequestRow row = row(by.key(), id);
        boolean own = row.author.equals(by.key());
        acts.noteAll(
                by.key(),
                row.on,
                DocumentJson.list(row.about, String.class),
                (own ? "withdrew the request: " : "declined: ") + row.what);
        end(row, by, own ? "withdrawn" : "declined", Texts.of("note", note, TEXT_AT_MOST));
        if (!own) {
            write(
                    row.author,
                    by.name() + " did not agree",
                    row.what
                            + ". Nothing has been changed."
                            + (row.note.isEmpty() ? "" : "\n\n" + row.note)
                            + "\n");
        }
    }

    /** Ends all that wait of an act on something that is gone. */
    @Transactional
    public void overtaken(Person by, String act, String target, String note) {
        entities.createQuery(
                        "from ApprovalRequestRow where act = :act and target = :target and"
                                + " decidedAt is null",
                        ApprovalRequestRow.class)
                .setParameter("act", act)
                .setParameter("target", target)
                .getResultList()
                .forEach(row -> end(row, by, "withdrawn", note));
    }

    private void end(ApprovalRequestRow row, Person by, String outcome, String note) {
        row.decidedAt = clock.instant();
        row.decidedBy = by.key();
        row.outcome = outcome;
        row.note = note;
    }
}
