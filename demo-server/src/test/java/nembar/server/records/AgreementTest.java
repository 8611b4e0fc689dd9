package nembar.server.records;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordKey;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.FieldLevel;
import nembar.core.lookup.LookupValues;
import nembar.core.lookup.Lookups;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.GroupedCount;
import nembar.core.sql.Groups;
import nembar.core.sql.ListQuery;
import nembar.core.sql.SqlText;
import nembar.core.sql.TableScan;
import nembar.core.testing.PlaceShape;
import nembar.core.testing.RandomWorld;
import nembar.core.testing.Referee;
import nembar.server.connections.Connections;
import nembar.server.records.RecordSources.Settings;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/**
 * On random designs and records, PostgreSQL counts and lists exactly what the decision in memory
 * and the naive referee say.
 */
@ExtendWith(Installation.class)
class AgreementTest {
    private static final int WORLDS = 1000;

    private static final String HARBOUR = "harbour";

    private static JdbcTemplate database;
    private static RecordSources sources;
    private static Records records;
    private static final Map<String, LookupValues> placed = new HashMap<>();
    private static final Lookups lookups = lookup -> placed.get(PlaceShape.of(lookup));
    private static final Set<TableName> made = new HashSet<>();

    @BeforeAll
    static void tables(Installation nembar) {
        String url = nembar.cluster().url("towline");
        SingleConnectionDataSource own =
                new SingleConnectionDataSource(
                        url, "towline_owner", nembar.cluster().password("towline_owner"), true);
        database = new JdbcTemplate(own);
        database.execute("DROP SCHEMA IF EXISTS harbour CASCADE");
        database.execute("SET jit = off");
        database.execute("CREATE SCHEMA harbour");
        sources =
                new RecordSources(
                        new Settings(
                                Map.of(
                                        HARBOUR,
                                        new Settings.Source(
                                                url,
                                                "towline_owner",
                                                nembar.cluster().password("towline_owner"),
                                                List.of(),
                                                null))),
                        own,
                        mock(Connections.class));
        RecordLookups lookups = mock(RecordLookups.class);
        when(lookups.of(HARBOUR)).thenReturn(AgreementTest.lookups);
        records = new Records(sources, lookups);
    }

