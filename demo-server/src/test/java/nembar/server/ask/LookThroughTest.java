package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.FieldLevel;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.ListQuery;
import nembar.core.testing.Fleet;
import nembar.core.testing.Referee;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * What is shown of the demo's records to each of its people, for each account they act for, against
 * the naive referee: every row of every type, and every field of the rows that are shown.
 */
@ExtendWith(Installation.class)
class LookThroughTest {
    private static final String TOWLINE = "towline";

    @Test
    void everybodyIsShownWhatTheRefereeSays(Installation nembar) {
        Records records = nembar.part(Records.class);
        Moment moment = nembar.part(Moments.class).now(TOWLINE);
        AccessModel model = moment.model();
        Fleet fleet = fleet(records, model);
        long rows = 0;
        long fields = 0;
        for (Persona persona : model.personas().all()) {
            PersonAccess access = moment.access(persona);
            Referee referee = new Referee(model, fleet, moment.standpoint(persona));
            for (RecordType type : model.catalogue().recordTypes()) {
                Map<String, Records.Row> shown = shown(records, access, type);
                for (GovernedRecord record : fleet.of(type.key())) {
                    String key = record.key(type.keyField()).orElseThrow();
                    Records.Row row = shown.remove(key);
                    String what = persona.person().name() + ", " + type.singular() + " " + key;
                    assertThat(row != null).as(what).isEqualTo(referee.may("view", record));
                    rows++;
                    if (row != null) {
                        List<FieldLevel> expected = new ArrayList<>();
                        type.fields().forEach(one -> expected.add(referee.level(one, record)));
                        assertThat(row.levels()).as(what).isEqualTo(expected);
                        fields += expected.size();
                    }
                }
                assertThat(shown).as("shown, and not there").isEmpty();
            }
        }
        assertThat(rows).isGreaterThan(500_000);
        assertThat(fields).isGreaterThan(500_000);
    }

    private static Map<String, Records.Row> shown(
            Records records, PersonAccess access, RecordType type) {
        List<FieldCoverage> fields =
                type.fields().stream().map(field -> access.field(type, field)).toList();
        Map<String, Records.Row> shown = new HashMap<>();
        RecordSet viewed = access.coverage(type, Operation.VIEW).records();
        if (!viewed.equals(RecordSet.NOTHING)) {
            records.list(TOWLINE, type, viewed, fields, ListQuery.Page.first(10_000), false)
                    .rows()
                    .forEach(
                            row -> shown.put(row.record().key(type.keyField()).orElseThrow(), row));
        }
        return shown;
    }

    private static Fleet fleet(Records records, AccessModel model) {
        Fleet fleet = new Fleet();
        for (RecordType type : model.catalogue().recordTypes()) {
            records.list(
                            TOWLINE,
                            type,
                            RecordSet.EVERYTHING,
                            List.of(),
                            ListQuery.Page.first(10_000),
                            false)
                    .rows()
                    .forEach(row -> fleet.add(row.record()));
        }
        return fleet;
    }
}
