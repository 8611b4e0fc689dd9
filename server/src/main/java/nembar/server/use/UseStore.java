package nembar.server.use;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import nembar.core.use.Use;
import nembar.core.use.Use.Used;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps what was used: by day, of days long ago by month, and for no longer than {@link #KEPT_DAYS}
 * days; so it takes as much room as there are people and things they do, however often they do
 * them.
 */
@Service
public class UseStore {
    private static final Logger LOG = LoggerFactory.getLogger(UseStore.class);

    /** What was used so many days ago is not kept any more. */
    public static final int KEPT_DAYS = 400;

    private static final int BY_DAY = 40;

    /** Many at once, in one order on every server, so that none waits for another in a circle. */
    private static final String ADD =
            "INSERT INTO used (application, person, what, operation, day, times)"
                    + " SELECT * FROM unnest(cast(:applications AS text[]), cast(:people AS text[]),"
                    + " cast(:whats AS text[]), cast(:operations AS text[]), cast(:days AS date[]),"
                    + " cast(:times AS bigint[])) ON CONFLICT (application, person, what, operation, day)"
                    + " DO UPDATE SET times = used.times + excluded.times";

    private static final Comparator<Counted> ORDER =
            Comparator.comparing(Counted::application)
                    .thenComparing(Counted::person)
                    .thenComparing(one -> one.used().what())
                    .thenComparing(one -> one.used().operation())
                    .thenComparing(Counted::day);

    private static final String FOLD =
            "WITH months AS (SELECT application, person, what, operation, max(day) AS last,"
                    + " date_trunc('month', day) AS month, sum(times) AS times FROM used"
                    + " WHERE day < :before GROUP BY application, person, what, operation, month"
                    + " HAVING count(*) > 1), gone AS (DELETE FROM used USING months m"
                    + " WHERE used.application = m.application AND used.person = m.person"
                    + " AND used.what = m.what AND used.operation = m.operation"
                    + " AND date_trunc('month', used.day) = m.month AND used.day < m.last)"
                    + " UPDATE used SET times = m.times FROM months m"
                    + " WHERE used.application = m.application AND used.person = m.person"
                    + " AND used.what = m.what AND used.operation = m.operation"
                    + " AND used.day = m.last";

    private final EntityManager entities;
    private final Clock clock;

    UseStore(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** That somebody used something so often on a day. */
    public record Counted(String application, String person, Used used, LocalDate day, long times) {
        /** The same, so often. */
        public Counted times(long other) {
            return new Counted(application, person, used, day, other);
        }
    }

    /** Adds what was counted; the same of one day may come several times. */
    @Transactional
    public void add(Collection<Counted> counted) {
        Map<Counted, Long> times = new TreeMap<>(ORDER);
        counted.forEach(one -> times.merge(one, one.times(), Long::sum));
        Set<Counted> some = times.keySet();
        entities.createNativeQuery(ADD)
                .setParameter("applications", texts(some, Counted::application))
                .setParameter("people", texts(some, Counted::person))
                .setParameter("whats", texts(some, one -> one.used().what()))
                .setParameter("operations", texts(some, one -> one.used().operation()))
                .setParameter("days", texts(some, one -> one.day().toString()))
                .setParameter("times", times.values().toArray(Long[]::new))
                .executeUpdate();
    }

    private static String[] texts(Set<Counted> some, Function<Counted, String> text) {
        return some.stream().map(text).toArray(String[]::new);
    }

    /** The first day of which use of an application is known; empty where none is. */
    @Transactional(readOnly = true)
    public Optional<LocalDate> since(String application) {
        return Optional.ofNullable(
                entities.createQuery(
                                "select min(which.day) from UsedRow where which.application ="
                                        + " :application",
                                LocalDate.class)
                        .setParameter("application", application)
                        .getSingleResult());
    }

    /** What everybody used of an application. */
    @Transactional(readOnly = true)
    public Use of(String application) {
        return read(application, List.of(), true);
    }

    /** What some people used of an application. */
    @Transactional(readOnly = true)
    public Use of(String application, Collection<String> people) {
        return read(application, people, false);
    }

    private Use read(String application, Collection<String> people, boolean everybody) {
        Optional<LocalDate> since = since(application);
        if (since.isEmpty()) {
            return Use.UNKNOWN;
        }
        Map<String, Map<Used, LocalDate>> last = new HashMap<>();
        entities.createQuery(
                        "select which.person, which.what, which.operation, max(which.day) from"
                                + " UsedRow where which.application = :application and (:everybody ="
                                + " true or which.person in (:people)) group by which.person,"
                                + " which.what, which.operation",
                        Object[].class)
                .setParameter("application", application)
                .setParameter("everybody", everybody)
                .setParameter("people", everybody ? List.of("") : people)
                .getResultList()
                .forEach(
                        row ->
                                last.computeIfAbsent((String) row[0], any -> new HashMap<>())
                                        .put(
                                                new Used((String) row[1], (String) row[2]),
                                                (LocalDate) row[3]));
        return new Use(since, last);
    }

    /** Brings what is old together by months, and forgets what is too old. */
    @Scheduled(initialDelayString = "PT1H", fixedDelayString = "PT24H")
    @Transactional
    public void fold() {
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        entities.createQuery("delete from UsedRow where which.day < :first")
                .setParameter("first", today.minusDays(KEPT_DAYS))
                .executeUpdate();
        int folded =
                entities.createNativeQuery(FOLD)
                        .setParameter("before", today.minusDays(BY_DAY).withDayOfMonth(1))
                        .executeUpdate();
        LOG.debug("brought use of {} months together", folded);
    }

    /** Keeps that use was told under a name; empty, or how it was told under that name before. */
    Optional<UseToldRow> told(UseToldRow row) {
        Optional<UseToldRow> known =
                Optional.ofNullable(entities.find(UseToldRow.class, row.which));
        if (known.isEmpty()) {
            entities.persist(row);
            entities.flush();
        }
        return known;
    }

    /** What was told of an application, the last first. */
    List<UseToldRow> toldOf(String application, int most) {
        return entities.createQuery(
                        "from UseToldRow where which.application = :application order by toldAt"
                                + " desc",
                        UseToldRow.class)
                .setParameter("application", application)
                .setMaxResults(most)
                .getResultList();
    }
}