    @AfterAll
    static void close() {
        sources.close();
        database.execute("DROP SCHEMA harbour CASCADE");
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 5, 9, 13, 21, 34, 55, 90, 144, 233, 377, 611, 987})
    void databaseDecisionAndRefereeAgree(long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = filled(world);
        int yes = 0;
        for (Standpoint who : RandomWorld.standpoints(model)) {
            for (RecordType type : model.catalogue().recordTypes()) {
                yes += compare(world, model, who, type);
            }
        }
        assertThat(yes).as("a world in which nobody may do anything shows nothing").isPositive();
    }

    /** As many worlds as a session can bear, judged by one query for each record type. */
    @Test
    void databaseAndRefereeAgreeOnManyWorlds() {
        long first = new Random().nextLong();
        for (long seed = first; seed < first + WORLDS; seed++) {
            RandomWorld world = new RandomWorld(seed);
            AccessModel model = filled(world);
            for (RecordType type : model.catalogue().recordTypes()) {
                judgeAll(world, model, type, seed);
            }
        }
    }

    private static void judgeAll(RandomWorld world, AccessModel model, RecordType type, long seed) {
        List<RecordSet> sets = new ArrayList<>();
        List<Set<String>> expected = new ArrayList<>();
        for (Standpoint who : RandomWorld.standpoints(model)) {
            PersonAccess access = new PersonAccess(model, who);
            Referee referee = new Referee(model, world.fleet(), who);
            for (Operation operation : type.operations()) {
                sets.add(access.records(type, operation));
                expected.add(
                        world.fleet().of(type.key()).stream()
                                .filter(record -> referee.may(operation.key(), record))
                                .map(record -> record.key("id").orElseThrow())
                                .collect(Collectors.toSet()));
            }
        }
        List<Set<String>> found = members(type, sets);
        Map<RecordSet, Long> counted = grouped(type, sets);
        for (int i = 0; i < sets.size(); i++) {
            assertThat(found.get(i))
                    .as("seed %d, %s: %s", seed, type.key(), sets.get(i))
                    .isEqualTo(expected.get(i));
            Long number = counted.get(sets.get(i));
            assertThat(number == null ? expected.get(i).size() : number)
                    .as("grouped, seed %d, %s: %s", seed, type.key(), sets.get(i))
                    .isEqualTo(expected.get(i).size());
        }
    }

    /** How many records those of the sets have that one query by groups can count. */
    private static Map<RecordSet, Long> grouped(RecordType type, List<RecordSet> sets) {
        GroupedCount plan = GroupedCount.of(type, sets, lookups);
        Groups groups = plan.groups();
        database.query(
                plan.text().sql(),
                row -> {
                    List<String> columns = new ArrayList<>();
                    for (int i = 1; i <= plan.columns(); i++) {
                        columns.add(
                                plan.flag(i)
                                        ? String.valueOf(row.getBoolean(i + 1))
                                        : row.getString(i + 1));
                    }
                    groups.add(row.getLong(1), column -> columns.get(column - 1));
                },
                plan.text().parameters().toArray());
        return groups.counts();
    }

    /** The keys of the records in each set, by one query. */
    private static List<Set<String>> members(RecordType type, List<RecordSet> sets) {
        List<Object> parameters = new ArrayList<>();
        TableScan scan = new TableScan(type, "t", lookups);
        StringBuilder sql = new StringBuilder("SELECT ").append(scan.value("id"));
        for (RecordSet set : sets) {
            SqlText predicate = scan.where(set);
            sql.append(", coalesce(").append(predicate.sql()).append(", FALSE)");
            parameters.addAll(predicate.parameters());
        }
        parameters.addAll(scan.from().parameters());
        List<Set<String>> members = new ArrayList<>();
        sets.forEach(any -> members.add(new HashSet<>()));
        database.query(
                sql.append(scan.from().sql()).toString(),
                row -> {
                    for (int i = 0; i < sets.size(); i++) {
                        if (row.getBoolean(i + 2)) {
                            members.get(i).add(row.getString(1));
                        }
                    }
                },
                parameters.toArray());
        return members;
    }

    /** The columns of a field, each with its type in the database. */
    private static Map<Column, String> columns(RandomWorld world, RecordType type, Field field) {
        boolean key = field.key().equals(type.keyField());
        PlaceShape shape = world.harbour().placed.get(field.key());
        List<String> types =
                shape != null
                        ? List.of(shape.sql())
                        : key || field.refersTo().isPresent()
                                ? world.harbour().shape(field.refersTo().orElse(type.key())).sql()
                                : List.of(sql(field));
        Map<Column, String> columns = new LinkedHashMap<>();
        for (int i = 0; i < types.size(); i++) {
            columns.put(field.columns().get(i), types.get(i));
        }
        return columns;
    }

    private static String sql(Field field) {
        Stored stored = field.columns().get(0).stored();
        return switch (field.type()) {
            case WHOLE_NUMBER -> "integer";
            case DECIMAL, MONEY -> "numeric";
            case DATE -> "date";
            case TIMESTAMP -> stored == Stored.LOCAL ? "timestamp" : "timestamptz";
            case YES_NO -> "boolean";
            case CHOICES -> stored == Stored.OTHER ? "varchar(9)[]" : "text[]";
            default -> "text";
        };
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
        return records.list(HARBOUR, type, set, fields, all, false).rows();
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

    /** The world's records in the database, with what its look-ups lead to. */
    private static AccessModel filled(RandomWorld world) {
        AccessModel model = world.model();
        placed.clear();
        world.harbour()
                .placed
                .forEach(
                        (field, shape) ->
                                placed.put(field, shape.values(field, model.directory())));
        model.catalogue().recordTypes().forEach(type -> fill(world, type));
        return model;
    }

    private static void fill(RandomWorld world, RecordType type) {
        type.fields().stream()
                .filter(field -> field.link().isPresent())
                .forEach(field -> link(world, type, field));
        List<String> names = new ArrayList<>();
        List<String> marks = new ArrayList<>();
        for (Field field : own(type)) {
            columns(world, type, field)
                    .forEach(
                            (column, of) -> {
                                String name = column.name().replace("\"", "\"\"");
                                names.add("\"" + name + "\" " + of);
                                marks.add("?::" + of);
                            });
        }
        if (made.add(type.table())) {
            database.execute(
                    "CREATE TABLE " + type.table() + " (" + String.join(", ", names) + ")");
        }
        database.execute("DELETE FROM " + type.table());
        database.batchUpdate(
                "INSERT INTO " + type.table() + " VALUES (" + String.join(", ", marks) + ")",
                world.fleet().of(type.key()).stream()
                        .map(
                                record ->
                                        own(type).stream()
                                                .flatMap(field -> stored(world, record, field))
                                                .toArray())
                        .toList());
    }

    /** The fields that are kept in the type's own table. */
    private static List<Field> own(RecordType type) {
        return type.fields().stream().filter(field -> field.link().isEmpty()).toList();
    }

    /** Makes a link table, of which some rows lead nowhere and some are there twice. */
    private static void link(RandomWorld world, RecordType type, Field field) {
        TableName table = field.link().orElseThrow().table();
        List<String> key = world.harbour().shape(type.key()).sql();
        PlaceShape shape = world.harbour().placed.get(field.key());
        List<String> names = new ArrayList<>();
        List<String> marks = new ArrayList<>();
        for (int i = 0; i < key.size(); i++) {
            names.add(
                    Column.quoted(field.link().get().ofRecord().get(i).name()) + " " + key.get(i));
            marks.add("?::" + key.get(i));
        }
        names.add("who " + shape.sql());
        marks.add("?::" + shape.sql());
        if (made.add(table)) {
            database.execute("CREATE TABLE " + table + " (" + String.join(", ", names) + ")");
        }
        database.execute("DELETE FROM " + table);
        List<Object[]> rows = new ArrayList<>();
        for (GovernedRecord record : world.fleet().of(type.key())) {
            List<String> parts =
                    RecordKey.parts(record.key(type.keyField()).orElseThrow(), key.size());
            List<String> values = new ArrayList<>();
            for (String one : record.keys(field.key())) {
                values.add(stored(field, one, rows.size()));
                values.add(stored(field, one, 0));
            }
            shape.nowhere(rows.size() % 2 == 0).ifPresent(values::add);
            values.add(null);
            values.forEach(
                    value -> {
                        List<Object> row = new ArrayList<>(parts);
                        row.add(value);
                        rows.add(row.toArray());
                    });
        }
        database.batchUpdate(
                "INSERT INTO " + table + " VALUES (" + String.join(", ", marks) + ")", rows);
    }

    /** What each column of a field has of a record. */
    private static Stream<Object> stored(RandomWorld world, GovernedRecord record, Field field) {
        int columns = field.columns().size();
        Object value = record.values().get(field.key());
        PlaceShape shape = world.harbour().placed.get(field.key());
        if (shape != null) {
            int turn = record.hashCode() & 7;
            return Stream.of(
                    value == null
                            ? turn > 4 ? shape.nowhere(turn == 6).orElse(null) : null
                            : stored(field, value.toString(), turn));
        }
        if (value == null || columns == 1) {
            Object kept = stored(value, field.columns().get(0));
            return Collections.nCopies(columns, kept).stream();
        }
        return RecordKey.parts(value.toString(), columns).stream().map(part -> part);
    }

    /** What the application has for a key, in one of several ways. */
    private static String stored(Field field, String key, int turn) {
        if (field.lookup().isEmpty()) {
            return key;
        }
        List<String> all = List.copyOf(placed.get(field.key()).values(Set.of(key)));
        return all.get(turn % all.size());
    }

    private static Object stored(Object value, Column column) {
        if (value instanceof Instant instant) {
            return column.zone().isPresent()
                    ? LocalDateTime.ofInstant(instant, column.zone().get())
                    : instant.atOffset(ZoneOffset.UTC);
        }
        return value instanceof List<?> list ? list.toArray(String[]::new) : value;
    }
}
