package nembar.server.store;

import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentJson;
import nembar.server.http.Instants;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps publications, and whom each concerned. */
@Service
public class PublicationStore {
    private final EntityManager entities;

    PublicationStore(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * A publication as it is kept.
     *
     * @param publisher key of whoever published it
     * @param writers keys of those who wrote each change, in their order; none where the publisher
     *     wrote all of them
     * @param words what it did, a sentence for each element
     */
    public record Publication(
            String application,
            long number,
            Instant at,
            String author,
            String reason,
            List<String> approvers,
            String overridden,
            List<ChangePart> changes,
            List<ChangePart> inverse,
            String publisher,
            List<String> writers,
            List<String> words) {}

    /** Keeps a publication under the next number, in the transaction at hand. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Publication keep(Publication publication) {
        PublicationRow row = new PublicationRow();
        row.application = publication.application();
        row.number = last(row.application) + 1;
        row.id = id(row.application, row.number);
        row.publishedAt = publication.at();
        row.author = publication.author();
        row.reason = publication.reason();
        row.approvers = DocumentJson.text(publication.approvers());
        row.overridden = publication.overridden();
        row.changes = DocumentJson.text(publication.changes());
        row.inverse = DocumentJson.text(publication.inverse());
        row.publisher = publication.publisher();
        row.writers = DocumentJson.text(publication.writers());
        row.words = DocumentJson.text(publication.words());
        entities.persist(row);
        return publication(row);
    }

    /** Number of the application's last publication; 0 for none. */
    @Transactional(readOnly = true)
    public long last(String application) {
        Long last =
                entities.createQuery(
                                "select max(number) from PublicationRow where application ="
                                        + " :application",
                                Long.class)
                        .setParameter("application", application)
                        .getSingleResult();
        return last == null ? 0 : last;
    }

    /**
     * Which publications are meant.
     *
     * @param search text that the reason or the words have; empty for any
     * @param author key of whoever made or published it; empty for anybody
     * @param element an element that it changed, by its key; empty for any
     * @param person key of whom it concerned; empty for anybody
     */
    public record Wanted(
            String search,
            String author,
            String element,
            String person,
            Optional<Instant> from,
            Optional<Instant> until) {
        public static final Wanted ALL =
                new Wanted("", "", "", "", Optional.empty(), Optional.empty());
    }

    private static final String WANTED =
            " from publication where application = :application"
                    + " and (:search = '' or strpos(lower(reason), lower(:search)) > 0"
                    + " or strpos(lower(words::text), lower(:search)) > 0)"
                    + " and (:author = '' or author = :author or publisher = :author)"
                    + " and (:element = '' or exists (select 1 from jsonb_array_elements(changes) c"
                    + " where c->>'key' = :element or c->'element'->>'key' = :element))"
                    + " and (:person = '' or exists (select 1 from publication_person p"
                    + " where p.publication = publication.id and p.person = :person))"
                    + " and published_at >= :from and published_at < :until";

    /** Publications of an application, the last first. */
    @Transactional(readOnly = true)
    public Page<Publication> publications(String application, Wanted wanted, int page, int size) {
        List<Publication> some =
                wanted(
                                "select *" + WANTED + " order by number desc",
                                PublicationRow.class,
                                application,
                                wanted)
                        .setFirstResult(Paging.offset(page, size))
                        .setMaxResults(size)
                        .getResultList()
                        .stream()
                        .map(row -> publication((PublicationRow) row))
                        .toList();
        Number total =
                (Number)
                        wanted("select count(*)" + WANTED, Long.class, application, wanted)
                                .getSingleResult();
        return new Page<>(some, total.longValue());
    }

    private Query wanted(String sql, Class<?> of, String application, Wanted wanted) {
        return entities.createNativeQuery(sql, of)
                .setParameter("application", application)
                .setParameter("search", wanted.search())
                .setParameter("author", wanted.author())
                .setParameter("element", wanted.element())
                .setParameter("person", wanted.person())
                .setParameter("from", wanted.from().orElse(Instants.EARLIEST))
                .setParameter("until", wanted.until().orElse(Instants.LATEST));
    }

    @Transactional(readOnly = true)
    public Optional<Publication> publication(String application, long number) {
        return Optional.ofNullable(entities.find(PublicationRow.class, id(application, number)))
                .map(PublicationStore::publication);
    }

    /**
     * @throws NotFound where there is no such publication
     */
    @Transactional(readOnly = true)
    public Publication require(String application, long number) {
        return publication(application, number)
                .orElseThrow(
                        () -> new NotFound("number", "There is no publication " + number + "."));
    }

    /** The publication that was made at an instant. */
    @Transactional(readOnly = true)
    public Optional<Publication> at(String application, Instant at) {
        return entities
                .createQuery(
                        "from PublicationRow where application = :application and publishedAt = :at",
                        PublicationRow.class)
                .setParameter("application", application)
                .setParameter("at", at)
                .getResultList()
                .stream()
                .findFirst()
                .map(PublicationStore::publication);
    }

    /**
     * Publications after this one that changed any of these elements, the earliest first.
     *
     * @param elements each as "list/key"
     */
    @Transactional(readOnly = true)
    public List<Publication> after(String application, long number, Collection<String> elements) {
        return entities
                .createNativeQuery(
                        "select * from publication where application = :application and number >"
                                + " :number and exists (select 1 from jsonb_array_elements(changes) c"
                                + " where coalesce(c->>'put', c->>'remove') || '/' ||"
                                + " coalesce(c->'element'->>'key', c->>'key')"
                                + " = any(cast(:elements as text[]))) order by number",
                        PublicationRow.class)
                .setParameter("application", application)
                .setParameter("number", number)
                .setParameter("elements", elements.toArray(String[]::new))
                .getResultList()
                .stream()
                .map(row -> publication((PublicationRow) row))
                .toList();
    }

    /** The publication, the earliest first, of which it is not known yet whom it concerned. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Publication> toConcern(int skipping) {
        return entities
                .createNativeQuery(
                        "select * from publication where not people_known order by published_at,"
                                + " id offset :skipping limit 1 for update skip locked",
                        PublicationRow.class)
                .setParameter("skipping", skipping)
                .getResultList()
                .stream()
                .map(row -> publication((PublicationRow) row))
                .findFirst();
    }

    /** Keeps whom a publication concerned. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void concern(String application, long number, Collection<String> people) {
        String id = id(application, number);
        entities.createNativeQuery(
                        "insert into publication_person (publication, person)"
                                + " select :id, one from unnest(cast(:people as text[])) one"
                                + " on conflict do nothing")
                .setParameter("id", id)
                .setParameter("people", people.toArray(String[]::new))
                .executeUpdate();
        entities.createNativeQuery("update publication set people_known = true where id = :id")
                .setParameter("id", id)
                .executeUpdate();
    }

    private static String id(String application, long number) {
        return application + "/" + number;
    }

    private static Publication publication(PublicationRow row) {
        return new Publication(
                row.application,
                row.number,
                row.publishedAt,
                row.author,
                row.reason,
                DocumentJson.list(row.approvers, String.class),
                row.overridden,
                DocumentJson.list(row.changes, ChangePart.class),
                DocumentJson.list(row.inverse, ChangePart.class),
                row.publisher,
                DocumentJson.list(row.writers, String.class),
                DocumentJson.list(row.words, String.class));
    }
}
