package nembar.server.advice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.sql.IndexAdvice;
import nembar.core.sql.IndexAdvice.Use;
import nembar.server.advice.IndexAdviceController.IndexAdvised;
import nembar.server.advice.IndexAdviceController.IndexesAdvised;
import nembar.server.advice.IndexAdviceController.TypeAdvised;
import nembar.server.governance.Governance;
import nembar.server.http.RecordsAway;
import nembar.server.model.Models;
import nembar.server.records.PresentIndexes;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/** Holds the indexes that are there against those that lists of many records would use. */
@Service
class IndexAdviceService {
    private static final String EXTENSION = "CREATE EXTENSION IF NOT EXISTS pg_trgm;";

    private final Models models;
    private final PresentIndexes present;
    private final Governance governance;
    private final long fromRecords;

    IndexAdviceService(
            Models models,
            PresentIndexes present,
            Governance governance,
            @Value("${nembar.index-advice.from-records}") long fromRecords) {
        this.models = models;
        this.present = present;
        this.governance = governance;
        this.fromRecords = fromRecords;
    }

    /**
     * @throws RecordsAway where the application's database does not answer
     */
    IndexesAdvised of(Person me, String application) {
        AccessModel model = models.model(application);
        governance.requireOnApplication(me, "change", application);
        List<RecordType> all = model.catalogue().recordTypes();
        PresentIndexes.Found found =
                present.of(application, all.stream().map(RecordType::table).distinct().toList());
        List<TypeAdvised> types = new ArrayList<>();
        for (RecordType type : all) {
            Optional.ofNullable(found.tables().get(type.table()))
                    .filter(table -> table.rows() >= fromRecords)
                    .map(table -> advised(type, table))
                    .filter(one -> !one.indexes().isEmpty())
                    .ifPresent(types::add);
        }
        boolean searched =
                types.stream()
                        .flatMap(type -> type.indexes().stream())
                        .anyMatch(one -> one.use() == Use.SEARCH);
        return new IndexesAdvised(
                fromRecords,
                types,
                searched && !found.trigrams() ? Optional.of(EXTENSION) : Optional.empty());
    }

    private static TypeAdvised advised(RecordType type, PresentIndexes.Table table) {
        return new TypeAdvised(
                type.key(),
                type.plural(),
                table.rows(),
                IndexAdvice.of(type, table.indexes(), table.parted()).stream()
                        .map(one -> new IndexAdvised(one.use(), one.fields(), one.statement()))
                        .toList());
    }
}
