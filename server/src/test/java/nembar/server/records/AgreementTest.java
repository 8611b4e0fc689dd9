package nembar.server.records;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.FieldLevel;
import nembar.core.decision.PersonAccess;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.sql.ListQuery;
import nembar.core.testing.RandomWorld;
import nembar.core.testing.Referee;
import nembar.server.records.RecordSources.Settings;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * On random designs and records, PostgreSQL counts and lists exactly what the decision in memory
 * and the naive referee say.
 */
@ExtendWith(Installation.class)
class AgreementTest {
    private static final String HARBOUR = "harbour";

    private static JdbcTemplate database;
    private static RecordSources sources;
    private static Records records;

    @BeforeAll
    static void tables(Installation nembar) {
        String url = nembar.cluster().url("towline");
        DriverManagerDataSource own =
                new DriverManagerDataSource(url, "nembar", nembar.cluster().password());
        database = new JdbcTemplate(own);
        database.execute("DROP SCHEMA IF EXISTS harbour CASCADE");
        database.execute("CREATE SCHEMA harbour");
        for (RecordType type : new RandomWorld(0).model().catalogue().recordTypes()) {
            database.execute(
                    "CREATE TABLE "
                            + type.table()
                            + type.fields().stream()
                                    .map(field -> "\"" + field.column() + "\" text")
                                    .collect(Collectors.joining(", ", " (", ")")));
        }
        sources =
                new RecordSources(
                        new Settings(
                                Map.of(
                                        HARBOUR,
                                        new Settings.Source(
                                                url, "nembar", nembar.cluster().password()))),
                        own);
        records = new Records(sources);
    }

    @AfterAll
    static void close() {
        sources.close();
        database.execute("DROP SCHEMA harbour CASCADE");
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 5, 8, 13, 21, 34, 55, 89, 144, 233, 377, 610, 987})
    void databaseDecisionAndRefereeAgree(long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = world.model();
        model.catalogue().recordTypes().forEach(type -> fill(world, type));
        int yes = 0;
        for (Standpoint who : RandomWorld.standpoints(model)) {
            for (RecordType type : model.catalogue().recordTypes()) {
                yes += compare(world, model, who, type);
            }
        }
        assertThat(yes).as("a world in which nobody may do anything shows nothing").isPositive();
    }

    private static int compare(
            RandomWorld world, AccessModel model, Standpoint who, RecordType type) {
        PersonAccess access = new PersonAccess(model, who);
        Referee referee = new Referee(model, world.fleet(), who);
        List<RecordSet> sets =
                type.operations().stream()
                        .map(operation -> access.coverage(type, operation).records())
                        .toList();
        Records.Counts counts = records.count(HARBOUR, type, sets);
        int yes = 0;
        for (int i = 0; i < sets.size(); i++) {
            Operation operation = type.operations().get(i);
            List<String> judged =
                    world.fleet().of(type.key()).stream()
                            .filter(record -> referee.may(operation.key(), record))
                            .map(record -> record.key("id").orElseThrow())
                            .sorted()
                            .toList();
            String what = who.person().key() + " " + operation.key() + " " + type.key();
            assertThat(counts.of(sets.get(i))).as(what).isEqualTo(judged.size());
            List<Records.Row> rows = list(access, type, sets.get(i));
            assertThat(rows)
                    .as(what)
                    .extracting(row -> row.record().key("id").orElseThrow())
                    .containsExactlyInAnyOrderElementsOf(judged);
            rows.forEach(row -> levels(world, access, referee, type, row));
            yes += judged.size();
        }
        return yes;
    }

    private static List<Records.Row> list(PersonAccess access, RecordType type, RecordSet set) {
        List<FieldCoverage> fields =
                type.fields().stream().map(field -> access.field(type, field)).toList();
        ListQuery.Page all = ListQuery.Page.first(1000);
        return records.list(HARBOUR, type, set, fields, all).rows();
    }

    private static void levels(
            RandomWorld world,
            PersonAccess access,
            Referee referee,
            RecordType type,
            Records.Row row) {
        List<FieldLevel> expected = new ArrayList<>();
        List<FieldLevel> inMemory = new ArrayList<>();
        type.fields()
                .forEach(
                        field -> {
                            expected.add(referee.level(field, row.record()));
                            inMemory.add(
                                    access.field(type, field).levelOn(row.record(), world.fleet()));
                        });
        assertThat(row.levels()).as(row.record().toString()).isEqualTo(expected);
        assertThat(inMemory).isEqualTo(expected);
    }

    private static void fill(RandomWorld world, RecordType type) {
        database.execute("TRUNCATE " + type.table());
        for (GovernedRecord record : world.fleet().of(type.key())) {
            Object[] values =
                    type.fields().stream().map(field -> record.values().get(field.key())).toArray();
            String marks = type.fields().stream().map(any -> "?").collect(Collectors.joining(", "));
            database.update("INSERT INTO " + type.table() + " VALUES (" + marks + ")", values);
        }
    }
}
