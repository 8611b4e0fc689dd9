package nembar.server.reviews;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.store.Page;
import org.springframework.stereotype.Repository;

/** Reviews and their rights as they are kept; always in the transaction at hand. */
@Repository
class ReviewStore {
    private static final String WAITING = "r.answer is null and r.goneAt is null";

    private final EntityManager entities;

    ReviewStore(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * How far somebody has come, or all together.
     *
     * @param rights that are asked about
     * @param looked at
     * @param answered of them, those that ended by themselves among them
     */
    record Progress(long rights, long looked, long answered) {
        static final Progress NONE = new Progress(0, 0, 0);

        long left() {
            return rights - answered;
        }

        Progress and(Progress other) {
            return new Progress(
                    rights + other.rights, looked + other.looked, answered + other.answered);
        }
    }

    /** Somebody whose rights are asked about, and how far that has come. */
    record PersonProgress(String person, Progress progress) {}

    void keep(ReviewRow row, Collection<ReviewRightRow> rights) {
        entities.persist(row);
        entities.flush();
        rights.forEach(entities::persist);
    }

    /**
     * @throws NotFound where there is none
     */
    ReviewRow known(String id) {
        return Optional.ofNullable(entities.find(ReviewRow.class, id))
                .orElseThrow(() -> new NotFound("review", "There is no such review."));
    }

    /** The review, which nobody else closes or passes on meanwhile. */
    ReviewRow locked(String id) {
        ReviewRow row = known(id);
        entities.refresh(row, LockModeType.PESSIMISTIC_WRITE);
        return row;
    }

    /** Those of some applications, and those in which somebody is asked; the last begun first. */
    Page<ReviewRow> page(Collection<String> applications, String reviewer, int page, int size) {
        String which =
                " from ReviewRow v where v.application in (:applications) or v.owner = :reviewer or"
                        + " exists (select 1 from ReviewRightRow r where r.which.review = v.id and"
                        + " (r.reviewer = :reviewer or r.answeredBy = :reviewer))";
        Collection<String> some = applications.isEmpty() ? List.of("") : applications;
        Paging.check(page, size);
        return new Page<>(
                entities.createQuery(
                                "select v" + which + " order by v.startedAt desc, v.id",
                                ReviewRow.class)
                        .setParameter("applications", some)
                        .setParameter("reviewer", reviewer)
                        .setFirstResult(Paging.offset(page, size))
                        .setMaxResults(size)
                        .getResultList(),
                entities.createQuery("select count(*)" + which, Long.class)
                        .setParameter("applications", some)
                        .setParameter("reviewer", reviewer)
                        .getSingleResult());
    }

    /** Ids of those in a state. */
    List<String> inState(String state) {
        return entities.createQuery(
                        "select id from ReviewRow where state = :state order by startedAt",
                        String.class)
                .setParameter("state", state)
                .getResultList();
    }

    /** Those that come again and have not yet. */
    List<ReviewRow> comingAgain() {
        return entities.createQuery(
                        "from ReviewRow where everyMonths > 0 and followed = false",
                        ReviewRow.class)
                .getResultList();
    }

    List<ReviewRow> openOf(String owner) {
        return entities.createQuery(
                        "from ReviewRow where owner = :owner and state <> 'sealed'",
                        ReviewRow.class)
                .setParameter("owner", owner)
                .getResultList();
    }

    Optional<ReviewRow> byDigest(String digest) {
        return entities
                .createQuery("from ReviewRow where digest = :digest", ReviewRow.class)
                .setParameter("digest", digest)
                .getResultList()
                .stream()
                .findFirst();
    }

    /** How far each reviewer has come. */
    Map<String, Progress> progress(String review) {
        return progress(List.of(review)).getOrDefault(review, Map.of());
    }

    /** How far each reviewer of some reviews has come, by review. */
    Map<String, Map<String, Progress>> progress(Collection<String> reviews) {
        Map<String, Map<String, Progress>> progress = new HashMap<>();
        entities.createQuery(
                        "select r.which.review, r.reviewer, count(*), sum(case when r.lookedAt is"
                                + " null then 0 else 1 end), sum(case when "
                                + WAITING
                                + " then 0 else 1 end) from ReviewRightRow r where r.which.review in"
                                + " (:reviews) group by r.which.review, r.reviewer",
                        Object[].class)
                .setParameter("reviews", reviews.isEmpty() ? List.of("") : reviews)
                .getResultList()
                .forEach(
                        row ->
                                progress.computeIfAbsent((String) row[0], any -> new HashMap<>())
                                        .put((String) row[1], progress(row, 2)));
        return progress;
    }

    private static Progress progress(Object[] row, int from) {
        return new Progress(
                ((Number) row[from]).longValue(),
                ((Number) row[from + 1]).longValue(),
                ((Number) row[from + 2]).longValue());
    }

    /** How far somebody has come in every open review in which they are asked. */
    Map<ReviewRow, Progress> waitingFor(String reviewer) {
        Map<ReviewRow, Progress> waiting = new HashMap<>();
        entities.createQuery(
                        "select v, count(*), sum(case when r.lookedAt is null then 0 else 1 end),"
                                + " sum(case when "
                                + WAITING
                                + " then 0 else 1 end) from ReviewRow v, ReviewRightRow r where"
                                + " r.which.review = v.id and v.state = 'open' and r.reviewer ="
                                + " :reviewer group by v",
                        Object[].class)
                .setParameter("reviewer", reviewer)
                .getResultList()
                .forEach(row -> waiting.put((ReviewRow) row[0], progress(row, 1)));
        return waiting;
    }

    /**
     * People, in the order of their names.
     *
     * @param reviewer only those whom they are asked about; empty for all
     * @param waiting only those of whom something is not answered
     */
    Page<PersonProgress> people(
            String review, Optional<String> reviewer, boolean waiting, int page, int size) {
        Paging.check(page, size);
        String which =
                " from ReviewRightRow r where r.which.review = :review and (:anybody = true or"
                        + " r.reviewer = :reviewer)"
                        + (waiting ? " and " + WAITING : "");
        List<PersonProgress> some = new ArrayList<>();
        entities.createQuery(
                        "select r.person, count(*), sum(case when r.lookedAt is null then 0 else 1"
                                + " end), sum(case when "
                                + WAITING
                                + " then 0 else 1 end)"
                                + which
                                + " group by r.person order by min(r.which.number)",
                        Object[].class)
                .setParameter("review", review)
                .setParameter("anybody", reviewer.isEmpty())
                .setParameter("reviewer", reviewer.orElse(""))
                .setFirstResult(Paging.offset(page, size))
                .setMaxResults(size)
                .getResultList()
                .forEach(row -> some.add(new PersonProgress((String) row[0], progress(row, 1))));
        long total =
                entities.createQuery("select count(distinct r.person)" + which, Long.class)
                        .setParameter("review", review)
                        .setParameter("anybody", reviewer.isEmpty())
                        .setParameter("reviewer", reviewer.orElse(""))
                        .getSingleResult();
        return new Page<>(some, total);
    }

    /** Rights of one person, in their order. */
    List<ReviewRightRow> of(String review, String person) {
        return entities.createQuery(
                        "from ReviewRightRow where which.review = :review and person = :person order"
                                + " by which.number",
                        ReviewRightRow.class)
                .setParameter("review", review)
                .setParameter("person", person)
                .getResultList();
    }

    List<ReviewRightRow> all(String review) {
        return entities.createQuery(
                        "from ReviewRightRow where which.review = :review order by which.number",
                        ReviewRightRow.class)
                .setParameter("review", review)
                .getResultList();
    }

    List<ReviewRightRow> waiting(String review) {
        return entities.createQuery(
                        "select r from ReviewRightRow r where r.which.review = :review and "
                                + WAITING
                                + " order by r.which.number",
                        ReviewRightRow.class)
                .setParameter("review", review)
                .getResultList();
    }

    List<ReviewRightRow> some(String review, Collection<Integer> numbers) {
        return entities.createQuery(
                        "from ReviewRightRow where which.review = :review and which.number in"
                                + " (:numbers) order by which.number",
                        ReviewRightRow.class)
                .setParameter("review", review)
                .setParameter("numbers", numbers)
                .getResultList();
    }

    /** Waiting rights of a reviewer that are the same by their words, most of them first. */
    List<Object[]> alike(String review, String reviewer, int most) {
        return entities.createQuery(
                        "select r.what, r.through, count(*), sum(case when r.lookedAt is null then 0"
                                + " else 1 end) from ReviewRightRow r where r.which.review = :review"
                                + " and r.reviewer = :reviewer and "
                                + WAITING
                                + " group by r.what, r.through having count(*) > 1 order by count(*)"
                                + " desc, r.what, r.through",
                        Object[].class)
                .setParameter("review", review)
                .setParameter("reviewer", reviewer)
                .setMaxResults(most)
                .getResultList();
    }

    /** Waiting rights of a reviewer with these words. */
    Page<ReviewRightRow> alike(
            String review, String reviewer, String what, String through, int page, int size) {
        Paging.check(page, size);
        String which =
                " from ReviewRightRow r where r.which.review = :review and r.reviewer = :reviewer and"
                        + " r.what = :what and r.through = :through and "
                        + WAITING;
        return new Page<>(
                entities.createQuery(
                                "select r" + which + " order by r.which.number",
                                ReviewRightRow.class)
                        .setParameter("review", review)
                        .setParameter("reviewer", reviewer)
                        .setParameter("what", what)
                        .setParameter("through", through)
                        .setFirstResult(Paging.offset(page, size))
                        .setMaxResults(size)
                        .getResultList(),
                entities.createQuery("select count(*)" + which, Long.class)
                        .setParameter("review", review)
                        .setParameter("reviewer", reviewer)
                        .setParameter("what", what)
                        .setParameter("through", through)
                        .getSingleResult());
    }

    /** Whether somebody is asked in a review, or has answered in it. */
    boolean isAsked(String review, String person) {
        return entities.createQuery(
                                "select count(*) from ReviewRightRow where which.review = :review and"
                                        + " (reviewer = :person or answeredBy = :person)",
                                Long.class)
                        .setParameter("review", review)
                        .setParameter("person", person)
                        .getSingleResult()
                > 0;
    }
}
