package nembar.server.catalogue;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.LostFields;
import nembar.core.catalogue.LostFields.LostColumn;
import nembar.core.catalogue.TableName;
import nembar.server.document.DocumentJson;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps when each application's database was last looked at, and what of it was lost by then. */
@Service
class SchemaLooks {
    private final EntityManager entities;

    SchemaLooks(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * The last look at a database.
     *
     * @param failure why it could not be looked at; what was seen before stays
     * @param differences between the database and what is governed
     */
    record Look(Instant at, Optional<String> failure, int differences) {}

    /** One lost column, as it is kept. */
    record LostPart(String schema, String table, String column) {}

    @Transactional(readOnly = true)
    public Map<String, Look> all() {
        Map<String, Look> looks = new LinkedHashMap<>();
        rows().forEach(row -> looks.put(row.application, look(row)));
        return looks;
    }

    /** What is lost, by application. */
    @Transactional(readOnly = true)
    public Map<String, LostFields> lost() {
        Map<String, LostFields> lost = new LinkedHashMap<>();
        rows().forEach(row -> lost.put(row.application, LostFields.of(columns(row))));
        return lost;
    }

    private List<LookRow> rows() {
        return entities.createQuery("from LookRow", LookRow.class).getResultList();
    }

    private static Look look(LookRow row) {
        return new Look(row.lookedAt, Optional.ofNullable(row.failure), row.differences);
    }

    private static List<LostColumn> columns(LookRow row) {
        return List.of(DocumentJson.element(row.lost, LostPart[].class)).stream()
                .map(one -> new LostColumn(new TableName(one.schema(), one.table()), one.column()))
                .toList();
    }

    /** Keeps what was seen. */
    @Transactional
    public void seen(String application, Instant at, int differences, Collection<LostColumn> lost) {
        LookRow row = row(application);
        row.lookedAt = at;
        row.failure = null;
        row.differences = differences;
        row.lost =
                DocumentJson.text(
                        lost.stream()
                                .map(
                                        one ->
                                                new LostPart(
                                                        one.table().schema(),
                                                        one.table().name(),
                                                        one.column()))
                                .toList());
        entities.merge(row);
    }

    /** Keeps that it could not be looked at. */
    @Transactional
    public void failed(String application, Instant at, String failure) {
        LookRow row = row(application);
        row.lookedAt = at;
        row.failure = failure;
        entities.merge(row);
    }

    /** Forgets what was seen of an application's database. */
    @Transactional
    public void forget(String application) {
        Optional.ofNullable(entities.find(LookRow.class, application)).ifPresent(entities::remove);
    }

    private LookRow row(String application) {
        LookRow known = entities.find(LookRow.class, application);
        if (known != null) {
            return known;
        }
        LookRow row = new LookRow();
        row.application = application;
        row.lost = "[]";
        return row;
    }

    /** What changes whenever somebody has looked, on any server. */
    @Transactional(readOnly = true)
    public Optional<Instant> last() {
        return Optional.ofNullable(
                entities.createQuery("select max(lookedAt) from LookRow", Instant.class)
                        .getSingleResult());
    }
}
