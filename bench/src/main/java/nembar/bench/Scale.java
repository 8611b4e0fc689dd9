package nembar.bench;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.lookup.Lookups;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.CountQuery;
import nembar.demo.DemoWorld;
import nembar.demo.Twins;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;

/** Towline with many people of the same shape, and what is asked of it. */
final class Scale {
    private Scale() {}

    static AccessModel model(int people) {
        AccessModel demo = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
        return Twins.of(demo, people);
    }

    /** Everything the reach grid needs to know of one person: a query for each record type. */
    static List<CountQuery> grid(AccessModel model, String person) {
        PersonAccess access =
                new PersonAccess(
                        model,
                        Standpoint.of(
                                model.directory().person(person).orElseThrow(), Instant.now()));
        List<CountQuery> queries = new ArrayList<>();
        for (RecordType type : model.catalogue().recordTypes()) {
            List<RecordSet> sets = new ArrayList<>();
            type.operations()
                    .forEach(
                            operation -> {
                                Coverage coverage = access.coverage(type, operation);
                                sets.add(coverage.records());
                                sets.add(coverage.granted());
                            });
            type.fields()
                    .forEach(
                            field -> {
                                FieldCoverage coverage = access.field(type, field);
                                sets.add(coverage.masked());
                                sets.add(coverage.viewed());
                                sets.add(coverage.changed());
                            });
            queries.add(CountQuery.of(type, sets, Lookups.NONE));
        }
        return queries;
    }
}
