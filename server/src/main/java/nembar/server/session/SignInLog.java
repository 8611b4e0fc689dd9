package nembar.server.session;

import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.http.Instants;
import nembar.server.http.Paging;
import nembar.server.securitylog.SecurityLog;
import nembar.server.store.Page;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tries to sign in, as they are kept and told. */
@Service
public class SignInLog {
    private final EntityManager entities;
    private final SecurityLog log;
    private final Clock clock;

    SignInLog(EntityManager entities, SecurityLog log, Clock clock) {
        this.entities = entities;
        this.log = log;
        this.clock = clock;
    }

    /** One try to sign in. */
    public record Try(Instant at, String outcome, String address, String agent) {
        private static Try of(SignInEventRow row) {
            return new Try(row.at, row.outcome, row.address, row.agent);
        }
    }

    /** A try, and whose it was. */
    public record TryOf(String person, Try made) {}

    /** Notes a try of somebody known, and in the security log of anybody. */
    void note(Optional<Person> person, String outcome, SignIns.From from) {
        String who = person.map(Person::key).orElse("");
        log.note("sign-in", "who", who, "outcome", outcome, "from", from.address());
        if (person.isEmpty()) {
            return;
        }
        SignInEventRow event = new SignInEventRow();
        event.person = who;
        event.at = clock.instant();
        event.outcome = outcome;
        event.address = from.address();
        event.agent = from.agent();
        entities.persist(event);
    }

    /** A person's tries, the last first. */
    @Transactional(readOnly = true)
    public List<Try> triesOf(String person, int most) {
        return entities
                .createQuery(
                        "from SignInEventRow where person = :person order by at desc, id desc",
                        SignInEventRow.class)
                .setParameter("person", person)
                .setMaxResults(most)
                .getResultList()
                .stream()
                .map(Try::of)
                .toList();
    }

    /**
     * Tries of some people, the last first.
     *
     * @param outcome text that the outcome has; empty for any
     * @param people keys of whose are meant; empty for everybody's
     */
    @Transactional(readOnly = true)
    public Page<TryOf> tries(
            String outcome,
            Optional<? extends Collection<String>> people,
            Optional<Instant> from,
            Optional<Instant> until,
            int page,
            int size) {
        List<TryOf> some =
                tries("select e", outcome, people, from, until, SignInEventRow.class)
                        .setFirstResult(Paging.offset(page, size))
                        .setMaxResults(size)
                        .getResultList()
                        .stream()
                        .map(one -> new TryOf(one.person, Try.of(one)))
                        .toList();
        long total =
                tries("select count(e)", outcome, people, from, until, Long.class)
                        .getSingleResult();
        return new Page<>(some, total);
    }

    private <T> TypedQuery<T> tries(
            String select,
            String outcome,
            Optional<? extends Collection<String>> people,
            Optional<Instant> from,
            Optional<Instant> until,
            Class<T> of) {
        boolean counted = of == Long.class;
        return entities.createQuery(
                        select
                                + " from SignInEventRow e where (:everybody = true or e.person in"
                                + " (:people)) and (:outcome = '' or locate(lower(:outcome), e.outcome) > 0)"
                                + " and e.at >= :from and e.at < :until"
                                + (counted ? "" : " order by e.at desc, e.id desc"),
                        of)
                .setParameter("everybody", people.isEmpty())
                .setParameter("people", people.map(List::copyOf).orElse(List.of("")))
                .setParameter("outcome", outcome)
                .setParameter("from", from.orElse(Instants.EARLIEST))
                .setParameter("until", until.orElse(Instants.LATEST));
    }
}
